<script setup lang="ts">
import type { OpeningHours } from '@benevox/core/clocks'

/** When the shop is open: what it promises lies within. */
defineProps<{ isLead: boolean }>()
const opening = defineModel<OpeningHours>({ required: true })
const WEEK = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const
const zones = Intl.supportedValuesOf('timeZone')
const valueOf = ({ target }: Event) => (target as HTMLInputElement).value.trim()

function setDay(index: number, change: Partial<{ from: string; until: string }> | null): void {
  const before = opening.value.days[index] ?? { from: '09:00', until: '18:00' }
  opening.value.days = opening.value.days.map((day, at) =>
    at === index ? change && { ...before, ...change } : day,
  )
}
/** 9, 930 and 9:30 are times of day too; what is none gives way to what stands. */
function setTime(index: number, end: 'from' | 'until', event: Event): void {
  const [, hour = '', minute = '00'] = /^(\d{1,2})[:.]?(\d{2})?$/.exec(valueOf(event)) ?? []
  const time = `${hour.padStart(2, '0')}:${minute}`
  if (/^([01]\d|2[0-3]):[0-5]\d$/.test(time)) setDay(index, { [end]: time })
  ;(event.target as HTMLInputElement).value = opening.value.days[index]?.[end] ?? ''
}
function setRegion(event: Event): void {
  const region = valueOf(event).toUpperCase()
  if (region) opening.value.region = region
  else delete opening.value.region
}
</script>

<template>
  <section aria-labelledby="opening-title">
    <h2 id="opening-title" class="border-b-2 border-ink pb-1">Opening hours, for what is promised</h2>
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
          :disabled="!isLead"
          @change="setDay(index, day === null ? {} : null)"
        />{{ WEEK[index] }}</label
      >
      <span v-if="day" class="flex items-center gap-1">
        <input
          v-for="end in ['from', 'until'] as const"
          :key="end"
          class="field !min-h-0 !w-20 text-right font-mono"
          inputmode="numeric"
          maxlength="5"
          :aria-label="`${WEEK[index]}, ${end}`"
          :readonly="!isLead"
          :value="day[end]"
          @change="setTime(index, end, $event)"
        />
      </span>
      <span v-else class="text-ink-soft">closed</span>
    </div>
    <label class="flex items-center justify-between gap-4 border-b border-rule py-1"
      >Its clock
      <select v-model="opening.zone" class="field !min-h-0 !w-56" :disabled="!isLead">
        <option v-for="zone in zones" :key="zone">{{ zone }}</option>
      </select>
    </label>
    <label class="flex items-center justify-between gap-4 border-b border-rule py-1"
      >Public holidays of, two letters
      <input
        class="field !min-h-0 !w-28 font-mono"
        maxlength="2"
        :readonly="!isLead"
        :value="opening.country"
        @change="opening.country = valueOf($event).toUpperCase()"
    /></label>
    <label class="flex items-center justify-between gap-4 border-b border-rule py-1"
      >and of its region, if any
      <input
        class="field !min-h-0 !w-28 font-mono"
        maxlength="3"
        :readonly="!isLead"
        :value="opening.region ?? ''"
        @change="setRegion"
    /></label>
  </section>
</template>
