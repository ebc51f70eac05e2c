<script setup lang="ts">
import type { Alternative, Figures, RouteAction } from '@benevox/core/route'
import { ACTION_SHORT } from '@benevox/core/route'
import { computed } from 'vue'
import { calendarText, chanceText, money, wholeMoney } from '../words/en.ts'

/** What the route comes to, and the other ways beside it: none of them is better in everything. */
const props = defineProps<{
  figures: Figures
  main: RouteAction
  alternatives: readonly Alternative[]
}>()
/** Beside the main way there is room for so many. */
const SHOWN = 3
interface Column {
  readonly action: RouteAction
  readonly figures: Figures
}
const columns = computed<readonly Column[]>(() => [
  { action: props.main, figures: props.figures },
  ...props.alternatives.filter(({ action }) => action !== props.main).slice(0, SHOWN),
])
/** Without cents where there are none: the columns are narrow. */
const short = (minor: number, currency: string) =>
  minor % 100 === 0 ? wholeMoney(minor, currency) : money(minor, currency)
const price = ({ quote: { leastMinor, mostMinor, currency } }: Figures) =>
  leastMinor === mostMinor
    ? short(mostMinor, currency)
    : `${short(leastMinor, currency)} to ${short(mostMinor, currency)}`
const isNothing = ({ benchMinutes }: Figures) => benchMinutes === 0
const ROWS: readonly (readonly [string, (of: Figures) => string])[] = [
  ['solved', ({ solved }) => chanceText(solved)],
  ['data lost', ({ dataLost }) => chanceText(dataLost)],
  ['account stays', ({ ends }) => chanceText(ends['account-lock-stays'] ?? 0)],
  ['carrier stays', ({ ends }) => chanceText(ends['carrier-lock-stays'] ?? 0)],
  ['at the bench', ({ benchMinutes }) => `${Math.round(benchMinutes)} min`],
  ['ready in', ({ calendarMinutes }) => calendarText(calendarMinutes.p50)],
  ['nine in ten', ({ calendarMinutes }) => calendarText(calendarMinutes.p90)],
  ['price', price],
  ['deposit', ({ quote }) => short(quote.depositMinor, quote.currency)],
]
/** A lock that stays in no case is not worth a line. */
const rows = computed(() =>
  ROWS.filter(
    ([name, text]) => !name.endsWith('stays') || columns.value.some(({ figures }) => text(figures) !== 'no'),
  ),
)
</script>

<template>
  <table
    class="mt-3 w-full border-t-2 border-ink text-left text-[0.95rem]"
    aria-label="What each way comes to"
  >
    <thead>
      <tr class="border-b border-rule align-bottom">
        <td class="w-[6.5rem] py-1 pr-2"></td>
        <th
          v-for="(column, index) in columns"
          :key="column.action"
          scope="col"
          class="py-1 pr-2 leading-tight"
          :class="{ 'font-normal text-ink-soft': index > 0 }"
        >
          {{ ACTION_SHORT[column.action] }}
        </th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="[name, text] in rows" :key="name" class="border-b border-rule">
        <th scope="row" class="w-[6.5rem] py-0.5 pr-2 font-normal text-ink-soft">{{ name }}</th>
        <td
          v-for="(column, index) in columns"
          :key="column.action"
          class="py-0.5 pr-2"
          :class="index === 0 ? 'font-bold' : 'text-ink-soft'"
        >
          {{ index > 0 && isNothing(column.figures) && name !== 'solved' ? '–' : text(column.figures) }}
        </td>
      </tr>
    </tbody>
  </table>
</template>
