<script setup lang="ts">
import type { Order, OrderChange } from '@benevox/contract'
import { groupImei } from '@benevox/core/imei'
import { isLate, refundIsDue, releasedBy } from '@benevox/core/job'
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import ActivationSteps from './ActivationSteps.vue'
import AnswerByHand from './AnswerByHand.vue'
import OrderWaiting from './OrderWaiting.vue'
import { say, words } from '../../words/index.ts'

/** One order: what was ordered and promised, where it stands, and what to do with it. */
const props = defineProps<{
  order: Order
  dialledCode: string | undefined
  takesOrders: boolean
  hasMail: boolean
  busy: boolean
}>()
const emit = defineEmits<{
  change: [change: OrderChange]
  send: []
  cancel: []
  ask: [about: 'follow-up' | 'refund']
}>()
const now = useNow({ interval: 30_000 })
const isAccount = computed(() => releasedBy(props.order) === 'account')
const late = computed(() => isLate(props.order, now.value.toISOString()))
const mayAskBack = computed(() => refundIsDue(props.order, now.value.toISOString()))
const share = computed(() => Math.round((props.order.feeMinor * (props.order.refundPercent ?? 0)) / 100))
</script>

<template>
  <section class="mb-5 border-t-2 border-ink pt-2" :aria-label="order.number ?? order.supplier">
    <p class="flex flex-wrap items-baseline gap-x-6">
      <b class="text-xl">{{
        say('orderView.head', {
          supplier: order.supplier,
          what: isAccount ? say('lock.account') : order.carrier,
        })
      }}</b>
      <span
        class="font-bold"
        :class="{
          'text-clear': order.state === 'released',
          'text-waiting': order.state === 'waiting',
          'text-stop': order.state === 'blocked',
        }"
        >{{ say(`order.${order.state}`) }}</span
      >
    </p>
    <p class="flex flex-wrap gap-x-4 text-ink-soft">
      <span>{{
        say('orderView.ordered', {
          at: words.instant(order.orderedAt),
          fee: words.money(order.feeMinor, order.currency),
        })
      }}</span>
      <span v-if="order.number">{{ say('orderView.number', { number: order.number }) }}</span>
      <span v-if="order.imei">{{ say('orderView.imei', { imei: groupImei(order.imei) }) }}</span>
      <span>{{
        say('orderView.promised', {
          first: words.shortDay(order.promise.earliest),
          last: words.shortDay(order.promise.latest),
        })
      }}</span>
    </p>
    <OrderWaiting
      v-if="order.state === 'waiting'"
      :order="order"
      :takes-orders="takesOrders"
      :has-mail="hasMail"
      :is-late="late"
      :busy="busy"
      @change="(change) => emit('change', change)"
      @send="emit('send')"
      @cancel="emit('cancel')"
      @ask="(about) => emit('ask', about)"
    />
    <ActivationSteps
      v-if="order.state === 'answered' && order.answer"
      :order="order"
      :dialled-code="dialledCode"
      :busy="busy"
      @change="(change) => emit('change', change)"
    >
      <AnswerByHand second :busy="busy" @change="(change) => emit('change', change)" />
    </ActivationSteps>
    <p v-if="order.state === 'blocked'" class="mt-2 max-w-3xl font-bold text-stop">
      {{ say('orderView.blockedWho') }}
    </p>
    <p v-if="order.refund" class="mt-2">
      {{
        order.refund.paidMinor === undefined
          ? say('orderView.refundAsked', { at: words.instant(order.refund.askedAt) })
          : say('orderView.refunded', { fee: words.money(order.refund.paidMinor, order.currency) })
      }}
      <button
        v-if="order.refund.paidMinor === undefined"
        class="act ms-3"
        data-moves-money
        :disabled="busy"
        @click="emit('change', { kind: 'refunded', minor: share })"
      >
        {{ say('orderView.refundCame', { fee: words.money(share, order.currency) }) }}
      </button>
    </p>
    <p v-else-if="mayAskBack" class="mt-2">
      <button v-if="hasMail" class="act" :disabled="busy" @click="emit('ask', 'refund')">
        {{ say('orderView.askRefund') }}
      </button>
      <button v-else class="act" :disabled="busy" @click="emit('change', { kind: 'refund-asked' })">
        {{ say('event.order-refund-asked') }}
      </button>
    </p>
  </section>
</template>
