<script setup lang="ts">
import type { OpeningHours } from '@benevox/core/clocks'
import { typedTime } from '../supply/typed.ts'
import SettingsField from './SettingsField.vue'
import { say, words } from '../../words/index.ts'

/** When the shop is open: what it promises lies within. */
defineProps<{ isSupervisor: boolean }>()
const opening = defineModel<OpeningHours>({ required: true })
/** The first of January 2024 was a Monday. */
const dayName = (index: number) => words.weekday(`2024-01-${String(index + 1).padStart(2, '0')}`)
const zones = Intl.supportedValuesOf('timeZone')

function setDay(index: number, change: Partial<{ from: string; until: string }> | null): void {
  const before = opening.value.days[index] ?? { from: '09:00', until: '18:00' }
  opening.value.days = opening.value.days.map((day, at) =>
    at === index ? change && { ...before, ...change } : day,
  )
}
/** What is no time of day gives way to what stands. */
function setTime(index: number, end: 'from' | 'until', event: Event): void {
  const field = event.target as HTMLInputElement
  const time = typedTime(field.value.trim())
  if (time !== undefined) setDay(index, { [end]: time })
  field.value = opening.value.days[index]?.[end] ?? ''
}
function setRegion(text: string): void {
  if (text) opening.value.region = text.toUpperCase()
  else delete opening.value.region
}
</script>

<template>
  <section aria-labelledby="opening-title">
    <h2 id="opening-title" class="border-b-2 border-ink pb-1">{{ say('opening.title') }}</h2>
    <div
      v-for="(day, index) in opening.days"
      :key="index"
      class="flex items-center justify-between gap-2 border-b border-rule py-1"
    >
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          class="size-5"
          :checked="day !== null"
          :disabled="!isSupervisor"
          @change="setDay(index, day === null ? {} : null)"
        />{{ dayName(index) }}</label
      >
      <span v-if="day" class="flex items-center gap-1">
        <input
          v-for="end in ['from', 'until'] as const"
          :key="end"
          class="field !min-h-0 !w-20 text-end font-mono"
          inputmode="numeric"
          maxlength="5"
          :aria-label="say(`opening.${end}`, { day: dayName(index) })"
          :readonly="!isSupervisor"
          :value="day[end]"
          @change="setTime(index, end, $event)"
        />
      </span>
      <span v-else class="text-ink-soft">{{ say('opening.closed') }}</span>
    </div>
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
