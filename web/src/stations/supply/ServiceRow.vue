<script setup lang="ts">
import { amountOf, nameOfService, type ListedService } from '@benevox/core/supply'
import { releasedLock } from '@benevox/core/job'
import TickBox from '../../parts/TickBox.vue'
import { say } from '../../words/index.ts'
import SupplyField from './SupplyField.vue'
import { COUNTRIES_ID, LONGEST_DAYS, shownAmount, typedNumber } from './typed.ts'

/** One service of a supplier. What it unlocks stays once it is saved: its results are of that. */
defineProps<{ isSupervisor: boolean; isSaved: boolean }>()
const emit = defineEmits<{ remove: [] }>()
const service = defineModel<ListedService>({ required: true })

const DAYS = ['minDays', 'maxDays'] as const
function setLock(lock: ListedService['lock']): void {
  service.value.lock = lock
  if (lock === 'account') service.value.carrier = ''
}
const setModels = (text: string) => {
  service.value.models = text
    .split(';')
    .map((model) => model.trim())
    .filter(Boolean)
}
</script>

<template>
  <li class="py-2" :class="{ 'text-ink-soft': service.withdrawn }" data-testid="service">
    <div class="grid grid-cols-[repeat(auto-fill,minmax(min(9.5rem,100%),1fr))] items-end gap-x-4 gap-y-2">
      <label class="block"
        ><span class="text-sm text-ink-soft">{{ say('supply.lock') }}</span>
        <select
          class="field"
          :value="service.lock"
          :disabled="!isSupervisor || isSaved"
          @change="setLock(($event.target as HTMLSelectElement).value as ListedService['lock'])"
        >
          <option v-for="lock in releasedLock.options" :key="lock" :value="lock">
            {{ say(`lock.${lock}`) }}
          </option>
        </select>
      </label>
      <SupplyField
        v-if="service.lock === 'carrier'"
        :label="say('supply.carrier')"
        list="supply-carriers"
        :value="service.carrier"
        :is-supervisor="isSupervisor && !isSaved"
        @change="service.carrier = $event"
      />
      <SupplyField
        :label="say('supply.carrierCountry')"
        :list="COUNTRIES_ID"
        :value="service.carrierCountry"
        :is-supervisor="isSupervisor && !isSaved"
        @change="service.carrierCountry = $event.toUpperCase()"
      />
      <SupplyField
        :label="say('supply.serviceName')"
        :value="service.name"
        :is-supervisor="isSupervisor"
        @change="service.name = $event"
      />
      <SupplyField
        :label="say('supply.feeMinor', { currency: service.currency })"
        :value="shownAmount(service.feeMinor)"
        :is-supervisor="isSupervisor"
        @change="service.feeMinor = amountOf($event) ?? service.feeMinor"
      />
      <SupplyField
        v-for="end in DAYS"
        :key="end"
        :label="say(`supply.${end}`)"
        :value="String(service[end])"
        :is-supervisor="isSupervisor"
        @change="service[end] = typedNumber($event, LONGEST_DAYS) ?? service[end]"
      />
      <SupplyField
        :label="say('supply.refundPercent')"
        :value="String(service.refundPercent)"
        :is-supervisor="isSupervisor"
        @change="service.refundPercent = typedNumber($event, 100) ?? service.refundPercent"
      />
      <SupplyField
        class="col-span-full"
        :label="say('supply.models')"
        :value="service.models.join('; ')"
        :is-supervisor="isSupervisor"
        @change="setModels"
      />
    </div>
    <div class="mt-1 flex justify-end">
      <TickBox v-if="isSaved" v-model="service.withdrawn" :disabled="!isSupervisor">{{
        say('supply.withdrawn')
      }}</TickBox>
      <button
        v-else-if="isSupervisor"
        class="underline"
        :aria-label="`${say('supply.remove')} ${nameOfService(service)}`"
        @click="emit('remove')"
      >
        {{ say('supply.remove') }}
      </button>
    </div>
  </li>
</template>
