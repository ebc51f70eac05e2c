<script setup lang="ts">
import { chartDrawing, type ChartChange, type ScreenForm } from '@benevox/core/drawing'
import type { KeyChart } from '@benevox/core/method'
import { computed } from 'vue'
import { drawnNames } from '@benevox/words'
import { say, words } from '../words/index.ts'
import DrawnMarks from './DrawnMarks.vue'

/** The key chart on the screen, with the moving line of a run. */
const props = defineProps<{
  chart: KeyChart
  nowMs?: number | undefined
  label?: string | undefined
  /** What the next attempt does otherwise. */
  changes?: readonly ChartChange[] | undefined
  /** For a place half as wide as the page. */
  narrow?: boolean
  /** Of the device, in which the signs are drawn. */
  form?: ScreenForm | undefined
}>()
const drawing = computed(() =>
  chartDrawing(props.chart, drawnNames(words, props.chart.names), {
    width: props.narrow ? 500 : undefined,
    changes: props.changes,
    form: props.form,
  }),
)
const nowX = computed(() => (props.nowMs === undefined ? undefined : drawing.value.xOf(props.nowMs)))
</script>

<template>
  <svg
    :viewBox="`0 0 ${drawing.width} ${drawing.height}`"
    class="block w-full"
    role="img"
    :aria-label="label ?? say('keyChart.label')"
  >
    <DrawnMarks :marks="drawing.marks" />
    <g v-if="nowX !== undefined" :data-now-ms="nowMs?.toFixed(1)">
      <line
        :x1="nowX"
        :x2="nowX"
        y1="4"
        :y2="drawing.height"
        stroke="var(--color-ink)"
        stroke-width="4"
        data-testid="now-line"
      />
      <path :d="`M${nowX - 8} 0h16l-8 10z`" fill="var(--color-ink)" />
    </g>
  </svg>
</template>
