<script setup lang="ts">
import type { JobView } from '@benevox/core/job'
import LockBolt from './LockBolt.vue'

defineProps<{ locks: JobView['locks']; large?: boolean }>()
</script>

<template>
  <span class="inline-flex items-start" :class="large ? 'gap-4' : 'gap-2'">
    <LockBolt
      v-for="name in ['screen', 'account', 'carrier'] as const"
      :key="name"
      :lock="name"
      :state="locks[name]"
      :large="large"
    />
  </span>
</template>
