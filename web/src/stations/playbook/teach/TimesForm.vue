<script setup lang="ts">
import type { Family } from '@benevox/core/catalog'
import { ref } from 'vue'
import SecondsField from './SecondsField.vue'
import { shortName } from './useDraft.ts'

/** How long the device takes for what: the quickest, the usual and the slowest unit. */
const family = defineModel<Family>({ required: true })
const name = ref('')
function add(): void {
  const short = shortName(name.value)
  if (short && !(short in family.value.durations))
    family.value.durations[short] = { minMs: 1000, medianMs: 1500, maxMs: 2500 }
  name.value = ''
}
function remove(duration: string): void {
  const { [duration]: _, ...others } = family.value.durations
  family.value.durations = others
}
const isNeeded = (duration: string) => Object.values(family.value.durationsOfTheWork).includes(duration)
</script>

<template>
  <div class="space-y-4">
    <table class="w-full">
      <thead>
        <tr class="text-left text-sm text-ink-soft">
          <th scope="col">Time, in seconds</th>
          <th scope="col">quickest</th>
          <th scope="col">usual</th>
          <th scope="col">slowest</th>
          <th scope="col"><span class="sr-only">away</span></th>
        </tr>
      </thead>
      <tbody class="ruled">
        <tr v-for="(range, duration) in family.durations" :key="duration">
          <th scope="row" class="py-1 text-left font-bold">{{ String(duration).replaceAll('-', ' ') }}</th>
          <td><SecondsField v-model="range.minMs" :label="`${duration}, quickest`" /></td>
          <td><SecondsField v-model="range.medianMs" :label="`${duration}, usual`" /></td>
          <td><SecondsField v-model="range.maxMs" :label="`${duration}, slowest`" /></td>
          <td class="text-right">
            <button
              v-if="!isNeeded(String(duration))"
              type="button"
              class="border border-ink-soft px-2 py-1"
              :aria-label="`${duration} away`"
              @click="remove(String(duration))"
            >
              ×
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <form class="flex items-end gap-2" @submit.prevent="add">
      <label class="flex-1">A further time <input v-model="name" class="field" maxlength="40" /></label>
      <button class="act" :disabled="!name.trim()">Add</button>
    </form>
    <label class="flex items-center gap-3"
      >A press is long from, seconds <SecondsField v-model="family.longPressMs" label="Long press from"
    /></label>
  </div>
</template>
