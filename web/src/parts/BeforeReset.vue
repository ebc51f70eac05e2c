<script setup lang="ts">
import { beforeSentence } from '@benevox/core/route'
import { useJob } from '../job/jobs.ts'

/** What is done or asked before the reset, wherever it may come next: afterwards it is too late. */
const job = useJob()
</script>

<template>
  <section v-if="job.route?.before.length" aria-label="Before the reset">
    <h2>Before the reset</h2>
    <ul class="list-disc pl-5">
      <li v-for="step in job.route.before" :key="step">{{ beforeSentence(step) }}</li>
    </ul>
  </section>
</template>
