<script setup lang="ts">
import type { Family } from '@benevox/core/catalog'
import { computed } from 'vue'
import SecondsField from './SecondsField.vue'
import { say } from '../../../words/index.ts'

/** A time of the family by its name, or one of its own in seconds. */
const props = defineProps<{ label: string; family: Family }>()
const time = defineModel<number | string>({ required: true })
const OWN = ''
const USUAL_MS = 1000
const names = computed(() => [
  ...new Set([
    ...(typeof time.value === 'string' ? [time.value] : []),
    ...Object.keys(props.family.durations),
    ...Object.keys(props.family.sums),
  ]),
])
</script>

<template>
  <span class="flex items-end gap-2">
    <label
      >{{ label }}
      <select
        class="field"
        :value="typeof time === 'string' ? time : OWN"
        @change="time = ($event.target as HTMLSelectElement).value || USUAL_MS"
      >
        <option :value="OWN">{{ say('timeForm.seconds') }}</option>
        <option v-for="name in names" :key="name" :value="name">{{ name.replaceAll('-', ' ') }}</option>
      </select>
    </label>
    <SecondsField
      v-if="typeof time === 'number'"
      :label="say('timeForm.inSeconds', { label })"
      :model-value="time"
      @update:model-value="(ms) => (time = ms)"
    />
  </span>
</template>
