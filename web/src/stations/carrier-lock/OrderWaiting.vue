<script setup lang="ts">
import type { Order, OrderChange } from '@benevox/contract'
import { releasedBy } from '@benevox/core/job'
import { useIntervalFn } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import AnswerByHand from './AnswerByHand.vue'
import MailList from '../../parts/MailList.vue'
import { say, words } from '../../words/index.ts'

/** An order that is not answered yet: whether it has arrived, when it comes, and what to do when it does not. */
const props = defineProps<{
  order: Order
  takesOrders: boolean
  hasMail: boolean
  isLate: boolean
  busy: boolean
}>()
const emit = defineEmits<{
  change: [change: OrderChange]
  send: []
  cancel: []
  ask: [about: 'follow-up' | 'refund']
}>()
const LOOKS_EVERY_MS = 20_000
const mails = ref<{ look: () => Promise<void> }>()
const look = () => void mails.value?.look()
onMounted(look)
useIntervalFn(look, LOOKS_EVERY_MS)
const isSent = computed(() => !props.takesOrders || props.order.number !== undefined)
const isAccount = computed(() => releasedBy(props.order) === 'account')
const isSure = ref(false)
</script>

<template>
  <div class="mt-2">
    <p v-if="!isSent" class="border-s-4 border-brass bg-brass-pale px-3 py-2">
      <b>{{ say('orderView.notSent') }}</b>
      <button class="act act-main ms-3" :disabled="busy" @click="emit('send')">
        {{ say('orderView.sendAgain') }}
      </button>
    </p>
    <p v-if="order.confirmedAt">
      {{ say('orderView.confirmed', { at: words.instant(order.confirmedAt) }) }}
    </p>
    <p v-if="order.laterUntil" class="font-bold">
      {{ say('orderView.later', { day: words.shortDay(order.laterUntil) }) }}
    </p>
    <div
      v-if="isLate"
      class="mt-1 flex flex-wrap items-center gap-3 border-s-4 border-brass bg-brass-pale px-3 py-2"
    >
      <b>{{ say('orderView.late', { day: words.shortDay(order.promise.latest) }) }}</b>
      <button v-if="hasMail" class="act" :disabled="busy" @click="emit('ask', 'follow-up')">
        {{ say('orderView.followUp') }}
      </button>
      <span v-if="order.followedUpAt">{{
        say('orderView.followedUp', { at: words.instant(order.followedUpAt) })
      }}</span>
    </div>
    <MailList ref="mails" class="mt-2" />
    <details class="mt-3" :open="!takesOrders">
      <summary class="cursor-pointer">{{ say('orderView.byHand') }}</summary>
      <AnswerByHand v-if="!isAccount" :busy="busy" @change="(change) => emit('change', change)" />
      <p class="mt-3 flex flex-wrap gap-3">
        <button
          class="act"
          :disabled="busy"
          @click="emit('change', { kind: 'answered', answer: 'over-the-air' })"
        >
          {{ say(isAccount ? 'orderView.released' : 'orderView.overTheAir') }}
        </button>
        <button
          v-if="!isAccount"
          class="act"
          :disabled="busy"
          @click="emit('change', { kind: 'answered', answer: 'app' })"
        >
          {{ say('orderView.app') }}
        </button>
        <button class="act" :disabled="busy" @click="emit('change', { kind: 'failed' })">
          {{ say(isAccount ? 'orderView.refused' : 'orderView.failed') }}
        </button>
      </p>
    </details>
    <p class="mt-3">
      <button v-if="!isSure" class="underline" @click="isSure = true">{{ say('orderView.cancel') }}</button>
      <span v-else class="flex flex-wrap items-center gap-3" role="alert">
        {{ say('orderView.cancelSure', { number: order.number ?? say('toSupplier.noNumber') }) }}
        <button class="act" :disabled="busy" @click="emit('cancel')">{{ say('orderView.cancel') }}</button>
        <button class="underline" @click="isSure = false">{{ say('orderView.keep') }}</button>
      </span>
    </p>
  </div>
</template>
