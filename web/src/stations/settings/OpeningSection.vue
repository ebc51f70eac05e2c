<script setup lang="ts">
import type { OpeningHours } from '@benevox/core/clocks'
import OpeningDays from './OpeningDays.vue'
import SettingsField from './SettingsField.vue'
import { say } from '../../words/index.ts'

/** When the shop is open: what it promises lies within. */
defineProps<{ isSupervisor: boolean }>()
const opening = defineModel<OpeningHours>({ required: true })
const zones = Intl.supportedValuesOf('timeZone')

function setRegion(text: string): void {
  if (text) opening.value.region = text.toUpperCase()
  else delete opening.value.region
}
</script>

<template>
  <section aria-labelledby="opening-title">
    <h2 id="opening-title" class="border-b-2 border-ink pb-1">{{ say('opening.title') }}</h2>
    <OpeningDays v-model="opening" :is-supervisor />
    <label class="flex items-center justify-between gap-4 border-b border-rule py-1"
      >{{ say('opening.zone') }}
      <select v-model="opening.zone" class="field !min-h-0 !w-56" :disabled="!isSupervisor">
        <option v-for="zone in zones" :key="zone">{{ zone }}</option>
      </select>
    </label>
    <SettingsField
      :name="say('opening.holidays')"
      :value="opening.country"
      :maxlength="2"
      :is-supervisor="isSupervisor"
      @change="opening.country = $event.toUpperCase()"
    />
    <SettingsField
      :name="say('opening.region')"
      :value="opening.region ?? ''"
      :maxlength="3"
      :is-supervisor="isSupervisor"
      @change="setRegion"
    />
  </section>
</template>
