<script setup lang="ts">
import { shapeSentence } from '@benevox/core/catalog'
import { priceList, WORK, type PriceList, type Work } from '@benevox/core/price'
import { computed, onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import EvidenceSection from './EvidenceSection.vue'
import KitSection from './KitSection.vue'
import OpeningSection from './OpeningSection.vue'
import ShopField from './ShopField.vue'

/** The shop's prices, its hours and what it weighs when a route is decided. A lead changes them; jobs keep what they were quoted. */
const sessions = useSession()
const isLead = computed(() => sessions.isSupervisor)
const prices = ref<PriceList>()
const says = ref('')
const fault = ref('')

const WORK_WORDS: Readonly<Record<Work, string>> = {
  'unlock-from-afar': 'Unlock from afar',
  'reset-from-settings': 'Reset from the settings',
  'clear-cache': 'Clear the cache',
  'install-system-again': 'Install the system again',
  'reset-from-recovery': 'Reset from recovery',
  'account-help': 'Help with the account',
  'carrier-order': 'Order at a carrier',
  'send-to-makers-service': 'Send to the maker’s service',
}
type Fees = keyof PriceList['fees']
const FEE_WORDS: Readonly<Record<Fees, string>> = {
  registryReport: 'Report of the registry',
  carrierOrderFrom: 'Carrier order, from',
  carrierOrderTo: 'Carrier order, to',
  makersService: 'Maker’s service',
}
type Weight = Exclude<keyof PriceList['weights'], 'dataMinor'>
const WEIGHT_WORDS: Readonly<Record<Weight, string>> = {
  workingDeviceMinor: 'A device that works again',
  releasedCarrierMinor: 'A carrier lock released',
  setUpAgainMinor: 'Setting up again after a wipe',
  benchHourMinor: 'An hour at the bench',
  waitingDayMinor: 'A day of waiting',
  wrongDeviceMinor: 'Working on a device one must not',
}
const DATA_WORDS = {
  none: 'Data worth nothing',
  some: 'Data worth something',
  precious: 'Data worth very much',
} as const

onMounted(async () => {
  try {
    prices.value = (await call('getPrices', {})).prices
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
})

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
      .map((issue) => `${issue.path.join(', ')}: ${shapeSentence(issue)}`)
      .join(' ')
    return
  }
  try {
    prices.value = (await call('changePrices', { body: { prices: read.data } })).prices
    says.value = 'Kept. New jobs are quoted by it; jobs that are open keep what they were quoted.'
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
interface Row {
  readonly name: string
  readonly minor: number
  readonly set: (minor: number) => void
}
const groups = computed<readonly { title: string; rows: readonly Row[] }[]>(() => {
  const list = prices.value
  if (!list) return []
  return [
    {
      title: 'Work, tax included, due when it succeeds',
      rows: WORK.map((work) => ({
        name: WORK_WORDS[work],
        minor: list.work[work],
        set: (minor) => (list.work[work] = minor),
      })),
    },
    {
      title: 'Fees, passed on as they are',
      rows: (Object.keys(FEE_WORDS) as Fees[]).map((fee) => ({
        name: FEE_WORDS[fee],
        minor: list.fees[fee],
        set: (minor) => (list.fees[fee] = minor),
      })),
    },
    {
      title: 'What things are worth when routes are compared',
      rows: [
        ...(Object.keys(WEIGHT_WORDS) as Weight[]).map((weight) => ({
          name: WEIGHT_WORDS[weight],
          minor: list.weights[weight],
          set: (minor: number) => (list.weights[weight] = minor),
        })),
        ...(['none', 'some', 'precious'] as const).map((worth) => ({
          name: DATA_WORDS[worth],
          minor: list.weights.dataMinor[worth],
          set: (minor: number) => (list.weights.dataMinor[worth] = minor),
        })),
      ],
    },
  ]
})
const shares = computed(() => {
  const list = prices.value
  return list
    ? [
        { name: 'Tax on the net price, %', share: list.taxRate, set: (to: number) => (list.taxRate = to) },
        {
          name: 'Deposit, % of the highest price',
          share: list.depositShare,
          set: (to: number) => (list.depositShare = to),
        },
      ]
    : []
})
</script>

<template>
  <main class="flex-1 px-6 py-5">
    <h1 class="mb-1">Shop</h1>
    <p class="text-ink-soft">
      Prices, hours and weights, in {{ prices?.currency }}.
      <template v-if="!isLead">A lead of the shop changes them.</template>
    </p>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <p v-if="says" role="status" class="mt-2 font-bold text-clear">{{ says }}</p>
    <div
      v-if="prices"
      class="mt-4 grid grid-cols-[repeat(auto-fit,minmax(min(20rem,100%),1fr))] gap-x-10 gap-y-6"
    >
      <section v-for="group in groups" :key="group.title">
        <h2 class="border-b-2 border-ink pb-1">{{ group.title }}</h2>
        <ShopField
          v-for="row in group.rows"
          :key="row.name"
          :name="row.name"
          :value="shown(row.minor)"
          inputmode="decimal"
          :is-lead="isLead"
          @change="amount($event, row.set)"
        />
        <template v-if="group.title.startsWith('Fees')">
          <ShopField
            v-for="row in shares"
            :key="row.name"
            :name="row.name"
            :value="percent(row.share)"
            inputmode="decimal"
            :is-lead="isLead"
            @change="share($event, row.set)"
          />
          <OpeningSection v-model="prices.opening" class="mt-6" :is-lead="isLead" />
        </template>
      </section>
    </div>
    <KitSection />
    <EvidenceSection />
  </main>
  <footer
    v-if="isLead"
    class="sticky bottom-0 flex min-h-16 items-center justify-end border-t-2 border-ink bg-paper-deep px-6 py-2.5"
  >
    <button class="act act-main" @click="keep">Keep the prices and hours</button>
  </footer>
</template>
