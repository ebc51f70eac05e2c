<script setup lang="ts">
import type { Invoice } from '@benevox/contract'
import { inCash } from '@benevox/core/price'
import { computed, ref, watch } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import OneOf from '../../parts/OneOf.vue'
import SupervisorCode from '../../parts/SupervisorCode.vue'
import OwnLineFields from './OwnLineFields.vue'
import PayHow from './PayHow.vue'
import { useOwnLine } from './useOwnLine.ts'
import { say, words } from '../../words/index.ts'

/** What a closed job was billed for, with each paper; and how it is cancelled, and billed anew. */
const props = defineProps<{ currency: string }>()
const job = useJob()
const invoices = ref<readonly Invoice[]>([])
watch(
  () => job.saved?.version,
  async () =>
    (invoices.value =
      (await call('listInvoices', { params: { id: job.id } }).catch(() => undefined))?.invoices ??
      invoices.value),
  { immediate: true },
)
const standing = computed(() => invoices.value.find((one) => !one.cancels && !one.cancelledBy))
const isOpen = ref(false)
const what = ref<'anew' | 'cancel'>('anew')
const isCancelled = computed(() => what.value === 'cancel')
const written = useOwnLine()
const paid = ref<'cash' | 'card' | 'transfer' | 'later'>()
const line = computed(() => (isCancelled.value ? undefined : written.line))
/** A line is begun and not whole: nothing is made of half of it. */
const isHalf = computed(() => !isCancelled.value && !line.value && written.isBegun)
const comesTo = computed(() =>
  isCancelled.value ? { totalMinor: 0, dueMinor: job.dueIfCancelled } : job.correctedTo(line.value),
)
const due = computed(() => comesTo.value?.dueMinor ?? 0)
const isWhole = computed(
  () =>
    !isHalf.value &&
    written.isAnswered &&
    (due.value === 0 || (paid.value && !(paid.value === 'later' && due.value < 0))),
)
const cash = computed(() => inCash(due.value, props.currency))
const money = (minor: number) => words.money(minor, props.currency)
async function correct(): Promise<void> {
  const isDone = await job.record(say('doing.correctingBill'), (version, id) =>
    call('correctBill', {
      params: { id },
      body: {
        version,
        key: written.key,
        line: line.value,
        reason: written.told.reason,
        isCancelled: isCancelled.value,
        totalMinor: comesTo.value?.totalMinor ?? 0,
        ...(due.value === 0 ? {} : { paid: paid.value }),
        code: written.code,
        noSecret: written.noSecret,
      },
    }),
  )
  written.code = ''
  if (!isDone) return
  written.clear()
  ;[paid.value, isOpen.value] = [undefined, false]
}
</script>

<template>
  <section v-if="invoices.length" class="beside beside-wide mt-5" :aria-label="say('invoice.list')">
    <div class="max-w-3xl">
      <h2>{{ say('invoice.list') }}</h2>
      <table class="mt-1 w-full border-t-2 border-ink" data-testid="invoices">
        <tbody>
          <tr v-for="one in invoices" :key="one.number" class="border-b border-rule">
            <td class="py-1.5 pe-3">
              <a class="underline" :href="`/api/jobs/${job.id}/invoices/${one.number}.pdf`" target="_blank">{{
                one.cancels
                  ? say('invoice.cancellation', { number: one.number, of: one.cancels })
                  : say('invoice.title', { number: one.number })
              }}</a>
              <span v-if="one.cancelledBy" class="ms-2 text-ink-soft">{{
                say('invoice.cancelledBy', { number: one.cancelledBy })
              }}</span>
            </td>
            <td class="py-1.5 text-ink-soft">{{ words.shortDay(one.at) }}</td>
            <td class="py-1.5 text-end font-mono" :class="{ 'line-through': one.cancelledBy }">
              {{ money(one.cancels ? -one.totalMinor : one.totalMinor) }}
            </td>
          </tr>
        </tbody>
      </table>
      <p class="mt-2">
        <button type="button" class="underline" :aria-expanded="isOpen" @click="isOpen = !isOpen">
          {{ say('correctBill.open') }}
        </button>
      </p>
    </div>
    <form v-if="isOpen" class="space-y-3 border-s-4 border-brass ps-4" @submit.prevent="correct">
      <OneOf
        v-if="standing"
        v-model="what"
        :label="say('correctBill.how')"
        :answers="[
          ['anew', say('correctBill.anew')],
          ['cancel', say('correctBill.cancel')],
        ]"
      />
      <template v-if="!isCancelled">
        <p class="text-ink-soft">{{ say('correctBill.note') }}</p>
        <div class="flex flex-wrap items-start gap-3">
          <OwnLineFields :model-value="written" :currency="props.currency" only="line" />
        </div>
      </template>
      <OwnLineFields :model-value="written" :currency="props.currency" only="reason" />
      <p v-if="comesTo" class="text-xl" data-testid="comes-to">
        {{ say('correctBill.comesTo', { total: money(comesTo.totalMinor) }) }}
      </p>
      <template v-if="due !== 0">
        <p class="flex justify-between text-xl font-bold">
          <span>{{ say(due > 0 ? 'bill.due' : 'bill.back') }}</span>
          <span class="font-mono">{{ money(Math.abs(due)) }}</span>
        </p>
        <PayHow v-model="paid" :due="due" />
        <p v-if="paid === 'cash' && cash !== due" class="text-xl">
          {{ say('handBackPage.inCash', { amount: money(Math.abs(cash)) }) }}
        </p>
      </template>
      <p class="flex flex-wrap items-center gap-3">
        <SupervisorCode v-model="written.code" />
        <button class="act" data-moves-money :disabled="!isWhole">
          {{ standing ? say('correctBill.do', { number: standing.number }) : say('correctBill.anew') }}
        </button>
      </p>
    </form>
  </section>
</template>
