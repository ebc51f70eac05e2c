<script setup lang="ts">
import type { Order, OrderChange } from '@benevox/contract'
import { networkKey } from '@benevox/contract'
import { releasedBy } from '@benevox/core/job'
import { computed, ref } from 'vue'
import { say, words } from '../../words/index.ts'

/** One order: its promise, the answer when it comes, the code with its counted entries, the result. */
const props = defineProps<{ order: Order; dialledCode: string | undefined; busy: boolean }>()
const emit = defineEmits<{ change: [change: OrderChange] }>()
const code = ref('')
const isAccount = computed(() => releasedBy(props.order) === 'account')
/** Mails write it in groups. */
const typed = computed(() => code.value.replace(/[\s-]/g, ''))
const isCode = computed(() => networkKey.safeParse(typed.value).success)
const left = computed(() => props.order.entriesAllowed - props.order.entriesMade)
</script>

<template>
  <section class="mb-5 border-t-2 border-ink pt-2">
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
      <span class="text-ink-soft">{{
        say('orderView.ordered', {
          at: words.instant(order.orderedAt),
          fee: words.money(order.feeMinor, order.currency),
        })
      }}</span>
      <span>{{
        say('orderView.promised', {
          first: words.shortDay(order.promise.earliest),
          last: words.shortDay(order.promise.latest),
        })
      }}</span>
    </p>
    <div v-if="order.state === 'waiting' && isAccount" class="mt-3 flex gap-3">
      <button
        class="act act-main"
        :disabled="busy"
        @click="emit('change', { kind: 'answered', answer: 'over-the-air' })"
      >
        {{ say('orderView.released') }}
      </button>
      <button class="act" :disabled="busy" @click="emit('change', { kind: 'failed' })">
        {{ say('orderView.refused') }}
      </button>
    </div>
    <div v-else-if="order.state === 'waiting'" class="mt-3 flex flex-wrap items-end gap-3">
      <label class="w-72 font-bold"
        >{{ say('orderView.code') }}
        <input
          v-model="code"
          class="field mt-1 font-mono text-xl"
          inputmode="numeric"
          maxlength="32"
          autocomplete="off"
          data-scan="own"
          :placeholder="say('orderView.codeHint')"
        />
        <span v-if="typed && !isCode" class="text-sm text-brass">{{
          /^\d+$/.test(typed)
            ? say('orderView.wrongLength', { count: typed.length })
            : say('orderView.digitsOnly')
        }}</span>
      </label>
      <button
        class="act"
        :disabled="!isCode || busy"
        @click="emit('change', { kind: 'answered', answer: 'code', code: typed })"
      >
        {{ say('orderView.saveCode') }}
      </button>
      <span>{{ say('orderView.or') }}</span>
      <button
        class="act"
        :disabled="busy"
        @click="emit('change', { kind: 'answered', answer: 'over-the-air' })"
      >
        {{ say('orderView.overTheAir') }}
      </button>
      <button class="act" :disabled="busy" @click="emit('change', { kind: 'answered', answer: 'app' })">
        {{ say('orderView.app') }}
      </button>
      <button class="act" :disabled="busy" @click="emit('change', { kind: 'failed' })">
        {{ say('orderView.failed') }}
      </button>
    </div>
    <div v-if="order.state === 'answered' && order.answer" class="mt-3">
      <p class="max-w-3xl text-lg">{{ say(`orderHow.${isAccount ? 'account' : order.answer}`) }}</p>
      <template v-if="order.answer === 'code'">
        <p class="mt-2 font-mono text-5xl font-bold tracking-widest">
          {{ order.code?.replace(/(.{4})/g, '$1 ') }}
        </p>
        <p class="mt-1" :class="{ 'font-bold text-stop': left <= 2 }">
          {{ say('orderView.entries', { made: order.entriesMade, allowed: order.entriesAllowed, left }) }}
        </p>
        <p v-if="dialledCode" class="text-ink-soft">
          {{ say('orderView.dial', { code: dialledCode }) }}
        </p>
        <div class="mt-2 flex gap-3">
          <button
            class="act act-main"
            :disabled="busy"
            @click="emit('change', { kind: 'code-entered', worked: true })"
          >
            {{ say('orderView.accepted') }}
          </button>
          <button
            class="act"
            :disabled="busy"
            @click="emit('change', { kind: 'code-entered', worked: false })"
          >
            {{ say('orderView.codeRefused') }}
          </button>
        </div>
      </template>
      <div v-else class="mt-2 flex gap-3">
        <button class="act act-main" :disabled="busy" @click="emit('change', { kind: 'proven' })">
          {{ isAccount ? say('accountProof.step-skipped') : say('orderView.simRegisters') }}
        </button>
        <button class="act" :disabled="busy" @click="emit('change', { kind: 'failed' })">
          {{ say('orderView.failed') }}
        </button>
      </div>
    </div>
    <p v-if="order.state === 'blocked'" class="mt-2 font-bold">
      {{ say('orderView.blocked') }}
    </p>
  </section>
</template>
