<script setup lang="ts">
import { say } from '../../../words/index.ts'
import AwayButton from './AwayButton.vue'

/** Up, down, away: for one row of a list. */
defineProps<{ name: string; index: number; length: number }>()
const emit = defineEmits<{ move: [by: -1 | 1]; remove: [] }>()
</script>

<template>
  <span class="flex shrink-0 gap-1">
    <button
      type="button"
      class="border border-ink-soft px-2 py-1"
      :disabled="index === 0"
      :aria-label="say('row.up', { row: name })"
      @click="emit('move', -1)"
    >
      ↑
    </button>
    <button
      type="button"
      class="border border-ink-soft px-2 py-1"
      :disabled="index === length - 1"
      :aria-label="say('row.down', { row: name })"
      @click="emit('move', 1)"
    >
      ↓
    </button>
    <AwayButton :name="say('row.remove', { row: name })" @click="emit('remove')" />
  </span>
</template>
