<script setup lang="ts">
import type { ShopResults } from '@benevox/contract'
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart as ChartJs,
  Legend,
  LinearScale,
  Tooltip,
} from 'chart.js'
import { computed } from 'vue'
import { Bar } from 'vue-chartjs'
import { chartStyle } from '../../parts/chartColours.ts'
import { say, words } from '../../words/index.ts'

/** What was billed month by month, by what it was for; of one currency. */
ChartJs.register(BarController, BarElement, CategoryScale, Legend, LinearScale, Tooltip)
const props = defineProps<{
  months: readonly (readonly [month: string, name: string])[]
  income: ShopResults['income']
  currency: string
}>()
const emit = defineEmits<{ open: [index: number] }>()
const KINDS = ['workMinor', 'feesMinor', 'ownMinor'] as const
const money = (minor: number) => words.money(Math.round(minor), props.currency)
const data = computed(() => {
  const { ink, brass, waitingPale } = chartStyle.value
  const colours = { workMinor: brass, feesMinor: waitingPale, ownMinor: ink }
  return {
    labels: props.months.map(([, name]) => name),
    datasets: KINDS.map((kind) => ({
      label: say(`income.${kind}`),
      data: props.months.map(
        ([month]) =>
          props.income.find((one) => one.month === month && one.currency === props.currency)?.[kind] ?? 0,
      ),
      backgroundColor: colours[kind],
      borderColor: ink,
      borderWidth: 1,
      maxBarThickness: 28,
    })),
  }
})
const options = computed(() => {
  const { soft, rule, family, size } = chartStyle.value
  const font = { family, size }
  return {
    animation: false as const,
    responsive: true,
    maintainAspectRatio: false,
    scales: {
      x: { stacked: true, grid: { display: false }, ticks: { color: soft, font } },
      y: {
        stacked: true,
        grid: { color: rule },
        ticks: { color: soft, font, callback: (value: string | number) => money(Number(value)) },
      },
    },
    plugins: {
      legend: { labels: { color: soft, font } },
      tooltip: {
        bodyFont: font,
        titleFont: font,
        callbacks: {
          label: ({ dataset, raw }: { dataset: { label?: string }; raw: unknown }) =>
            say('history.line', { what: dataset.label ?? '', more: money(Number(raw)) }),
        },
      },
    },
    onClick: (_: unknown, elements: readonly { readonly index: number }[]) => {
      const [first] = elements
      if (first) emit('open', first.index)
    },
  }
})
</script>

<template>
  <div class="relative h-64 min-w-0 overflow-hidden">
    <Bar :data="data" :options="options" role="img" :aria-label="say('seenHere.income')" />
  </div>
</template>
