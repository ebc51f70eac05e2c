<script setup lang="ts">
import { ref } from 'vue'
import SwitchPerson from './SwitchPerson.vue'

/** In the place of a button that only a supervisor may press: who may, and the way to become that person here. */
defineProps<{ does: string }>()
const isOpen = ref(false)
</script>

<template>
  <span class="flex items-center gap-3">
    <span>Only a supervisor can {{ does }}. Nothing is lost when you change over.</span>
    <button type="button" class="act act-main" @click="isOpen = true">Change to a supervisor</button>
    <SwitchPerson v-model:open="isOpen" />
  </span>
</template>
