<script setup lang="ts">
import { ref } from 'vue'
import SwitchPerson from './SwitchPerson.vue'
import { say } from '../words/index.ts'

/** In the place of a button that only a supervisor may press: who may, and the way to become that person here. */
defineProps<{ does: string }>()
const isOpen = ref(false)
</script>

<template>
  <span class="flex items-center gap-3">
    <span>{{ say('supervisor.only', { what: does }) }}</span>
    <button type="button" class="act act-main" @click="isOpen = true">{{ say('supervisor.change') }}</button>
    <SwitchPerson v-model:open="isOpen" />
  </span>
</template>
