<script setup lang="ts">
import { nextId, type ListedService, type ListedSupplier } from '@benevox/core/supply'
import { LANGUAGES, nameOf } from '@benevox/words'
import TickBox from '../../parts/TickBox.vue'
import { say } from '../../words/index.ts'
import ServiceRow from './ServiceRow.vue'
import SupplyField from './SupplyField.vue'
import { COUNTRIES_ID, typedTime } from './typed.ts'

/** One supplier: who it is, when its days count, and what it unlocks. */
const props = defineProps<{
  isSupervisor: boolean
  currency: string
  /** Services that are saved: they stay, withdrawn at most. */
  savedIds: readonly number[]
  /** The highest number that is taken, of all suppliers. */
  services: readonly ListedService[]
}>()
const supplier = defineModel<ListedSupplier>({ required: true })
const zones = Intl.supportedValuesOf('timeZone')

function add(): void {
  supplier.value.services.push({
    id: Math.max(nextId(props.services), ...props.savedIds.map((id) => id + 1)),
    name: '',
    lock: 'carrier',
    carrier: '',
    carrierCountry: supplier.value.country,
    models: [],
    feeMinor: 0,
    currency: props.currency,
    minDays: 1,
    maxDays: 3,
    refundPercent: 0,
    withdrawn: false,
  })
}
const remove = (id: number) => {
  supplier.value.services = supplier.value.services.filter((one) => one.id !== id)
}
const setTime = (text: string) => {
  supplier.value.cutOff = typedTime(text) ?? supplier.value.cutOff
}
</script>

<template>
  <section :aria-label="supplier.name || say('supply.newSupplier')">
    <h2 class="border-b-2 border-ink pb-1">{{ supplier.name || say('supply.newSupplier') }}</h2>
    <div
      class="mt-3 grid grid-cols-[repeat(auto-fill,minmax(min(15rem,100%),1fr))] items-end gap-x-6 gap-y-3"
    >
      <SupplyField
        :label="say('supply.name')"
        :value="supplier.name"
        :is-supervisor="isSupervisor"
        @change="supplier.name = $event"
      />
      <SupplyField
        :label="say('supply.mail')"
        type="email"
        :value="supplier.mail ?? ''"
        :is-supervisor="isSupervisor"
        @change="supplier.mail = $event || null"
      />
      <label class="block"
        ><span class="text-sm text-ink-soft">{{ say('supply.language') }}</span>
        <select v-model="supplier.language" class="field" :disabled="!isSupervisor">
          <option v-for="language in LANGUAGES" :key="language" :value="language">
            {{ nameOf(language) }}
          </option>
        </select>
      </label>
      <SupplyField
        :label="say('supply.ordersAt')"
        :value="supplier.ordersAt ?? ''"
        :is-supervisor="isSupervisor"
        @change="supplier.ordersAt = $event || null"
      />
      <SupplyField
        :label="say('supply.country')"
        :value="supplier.country"
        :list="COUNTRIES_ID"
        :is-supervisor="isSupervisor"
        @change="supplier.country = $event.toUpperCase()"
      />
      <SupplyField
        :label="say('supply.region')"
        :value="supplier.region ?? ''"
        :is-supervisor="isSupervisor"
        @change="supplier.region = $event.toUpperCase() || null"
      />
      <label class="block"
        ><span class="text-sm text-ink-soft">{{ say('supply.zone') }}</span>
        <select v-model="supplier.zone" class="field" :disabled="!isSupervisor">
          <option v-for="zone in zones" :key="zone">{{ zone }}</option>
        </select>
      </label>
      <SupplyField
        :label="say('supply.cutOff')"
        :value="supplier.cutOff"
        :is-supervisor="isSupervisor"
        @change="setTime"
      />
    </div>
    <TickBox v-model="supplier.withdrawn" class="mt-3" :disabled="!isSupervisor">{{
      say('supply.withdrawn')
    }}</TickBox>
    <h3 class="mt-5 border-b border-ink pb-1 font-bold">{{ say('supply.services') }}</h3>
    <p v-if="supplier.services.length === 0" class="mt-1">{{ say('supply.noServices') }}</p>
    <ul class="ruled">
      <ServiceRow
        v-for="(service, index) in supplier.services"
        :key="service.id"
        v-model="supplier.services[index]!"
        :is-supervisor="isSupervisor"
        :is-saved="savedIds.includes(service.id)"
        @remove="remove(service.id)"
      />
    </ul>
    <button v-if="isSupervisor" class="act mt-3" @click="add">{{ say('supply.addService') }}</button>
  </section>
</template>
