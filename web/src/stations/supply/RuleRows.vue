<script setup lang="ts">
import type { CarrierRule } from '@benevox/core/supply'
import { say } from '../../words/index.ts'
import ListRows from './ListRows.vue'
import { COUNTRIES_ID, LONGEST_DAYS, typedNumber } from './typed.ts'

/** How long carriers may take to answer, country by country, with where that is said and when it was looked up. */
defineProps<{ isSupervisor: boolean }>()
const rules = defineModel<CarrierRule[]>({ required: true })
const blank = () => ({
  country: '',
  workingDays: 3,
  source: '',
  lookedAt: new Date().toISOString().slice(0, 10),
})
const setDays = (row: CarrierRule, text: string) =>
  (row.workingDays = typedNumber(text, LONGEST_DAYS) ?? row.workingDays)
</script>

<template>
  <ListRows
    v-model="rules"
    :title="say('supply.rules')"
    :add-text="say('supply.addRule')"
    :is-supervisor="isSupervisor"
    :blank="blank"
    :columns="[
      {
        label: say('supply.country'),
        width: '5rem',
        list: COUNTRIES_ID,
        value: ({ country }) => country,
        set: (row, text) => (row.country = text.toUpperCase()),
      },
      {
        label: say('supply.workingDays'),
        width: '6.5rem',
        value: ({ workingDays }) => String(workingDays),
        set: setDays,
      },
      { label: say('supply.source'), value: ({ source }) => source, set: (row, text) => (row.source = text) },
      {
        label: say('supply.lookedAt'),
        width: '11rem',
        type: 'date',
        value: ({ lookedAt }) => lookedAt,
        set: (row, text) => (row.lookedAt = text),
      },
    ]"
  >
    <p class="mt-1 text-ink-soft">{{ say('supply.rulesAbout') }}</p>
  </ListRows>
</template>
