<script setup lang="ts">
import { learntOnJob } from '@benevox/core/job'
import { answerText } from '@benevox/words'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { say, words } from '../../words/index.ts'
import RegistryBlock from './RegistryBlock.vue'

/** Whether the registry's report speaks of the device in hand; where no catalogue knows the name in it, a person looks. */
const job = useJob()
const isSaid = computed(() => job.saved !== undefined && learntOnJob(job.saved).reportModel !== undefined)
/** A report on this IMEI is on the job, whatever it names. */
const hasReport = computed(
  () =>
    job.saved?.registry.some(
      ({ imei, model, feeMinor }) => imei === job.facts.imei && (model || feeMinor > 0),
    ) ?? false,
)
</script>

<template>
  <section class="mb-4">
    <RegistryBlock :report-is-next="!hasReport" />
    <p v-if="!isSaid" class="flex flex-wrap items-center gap-3">
      <b>{{ say('orderDesk.inHand', { model: job.deviceName || say('orderSummary.missing') }) }}</b>
      <button
        v-for="said in ['same', 'other'] as const"
        :key="said"
        class="act"
        :aria-pressed="job.facts.reportModel === said"
        @click="job.setFact('reportModel', said)"
      >
        <span v-if="job.facts.reportModel === said" aria-hidden="true" class="font-mono text-clear">✓</span>
        {{ answerText('reportModel', said, words) }}
      </button>
    </p>
  </section>
</template>
