<script setup lang="ts">
import type { Job } from '@benevox/contract'
import GoOn from './GoOn.vue'
import { say } from '../words/index.ts'

/** On to where the job waits now. */
defineProps<{ job: Pick<Job, 'id' | 'station'>; withoutKey?: boolean }>()
</script>

<template>
  <GoOn
    :to="job.station === 'closed' ? `/jobs/${job.id}` : `/${job.station}/${job.id}`"
    :without-key="withoutKey"
    >{{ say(`goTo.${job.station}`) }}</GoOn
  >
</template>
