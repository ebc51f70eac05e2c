<script setup lang="ts">
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import PaymentTaken from '../../parts/PaymentTaken.vue'
import { say, words } from '../../words/index.ts'

/** A deposit: what the customer was told, or what they pay; it comes off the bill. */
const job = useJob()
const told = computed(() => {
  const { agreement } = job.saved ?? {}
  return agreement?.kind === 'signed' ? agreement.told : undefined
})
const currency = computed(() => job.bill?.currency ?? 'EUR')
const isTaken = computed(() => (job.saved?.payments ?? []).length > 0)
</script>

<template>
  <div class="py-2">
    <p v-if="told" class="text-ink-soft">
      {{ say('deposit.told', { amount: words.money(told.depositMinor, currency) }) }}
    </p>
    <PaymentTaken :suggested="isTaken ? 0 : (told?.depositMinor ?? 0)" :currency="currency" />
  </div>
</template>
