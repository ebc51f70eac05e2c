<script setup lang="ts">
import { PAID_HOW, type PaidHow } from '@benevox/core/job'
import { minorOf } from '@benevox/core/price'
import { computed, ref } from 'vue'
import { call } from '../api/client.ts'
import { useJob } from '../job/jobs.ts'
import { say, words } from '../words/index.ts'

/** Money that is taken before or after the hand-back: an amount, and how. What was taken already stands above. */
const props = defineProps<{ suggested: number; currency: string }>()
const job = useJob()
const payments = computed(() => job.saved?.payments ?? [])
const typed = ref(props.suggested > 0 ? words.decimal(props.suggested / 100) : '')
const minor = computed(() => minorOf(typed.value))
/** The same money is not taken twice, however often it is sent. */
const key = ref(crypto.randomUUID())

async function take(how: PaidHow): Promise<void> {
  const isTaken = await job.record(say('doing.takingDeposit'), (version, id) =>
    call('takePayment', {
      params: { id },
      body: { version, key: key.value, minor: minor.value ?? 0, currency: props.currency, how },
    }),
  )
  if (!isTaken) return
  key.value = crypto.randomUUID()
  typed.value = ''
}
</script>

<template>
  <p v-for="one in payments" :key="one.key">
    {{
      say('deposit.taken', {
        amount: words.money(one.minor, one.currency),
        day: words.shortDay(one.at),
        person: one.by,
      })
    }}
    · {{ say(`pay.${one.how}`) }}
  </p>
  <p class="mt-1 flex flex-wrap items-center gap-3">
    <input
      v-model="typed"
      class="field !w-32 font-mono"
      inputmode="decimal"
      :aria-label="say('deposit.amount', { currency })"
      maxlength="10"
    />
    <span>{{ say('deposit.take') }}:</span>
    <button
      v-for="how in PAID_HOW"
      :key="how"
      type="button"
      class="act"
      data-moves-money
      :disabled="!minor || minor < 1"
      @click="take(how)"
    >
      {{ say(`pay.${how}`) }}
    </button>
  </p>
</template>
