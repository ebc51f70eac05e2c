<script setup lang="ts">
import type { ListedCarrier } from '@benevox/core/supply'
import { say } from '../../words/index.ts'
import SupplyField from './SupplyField.vue'

/** Carriers that devices of customers come from, and where each is asked. */
defineProps<{ isSupervisor: boolean }>()
const carriers = defineModel<ListedCarrier[]>({ required: true })
const add = () => carriers.value.push({ name: '', country: '', askAt: '' })
</script>

<template>
  <section :aria-label="say('supply.carriers')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('supply.carriers') }}</h2>
    <table class="w-full text-start">
      <thead class="text-sm text-ink-soft">
        <tr>
          <th class="py-1 text-start font-normal">{{ say('supply.name') }}</th>
          <th class="w-28 text-start font-normal">{{ say('supply.country') }}</th>
          <th class="text-start font-normal">{{ say('supply.askAt') }}</th>
          <th class="w-28"></th>
        </tr>
      </thead>
      <tbody class="ruled">
        <tr v-for="(carrier, index) in carriers" :key="index">
          <td class="py-1 pe-3">
            <SupplyField
              bare
              :label="say('supply.name')"
              :value="carrier.name"
              :is-supervisor="isSupervisor"
              @change="carrier.name = $event"
            />
          </td>
          <td class="pe-3">
            <SupplyField
              bare
              :label="say('supply.country')"
              list="supply-countries"
              :value="carrier.country"
              :is-supervisor="isSupervisor"
              @change="carrier.country = $event.toUpperCase()"
            />
          </td>
          <td class="pe-3">
            <SupplyField
              bare
              :label="say('supply.askAt')"
              :value="carrier.askAt"
              :is-supervisor="isSupervisor"
              @change="carrier.askAt = $event"
            />
          </td>
          <td class="text-end">
            <button v-if="isSupervisor" class="underline" @click="carriers.splice(index, 1)">
              {{ say('supply.remove') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="isSupervisor" class="act mt-3" @click="add">{{ say('supply.addCarrier') }}</button>
  </section>
</template>
