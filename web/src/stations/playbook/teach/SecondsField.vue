<script setup lang="ts">
import { computed } from 'vue'

/** A length of time, kept in milliseconds and typed in seconds. */
defineProps<{ label: string }>()
const ms = defineModel<number>({ required: true })
const shown = computed(() => String(Number((ms.value / 1000).toFixed(3))))
function take(event: Event): void {
  const field = event.target as HTMLInputElement
  const seconds = Number(field.value.replace(',', '.'))
  if (Number.isFinite(seconds) && seconds > 0) ms.value = Math.round(seconds * 1000)
  // What is no time gives way to what stands.
  else field.value = shown.value
}
</script>

<template>
  <input class="field !w-24 text-end" inputmode="decimal" :aria-label="label" :value="shown" @change="take" />
</template>
