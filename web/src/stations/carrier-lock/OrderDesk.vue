<script setup lang="ts">
import {
  order as orderSchema,
  type Answer,
  type Order,
  type OrderChange,
  type Service,
  type Supplier,
} from '@benevox/contract'
import { orderUnderWay, releasedBy, type ReleasedLock } from '@benevox/core/job'
import { isOfItsCarrier } from '@benevox/core/route'
import { computed, onMounted, ref } from 'vue'
import { ApiProblem, call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { eventText, orderChangeText, orderStands } from '../../words/job.ts'
import OrderView from './OrderView.vue'
import { carrierText, checkText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** Orders of a release: what is under way, what can be ordered, and what still has to hold for it. */
const props = defineProps<{ lock: ReleasedLock }>()
const job = useJob()
const suppliers = ref<readonly Supplier[]>([])
const promises = ref<Record<number, Answer<'getPromise'>>>({})
const fault = ref('')
const busy = ref(false)

const fitting = computed(() =>
  suppliers.value.flatMap((supplier) =>
    supplier.services
      .filter(
        (service) =>
          service.lock === props.lock && (service.lock === 'account' || isOfItsCarrier(job.facts, service)),
      )
      .map((service) => ({ supplier, service })),
  ),
)
const orders = computed(() => (job.saved?.orders ?? []).filter((one) => releasedBy(one) === props.lock))
const isUnderWay = computed(() => job.saved && orderUnderWay(job.saved, props.lock) !== undefined)
const gates = computed(() => job.gatesBefore(props.lock).filter(({ state }) => state !== 'open'))
const inCountry = (carrier: string, country: string) => carrierText({ carrier, country }, words)
const original = computed(() =>
  carrierText({ carrier: job.facts.originalCarrier, country: job.facts.carrierCountry }, words),
)
const carriers = computed(() =>
  [
    ...new Set(
      suppliers.value.flatMap(({ services }) =>
        services
          .filter(({ lock }) => lock === 'carrier')
          .map(({ carrier, carrierCountry }) => inCountry(carrier, carrierCountry)),
      ),
    ),
  ].join(', '),
)

onMounted(async () => {
  try {
    suppliers.value = (await call('listSuppliers', {})).suppliers
    const services = suppliers.value.flatMap((supplier) => supplier.services)
    const told = await Promise.all(
      services.map(async ({ id }) => [id, await call('getPromise', { params: { id } })] as const),
    )
    promises.value = Object.fromEntries(told)
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
      body: { id: crypto.randomUUID(), serviceId: service.id },
    }),
  )
const change = ({ id, version }: Order, made: OrderChange) =>
  attempt(orderChangeText(made), () =>
    call('changeOrder', { params: { orderId: id }, body: { version, change: made } }),
  )
</script>

<template>
  <div>
    <p v-if="fault" role="alert" class="mb-3 font-bold text-stop">{{ fault }}</p>
    <OrderView
      v-for="one in orders"
      :key="one.id"
      :order="one"
      :dialled-code="job.found?.family.carrierLock?.dialledCode"
      :busy="busy"
      @change="(made) => change(one, made)"
    />
    <section v-if="!isUnderWay">
      <p v-if="lock === 'account'" class="mb-3 max-w-3xl text-lg">
        {{ say('orderDesk.accountTerms') }}
      </p>
      <p v-else class="mb-3 max-w-3xl text-lg">
        {{ say('orderDesk.carrierTerms') }}
      </p>
      <ul v-if="gates.length || !job.facts.imei" class="mb-4">
        <li v-for="gate in gates" :key="gate.id" class="py-0.5">
          <b>{{ say(`check.${gate.id}`) }}.</b> {{ checkText(gate, words) }}
        </li>
        <li v-if="!job.facts.imei">
          <b>{{ say('orderDesk.rightSlot') }}</b> {{ say('orderDesk.recordAtCounter') }}
        </li>
      </ul>
      <table v-if="fitting.length" class="w-full text-start">
        <thead>
          <tr class="border-b-2 border-ink">
            <th class="py-1.5">{{ say('orderDesk.supplier') }}</th>
            <th v-if="lock === 'carrier'">{{ say('orderDesk.carrier') }}</th>
            <th class="text-end">{{ say('orderDesk.fee') }}</th>
            <th class="ps-8">{{ say('orderDesk.promised') }}</th>
            <th></th>
          </tr>
        </thead>
        <tbody class="ruled">
          <tr v-for="({ supplier, service }, index) in fitting" :key="service.id">
            <td class="py-2 font-bold">{{ supplier.name }}</td>
            <td v-if="lock === 'carrier'">{{ inCountry(service.carrier, service.carrierCountry) }}</td>
            <td class="text-end font-mono">{{ words.money(service.feeMinor, service.currency) }}</td>
            <td class="ps-8">
              <template v-if="promises[service.id]">{{
                say('orderDesk.between', {
                  first: words.shortDay(promises[service.id]!.earliest),
                  last: words.shortDay(promises[service.id]!.latest),
                })
              }}</template>
              <span class="text-ink-soft">
                {{
                  say('orderDesk.workingDays', {
                    least: service.minDays,
                    most: service.maxDays,
                    country: supplier.country,
                  })
                }}</span
              >
            </td>
            <td class="text-end">
              <button
                class="act"
                :class="{ 'act-main': index === 0 && job.main?.action.kind === 'order' }"
                :disabled="!job.canOrder(lock) || busy"
                @click="order(service)"
              >
                {{ say('orderDesk.order') }}
              </button>
            </td>
          </tr>
        </tbody>
      </table>
      <p v-else-if="suppliers.length && lock === 'carrier'">
        {{ say('orderDesk.noSupplier', { carrier: original, carriers }) }}
      </p>
    </section>
  </div>
</template>
