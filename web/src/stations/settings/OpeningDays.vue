<script setup lang="ts">
import type { OpeningHours } from '@benevox/core/clocks'
import { typedTime } from '../supply/typed.ts'
import { say, words } from '../../words/index.ts'

/** From when until when a shop is open, day by day. */
defineProps<{ isSupervisor: boolean }>()
const opening = defineModel<Pick<OpeningHours, 'days'>>({ required: true })
/** The first of January 2024 was a Monday. */
const dayName = (index: number) => words.weekday(`2024-01-${String(index + 1).padStart(2, '0')}`)

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
</script>

<template>
  <div>
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
  </div>
</template>
