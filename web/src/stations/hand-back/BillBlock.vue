<script setup lang="ts">
import { inCash } from '@benevox/core/price'
import { billLineText, taxText } from '@benevox/words'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import OwnLineForm from './OwnLineForm.vue'
import PayHow from './PayHow.vue'
import { say, words } from '../../words/index.ts'

/** What it costs, from what was done, against what was agreed; and how it is paid. */
const paid = defineModel<'cash' | 'card' | 'transfer' | 'later' | undefined>('paid', { required: true })
const job = useJob()
const bill = computed(() => job.bill)
const money = (minor: number) => words.money(minor, bill.value?.currency ?? 'EUR')
const agreed = computed(() =>
  job.saved?.agreement?.kind === 'signed' ? job.saved.agreement.terms.mostMinor : undefined,
)
const due = computed(() => job.dueMinor)
/** What there are no coins for is rounded where it is paid in cash. */
const cash = computed(() => inCash(due.value, bill.value?.currency ?? 'EUR'))
</script>

<template>
  <section v-if="bill" :aria-label="say('bill.title')">
    <h2>{{ say('bill.title') }}</h2>
    <table class="mt-1 w-full border-t-2 border-ink" data-testid="bill">
      <tbody>
        <tr v-for="(line, index) in bill.lines" :key="index" class="border-b border-rule">
          <td class="py-1.5 pe-3">
            {{ billLineText(line, words) }}
            <span v-if="line.kind === 'own'" class="block text-[0.9rem] text-ink-soft">{{
              say('history.line', { what: line.by, more: line.reason })
            }}</span>
          </td>
          <td class="py-1.5 text-end align-top font-mono">{{ money(line.minor) }}</td>
        </tr>
        <tr v-if="bill.lines.length === 0" class="border-b border-rule">
          <td colspan="2" class="py-1.5">{{ say('bill.nothing') }}</td>
        </tr>
        <tr>
          <th scope="row" class="pt-2 text-start text-xl">{{ say('bill.total') }}</th>
          <td class="pt-2 text-end font-mono text-xl font-bold" data-testid="total">
            {{ money(bill.totalMinor) }}
          </td>
        </tr>
        <tr v-if="bill.taxMinor > 0" class="text-ink-soft">
          <td>{{ taxText(bill, words) }}</td>
          <td class="text-end font-mono">{{ money(bill.taxMinor) }}</td>
        </tr>
        <tr v-for="one in job.saved?.payments ?? []" :key="one.key">
          <td>{{ say('bill.deposit', { day: words.shortDay(one.at) }) }}</td>
          <td class="text-end font-mono">{{ money(-one.minor) }}</td>
        </tr>
      </tbody>
    </table>
    <p class="mt-1 text-[0.95rem] text-ink-soft">
      {{
        agreed === undefined
          ? say('handBackPage.nothingAgreed')
          : say('handBackPage.mostAgreed', { most: money(agreed) })
      }}
    </p>
    <div v-if="due !== 0" class="mt-3 border-t-2 border-ink pt-2">
      <p class="flex justify-between text-xl font-bold">
        <span>{{ say(due > 0 ? 'bill.due' : 'bill.back') }}</span>
        <span class="font-mono" data-testid="due">{{ money(Math.abs(due)) }}</span>
      </p>
      <PayHow v-model="paid" :due="due" />
      <p v-if="paid === 'cash' && cash !== due" class="mt-1 text-xl">
        {{ say('handBackPage.inCash', { amount: money(Math.abs(cash)) }) }}
      </p>
    </div>
    <OwnLineForm :currency="bill.currency" />
  </section>
</template>
