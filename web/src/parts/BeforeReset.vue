<script setup lang="ts">
import { useJob } from '../job/jobs.ts'
import { say } from '../words/index.ts'

/** What is done or asked before the reset, wherever it may come next: afterwards it is too late. */
const job = useJob()
</script>

<template>
  <section v-if="job.route?.before.length" :aria-label="say('beforeReset.title')">
    <h2>{{ say('beforeReset.title') }}</h2>
    <ul class="list-disc ps-5">
      <li v-for="step in job.route.before" :key="step">{{ say(`before.${step}`) }}</li>
    </ul>
  </section>
</template>
