<script setup lang="ts">
import type { Cue, Family } from '@benevox/core/catalog'
import { wayOffFrom, wayOnFrom } from '@benevox/core/diagnosis'
import { type KeyChart } from '@benevox/core/method'
import type { RunnableFamily, Situation } from '@benevox/core/twin'
import { computed } from 'vue'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { wayOnLines } from './wayOn.ts'
import { say } from '../../words/index.ts'

/** The device shows a page already, before any attempt: on from there to recovery, or out of it with nothing deleted. */
const props = defineProps<{
  family: Family
  running: RunnableFamily
  place: Cue
  /** What hangs on the device and is on it. */
  situation: Situation
  /** The chart of a way that leads out of a page. */
  chartOf: (methodId: string) => KeyChart | undefined
}>()
const emit = defineEmits<{ there: []; left: [] }>()
const name = computed(() => say(`sign.${props.place}`))
const of = computed(() => ({ family: props.family, machine: props.running.machine }))
const on = computed(() => wayOnFrom(of.value, props.place, props.situation))
const off = computed(() => wayOffFrom(of.value, props.place, props.situation))
const onLines = computed(() => (on.value ? wayOnLines(on.value, props.chartOf) : []))
const offLines = computed(() => (off.value ? wayOnLines(off.value, props.chartOf) : []))
const leadsOn = computed(() => on.value?.kind === 'inputs')

usePageKeys({
  key: 'digit',
  does: 'keyHelp.inRecovery',
  when: () => leadsOn.value,
  press: (n) => n === 0 && emit('there'),
})
</script>

<template>
  <section :aria-label="say('alreadyAt.label')" class="border-s-[6px] border-brass ps-4">
    <template v-if="leadsOn">
      <p class="text-xl">{{ say('alreadyAt.fromThere', { page: name }) }}</p>
      <ol data-testid="way-on">
        <li v-for="line in onLines" :key="line" class="sentence">{{ line }}</li>
      </ol>
      <button class="act mt-3" @click="emit('there')">
        {{ say('advice.recovery') }} <span class="key-hint">0</span>
      </button>
    </template>
    <p v-else class="text-xl">{{ say('alreadyAt.noKeys', { page: name }) }}</p>
    <div v-if="offLines.length" class="mt-4">
      <p class="text-lg">{{ leadsOn ? say('alreadyAt.orLeave') : say('alreadyAt.leave') }}</p>
      <ol data-testid="way-off">
        <li
          v-for="line in offLines"
          :key="line"
          class="leading-tight font-bold"
          :class="leadsOn ? 'text-xl' : 'text-[1.9rem]'"
        >
          {{ line }}
        </li>
      </ol>
    </div>
    <button class="mt-3 underline" @click="emit('left')">
      {{ say('alreadyAt.showKeys') }}
    </button>
  </section>
</template>
