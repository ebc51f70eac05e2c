<script setup lang="ts">
import type { ShopResults } from '@benevox/contract'
import { believed, chanceAfter, OUTCOMES, type Experience } from '@benevox/core/results'
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useCatalog } from '../../api/catalog.ts'
import { call } from '../../api/client.ts'
import OneOf from '../../parts/OneOf.vue'
import { chanceText, say, words } from '../../words/index.ts'
import IncomeChart from './IncomeChart.vue'
import SuppliersTable from './SuppliersTable.vue'
import IntervalChart, { type IntervalRow } from './IntervalChart.vue'

/** What the shop's jobs have shown, each figure with how many it rests on and how sure it is. */
const catalog = useCatalog()
const router = useRouter()
const months = ref<'3' | '12' | '36'>('12')
const own = ref<'yes' | 'no'>('no')
/** Nobody's jobs are counted by themselves: of one person there are attempts alone. */
const isOfAll = computed(() => own.value === 'no')
const results = ref<ShopResults>()
const experience = ref<Experience>({})
const fault = ref('')
async function load(): Promise<void> {
  const asked = { months: months.value, own: own.value }
  try {
    const query = { months: asked.months, ...(asked.own === 'yes' ? { own: 'yes' as const } : {}) }
    const [shop, seen] = await Promise.all([call('getShopResults', { query }), call('getExperience', {})])
    // What was asked for last is what is shown.
    if (asked.months !== months.value || asked.own !== own.value) return
    results.value = shop
    experience.value = seen.experience
    fault.value = ''
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
onMounted(load)
watch([months, own], () => void load())

type Method = ShopResults['methods'][number]
const nameOf = ({ familyId, methodId }: Pick<Method, 'familyId' | 'methodId'>) => {
  const family = catalog.pack?.families.find(({ id }) => id === familyId)
  const method = family?.methods.find(({ id }) => id === methodId)
  return { family: family?.name ?? familyId, method: method?.name ?? methodId }
}
const DAYS_OF_A_MONTH = 31
/** Nothing is known before: what is usual of a method is that it works. */
const USUAL = 0.8
const sureness = ({ reached, attempts }: { readonly reached: number; readonly attempts: number }) =>
  chanceAfter(reached, attempts, USUAL)
const percent = (value: number) => words.percent(value)
const row = (
  label: string,
  counted: { readonly reached: number; readonly attempts: number },
): IntervalRow => {
  const { from, to } = sureness(counted)
  const says = say('taught.counted', { worked: counted.reached, all: counted.attempts })
  return { label: [label, says], from, to, at: counted.reached / Math.max(1, counted.attempts), says }
}
const methods = computed(() => results.value?.methods ?? [])
const chosen = ref(0)
const method = computed(() => methods.value[chosen.value] ?? methods.value[0])
const monthName = (month: string) => words.month(month)
/** Every month that is shown, those of the method with what was tried in them. */
const byMonth = computed(() =>
  (results.value?.months ?? []).map((month) => ({
    month,
    counted: method.value?.byMonth.find((one) => one.month === month) ?? { reached: 0, attempts: 0 },
  })),
)
const monthRows = computed(() =>
  byMonth.value.map(({ month, counted }) =>
    counted.attempts > 0
      ? row(monthName(month), counted)
      : { label: [monthName(month)], from: Number.NaN, to: Number.NaN, at: Number.NaN, says: '' },
  ),
)
/** Where an instant is among the months: whole where one begins. */
function placeOf(instant: string): number {
  const months = results.value?.months ?? []
  const nth = months.findLastIndex((month) => `${month}-01` <= instant)
  return nth < 0 ? 0 : nth + (Number(instant.slice(8, 10)) - 1) / DAYS_OF_A_MONTH
}
const lines = computed(() => [
  ...(method.value?.systems ?? []).map(({ version, since }) => ({
    before: placeOf(since),
    says: say('seenHere.system', { version: String(version) }),
  })),
  ...(method.value?.change
    ? [{ before: placeOf(method.value.change.since), says: say('seenHere.change'), isChange: true }]
    : []),
])
const changeSaid = computed(() => {
  const { change } = method.value ?? {}
  if (!change) return ''
  const { before, after, since } = change
  return say('seenHere.changeSaid', {
    day: words.day(since),
    worked: after.reached,
    all: after.attempts,
    workedBefore: before.reached,
    allBefore: before.attempts,
  })
})
const openJobs = (query: Record<string, string>) => void router.push({ path: '/jobs', query })
function openMonth(index: number): void {
  const month = byMonth.value[index]?.month
  if (!month || !method.value) return
  const { familyId, methodId } = method.value
  openJobs({ family: familyId, method: methodId, tried: month })
}

/** What is usual is one figure: drawn as a narrow frame. */
const MARK = 0.006
const outcomes = computed(() =>
  OUTCOMES.map((of) => believed(of, experience.value))
    .filter(({ all }) => all > 0)
    .map(({ of, worked, all, from, to, usual }) => ({
      of,
      label: [say(`learnt.${of}`), say('taught.counted', { worked, all })],
      from,
      to,
      at: worked / all,
      usual: [usual - MARK, usual + MARK] as const,
      says: say('seenHere.beside', {
        counted: say('taught.counted', { worked, all }),
        usual: chanceText(usual),
      }),
    })),
)
const cables = computed(() =>
  (results.value?.cables ?? []).map(({ cable, link, all }) =>
    row(
      cable === null
        ? say('seenHere.noCable', { link: say(`link.${link as 'computer'}`) })
        : say('seenHere.cable', { cable, link: say(`link.${link as 'computer'}`) }),
      all,
    ),
  ),
)
type Timed = Omit<ShopResults['wipes'][number], 'familyId'>
const minutes = (value: number) => words.wait(value * 60_000)
/** How long something took: 8 in 10, and the middle. */
const timed = (name: string, { count, p10, p50, p90, usual }: Timed) => ({
  label: [name, say('seenHere.counted', { count })],
  from: p10,
  to: p90,
  at: p50,
  usual: usual && ([usual.least, usual.most] as const),
  says: say('seenHere.wipe', { count, half: minutes(p50), late: minutes(p90) }),
})
const familyName = (familyId: string) => nameOf({ familyId, methodId: '' }).family
/** Where the time of jobs went, and what takes a time of the device's own, against the catalogue's range. */
const took = computed(() => {
  const { spent = [], wipes = [], firstStarts = [], charges = [] } = results.value ?? {}
  const ofFamilies = (rows: ShopResults['wipes']) => ({
    about: say('seenHere.wipesAbout'),
    rows: rows.map((one) => timed(familyName(one.familyId), one)),
    jobs: rows.map(({ familyId }) => ({ family: familyId })),
  })
  return [
    {
      title: say('seenHere.spent'),
      about: say('seenHere.spentAbout'),
      rows: spent.map((one) => timed(say(`spentOn.${one.of}`), { ...one, usual: undefined })),
      jobs: spent.map(() => ({ station: 'closed' })),
    },
    { title: say('seenHere.wipes'), ...ofFamilies(wipes) },
    { title: say('seenHere.firstStarts'), ...ofFamilies(firstStarts) },
    { title: say('seenHere.charges'), ...ofFamilies(charges) },
  ].filter(({ rows }) => rows.length > 0)
})
const promises = computed(() =>
  (results.value?.promises ?? []).map(({ of, kept, missed }) => ({
    ...row(say(`promiseKept.${of}`), { reached: kept, attempts: kept + missed }),
    of,
  })),
)
const currencies = computed(() => [...new Set(results.value?.income.map(({ currency }) => currency))])
const monthNames = computed(() =>
  (results.value?.months ?? []).map((month) => [month, monthName(month)] as const),
)
function openCable(at: number): void {
  const cable = results.value?.cables[at]?.cable
  if (typeof cable === 'number') openJobs({ cable: String(cable) })
}
function openIncome(index: number): void {
  const month = results.value?.months[index]
  if (month) openJobs({ billed: month })
}
</script>

<template>
  <main class="min-w-0 flex-1 px-6 py-5">
    <div class="flex flex-wrap items-center gap-x-6 gap-y-2">
      <h1>{{ say('station.results') }}</h1>
      <OneOf
        v-model="months"
        :label="say('seenHere.howLong')"
        :answers="[
          ['3', say('seenHere.months', { count: 3 })],
          ['12', say('seenHere.months', { count: 12 })],
          ['36', say('seenHere.months', { count: 36 })],
        ]"
      />
      <OneOf
        v-model="own"
        :label="say('seenHere.whose')"
        :answers="[
          ['no', say('seenHere.allTogether')],
          ['yes', say('seenHere.mine')],
        ]"
      />
    </div>
    <p class="mt-1 text-ink-soft">{{ say('seenHere.about') }}</p>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <template v-if="results">
      <section class="mt-5" :aria-label="say('seenHere.methods')">
        <h2 class="border-b-2 border-ink pb-1">{{ say('seenHere.methods') }}</h2>
        <p v-if="!method" class="mt-2">{{ say('seenHere.nothing') }}</p>
        <div v-else class="mt-2 flex flex-wrap gap-6">
          <ul
            class="max-h-80 min-w-0 flex-[1_1_18rem] overflow-y-auto border-y border-rule"
            data-testid="methods"
          >
            <li v-for="(one, index) in methods" :key="`${one.familyId} ${one.methodId}`">
              <button
                type="button"
                class="flex w-full items-baseline gap-2 border-s-[6px] px-2 py-1.5 text-start"
                :class="one === method ? 'border-ink bg-paper-deep font-bold' : 'border-transparent'"
                :aria-pressed="one === method"
                @click="chosen = index"
              >
                <span class="flex-1 leading-tight"
                  >{{ nameOf(one).family }}<br /><span class="font-normal text-ink-soft">{{
                    nameOf(one).method
                  }}</span></span
                >
                <b v-if="one.change" class="text-stop">{{ say('seenHere.change') }}</b>
                <span class="font-mono whitespace-nowrap">{{
                  say('taught.counted', { worked: one.all.reached, all: one.all.attempts })
                }}</span>
              </button>
            </li>
          </ul>
          <div class="min-w-0 flex-[3_1_32rem]">
            <IntervalChart
              :rows="monthRows"
              :lines="lines"
              :most="1"
              :tick="percent"
              :label="
                say('seenHere.methodsSaid', { method: nameOf(method).method, family: nameOf(method).family })
              "
              @open="openMonth"
            />
            <p
              v-if="changeSaid"
              class="mt-1 border-s-4 border-stop bg-stop-pale px-3 py-1.5"
              data-testid="change"
            >
              {{ changeSaid }}
            </p>
          </div>
        </div>
      </section>
      <div class="mt-6 grid grid-cols-[repeat(auto-fit,minmax(min(26rem,100%),1fr))] gap-x-10 gap-y-6">
        <section v-if="isOfAll && outcomes.length" class="min-w-0" :aria-label="say('seenHere.outcomes')">
          <h2 class="border-b-2 border-ink pb-1">{{ say('seenHere.outcomes') }}</h2>
          <IntervalChart
            :rows="outcomes"
            :most="1"
            :tick="percent"
            is-lying
            :label="say('seenHere.outcomes')"
            @open="(at) => openJobs({ outcome: outcomes[at]?.of ?? '' })"
          />
          <p class="text-ink-soft">{{ say('seenHere.newest') }}</p>
        </section>
        <section v-if="isOfAll && promises.length" class="min-w-0" :aria-label="say('seenHere.promises')">
          <h2 class="border-b-2 border-ink pb-1">{{ say('seenHere.promises') }}</h2>
          <IntervalChart
            :rows="promises"
            :most="1"
            :tick="percent"
            is-lying
            :label="say('seenHere.promises')"
            @open="(at) => openJobs({ outcome: `promise-${promises[at]?.of ?? ''}` })"
          />
          <p class="text-ink-soft">{{ say('seenHere.promisesAbout') }}</p>
        </section>
        <section v-if="cables.length" class="min-w-0" :aria-label="say('seenHere.cables')">
          <h2 class="border-b-2 border-ink pb-1">{{ say('seenHere.cables') }}</h2>
          <IntervalChart
            :rows="cables"
            :most="1"
            :tick="percent"
            is-lying
            :label="say('seenHere.cables')"
            @open="openCable"
          />
        </section>
        <section v-for="one in isOfAll ? took : []" :key="one.title" class="min-w-0" :aria-label="one.title">
          <h2 class="border-b-2 border-ink pb-1">{{ one.title }}</h2>
          <IntervalChart
            :rows="one.rows"
            :tick="minutes"
            is-lying
            :label="one.title"
            @open="(at) => one.jobs[at] && openJobs(one.jobs[at])"
          />
          <p class="text-ink-soft">{{ one.about }} {{ say('seenHere.newest') }}</p>
        </section>
        <SuppliersTable v-if="isOfAll && results.suppliers.length" :suppliers="results.suppliers" />
        <section
          v-for="currency in isOfAll ? currencies : []"
          :key="currency"
          class="min-w-0"
          :aria-label="say('seenHere.income')"
        >
          <h2 class="border-b-2 border-ink pb-1">{{ say('seenHere.income') }}</h2>
          <IncomeChart
            :months="monthNames"
            :income="results.income"
            :currency="currency"
            @open="openIncome"
          />
        </section>
      </div>
    </template>
  </main>
</template>
