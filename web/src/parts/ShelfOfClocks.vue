<script setup lang="ts">
import type { JobSummary } from '@benevox/contract'
import { useLocalStorage, useNow, useTitle } from '@vueuse/core'
import { computed, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useStationCounts } from '../api/stationCounts.ts'
import { useSignal } from './useSignal.ts'
import { minutesText, say, words } from '../words/index.ts'

/** The clocks that run on other devices, at the edge of every screen: what each waits for and what comes next. */
const counts = useStationCounts()
const now = useNow({ interval: 1000 })
const told = useLocalStorage<string[]>('benevox.told-clocks', [])
const signal = useSignal()

type Clock = (typeof counts.waiting)[number]
/** Timers of minutes always; what is waited for for hours or days only once it is due. */
const OF_MINUTES = ['charging', 'wipe', 'first-start'] as const
type OfMinutes = (typeof OF_MINUTES)[number]
const ofMinutes = (what: Clock['waits']['for']): OfMinutes | undefined =>
  OF_MINUTES.find((one) => one === what)
const clocks = computed(() => counts.waiting.filter((clock) => ofMinutes(clock.waits.for) || isDue(clock)))
const nameOf = ({ id, waits }: Clock) => `${id} ${waits.for} ${waits.since}`
const leftMs = ({ waits }: Clock) => Date.parse(waits.until) - now.value.getTime()
const isDue = (clock: Clock) => leftMs(clock) <= 0
const isLate = ({ waits }: Clock) => Date.parse(waits.latest) < now.value.getTime()
const due = computed(() =>
  clocks.value.filter((clock) => isDue(clock) && !told.value.includes(nameOf(clock))),
)
/** Those that nobody has to be told of: not due yet, or told already. */
const quiet = computed(() => clocks.value.filter((clock) => !due.value.includes(clock)))
const page = useRoute()
/** There its line stands also while it is empty. */
const isAtTheBench = computed(() => page.path.startsWith('/bench/'))
const tell = (clock: Clock) => (told.value = [...told.value, nameOf(clock)].slice(-50))
/** Minutes and seconds, hours or days by the words. */
const overdueText = (ms: number) => (ms < 3_600_000 ? minutesText(ms) : words.wait(ms))
const stationOf = ({ station, id }: JobSummary) => `/${station === 'closed' ? 'jobs' : station}/${id}`

const title = useTitle()
watch(
  () => due.value.length,
  (many, before) => {
    if (many > before) signal.ring()
    title.value = many > 0 ? say('timers.due', { count: String(many) }) : 'Benevox'
  },
)
</script>

<template>
  <!-- One line of one height, due or not: what is looked at below never moves under busy hands. -->
  <aside
    v-if="clocks.length || isAtTheBench"
    :aria-label="say('timers.label')"
    class="flex h-12 items-center gap-x-5 overflow-x-auto overflow-y-hidden border-b-2 border-ink bg-paper-deep px-6 whitespace-nowrap"
  >
    <p
      v-for="clock in due"
      :key="nameOf(clock)"
      role="status"
      class="flex items-center gap-3 self-stretch bg-brass-pale px-3 first:-ms-6 first:ps-6"
    >
      <span
        ><span class="font-mono">{{ clock.ticket }}</span> {{ say(`shelf.${clock.waits.for}.due`) }}</span
      >
      <RouterLink
        class="act !min-h-0 !py-0.5"
        :to="stationOf(clock)"
        :title="clock.device"
        @click="tell(clock)"
        >{{ say('timers.look') }}</RouterLink
      >
      <button class="underline" @click="tell(clock)">{{ say('askNow.later') }}</button>
    </p>
    <ul class="flex gap-x-6">
      <li v-for="clock in quiet" :key="nameOf(clock)">
        <RouterLink
          :to="stationOf(clock)"
          class="flex items-baseline gap-2 hover:underline"
          :title="clock.device"
        >
          <span class="font-mono">{{ clock.ticket }}</span>
          <span>{{ say(`waits.${clock.waits.for}`) }}</span>
          <b class="font-mono" :class="{ 'text-stop': isLate(clock) }">{{
            isDue(clock) ? `+${overdueText(-leftMs(clock))}` : minutesText(leftMs(clock))
          }}</b>
          <span class="text-ink-soft">{{
            isLate(clock)
              ? say('shelf.tooLong')
              : isDue(clock) || !ofMinutes(clock.waits.for)
                ? say('shelf.shouldBeDone')
                : say(`shelf.${ofMinutes(clock.waits.for) ?? 'charging'}.then`)
          }}</span>
        </RouterLink>
      </li>
    </ul>
  </aside>
</template>
