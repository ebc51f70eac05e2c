<script setup lang="ts" generic="T extends string | null">
/** One of a list, typed; null stands for none. */
const props = defineProps<{
  label: string
  options: readonly (readonly [value: T, says: string])[]
  modelValue: T | undefined
}>()
const emit = defineEmits<{ 'update:modelValue': [value: T] }>()
function choose({ target }: Event): void {
  const chosen = target instanceof HTMLSelectElement && props.options[target.selectedIndex]
  if (chosen) emit('update:modelValue', chosen[0])
}
</script>

<template>
  <label
    >{{ label }}
    <select class="field" :value="modelValue ?? ''" @change="choose">
      <option v-for="[value, says] in options" :key="value ?? ''" :value="value ?? ''">{{ says }}</option>
    </select>
  </label>
</template>
