<script setup lang="ts">
import { AS_IT_CAME } from '@benevox/core/route'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import OneOf from '../../parts/OneOf.vue'
import type { PossibleSystem } from './useNextMethod.ts'
import { chanceText, say } from '../../words/index.ts'

/** An update changed the device and nobody knows its version: what it may be, and for which the steps are shown. */
const props = defineProps<{ systems: readonly PossibleSystem[]; hint: string }>()
const emit = defineEmits<{ taken: [] }>()
const job = useJob()
const nameOf = ({ fromSystem }: PossibleSystem) =>
  fromSystem === undefined ? say('whichSystem.asItCame') : say('whichSystem.orLater', { version: fromSystem })
const answers = computed(() =>
  props.systems.map((one) => {
    const system = nameOf(one)
    const text =
      one.chance === undefined
        ? system
        : say('whichSystem.likely', { system, chance: chanceText(one.chance) })
    return [one.fromSystem ?? AS_IT_CAME, text] as const
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
  <section
    v-if="systems.length > 1"
    :aria-label="say('whichSystem.label')"
    class="border-s-4 border-ink-soft ps-3"
  >
    <h2 class="mb-1 text-base">{{ say('whichSystem.unknown') }}</h2>
    <OneOf v-model="taken" :label="say('whichSystem.stepsFor')" :answers="answers" />
    <p v-if="next" class="mt-1" data-testid="other-system">
      {{ say('whichSystem.next') }} <b>{{ nameOf(next) }}</b>
    </p>
    <p class="mt-1 text-sm text-ink-soft">{{ hint }}</p>
  </section>
</template>
