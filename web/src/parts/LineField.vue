<script setup lang="ts">
import { ref, watch } from 'vue'

/** A line to type in, without what a browser remembers; label, length and hint come as attributes. */
const props = defineProps<{ value: string }>()
const emit = defineEmits<{ typed: [text: string] }>()

const text = ref(props.value)
// What was kept comes back without its outer spaces: the one before the next word is still to be written.
watch(
  () => props.value,
  (value) => {
    if (value.trim() !== text.value.trim()) text.value = value
  },
)
function type(typed: string): void {
  text.value = typed
  emit('typed', typed)
}
</script>

<template>
  <input
    class="field"
    autocomplete="off"
    :value="text"
    @input="type(($event.target as HTMLInputElement).value)"
  />
</template>
