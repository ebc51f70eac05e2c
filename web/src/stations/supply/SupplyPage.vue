<script setup lang="ts">
import { nextId } from '@benevox/core/supply'
import { computed, onMounted, ref } from 'vue'
import { useSession } from '../../api/session.ts'
import { countryName } from '../../words/countries.ts'
import { say, words } from '../../words/index.ts'
import CarrierRows from './CarrierRows.vue'
import RuleRows from './RuleRows.vue'
import SupplierForm from './SupplierForm.vue'
import SupplyTables from './SupplyTables.vue'
import { COUNTRIES_ID } from './typed.ts'
import { useSupply } from './useSupply.ts'

/** Whom unlocks are ordered from, for which carriers, and how long carriers may take. A supervisor changes it. */
const sessions = useSession()
const { saved, draft, currency, says, fault, isStale, isChanged, load, discard, save } = useSupply()
const isSupervisor = computed(() => sessions.isSupervisor)
const PARTS = ['carriers', 'rules', 'files'] as const
/** The number of a supplier, or another part of the list. */
const shown = ref<number | (typeof PARTS)[number]>()
onMounted(async () => {
  await load()
  // Whoever has chosen meanwhile has chosen.
  shown.value ??= draft.value?.suppliers[0]?.id ?? 'carriers'
})
const place = computed(() => draft.value?.suppliers.findIndex(({ id }) => id === shown.value) ?? -1)
const savedServices = computed(
  () => saved.value?.list.suppliers.flatMap(({ services }) => services.map(({ id }) => id)) ?? [],
)
const allServices = computed(() => draft.value?.suppliers.flatMap(({ services }) => services) ?? [])
const isSavedSupplier = computed(() => saved.value?.list.suppliers.some(({ id }) => id === shown.value))
/** Those that are named anywhere in the list. */
const countries = computed(() => {
  const { suppliers = [], carriers = [], rules = [] } = draft.value ?? {}
  return [...new Set([...suppliers, ...carriers, ...rules].map(({ country }) => country))]
    .filter(Boolean)
    .sort()
})

function add(): void {
  if (!draft.value) return
  const id = Math.max(nextId(draft.value.suppliers), nextId(saved.value?.list.suppliers ?? []))
  const [like] = draft.value.suppliers
  draft.value.suppliers.push({
    id,
    name: '',
    mail: null,
    language: 'en',
    country: like?.country ?? 'DE',
    region: null,
    zone: like?.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone,
    cutOff: '15:00',
    ordersAt: null,
    withdrawn: false,
    services: [],
  })
  shown.value = id
}
function remove(): void {
  if (!draft.value) return
  draft.value.suppliers = draft.value.suppliers.filter(({ id }) => id !== shown.value)
  shown.value = draft.value.suppliers[0]?.id ?? 'carriers'
}
</script>

<template>
  <main class="flex-1 px-6 py-5">
    <h1 class="mb-1">{{ say('supply.title') }}</h1>
    <p class="text-ink-soft">
      {{ say('supply.about') }}
      <template v-if="!isSupervisor">{{ say('settings.supervisor') }}</template>
      <template v-if="saved?.by && saved.at">{{
        say('supply.keptBy', { person: saved.by, day: words.day(saved.at) })
      }}</template>
    </p>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <p v-if="says" role="status" class="mt-2 font-bold text-clear">{{ says }}</p>
    <div v-if="draft" class="mt-4 flex flex-wrap gap-x-8 gap-y-6">
      <nav class="basis-56" :aria-label="say('supply.title')">
        <p class="text-sm text-ink-soft">{{ say('supply.suppliers') }}</p>
        <ul class="ruled border-t border-ink">
          <li v-for="one in draft.suppliers" :key="one.id">
            <button
              class="w-full py-1.5 text-start"
              :class="{ 'font-bold': one.id === shown, 'text-ink-soft line-through': one.withdrawn }"
              :aria-current="one.id === shown"
              @click="shown = one.id"
            >
              {{ one.name || say('supply.newSupplier') }}
            </button>
          </li>
        </ul>
        <button v-if="isSupervisor" class="act mt-2" @click="add">{{ say('supply.addSupplier') }}</button>
        <ul class="ruled mt-5 border-t border-ink">
          <li v-for="part in PARTS" :key="part">
            <button
              class="w-full py-1.5 text-start"
              :class="{ 'font-bold': part === shown }"
              :aria-current="part === shown"
              @click="shown = part"
            >
              {{ say(`supply.${part}`) }}
            </button>
          </li>
        </ul>
      </nav>
      <div class="min-w-0 flex-[1_1_30rem]">
        <template v-if="place >= 0">
          <SupplierForm
            :key="shown"
            v-model="draft.suppliers[place]!"
            :is-supervisor="isSupervisor"
            :currency="currency"
            :saved-ids="savedServices"
            :services="allServices"
          />
          <button v-if="isSupervisor && !isSavedSupplier" class="mt-3 underline" @click="remove">
            {{ say('supply.remove') }}
          </button>
        </template>
        <CarrierRows
          v-else-if="shown === 'carriers'"
          v-model="draft.carriers"
          :is-supervisor="isSupervisor"
        />
        <RuleRows v-else-if="shown === 'rules'" v-model="draft.rules" :is-supervisor="isSupervisor" />
        <SupplyTables v-else-if="shown === 'files'" v-model="draft" :is-supervisor="isSupervisor" />
      </div>
      <datalist id="supply-carriers">
        <option
          v-for="{ name, country } in draft.carriers"
          :key="`${country} ${name}`"
          :value="name"
        ></option>
      </datalist>
      <datalist :id="COUNTRIES_ID">
        <option v-for="country in countries" :key="country" :value="country">
          {{ countryName(country, words) }}
        </option>
      </datalist>
    </div>
  </main>
  <footer
    v-if="isSupervisor"
    class="sticky bottom-0 flex min-h-16 items-center justify-end gap-4 border-t-2 border-ink bg-paper-deep px-6 py-2.5"
  >
    <template v-if="isChanged || isStale">
      <span class="text-ink-soft">{{ say('supply.unsaved') }}</span>
      <button class="underline" @click="discard">{{ say('supply.discard') }}</button>
    </template>
    <button class="act" :class="{ 'act-main': isChanged }" :disabled="!isChanged" @click="save">
      {{ say('supply.save') }}
    </button>
  </footer>
</template>
