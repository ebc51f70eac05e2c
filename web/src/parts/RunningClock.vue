<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { minutesText, say } from '../words/index.ts'

/** Time since an instant, beside what is usual for the family: the shortest, middle and longest. */
const props = defineProps<{
  from: string
  usual: { minMs: number; medianMs: number; maxMs: number }
  /** How many of the shop’s own the range is made of; 0 or absent: the family’s. */
  count?: number
}>()
const now = useNow({ interval: 500 })
const sinceMs = computed(() => now.value.getTime() - Date.parse(props.from))
const share = (ms: number) => Math.min(100, (ms / (props.usual.maxMs * 1.15)) * 100)
</script>

<template>
  <div>
    <p class="font-mono text-6xl font-bold" role="timer">{{ minutesText(sinceMs) }}</p>
    <div class="relative mt-3 h-5 max-w-xl border border-ink bg-paper" aria-hidden="true">
      <div class="absolute inset-y-0 start-0 bg-waiting" :style="{ width: `${share(sinceMs)}%` }" />
      <div
        class="absolute inset-y-0 border-x-2 border-brass"
        :style="{ left: `${share(usual.minMs)}%`, width: `${share(usual.maxMs) - share(usual.minMs)}%` }"
      />
    </div>
    <p class="mt-1 text-ink-soft">
      {{
        count
          ? say('timer.lastOnes', {
              count,
              median: minutesText(usual.medianMs),
              least: minutesText(usual.minMs),
              most: minutesText(usual.maxMs),
            })
          : say('timer.usual', {
              median: minutesText(usual.medianMs),
              least: minutesText(usual.minMs),
              most: minutesText(usual.maxMs),
            })
      }}
      <b v-if="sinceMs > usual.maxMs" class="text-stop">{{ say('timer.tooLong') }}</b>
    </p>
  </div>
</template>
