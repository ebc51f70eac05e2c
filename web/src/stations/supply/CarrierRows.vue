<script setup lang="ts">
import type { ListedCarrier } from '@benevox/core/supply'
import { say } from '../../words/index.ts'
import ListRows from './ListRows.vue'
import { COUNTRIES_ID } from './typed.ts'

/** Carriers that devices of customers come from, and where each is asked. */
defineProps<{ isSupervisor: boolean }>()
const carriers = defineModel<ListedCarrier[]>({ required: true })
</script>

<template>
  <ListRows
    v-model="carriers"
    :title="say('supply.carriers')"
    :add-text="say('supply.addCarrier')"
    :is-supervisor="isSupervisor"
    :blank="() => ({ name: '', country: '', askAt: '' })"
    :columns="[
      { label: say('supply.name'), value: ({ name }) => name, set: (row, text) => (row.name = text) },
      {
        label: say('supply.country'),
        width: '5rem',
        list: COUNTRIES_ID,
        value: ({ country }) => country,
        set: (row, text) => (row.country = text.toUpperCase()),
      },
      { label: say('supply.askAt'), value: ({ askAt }) => askAt, set: (row, text) => (row.askAt = text) },
    ]"
  />
</template>
