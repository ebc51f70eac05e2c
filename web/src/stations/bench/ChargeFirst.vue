<script setup lang="ts">
import { chargeRange } from '@benevox/core/clocks'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { say, words } from '../../words/index.ts'

/** Charging before anything else: from what it shows, its clock, and that it has enough. */
defineProps<{ isMain?: boolean }>()
const job = useJob()
const charging = computed(() => {
  const now = job.saved?.bench.charging
  return now && !now.endedAt ? now : undefined
})
const percent = ref(5)
const range = computed(() =>
  chargeRange(job.found?.model.kind ?? 'phone', charging.value?.fromPercent ?? percent.value),
)
/** The clock ends, and what the counter was told of the battery with it: the gate asks for that. */
function charged(): void {
  if (charging.value) void job.tell({ kind: 'charging-ended' })
  job.setFact('battery', 'at-least-20')
}
const start = () =>
  job.tell({ kind: 'charging-started', fromPercent: Math.min(100, Math.max(0, percent.value || 0)) })
</script>

<template>
  <span v-if="charging">{{
    say('charge.onCharge', { least: words.wait(range.minMs), most: words.wait(range.maxMs) })
  }}</span>
  <label v-else
    >{{ say('fact.battery') }}
    <input v-model.number="percent" type="number" min="0" max="100" class="field !w-16 font-mono" /> %</label
  >
  <button :class="charging && isMain ? 'act act-main' : isMain ? 'act' : 'ms-3 underline'" @click="charged">
    {{ say('charge.has20') }}
  </button>
  <button v-if="!charging" :class="isMain ? 'act act-main' : 'ms-3 underline'" @click="start">
    {{ say('charge.first', { time: words.wait(range.medianMs) }) }}
  </button>
</template>
