<script setup lang="ts">
import { PAID_HOW, type PaidHow } from '@benevox/core/job'
import { minorOf } from '@benevox/core/price'
import { computed, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { say, words } from '../../words/index.ts'

/** A deposit: what the customer was told, or what they pay; it comes off the bill. */
const job = useJob()
const told = computed(() => {
  const { agreement } = job.saved ?? {}
  return agreement?.kind === 'signed' ? agreement.told : undefined
})
const currency = computed(() => job.bill?.currency ?? 'EUR')
const payments = computed(() => job.saved?.payments ?? [])
const money = (minor: number) => words.money(minor, currency.value)
const plain = (minor: number) => words.decimal(minor / 100)
const typed = ref(payments.value.length > 0 ? '' : plain(told.value?.depositMinor ?? 0))
const minor = computed(() => minorOf(typed.value))
/** The same money is not taken twice, however often it is sent. */
const key = ref(crypto.randomUUID())

async function take(how: PaidHow): Promise<void> {
  const isTaken = await job.record(say('doing.takingDeposit'), (version, id) =>
    call('takePayment', {
      params: { id },
      body: { version, key: key.value, minor: minor.value ?? 0, currency: currency.value, how },
    }),
  )
  if (!isTaken) return
  key.value = crypto.randomUUID()
  typed.value = ''
}
</script>

<template>
  <div class="py-2">
    <p v-for="one in payments" :key="one.key">
      {{ say('deposit.taken', { amount: money(one.minor), day: words.shortDay(one.at), person: one.by }) }}
      · {{ say(`pay.${one.how}`) }}
    </p>
    <p v-if="told" class="text-ink-soft">{{ say('deposit.told', { amount: money(told.depositMinor) }) }}</p>
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
        :disabled="!minor || minor < 1"
        @click="take(how)"
      >
        {{ say(`pay.${how}`) }}
      </button>
    </p>
  </div>
</template>
