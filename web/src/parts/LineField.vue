<script setup lang="ts">
/** A line to type in, without what a browser remembers; label, length and hint come as attributes. */
defineProps<{ value: string }>()
const emit = defineEmits<{ typed: [text: string] }>()
</script>

<template>
  <input
    class="field"
    autocomplete="off"
    :value="value"
    @input="emit('typed', ($event.target as HTMLInputElement).value)"
  />
</template>
