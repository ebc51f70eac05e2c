<script setup lang="ts">
import { say } from '../../words/index.ts'

/** Out of the menu with nothing deleted: always in sight, whatever is pressed next. */
defineProps<{ line: string }>()
const emit = defineEmits<{ restarts: [] }>()
</script>

<template>
  <p class="border-s-4 border-clear ps-3 leading-snug xl:text-lg" data-testid="leave">
    {{ say('menus.leave', { line }) }}
    <button type="button" class="ms-2 underline" @click="emit('restarts')">
      {{ say('menus.restarts') }}
    </button>
  </p>
</template>
