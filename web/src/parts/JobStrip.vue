<script setup lang="ts">
import type { JobView } from '@benevox/core/job'
import LockBolts from './LockBolts.vue'
import { say } from '../words/index.ts'

defineProps<{ ticket: string; device: string; customer: string; locks: JobView['locks'] }>()
</script>

<template>
  <header class="sticky top-0 z-10 flex items-center gap-6 border-b-2 border-ink bg-paper px-6 py-2.5">
    <p class="font-mono text-2xl font-bold">{{ ticket }}</p>
    <p class="min-w-0 flex-1">
      <b class="block truncate text-lg leading-tight">{{ device || say('jobs.noModel') }}</b>
      <span class="block truncate text-ink-soft">{{ customer || say('jobs.noName') }}</span>
    </p>
    <LockBolts :locks="locks" large />
  </header>
</template>
