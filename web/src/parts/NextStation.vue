<script setup lang="ts">
import type { Job } from '@benevox/contract'
import { say } from '../words/index.ts'

/** On to where the job waits now. */
defineProps<{ job: Pick<Job, 'id' | 'station'> }>()
</script>

<template>
  <RouterLink
    class="act act-main"
    :to="job.station === 'closed' ? `/jobs/${job.id}` : `/${job.station}/${job.id}`"
    >{{ say(`goTo.${job.station}`) }}</RouterLink
  >
</template>
