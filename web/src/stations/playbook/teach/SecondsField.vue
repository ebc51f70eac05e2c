<script setup lang="ts">
/** A length of time, kept in milliseconds and typed in seconds. */
defineProps<{ label: string }>()
const ms = defineModel<number>({ required: true })
function take(event: Event): void {
  const seconds = Number((event.target as HTMLInputElement).value.replace(',', '.'))
  if (Number.isFinite(seconds) && seconds > 0) ms.value = Math.round(seconds * 1000)
}
</script>

<template>
  <input
    class="field !w-24 text-right"
    inputmode="decimal"
    :aria-label="label"
    :value="Number((ms / 1000).toFixed(3))"
    @change="take"
  />
</template>
