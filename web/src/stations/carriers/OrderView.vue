<script setup lang="ts">
import type { Order, OrderChange } from '@benevox/contract'
import { networkKey } from '@benevox/contract'
import { releasedBy } from '@benevox/core/job'
import { computed, ref } from 'vue'
import { ACCOUNT_RELEASED, ANSWER_WORDS, dayText, instantText, money, ORDER_WORDS } from '../../words/en.ts'

/** One order: its promise, the answer when it comes, the code with its counted tries, the result. */
const props = defineProps<{ order: Order; dialledCode: string | undefined; busy: boolean }>()
const emit = defineEmits<{ change: [change: OrderChange] }>()
const code = ref('')
const isAccount = computed(() => releasedBy(props.order) === 'account')
/** Mails write it in groups. */
const typed = computed(() => code.value.replace(/[\s-]/g, ''))
const isCode = computed(() => networkKey.safeParse(typed.value).success)
const left = computed(() => props.order.triesAllowed - props.order.triesMade)
</script>

<template>
  <section class="mb-5 border-t-2 border-ink pt-2">
    <p class="flex flex-wrap items-baseline gap-x-6">
      <b class="text-xl">{{ order.supplier }}, {{ isAccount ? 'account lock' : order.carrier }}</b>
      <span
        class="font-bold"
        :class="{
          'text-clear': order.state === 'released',
          'text-waiting': order.state === 'waiting',
          'text-stop': order.state === 'blocked',
        }"
        >{{ ORDER_WORDS[order.state] }}</span
      >
      <span class="text-ink-soft"
        >ordered {{ instantText(order.orderedAt) }} for {{ money(order.feeMinor, order.currency) }}</span
      >
      <span
        >promised {{ dayText(order.promise.earliest) }} to <b>{{ dayText(order.promise.latest) }}</b></span
      >
    </p>
    <div v-if="order.state === 'waiting' && isAccount" class="mt-3 flex gap-3">
      <button
        class="act act-main"
        :disabled="busy"
        @click="emit('change', { kind: 'answered', answer: 'over-the-air' })"
      >
        Released, they say
      </button>
      <button class="act" :disabled="busy" @click="emit('change', { kind: 'failed' })">
        They refused it
      </button>
    </div>
    <div v-else-if="order.state === 'waiting'" class="mt-3 flex flex-wrap items-end gap-3">
      <label class="w-72 font-bold"
        >The code that came
        <input
          v-model="code"
          class="field mt-1 font-mono text-xl"
          inputmode="numeric"
          maxlength="32"
          autocomplete="off"
          data-scan="own"
          placeholder="8 to 16 digits"
        />
        <span v-if="typed && !isCode" class="text-sm text-brass">{{
          /^\d+$/.test(typed) ? `${typed.length} digits; a code has 8 to 16.` : 'A code is of digits alone.'
        }}</span>
      </label>
      <button
        class="act"
        :disabled="!isCode || busy"
        @click="emit('change', { kind: 'answered', answer: 'code', code: typed })"
      >
        Keep the code
      </button>
      <span>or</span>
      <button
        class="act"
        :disabled="busy"
        @click="emit('change', { kind: 'answered', answer: 'over-the-air' })"
      >
        Released over the air
      </button>
      <button class="act" :disabled="busy" @click="emit('change', { kind: 'answered', answer: 'app' })">
        Use the app
      </button>
      <button class="act" :disabled="busy" @click="emit('change', { kind: 'failed' })">It failed</button>
    </div>
    <div v-if="order.state === 'answered' && order.answer" class="mt-3">
      <p class="max-w-3xl text-lg">{{ isAccount ? ACCOUNT_RELEASED : ANSWER_WORDS[order.answer].how }}</p>
      <template v-if="order.answer === 'code'">
        <p class="mt-2 font-mono text-5xl font-bold tracking-widest">
          {{ order.code?.replace(/(.{4})/g, '$1 ') }}
        </p>
        <p class="mt-1" :class="{ 'font-bold text-stop': left <= 2 }">
          {{ order.triesMade }} of {{ order.triesAllowed }} tries made, {{ left }} left. At none left the
          device is blocked.
        </p>
        <p v-if="dialledCode" class="text-ink-soft">
          If it does not ask, dial <span class="font-mono">{{ dialledCode }}</span>.
        </p>
        <div class="mt-2 flex gap-3">
          <button
            class="act act-main"
            :disabled="busy"
            @click="emit('change', { kind: 'code-tried', worked: true })"
          >
            It was taken; another carrier’s SIM registers
          </button>
          <button class="act" :disabled="busy" @click="emit('change', { kind: 'code-tried', worked: false })">
            It was refused
          </button>
        </div>
      </template>
      <div v-else class="mt-2 flex gap-3">
        <button class="act act-main" :disabled="busy" @click="emit('change', { kind: 'proven' })">
          {{
            isAccount
              ? 'The account step can be skipped'
              : 'Another carrier’s SIM registers and a call goes through'
          }}
        </button>
        <button class="act" :disabled="busy" @click="emit('change', { kind: 'failed' })">It failed</button>
      </div>
    </div>
    <p v-if="order.state === 'blocked'" class="mt-2 font-bold">
      Stop: no tries are left. Ask the supplier for a second code, or turn to the carrier.
    </p>
  </section>
</template>
