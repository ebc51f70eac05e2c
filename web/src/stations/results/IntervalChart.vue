<script setup lang="ts">
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart as ChartJs,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
  type ChartData,
  type ChartOptions,
  type Plugin,
} from 'chart.js'
import { computed } from 'vue'
import { Chart } from 'vue-chartjs'
import { chartStyle } from '../../parts/chartColours.ts'
import { say } from '../../words/index.ts'

/**
 * What lies where, with how sure that is: a bar from one end of the interval to the other, a point where the figure is, and
 * where there is one the usual range beside it. Upright over months, lying where things are compared.
 */
ChartJs.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
)

export interface IntervalRow {
  /** In lines. */
  readonly label: readonly string[]
  readonly from: number
  readonly to: number
  readonly at: number
  readonly usual?: readonly [from: number, to: number] | undefined
  /** What is said of it when it is pointed at. */
  readonly says: string
}
const props = defineProps<{
  rows: readonly IntervalRow[]
  label: string
  /** The end of the scale; as far as needed where nothing is said. */
  most?: number | undefined
  tick: (value: number) => string
  isLying?: boolean
  /** Lines across upright rows, at a place counted in rows from the first: what happened then. */
  lines?: readonly { readonly before: number; readonly says: string; readonly isChange?: boolean }[]
}>()
const emit = defineEmits<{ open: [index: number] }>()

/** Beside a lying bar there is room for so many letters in a line. */
const LETTERS = 26
const written = computed(() =>
  props.rows.map(({ label }) => (props.isLying ? label.flatMap((line) => inLines(line)) : [...label])),
)
function inLines(text: string): string[] {
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && last.length + word.length < LETTERS) lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines
}

const data = computed<ChartData<'bar' | 'line'>>(() => {
  const { pale, ink, rule } = chartStyle.value
  const hasUsual = props.rows.some(({ usual }) => usual)
  return {
    labels: written.value,
    datasets: [
      {
        type: 'line' as const,
        data: props.rows.map(({ at }) => at),
        showLine: false,
        pointStyle: 'rectRot' as const,
        pointRadius: 5,
        pointHitRadius: 14,
        clip: 12,
        backgroundColor: ink,
        borderColor: ink,
      },
      {
        type: 'bar' as const,
        data: props.rows.map(({ from, to }) => [from, to] as [number, number]),
        backgroundColor: pale,
        borderColor: ink,
        borderWidth: 1,
        borderSkipped: false,
        maxBarThickness: 16,
      },
      ...(hasUsual
        ? [
            {
              type: 'bar' as const,
              data: props.rows.map(({ usual }) => (usual ? ([...usual] as [number, number]) : null)),
              backgroundColor: 'transparent',
              borderColor: rule,
              borderWidth: 2,
              borderSkipped: false,
              maxBarThickness: 16,
            },
          ]
        : []),
    ],
  }
})
const options = computed<ChartOptions<'bar' | 'line'>>(() => {
  const { soft, rule, family, size } = chartStyle.value
  const font = { family, size }
  const values = {
    min: 0,
    ...(props.most === undefined ? {} : { max: props.most }),
    grid: { color: rule },
    ticks: {
      color: soft,
      font,
      maxRotation: 0,
      callback: (value: string | number) => props.tick(Number(value)),
    },
  }
  const names = { grid: { display: false }, ticks: { color: soft, font, autoSkip: false } }
  return {
    indexAxis: props.isLying ? 'y' : 'x',
    animation: false,
    responsive: true,
    maintainAspectRatio: false,
    scales: props.isLying ? { x: values, y: names } : { x: names, y: values },
    plugins: {
      legend: { display: false },
      tooltip: {
        bodyFont: font,
        titleFont: font,
        displayColors: false,
        filter: ({ datasetIndex }) => datasetIndex === 0,
        callbacks: { label: ({ dataIndex }) => props.rows[dataIndex]?.says ?? '' },
      },
    },
    onClick: (_, elements) => {
      const [first] = elements
      if (first) emit('open', first.index)
    },
  }
})
/** Lines across the whole height, with their words at the top. */
const lined: Plugin<'bar' | 'line'> = {
  id: 'lined',
  afterDraw({ ctx, chartArea, scales }) {
    const { stop, waiting, family, size } = chartStyle.value
    const scale = scales['x']
    if (props.isLying || !scale) return
    const width = (scale.getPixelForValue(1) || 0) - (scale.getPixelForValue(0) || 0)
    ctx.save()
    ctx.font = `${size}px ${family}`
    for (const [nth, { before, says, isChange }] of (props.lines ?? []).entries()) {
      const x = scale.getPixelForValue(0) + (before - 0.5) * width
      ctx.strokeStyle = ctx.fillStyle = isChange ? stop : waiting
      ctx.lineWidth = isChange ? 3 : 1.5
      ctx.setLineDash(isChange ? [] : [5, 4])
      ctx.beginPath()
      ctx.moveTo(x, chartArea.top)
      ctx.lineTo(x, chartArea.bottom)
      ctx.stroke()
      ctx.fillText(says, x + 4, chartArea.bottom - 6 - (nth % 3) * (size + 2))
    }
    ctx.restore()
  },
}
/** What is there to be said of; a key opens what a click on the drawing does. */
const counted = computed(() =>
  props.rows.flatMap((one, index) => (one.says === '' ? [] : [{ ...one, index }])),
)
const LINE_PX = 19
const height = computed(() =>
  props.isLying ? 36 + written.value.reduce((all, lines) => all + lines.length * LINE_PX + 8, 0) : 260,
)
</script>

<template>
  <div class="relative min-w-0 overflow-hidden" :style="{ height: `${height}px` }">
    <Chart
      type="bar"
      :data="data as ChartData"
      :options="options as ChartOptions"
      :plugins="[lined as Plugin]"
      role="img"
      :aria-label="label"
    />
  </div>
  <details class="mt-1">
    <summary>{{ say('seenHere.asTable') }}</summary>
    <table class="text-[0.95rem]">
      <caption class="sr-only">
        {{
          label
        }}
      </caption>
      <tbody>
        <tr v-for="(one, index) in counted" :key="index" class="border-b border-rule">
          <th scope="row" class="pe-6 text-start font-normal">{{ one.label[0] }}</th>
          <td class="pe-6">
            <button type="button" class="min-h-7 px-1 underline" @click="emit('open', one.index)">
              {{ one.says }}
            </button>
          </td>
          <td class="text-ink-soft">
            {{ say('seenHere.eightIn10', { from: tick(one.from), to: tick(one.to) }) }}
          </td>
        </tr>
      </tbody>
    </table>
  </details>
</template>
