<script setup lang="ts">
import { hundredths } from '@benevox/core/hand'
import { AS_IT_CAME } from '@benevox/core/route'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import OneOf from '../../parts/OneOf.vue'
import type { PossibleSystem } from './useWayToTry.ts'

/** An update changed the device and nobody knows its version: what it may be, and for which the steps are shown. */
const props = defineProps<{ systems: readonly PossibleSystem[]; hint: string }>()
const emit = defineEmits<{ taken: [] }>()
const job = useJob()
const nameOf = ({ fromSystem }: PossibleSystem) =>
  fromSystem === undefined ? 'as it came' : `system ${fromSystem} or later`
const answers = computed(() =>
  props.systems.map((one) => {
    const likely = one.chance === undefined ? '' : `: ${hundredths(one.chance)} of 100`
    return [one.fromSystem ?? AS_IT_CAME, nameOf(one) + likely] as const
  }),
)
const taken = computed({
  get: () => props.systems.find(({ isTaken }) => isTaken)?.fromSystem ?? AS_IT_CAME,
  set(system) {
    job.setFact('behavesAsSystem', system)
    emit('taken')
  },
})
const next = computed(() => props.systems.find(({ isNext }) => isNext))
</script>

<template>
  <section v-if="systems.length > 1" aria-label="Which system" class="border-l-4 border-ink-soft pl-3">
    <h2 class="mb-1 text-base">System version unknown: show steps for</h2>
    <OneOf v-model="taken" label="Show steps for" :answers="answers" />
    <p v-if="next" class="mt-1" data-testid="other-system">
      Best next: the steps for <b>{{ nameOf(next) }}</b>
    </p>
    <p class="mt-1 text-sm text-ink-soft">{{ hint }}</p>
  </section>
</template>
