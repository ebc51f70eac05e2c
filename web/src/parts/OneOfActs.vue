<script setup lang="ts" generic="Value extends string">
/** A few answers as large buttons side by side, one of which may hold. */
defineProps<{ label: string; answers: readonly (readonly [Value, string])[] }>()
const chosen = defineModel<Value | undefined>({ required: true })
</script>

<template>
  <div role="radiogroup" :aria-label="label" class="flex flex-wrap gap-2">
    <button
      v-for="[value, text] in answers"
      :key="value"
      type="button"
      role="radio"
      :aria-checked="chosen === value"
      class="act"
      :class="{ '!bg-ink text-paper': chosen === value }"
      @click="chosen = value"
    >
      {{ text }}
    </button>
  </div>
</template>
