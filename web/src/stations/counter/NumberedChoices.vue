<script setup lang="ts">
/** Answers in a column of their own numbers: one key each. */
defineProps<{
  label: string
  answers: readonly (readonly [string, string])[]
  chosen: string
}>()
const emit = defineEmits<{ choose: [answer: string] }>()
</script>

<template>
  <div role="radiogroup" :aria-label="label" class="flex flex-wrap gap-2">
    <button
      v-for="([value, text], index) in answers"
      :key="value"
      type="button"
      role="radio"
      :aria-checked="chosen === value"
      :aria-keyshortcuts="String(index + 1)"
      class="flex min-h-11 items-baseline gap-2 border-2 px-3 py-1.5 text-start text-lg"
      :class="
        chosen === value
          ? 'border-ink bg-ink font-bold text-paper'
          : 'border-ink-soft bg-lit hover:bg-paper-deep'
      "
      @click="emit('choose', value)"
    >
      <span class="font-mono text-base" :class="{ 'text-ink-soft': chosen !== value }" aria-hidden="true">{{
        index + 1
      }}</span>{{ text }}
    </button>
  </div>
</template>
