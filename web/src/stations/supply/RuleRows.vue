<script setup lang="ts">
import type { CarrierRule } from '@benevox/core/supply'
import { say } from '../../words/index.ts'
import SupplyField from './SupplyField.vue'
import { typedNumber } from './typed.ts'

/** How long carriers may take to answer, country by country, with where that is said and when it was looked up. */
defineProps<{ isSupervisor: boolean }>()
const rules = defineModel<CarrierRule[]>({ required: true })
const LONGEST_DAYS = 365
const add = () =>
  rules.value.push({
    country: '',
    workingDays: 3,
    source: '',
    lookedAt: new Date().toISOString().slice(0, 10),
  })
</script>

<template>
  <section :aria-label="say('supply.rules')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('supply.rules') }}</h2>
    <p class="mt-1 text-ink-soft">{{ say('supply.rulesAbout') }}</p>
    <table class="w-full text-start">
      <thead class="text-sm text-ink-soft">
        <tr>
          <th class="w-28 py-1 text-start font-normal">{{ say('supply.country') }}</th>
          <th class="w-36 text-start font-normal">{{ say('supply.workingDays') }}</th>
          <th class="text-start font-normal">{{ say('supply.source') }}</th>
          <th class="w-44 text-start font-normal">{{ say('supply.lookedAt') }}</th>
          <th class="w-28"></th>
        </tr>
      </thead>
      <tbody class="ruled">
        <tr v-for="(rule, index) in rules" :key="index">
          <td class="py-1 pe-3">
            <SupplyField
              bare
              :label="say('supply.country')"
              list="supply-countries"
              :value="rule.country"
              :is-supervisor="isSupervisor"
              @change="rule.country = $event.toUpperCase()"
            />
          </td>
          <td class="pe-3">
            <SupplyField
              bare
              :label="say('supply.workingDays')"
              :value="String(rule.workingDays)"
              :is-supervisor="isSupervisor"
              @change="rule.workingDays = typedNumber($event, LONGEST_DAYS) ?? rule.workingDays"
            />
          </td>
          <td class="pe-3">
            <SupplyField
              bare
              :label="say('supply.source')"
              :value="rule.source"
              :is-supervisor="isSupervisor"
              @change="rule.source = $event"
            />
          </td>
          <td class="pe-3">
            <SupplyField
              bare
              type="date"
              :label="say('supply.lookedAt')"
              :value="rule.lookedAt"
              :is-supervisor="isSupervisor"
              @change="rule.lookedAt = $event"
            />
          </td>
          <td class="text-end">
            <button v-if="isSupervisor" class="underline" @click="rules.splice(index, 1)">
              {{ say('supply.remove') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="isSupervisor" class="act mt-3" @click="add">{{ say('supply.addRule') }}</button>
  </section>
</template>
