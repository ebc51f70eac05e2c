<script setup lang="ts">
/** A whole number between two others; empty where nothing is said, if that may be. */
const props = defineProps<{ label: string; least: number; most: number; mayBeEmpty?: boolean }>()
const number = defineModel<number | undefined>({ required: true })
function take({ target }: Event): void {
  const field = target as HTMLInputElement
  if (field.value === '' && props.mayBeEmpty) number.value = undefined
  else number.value = Math.min(props.most, Math.max(props.least, Math.round(Number(field.value)) || 0))
  field.value = String(number.value ?? '')
}
</script>

<template>
  <input
    class="field !w-24 text-end"
    type="number"
    :min="least"
    :max="most"
    :aria-label="label"
    :value="number"
    @change="take"
  />
</template>
