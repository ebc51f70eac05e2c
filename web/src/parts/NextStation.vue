<script setup lang="ts">
import type { Job } from '@benevox/contract'
import { STATION_WORDS } from '../words/en.ts'

/** On to where the job waits now. */
defineProps<{ job: Pick<Job, 'id' | 'station'> }>()
</script>

<template>
  <RouterLink
    class="act act-main"
    :to="job.station === 'closed' ? `/jobs/${job.id}` : `/${job.station}/${job.id}`"
    >To the {{ STATION_WORDS[job.station].toLowerCase() }}</RouterLink
  >
</template>
