<script setup lang="ts">
import {
  order as orderSchema,
  type Answer,
  type Order,
  type OrderChange,
  type Service,
  type Supplier,
} from '@benevox/contract'
import {
  failedServices,
  isBlocked,
  orderReason,
  orderUnderWay,
  releasedBy,
  type OrderReason,
  type ReleasedLock,
} from '@benevox/core/job'
import { compareOffers } from '@benevox/core/carrier'
import { usualReleaseChance } from '@benevox/core/results'
import { isOfItsCarrier } from '@benevox/core/route'
import { takesModel } from '@benevox/core/supply'
import { computed, onMounted, ref, watch } from 'vue'
import { ApiProblem, call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { eventText, orderChangeText, orderStands } from '../../words/job.ts'
import ReportCompared from '../counter/ReportCompared.vue'
import OrderSummary from './OrderSummary.vue'
import OrderView from './OrderView.vue'
import { carrierText, checkText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** Orders of a release: what is under way, what can be ordered, and what still has to hold for it. */
const props = defineProps<{
  lock: ReleasedLock
  /** The carrier, who unlocks for free, has not refused: why a supplier is paid all the same is told first. */
  needsReason?: boolean
}>()
const because = ref<OrderReason>()
const job = useJob()
const suppliers = ref<readonly Supplier[]>([])
const answersTo = ref('')
const promises = ref<Record<number, Answer<'getPromise'>>>({})
const fault = ref('')
const busy = ref(false)

/** What can be ordered at all, of those that are still in use. */
const inUse = computed(() =>
  suppliers.value
    .filter(({ withdrawn }) => !withdrawn)
    .flatMap((supplier) =>
      supplier.services
        .filter(({ lock, withdrawn }) => lock === props.lock && !withdrawn)
        .map((service) => ({ supplier, service })),
    ),
)
const ofItsCarrier = computed(() =>
  inUse.value.filter(({ service }) => props.lock === 'account' || isOfItsCarrier(job.facts, service)),
)
const fitting = computed(() =>
  ofItsCarrier.value.filter(({ service }) => takesModel(service, job.deviceName)),
)
/** Of these, what has failed for this device already: it is weighed no more. */
const failedHere = computed(() => {
  const failed = job.saved ? failedServices(job.saved, props.lock) : []
  return fitting.value.filter(({ service }) => failed.includes(service.id))
})
const notForTheModel = computed(() =>
  ofItsCarrier.value.filter((one) => !fitting.value.includes(one)).map(({ supplier }) => supplier.name),
)
/** By when the customer needs it; kept with the job, whoever looks next. */
const neededBy = computed(() => job.facts.neededBy ?? '')
const DAY_MS = 86_400_000
/** Whole days from today until a day of the calendar. */
const daysUntil = (day: string) => Math.max(0, Math.round((Date.parse(day) - Date.now()) / DAY_MS))
/** Each with what comes of beginning with it, the best first. */
const compared = computed(() => {
  const { weights } = job.prices ?? {}
  if (!weights) return []
  const hopeful = fitting.value.filter((one) => !failedHere.value.includes(one))
  const offers = hopeful.map(({ service }) => {
    const { earliest, latest } = promises.value[service.id] ?? {}
    const least = earliest ? daysUntil(earliest) : service.minDays
    return {
      id: service.id,
      feeMinor: service.feeMinor,
      refundShare: service.refundPercent / 100,
      worked: service.worked,
      failed: service.failed,
      days: { least, most: Math.max(least, latest ? daysUntil(latest) : service.maxDays) },
    }
  })
  const courses = compareOffers(offers, {
    usualChance: usualReleaseChance(props.lock, job.saved?.experience ?? {}),
    unlockedMinor: props.lock === 'carrier' ? weights.releasedCarrierMinor : weights.workingDeviceMinor,
    waitingDayMinor: weights.waitingDayMinor,
    neededInDays: neededBy.value ? daysUntil(neededBy.value) : undefined,
  })
  return courses.flatMap((course) => {
    const found = fitting.value.find(({ service }) => service.id === course.id)
    const then = fitting.value.find(({ service }) => service.id === course.then)?.supplier.name
    return found ? [{ ...found, course, then }] : []
  })
})
/** What is about to be ordered. */
const chosen = ref<Service>()
const chosenOffer = computed(() => fitting.value.find(({ service }) => service.id === chosen.value?.id))
const mayBeMain = computed(() => job.main?.action.kind === 'order')
const orders = computed(() => (job.saved?.orders ?? []).filter((one) => releasedBy(one) === props.lock))
const isUnderWay = computed(() => job.saved && orderUnderWay(job.saved, props.lock) !== undefined)
/** Nothing is ordered for a lock that is off, nor for a device that takes no code any more. */
const isOver = computed(
  () =>
    props.lock === 'carrier' &&
    job.saved !== undefined &&
    (job.progress?.carrierReleased === true || isBlocked(job.saved)),
)
const gates = computed(() => job.gatesBefore(props.lock).filter(({ state }) => state !== 'open'))
/** A report of another model stands above all orders, whatever is under way. */
const needsReport = computed(
  () =>
    props.lock === 'account' &&
    job.facts.reportModel !== 'other' &&
    gates.value.some(({ id }) => id === 'same-model' || id === 'not-reported'),
)
const inCountry = (carrier: string, country: string) => carrierText({ carrier, country }, words)
const original = computed(() =>
  carrierText({ carrier: job.facts.originalCarrier, country: job.facts.carrierCountry }, words),
)
const carriers = computed(() =>
  [
    ...new Set(
      inUse.value.map(({ service: { carrier, carrierCountry } }) => inCountry(carrier, carrierCountry)),
    ),
  ].join(', '),
)

/** Anew once an order has ended: how often each has worked has changed with it. */
const ended = computed(() => orders.value.map(({ state }) => state).join())
onMounted(load)
watch(ended, load)
async function load(): Promise<void> {
  try {
    const offered = await call('listSuppliers', {})
    suppliers.value = offered.suppliers
    answersTo.value = offered.answersTo
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}

/** When each that fits would be here; of what does not fit it is not asked. */
watch(fitting, async (now) => {
  const open = now.map(({ service }) => service.id).filter((id) => !(id in promises.value))
  try {
    const told = await Promise.all(
      open.map(async (id) => [id, await call('getPromise', { params: { id } })] as const),
    )
    promises.value = { ...promises.value, ...Object.fromEntries(told) }
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
})

/** @param mine what is being recorded, to stand beside what somebody else recorded meanwhile */
async function attempt(mine: string, work: () => Promise<unknown>): Promise<void> {
  busy.value = true
  fault.value = ''
  try {
    await work()
  } catch (error) {
    const now = error instanceof ApiProblem ? orderSchema.safeParse(error.problem.current) : undefined
    fault.value = now?.success
      ? say('versions.both', { problem: (error as Error).message, theirs: orderStands(now.data), mine })
      : error instanceof ApiProblem
        ? error.message
        : say('orderDesk.noAnswer')
  } finally {
    await job.reload().catch(() => undefined)
    busy.value = false
  }
}
const order = (service: Service) =>
  attempt(eventText({ kind: props.lock === 'account' ? 'account-release-ordered' : 'order-placed' }), () =>
    call('placeOrder', {
      params: { id: job.id },
      body: {
        id: crypto.randomUUID(),
        serviceId: service.id,
        ...(props.needsReason ? { because: because.value } : {}),
      },
    }).then(() => (chosen.value = undefined)),
  )
const change = ({ id, version }: Order, made: OrderChange) =>
  attempt(orderChangeText(made), () =>
    call('changeOrder', { params: { orderId: id }, body: { version, change: made } }),
  )
const supplierOf = ({ serviceId }: Order) =>
  suppliers.value.find(({ services }) => services.some(({ id }) => id === serviceId))
const send = ({ id, version }: Order) =>
  attempt(say('event.order-sent'), () => call('sendOrder', { params: { orderId: id }, body: { version } }))
const cancel = ({ id, version }: Order) =>
  attempt(say('event.order-cancelled'), () =>
    call('cancelOrder', { params: { orderId: id }, body: { version } }),
  )
/** The same mail, however often it is pressed until it is known to have gone. */
const mailKeys = new Map<string, string>()
const ask = ({ id, version }: Order, about: 'follow-up' | 'refund') =>
  attempt(say(about === 'refund' ? 'event.order-refund-asked' : 'event.order-followed-up'), async () => {
    const key = mailKeys.get(`${id} ${about}`) ?? crypto.randomUUID()
    mailKeys.set(`${id} ${about}`, key)
    await call('askSupplier', { params: { orderId: id }, body: { version, about, key } })
    mailKeys.delete(`${id} ${about}`)
  })
</script>

<template>
  <div>
    <p v-if="fault" role="alert" class="mb-3 font-bold text-stop">{{ fault }}</p>
    <OrderView
      v-for="one in orders"
      :key="one.id"
      :order="one"
      :dialled-code="job.found?.family.carrierLock?.dialledCode"
      :takes-orders="supplierOf(one)?.takesOrders ?? one.number !== undefined"
      :has-mail="Boolean(supplierOf(one)?.mail)"
      :busy="busy"
      @change="(made) => change(one, made)"
      @send="send(one)"
      @cancel="cancel(one)"
      @ask="(about) => ask(one, about)"
    />
    <section v-if="!isUnderWay && !isOver">
      <p v-if="lock === 'account'" class="mb-3 max-w-3xl text-lg">
        {{ say('orderDesk.accountTerms') }}
      </p>
      <ul v-if="gates.length || !job.facts.imei || !job.found" class="mb-4">
        <li v-for="gate in gates" :key="gate.id" class="py-0.5">
          <b>{{ say(`check.${gate.id}`) }}.</b> {{ checkText(gate, words) }}
        </li>
        <li v-if="!job.facts.imei">
          <b>{{ say('orderDesk.rightSlot') }}</b> {{ say('orderDesk.recordAtCounter') }}
        </li>
        <li v-if="!job.found">
          <b>{{ say('orderDesk.exactModel') }}</b> {{ say('orderDesk.recordAtCounter') }}
        </li>
      </ul>
      <ReportCompared v-if="needsReport" />
      <p v-if="needsReason" class="mb-3 flex flex-wrap items-center gap-2">
        {{ say('orderDesk.whyNotFree') }}
        <button
          v-for="reason in orderReason.options"
          :key="reason"
          class="act"
          :aria-pressed="because === reason"
          @click="because = reason"
        >
          <span v-if="because === reason" aria-hidden="true" class="font-mono text-clear">✓</span>
          {{ say(`orderReason.${reason}`) }}
        </button>
      </p>
      <p v-if="lock === 'carrier' && compared.length > 0" class="mb-2">
        <label class="flex flex-wrap items-center gap-2"
          >{{ say('orderDesk.neededBy') }}
          <input
            class="field !w-44"
            type="date"
            :value="neededBy"
            @change="job.setFact('neededBy', ($event.target as HTMLInputElement).value || null)"
          />
        </label>
      </p>
      <OrderSummary
        v-if="chosenOffer"
        :lock="lock"
        :supplier="chosenOffer.supplier.name"
        :service="chosenOffer.service"
        :promise="promises[chosenOffer.service.id]"
        :answers-to="answersTo"
        :busy="busy"
        @order="order(chosenOffer.service)"
        @cancel="chosen = undefined"
      />
      <ul v-else-if="compared.length" class="ruled border-t-2 border-ink">
        <li
          v-for="({ supplier, service, course, then }, index) in compared"
          :key="service.id"
          class="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 py-2"
          data-testid="offer"
        >
          <div>
            <p class="flex flex-wrap items-baseline gap-x-3">
              <b class="text-lg">{{ supplier.name }}</b>
              <span v-if="service.name">{{ service.name }}</span>
              <span class="font-mono">{{ words.money(service.feeMinor, service.currency) }}</span>
              <span v-if="service.refundPercent" class="text-ink-soft">{{
                say('orderDesk.refund', { share: words.percent(service.refundPercent / 100) })
              }}</span>
            </p>
            <p class="flex items-center gap-2">
              <span class="inline-block h-3 w-40 border border-ink bg-paper" aria-hidden="true"
                ><span
                  class="block h-full bg-clear"
                  :style="{ width: `${Math.round(course.chance * 100)}%` }"
                ></span
              ></span>
              {{ say('orderDesk.works', { chance: words.percent(course.chance) }) }}
              <span class="text-ink-soft">{{
                say('orderDesk.ownOrders', { worked: service.worked, all: service.worked + service.failed })
              }}</span>
            </p>
            <p>
              <template v-if="promises[service.id]">{{
                say('orderDesk.between', {
                  first: words.shortDay(promises[service.id]!.earliest),
                  last: words.shortDay(promises[service.id]!.latest),
                })
              }}</template>
              {{ ' ' }}
              <span class="text-ink-soft">
                {{
                  say('orderDesk.workingDays', {
                    least: service.minDays,
                    most: service.maxDays,
                    country: words.country(supplier.country) ?? supplier.country,
                  })
                }}</span
              >
            </p>
            <p v-if="lock === 'carrier'" class="text-ink-soft">
              {{
                say('orderDesk.inAll', {
                  chance: words.percent(course.unlockedChance),
                  cost: words.money(Math.round(course.costMinor), service.currency),
                  days: words.duration(course.days * 1440),
                })
              }}
              <template v-if="then">{{ say('orderDesk.thenFrom', { supplier: then }) }}</template>
            </p>
          </div>
          <button
            class="act"
            :class="{ 'act-main': index === 0 && mayBeMain }"
            :disabled="!job.canOrder(lock) || busy || (needsReason && !because)"
            @click="chosen = service"
          >
            {{ say('orderDesk.order') }}
          </button>
        </li>
      </ul>
      <p v-for="{ supplier, service } in chosenOffer ? [] : failedHere" :key="service.id" class="mt-2">
        {{ say('orderDesk.failedHere', { supplier: supplier.name }) }}
        <button
          class="underline"
          :disabled="!job.canOrder(lock) || busy || (needsReason && !because)"
          @click="chosen = service"
        >
          {{ say('orderDesk.orderAgain') }}
        </button>
      </p>
      <p v-if="notForTheModel.length" class="mt-2 text-ink-soft">
        {{ say('orderDesk.otherModels', { suppliers: words.list(notForTheModel) }) }}
      </p>
      <p v-else-if="suppliers.length && !fitting.length && lock === 'carrier'">
        {{ say('orderDesk.noSupplier', { carrier: original, carriers }) }}
      </p>
    </section>
  </div>
</template>
