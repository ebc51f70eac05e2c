<script setup lang="ts">
import { isAway } from '../api/opening.ts'
import { useJobs } from '../job/jobs.ts'
import { say } from '../words/index.ts'
import ConflictDialog from './ConflictDialog.vue'
import KeyHelp from './KeyHelp.vue'

/** What stands around every page of somebody at work: what waits to be sent, and what two have said at one time. */
const jobs = useJobs()
</script>

<template>
  <p v-if="jobs.away" role="status" class="bg-waiting px-6 py-2 font-bold text-paper">
    {{ say('app.away', { waiting: jobs.waiting }) }}
  </p>
  <p v-else-if="isAway" role="status" class="px-6 py-4 text-lg">{{ say('app.serverAway') }}</p>
  <ConflictDialog />
  <KeyHelp />
</template>
