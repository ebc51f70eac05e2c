<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { flawOf } from '@benevox/core/catalog'
import { fieldText, flawText } from '@benevox/words'
import { priceList, WORK, type PriceList } from '@benevox/core/price'
import { computed, onMounted, ref, useTemplateRef } from 'vue'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import ConnectionsSection from './ConnectionsSection.vue'
import ChangedBy from './ChangedBy.vue'
import CalendarSection from './CalendarSection.vue'
import ResultsSection from './ResultsSection.vue'
import KitSection from './KitSection.vue'
import OpeningSection from './OpeningSection.vue'
import ShopSection from './ShopSection.vue'
import RetentionSection from './RetentionSection.vue'
import OwnSecretsSection from './OwnSecretsSection.vue'
import SecondStepSection from './SecondStepSection.vue'
import SetUpList from './SetUpList.vue'
import SettingsField from './SettingsField.vue'
import TaughtSection from './TaughtSection.vue'
import WarrantySection from './WarrantySection.vue'
import { say, words } from '../../words/index.ts'

/** The shop's prices, its hours and what it weighs when a route is decided. A supervisor changes them; jobs keep what they were quoted. */
const sessions = useSession()
const isSupervisor = computed(() => sessions.isSupervisor)
const prices = ref<PriceList>()
/** As it was told: whose list it is, and since when. */
const told = ref<Answer<'getPrices'>>()
const shopSection = useTemplateRef('shopSection')
const says = ref('')
const fault = ref('')

const FEES = [
  'registryReport',
  'carrierOrderFrom',
  'carrierOrderTo',
  'makersService',
] as const satisfies readonly (keyof PriceList['fees'])[]
const WEIGHTS = [
  'workingDeviceMinor',
  'releasedCarrierMinor',
  'setUpAgainMinor',
  'benchHourMinor',
  'waitingDayMinor',
  'wrongDeviceMinor',
] as const satisfies readonly (keyof PriceList['weights'])[]

onMounted(async () => {
  try {
    take(await call('getPrices', {}))
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
})

function take(given: Answer<'getPrices'>): void {
  told.value = given
  prices.value = given.prices
}
const shown = (minor: number) => (minor / 100).toFixed(2)
/** What is no amount is left as it was. */
function amount(text: string, set: (minor: number) => void): void {
  const value = Number(text.replace(',', '.'))
  if (text.trim() !== '' && Number.isFinite(value) && value >= 0) set(Math.round(value * 100))
  says.value = ''
}
const percent = (share: number) => String(Math.round(share * 1000) / 10)
function share(text: string, set: (value: number) => void): void {
  const value = Number(text.replace(',', '.'))
  if (text.trim() !== '' && value >= 0 && value <= 100) set(value / 100)
}
async function keep(): Promise<void> {
  const read = priceList.safeParse(prices.value)
  fault.value = ''
  if (!read.success) {
    fault.value = read.error.issues
      .map((issue) =>
        say('problem.field', {
          field: fieldText(issue.path as (string | number)[], words),
          because: flawText(flawOf(issue), words),
        }),
      )
      .join(' ')
    return
  }
  try {
    take(await call('changePrices', { body: { prices: read.data, base: told.value?.id ?? 0 } }))
    says.value = say('settings.saved')
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
interface Row {
  readonly name: string
  readonly minor: number
  readonly set: (minor: number) => void
}
const groups = computed<readonly { name: string; title: string; rows: readonly Row[] }[]>(() => {
  const list = prices.value
  if (!list) return []
  return [
    {
      name: 'work',
      title: say('settings.work'),
      rows: WORK.map((work) => ({
        name: say(`work.${work}`),
        minor: list.work[work],
        set: (minor) => (list.work[work] = minor),
      })),
    },
    {
      name: 'fees',
      title: say('settings.fees'),
      rows: FEES.map((fee) => ({
        name: say(`fee.${fee}`),
        minor: list.fees[fee],
        set: (minor) => (list.fees[fee] = minor),
      })),
    },
    {
      name: 'values',
      title: say('settings.values'),
      rows: [
        ...WEIGHTS.map((weight) => ({
          name: say(`value.${weight}`),
          minor: list.weights[weight],
          set: (minor: number) => (list.weights[weight] = minor),
        })),
        ...(['none', 'some', 'precious'] as const).map((worth) => ({
          name: say(`dataValue.${worth}`),
          minor: list.weights.dataMinor[worth],
          set: (minor: number) => (list.weights.dataMinor[worth] = minor),
        })),
      ],
    },
  ]
})
/** As many numbers as were typed; what they must be is said when they are kept. */
function reminders(text: string): void {
  const days = text.split(/[\s,;]+/).filter(Boolean)
  if (prices.value) prices.value.remindAfterDays = days.map(Number)
}
const shares = computed(() => {
  const list = prices.value
  return list
    ? [
        { name: say('settings.tax'), share: list.taxRate, set: (to: number) => (list.taxRate = to) },
        {
          name: say('settings.deposit'),
          share: list.depositShare,
          set: (to: number) => (list.depositShare = to),
        },
      ]
    : []
})
</script>

<template>
  <main class="flex-1 px-6 py-5">
    <h1 class="mb-1">{{ say('station.settings') }}</h1>
    <p class="text-ink-soft">
      {{ say('settings.about', { currency: prices?.currency ?? '' }) }}
      <template v-if="!isSupervisor">{{ say('settings.supervisor') }}</template>
    </p>
    <p class="mt-1">
      <RouterLink class="font-bold underline" to="/settings/suppliers">{{ say('supply.link') }}</RouterLink>
      <RouterLink v-if="sessions.isOwner" class="ms-6 font-bold underline" to="/settings/people">{{
        say('people.link')
      }}</RouterLink>
    </p>
    <SetUpList v-if="sessions.isOwner" class="mt-4 max-w-3xl" @changed="shopSection?.keepUp($event)" />
    <ShopSection ref="shopSection" class="mt-6 max-w-3xl" />
    <ConnectionsSection v-if="sessions.isOwner" class="mt-8 max-w-3xl" />
    <OwnSecretsSection class="mt-8 max-w-3xl" />
    <SecondStepSection class="mt-8 max-w-3xl" />
    <ChangedBy :by="told?.by" :at="told?.at" class="!mt-8" />
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <p v-if="says" role="status" class="mt-2 font-bold text-clear">{{ says }}</p>
    <div
      v-if="prices"
      id="prices"
      class="mt-4 grid grid-cols-[repeat(auto-fit,minmax(min(20rem,100%),1fr))] gap-x-10 gap-y-6"
    >
      <section v-for="group in groups" :key="group.name">
        <h2 class="border-b-2 border-ink pb-1">{{ group.title }}</h2>
        <SettingsField
          v-for="row in group.rows"
          :key="row.name"
          :name="row.name"
          :value="shown(row.minor)"
          inputmode="decimal"
          :is-supervisor="isSupervisor"
          @change="amount($event, row.set)"
        />
        <template v-if="group.name === 'fees'">
          <SettingsField
            v-for="row in shares"
            :key="row.name"
            :name="row.name"
            :value="percent(row.share)"
            inputmode="decimal"
            :is-supervisor="isSupervisor"
            @change="share($event, row.set)"
          />
          <SettingsField
            :name="say('settings.remindAfterDays')"
            :value="prices.remindAfterDays.join(' ')"
            :maxlength="24"
            :is-supervisor="isSupervisor"
            @change="reminders"
          />
          <OpeningSection v-model="prices.opening" class="mt-6" :is-supervisor="isSupervisor" />
        </template>
      </section>
    </div>
    <WarrantySection
      v-if="prices"
      v-model="prices.warranty"
      class="mt-8 max-w-3xl"
      :is-supervisor="isSupervisor"
    />
    <RetentionSection
      v-if="prices"
      id="retention"
      v-model="prices.retention"
      class="mt-8 max-w-3xl"
      :is-supervisor="isSupervisor"
    />
    <KitSection />
    <TaughtSection />
    <ResultsSection />
    <CalendarSection />
  </main>
  <footer
    v-if="isSupervisor"
    class="sticky bottom-0 flex min-h-16 items-center justify-end border-t-2 border-ink bg-paper-deep px-6 py-2.5"
  >
    <button class="act act-main" @click="keep">{{ say('settings.save') }}</button>
  </footer>
</template>
