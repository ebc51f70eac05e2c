<script setup lang="ts">
import type { Order, OrderChange } from '@benevox/contract'
import { releasedBy } from '@benevox/core/job'
import { groupCode } from '@benevox/words'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import MailList from '../../parts/MailList.vue'
import SendSheet from './SendSheet.vue'
import { say } from '../../words/index.ts'

/** An answer carried out at the device, step by step; entries of a code are counted, and the last one is looked at twice. */
const props = defineProps<{ order: Order; dialledCode: string | undefined; busy: boolean }>()
const emit = defineEmits<{ change: [change: OrderChange] }>()
const job = useJob()
const isAccount = computed(() => releasedBy(props.order) === 'account')
const isCode = computed(() => props.order.answer === 'code')
const left = computed(() => props.order.entriesAllowed - props.order.entriesMade)
/** Each code that was replaced was refused at least once: the present one was, where there are more entries. */
const isRefused = computed(() => props.order.entriesMade > (props.order.refusedCodes?.length ?? 0))
const isClosed = computed(() => Boolean(job.saved?.handBack))
const isAtHome = computed(() => job.facts.deviceHere === 'no' && !isAccount.value)
/** Of which code and entry it was said that all was compared. */
const compared = ref('')
const entry = computed(() => `${props.order.code ?? ''} ${left.value}`)
const isShown = computed(() => !isClosed.value && (left.value > 1 || compared.value === entry.value))
const steps = computed(() => {
  const how = say(`orderHow.${isAccount.value ? 'account' : (props.order.answer ?? 'code')}`).split('\n')
  if (!isCode.value) return how
  return [
    ...how,
    props.dialledCode ? say('orderView.dial', { code: props.dialledCode }) : say('orderView.noQuestion'),
  ]
})
</script>

<template>
  <div class="mt-1">
    <ol class="max-w-3xl list-decimal ps-6">
      <li v-for="step in steps" :key="step">{{ step }}</li>
    </ol>
    <template v-if="isCode">
      <p v-if="isClosed" class="mt-2">{{ say('orderView.codeHidden') }}</p>
      <div v-else-if="!isShown" class="mt-3 max-w-3xl border-s-4 border-stop px-3 py-2" role="alert">
        <p class="font-bold text-stop">{{ say('orderView.lastEntry') }}</p>
        <button class="act mt-2" @click="compared = entry">{{ say('orderView.showCode') }}</button>
      </div>
      <p v-else class="mt-1 font-mono text-5xl font-bold tracking-widest" data-testid="code">
        {{ groupCode(order.code ?? '') }}
      </p>
      <p class="mt-1" :class="{ 'font-bold text-stop': left <= 2 }">
        {{ say('orderView.entries', { made: order.entriesMade, allowed: order.entriesAllowed, left }) }}
      </p>
      <div v-if="isShown" class="mt-2 flex flex-wrap gap-3">
        <button
          class="act act-main"
          :disabled="busy"
          @click="emit('change', { kind: 'code-entered', worked: true })"
        >
          {{ say('orderView.accepted') }}
        </button>
        <button class="act" :disabled="busy" @click="emit('change', { kind: 'code-entered', worked: false })">
          {{ say('orderView.codeRefused') }}
        </button>
      </div>
      <div v-if="order.entriesMade > 0 && !isClosed" class="mt-3 border-t border-rule pt-2">
        <p v-if="isRefused" class="max-w-3xl">{{ say('orderView.secondHow') }}</p>
        <p v-if="order.refusedCodes?.length" class="text-ink-soft">
          {{ say('orderView.refusedCodes', { codes: order.refusedCodes.map(groupCode).join(', ') }) }}
        </p>
        <MailList class="mt-2" />
        <slot />
      </div>
    </template>
    <div v-else-if="!isClosed" class="mt-2 flex flex-wrap gap-3">
      <button class="act act-main" :disabled="busy" @click="emit('change', { kind: 'proven' })">
        {{ isAccount ? say('accountProof.step-skipped') : say('orderView.simRegisters') }}
      </button>
      <button class="act" :disabled="busy" @click="emit('change', { kind: 'failed' })">
        {{ say('orderView.failed') }}
      </button>
    </div>
    <SendSheet v-if="isAtHome && !isClosed" class="mt-4" :order="order" />
  </div>
</template>
