<script setup lang="ts" generic="Value extends string">
/** Some of a few things, in the order they were chosen. */
defineProps<{ label: string; choices: readonly (readonly [Value, string])[] }>()
const chosen = defineModel<Value[]>({ required: true })
function toggle(value: Value): void {
  chosen.value = chosen.value.includes(value)
    ? chosen.value.filter((one) => one !== value)
    : [...chosen.value, value]
}
</script>

<template>
  <div role="group" :aria-label="label" class="flex flex-wrap gap-1.5">
    <button
      v-for="[value, text] in choices"
      :key="value"
      type="button"
      class="border px-2.5 py-1"
      :class="
        chosen.includes(value)
          ? 'border-ink bg-ink font-bold text-paper'
          : 'border-ink-soft bg-lit hover:bg-paper-deep'
      "
      :aria-pressed="chosen.includes(value)"
      @click="toggle(value)"
    >
      {{ text }}
    </button>
  </div>
</template>
