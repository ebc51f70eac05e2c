<script setup lang="ts">
import {
  ACTION_SHORT,
  type Alternative,
  type Figures,
  type Option,
  type RouteAction,
} from '@benevox/core/route'
import { computed } from 'vue'
import { calendarText, chanceText, money, wholeMoney } from '../words/en.ts'

/** What each option comes to by itself, and, told apart, what follows where it does not help. */
const props = defineProps<{
  option: Option
  main: RouteAction
  alternatives: readonly Alternative[]
}>()
/** Beside the main option there is room for so many. */
const SHOWN = 3
const columns = computed<readonly Alternative[]>(() => [
  { action: props.main, ...props.option },
  ...props.alternatives.filter(({ action }) => action !== props.main).slice(0, SHOWN),
])
/** Without cents where there are none: the columns are narrow. */
const short = (minor: number, currency: string) =>
  minor % 100 === 0 ? wholeMoney(minor, currency) : money(minor, currency)
const price = ({ quote: { leastMinor, mostMinor, currency } }: Figures) =>
  leastMinor === mostMinor
    ? short(mostMinor, currency)
    : `${short(leastMinor, currency)} to ${short(mostMinor, currency)}`
const isNothing = ({ own: { benchMinutes } }: Alternative) => benchMinutes === 0
type Row = readonly [name: string, text: (of: Alternative) => string]
const OWN: readonly Row[] = [
  ['helps', ({ own }) => chanceText(own.solved)],
  ['data lost', ({ own }) => chanceText(own.dataLost)],
  ['account stays', ({ own }) => chanceText(own.ends['account-lock-stays'] ?? 0)],
  ['carrier stays', ({ own }) => chanceText(own.ends['carrier-lock-stays'] ?? 0)],
  ['at the bench', ({ own }) => `${Math.round(own.benchMinutes)} min`],
  ['takes', ({ own }) => calendarText(own.calendarMinutes.p50)],
  ['price', ({ own }) => price(own)],
]
const IN_ALL: readonly Row[] = [
  ['if not, next', ({ ifNot }) => (ifNot ? ACTION_SHORT[ifNot] : '–')],
  ['solved', ({ inAll }) => chanceText(inAll.solved)],
  ['data lost', ({ inAll }) => chanceText(inAll.dataLost)],
  ['ready in', ({ inAll }) => calendarText(inAll.calendarMinutes.p50)],
  ['nine in ten', ({ inAll }) => calendarText(inAll.calendarMinutes.p90)],
  ['price', ({ inAll }) => price(inAll)],
  ['deposit', ({ inAll }) => short(inAll.quote.depositMinor, inAll.quote.currency)],
]
/** A lock that stays in no case is not worth a line. */
const parts = computed(() => [
  {
    title: undefined,
    rows: OWN.filter(
      ([name, text]) => !name.endsWith('stays') || columns.value.some((one) => text(one) !== 'no'),
    ),
  },
  columns.value.some(({ ifNot }) => ifNot)
    ? { title: 'With all that follows', rows: IN_ALL }
    : { title: '', rows: IN_ALL.filter(([name]) => name === 'nine in ten' || name === 'deposit') },
])
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
    <tbody v-for="{ title, rows } in parts" :key="title ?? ''">
      <tr v-if="title && rows.length" class="border-b border-rule">
        <th :colspan="columns.length + 1" scope="rowgroup" class="pt-2 font-bold">{{ title }}</th>
      </tr>
      <tr v-for="[name, text] in rows" :key="name" class="border-b border-rule">
        <th scope="row" class="w-[6.5rem] py-0.5 pr-2 font-normal text-ink-soft">{{ name }}</th>
        <td
          v-for="(column, index) in columns"
          :key="column.action"
          class="py-0.5 pr-2"
          :class="index === 0 ? 'font-bold' : 'text-ink-soft'"
        >
          {{ index > 0 && isNothing(column) && name !== 'helps' && name !== 'solved' ? '–' : text(column) }}
        </td>
      </tr>
    </tbody>
  </table>
</template>
