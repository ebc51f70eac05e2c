<script setup lang="ts">
import {
  ACTION_SHORT,
  HOW_IT_ENDS,
  type Alternative,
  type Figures,
  type Given,
  type HowItEnds,
  type Option,
  type RouteAction,
} from '@benevox/core/route'
import { useSessionStorage } from '@vueuse/core'
import { computed, ref, toRef } from 'vue'
import { useBasis } from '../api/foresight.ts'
import { calendarText, chanceText, money, wholeMoney } from '../words/en.ts'
import RouteBasis from './RouteBasis.vue'

/** What each option comes to by itself, and, told apart, what follows where it does not help. */
const props = defineProps<{
  option: Option
  main: RouteAction
  alternatives: readonly Alternative[]
  /** What it all stands on. */
  given: Given | undefined
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
/** Where nothing is done, only how it ends is told. */
const isNothing = ({ own: { benchMinutes } }: Alternative) => benchMinutes === 0
const isEnding = (name: string) => Object.values(HOW_WORDS).includes(name)
const HOW_WORDS: Readonly<Record<HowItEnds, string>> = {
  'works-data-kept': 'works with data',
  'works-data-gone': 'works without',
  'carrier-lock-stays': 'carrier stays',
  'account-lock-stays': 'account stays',
  'not-solved': 'not solved',
}
type Row = readonly [name: string, text: (of: Alternative) => string]
/** Each way it can end; one that comes with no option is not worth a line. */
const endings = (of: (one: Alternative) => Figures): readonly Row[] =>
  HOW_IT_ENDS.map((how): Row => [HOW_WORDS[how], (one) => chanceText(of(one).howItEnds[how])]).filter(
    ([, text]) => columns.value.some((one) => text(one) !== 'no'),
  )
const own = computed<readonly Row[]>(() => [
  ...endings((one) => one.own),
  ['data lost', (one) => chanceText(one.own.dataLost)],
  ['at the bench', (one) => `${Math.round(one.own.benchMinutes)} min`],
  ['takes', (one) => calendarText(one.own.calendarMinutes.p50)],
  ['nine in ten', (one) => calendarText(one.own.calendarMinutes.p90)],
  ['price', (one) => price(one.own)],
])
const inAll = computed<readonly Row[]>(() => [
  ['if not, next', ({ ifNot }) => (ifNot ? ACTION_SHORT[ifNot] : '–')],
  ...endings((one) => one.inAll),
  ['data lost', (one) => chanceText(one.inAll.dataLost)],
  ['ready in', (one) => calendarText(one.inAll.calendarMinutes.p50)],
  ['nine in ten', (one) => calendarText(one.inAll.calendarMinutes.p90)],
  ['price', (one) => price(one.inAll)],
  ['deposit', (one) => short(one.inAll.quote.depositMinor, one.inAll.quote.currency)],
])
const when = (minutes: number) => (minutes === 0 ? 'at once' : `in ${calendarText(minutes)}`)
/** What the customer is told of the route, in one line; the rest is opened. */
const told = computed(() => {
  const { solved, calendarMinutes, quote } = props.option.inAll
  if (calendarMinutes.p90 === 0 && quote.mostMinor === 0) return 'nothing is done, nothing is to be paid'
  return `solved ${chanceText(solved)}, ready ${when(calendarMinutes.p50)}, nine in ten ${when(calendarMinutes.p90)}; ${price(props.option.inAll)}, deposit ${short(quote.depositMinor, quote.currency)}`
})
const isOpen = useSessionStorage('benevox.with-all-that-follows', false)
const asksWhy = ref(false)
const basis = useBasis(toRef(props, 'given'), toRef(props, 'main'), asksWhy)
</script>

<template>
  <table
    class="mt-3 w-full border-t-2 border-ink text-left text-[0.95rem]"
    aria-label="What each way comes to"
  >
    <thead>
      <tr class="border-b border-rule align-bottom">
        <td class="w-[7.3rem] py-1 pr-2"></td>
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
    <tbody v-for="rows in isOpen ? [own, inAll] : [own]" :key="rows === own ? 'own' : 'in all'">
      <tr v-if="rows === inAll" class="border-b border-rule">
        <th :colspan="columns.length + 1" scope="rowgroup" class="pt-2 font-bold">With all that follows</th>
      </tr>
      <tr v-for="[name, text] in rows" :key="name" class="border-b border-rule">
        <th scope="row" class="w-[7.3rem] py-0.5 pr-2 leading-tight font-normal text-ink-soft">{{ name }}</th>
        <td
          v-for="(column, index) in columns"
          :key="column.action"
          class="py-0.5 pr-1.5"
          :class="[index === 0 ? 'font-bold' : 'text-ink-soft', { 'whitespace-nowrap': name !== 'price' }]"
        >
          {{
            index > 0 && isNothing(column) && (!isEnding(name) || text(column) === 'no') ? '–' : text(column)
          }}
        </td>
      </tr>
    </tbody>
  </table>
  <p class="mt-1.5 text-[0.95rem]" data-testid="told-in-all">
    <b>With all that follows:</b> {{ told }}.
    <button type="button" class="underline" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ isOpen ? 'less' : 'each way' }}
    </button>
    ·
    <button type="button" class="underline" :aria-expanded="asksWhy" @click="asksWhy = !asksWhy">
      {{ asksWhy ? 'enough' : 'what it rests on' }}
    </button>
  </p>
  <RouteBasis
    v-if="asksWhy && basis"
    :option="{ action: main, ...option }"
    :rows="own"
    :basis="basis"
    :has-own-times="given?.device?.wipeAndStartMs !== undefined"
  />
</template>
