<script setup lang="ts">
/** Takes one row of a list away. */
defineProps<{ name: string }>()
defineEmits<{ click: [] }>()
</script>

<template>
  <button type="button" class="border border-ink-soft px-2 py-1" :aria-label="name" @click="$emit('click')">
    ×
  </button>
</template>
