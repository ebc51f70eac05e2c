<script setup lang="ts">
import type { Answer, Service } from '@benevox/contract'
import { groupImei } from '@benevox/core/imei'
import type { CostsTheFee, ReleasedLock } from '@benevox/core/job'
import { carrierText } from '@benevox/words'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { useOwnDigits } from '../../parts/numberedButtons.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { say, words } from '../../words/index.ts'

/** Before anything is paid: all that loses the fee when it is wrong, each confirmed by a key of its own. */
const props = defineProps<{
  lock: ReleasedLock
  supplier: string
  service: Service
  promise: Answer<'getPromise'> | undefined
  /** Where the answer is mailed to. */
  answersTo: string
  busy: boolean
}>()
const emit = defineEmits<{ order: []; cancel: [] }>()
const job = useJob()
const rows = computed(() => job.costsTheFee(props.lock))
const confirmed = ref<readonly string[]>([])
const valueOf = (row: CostsTheFee): string => {
  switch (row.id) {
    case 'imei':
      return groupImei(row.imei)
    case 'carrier':
      return carrierText(row, words)
    case 'model':
      return row.name
  }
}
/** What was confirmed is what stood there: another value is confirmed anew. */
const nameOf = (row: CostsTheFee) => `${row.id} ${valueOf(row)}`
const isConfirmed = (row: CostsTheFee) => confirmed.value.includes(nameOf(row))
const areAll = computed(() => rows.value.every((row) => isConfirmed(row) && valueOf(row) !== ''))
function confirm(n: number): boolean {
  const row = rows.value[n - 1]
  if (!row) return false
  confirmed.value = [...new Set([...confirmed.value, nameOf(row)])]
  return true
}
useOwnDigits()
usePageKeys(
  { key: 'digit', does: 'keyHelp.confirmLine', press: confirm },
  { key: 'o', does: 'keyHelp.order', when: () => areAll.value && !props.busy, press: () => emit('order') },
)
</script>

<template>
  <section class="border-2 border-ink px-4 py-3" :aria-label="say('orderSummary.title')">
    <h2>{{ say('orderSummary.title') }}</h2>
    <p class="mb-2">
      <b>{{ supplier }}</b>
      <template v-if="service.name">{{ ' ' }}{{ service.name }}</template> ·
      {{ words.money(service.feeMinor, service.currency) }} ·
      <template v-if="promise">{{
        say('orderDesk.between', {
          first: words.shortDay(promise.earliest),
          last: words.shortDay(promise.latest),
        })
      }}</template>
    </p>
    <p class="mb-2 text-ink-soft">{{ say('orderSummary.answersTo', { address: answersTo }) }}</p>
    <ul class="ruled">
      <li
        v-for="(row, index) in rows"
        :key="row.id"
        class="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 py-1.5"
      >
        <div>
          <span class="text-ink-soft">{{ say(`orderSummary.${row.id}`) }}</span>
          <b class="block text-xl" :class="{ 'font-mono': row.id === 'imei' }">{{
            valueOf(row) || say('orderSummary.missing')
          }}</b>
          <span v-if="valueOf(row)" class="block text-ink-soft">{{ say(`knownFrom.${row.from}`) }}</span>
          <span v-if="row.id === 'imei' && row.second" class="block text-brass">{{
            say('orderSummary.secondImei', { imei: groupImei(row.second) })
          }}</span>
        </div>
        <button
          class="act"
          :aria-pressed="isConfirmed(row)"
          :disabled="valueOf(row) === ''"
          @click="confirm(index + 1)"
        >
          <template v-if="isConfirmed(row)"
            ><span aria-hidden="true" class="font-mono text-clear">✓</span>
            {{ say('orderSummary.right') }}</template
          >
          <template v-else
            ><span class="key-hint">{{ index + 1 }}</span> {{ say('orderSummary.isRight') }}</template
          >
        </button>
      </li>
    </ul>
    <p class="mt-3 flex items-center gap-4">
      <button
        class="act"
        data-key-hint="O"
        aria-keyshortcuts="O"
        :class="{ 'act-main': areAll }"
        :disabled="!areAll || busy"
        @click="emit('order')"
      >
        {{ say('orderSummary.pay', { fee: words.money(service.feeMinor, service.currency) }) }}
      </button>
      <button class="underline" @click="emit('cancel')">{{ say('orderSummary.cancel') }}</button>
    </p>
  </section>
</template>
