<script setup lang="ts">
import {
  HOW_IT_ENDS,
  type Alternative,
  type Figures,
  type Given,
  type Option,
  type RouteAction,
} from '@benevox/core/route'
import { useSessionStorage } from '@vueuse/core'
import { computed, ref, toRef } from 'vue'
import { useBasis } from '../api/foresight.ts'
import OptionBars from './OptionBars.vue'
import RouteBasis from './RouteBasis.vue'
import { chanceText, say, words } from '../words/index.ts'

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
  minor % 100 === 0 ? words.wholeMoney(minor, currency) : words.money(minor, currency)
const price = ({ quote: { leastMinor, mostMinor, currency } }: Figures) =>
  leastMinor === mostMinor
    ? short(mostMinor, currency)
    : say('figures.range', { least: short(leastMinor, currency), most: short(mostMinor, currency) })
/** Where nothing is done, only how it ends is told. */
const isNothing = ({ own: { benchMinutes } }: Alternative) => benchMinutes === 0
type Row = readonly [name: string, text: (of: Alternative) => string, kind?: 'ending' | 'price']
/** Each way it can end; one that comes with no option is not worth a line. */
const endings = (of: (one: Alternative) => Figures): readonly Row[] =>
  HOW_IT_ENDS.filter((how) => columns.value.some((one) => of(one).howItEnds[how] > 0)).map((how) => [
    say(`ends.${how}`),
    (one) => chanceText(of(one).howItEnds[how]),
    'ending',
  ])
const span = (minutes: number) => (minutes < 1 ? say('figures.atOnce') : words.span(minutes))
const own = computed<readonly Row[]>(() => [
  ...endings((one) => one.own),
  [say('figures.dataLost'), (one) => chanceText(one.own.dataLost)],
  [say('figures.atBench'), (one) => say('figures.minutes', { minutes: Math.round(one.own.benchMinutes) })],
  [say('figures.takes'), (one) => span(one.own.calendarMinutes.p50)],
  [say('figures.nineInTen'), (one) => span(one.own.calendarMinutes.p90)],
  [say('figures.price'), (one) => price(one.own), 'price'],
])
const inAll = computed<readonly Row[]>(() => [
  [say('figures.ifNot'), ({ ifNot }) => (ifNot ? say(`actionShort.${ifNot}`) : '–')],
  ...endings((one) => one.inAll),
  [say('figures.dataLost'), (one) => chanceText(one.inAll.dataLost)],
  [say('figures.readyIn'), (one) => span(one.inAll.calendarMinutes.p50)],
  [say('figures.nineInTen'), (one) => span(one.inAll.calendarMinutes.p90)],
  [say('figures.price'), (one) => price(one.inAll), 'price'],
  [say('figures.deposit'), (one) => short(one.inAll.quote.depositMinor, one.inAll.quote.currency)],
])
/** What the customer is told of the route, in one line; the rest is opened. */
const told = computed(() => {
  const { solved, calendarMinutes, quote } = props.option.inAll
  if (calendarMinutes.p90 === 0 && quote.mostMinor === 0) return say('figures.nothing')
  return say('figures.told', {
    solved: chanceText(solved),
    half: span(calendarMinutes.p50),
    late: span(calendarMinutes.p90),
    price: price(props.option.inAll),
    deposit: short(quote.depositMinor, quote.currency),
  })
})
const timeText = ({ own: { calendarMinutes } }: Alternative) =>
  calendarMinutes.p50 === calendarMinutes.p90
    ? span(calendarMinutes.p50)
    : say('figures.timeRange', { half: span(calendarMinutes.p50), late: span(calendarMinutes.p90) })
const isOpen = useSessionStorage('benevox.with-all-that-follows', false)
const asksWhy = ref(false)
const basis = useBasis(toRef(props, 'given'), toRef(props, 'main'), asksWhy)
</script>

<template>
  <OptionBars :options="columns" :time="timeText" :price="(one) => price(one.own)" />
  <table
    v-if="isOpen"
    class="mt-3 w-full border-t-2 border-ink text-start text-[0.95rem]"
    :aria-label="say('figures.asTable')"
  >
    <thead>
      <tr class="border-b border-rule align-bottom">
        <td class="w-[7.3rem] py-1 pe-2"></td>
        <th
          v-for="(column, index) in columns"
          :key="column.action"
          scope="col"
          class="py-1 pe-2 leading-tight"
          :class="{ 'font-normal text-ink-soft': index > 0 }"
        >
          {{ say(`actionShort.${column.action}`) }}
        </th>
      </tr>
    </thead>
    <tbody v-for="rows in [own, inAll]" :key="rows === own ? 'own' : 'in all'">
      <tr v-if="rows === inAll" class="border-b border-rule">
        <th :colspan="columns.length + 1" scope="rowgroup" class="pt-2 font-bold">
          {{ say('figures.inAll') }}
        </th>
      </tr>
      <tr v-for="[name, text, kind] in rows" :key="name" class="border-b border-rule">
        <th scope="row" class="w-[7.3rem] py-0.5 pe-2 leading-tight font-normal text-ink-soft">{{ name }}</th>
        <td
          v-for="(column, index) in columns"
          :key="column.action"
          class="py-0.5 pe-1.5"
          :class="[index === 0 ? 'font-bold' : 'text-ink-soft', { 'whitespace-nowrap': kind !== 'price' }]"
        >
          {{
            index > 0 && isNothing(column) && (kind !== 'ending' || text(column) === chanceText(0))
              ? '–'
              : text(column)
          }}
        </td>
      </tr>
    </tbody>
  </table>
  <p class="mt-1.5 text-[0.95rem]" data-testid="told-in-all">
    <b>{{ say('figures.inAllColon') }}</b> {{ told }}.
    <button type="button" class="underline" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ isOpen ? say('figures.less') : say('figures.each') }}
    </button>
    ·
    <button type="button" class="underline" :aria-expanded="asksWhy" @click="asksWhy = !asksWhy">
      {{ asksWhy ? say('figures.close') : say('figures.why') }}
    </button>
  </p>
  <RouteBasis
    v-if="asksWhy && basis && given"
    :option="{ action: main, ...option }"
    :rows="own"
    :basis="basis"
    :has-own-times="given.device?.wipeAndStartMs !== undefined"
    :given="given"
  />
</template>
