<script setup lang="ts">
import { useJob } from '../../job/jobs.ts'
import JobFrame from '../../parts/JobFrame.vue'
import NextStation from '../../parts/NextStation.vue'
import OrderDesk from './OrderDesk.vue'
import { say } from '../../words/index.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
</script>

<template>
  <JobFrame :id="props.id">
    <template #default>
      <div class="px-6 py-5">
        <h1 class="mb-3">{{ say('station.carrier-lock') }}</h1>
        <OrderDesk lock="carrier" />
      </div>
    </template>
    <template #left="{ job: saved }">
      <RouterLink class="underline" :to="`/counter/${saved.id}`">{{
        say('carrier.whatWasAsked')
      }}</RouterLink>
      <RouterLink class="underline" :to="`/jobs/${saved.id}`">{{ say('counter.wholeJob') }}</RouterLink>
    </template>
    <template #action="{ job: saved }">
      <NextStation v-if="saved.station !== 'carrier-lock'" :job="saved" />
      <RouterLink
        v-else
        class="act"
        :class="{ 'act-main': job.main?.action.kind === 'hand-back' }"
        :to="`/hand-back/${saved.id}`"
        >{{ say('carrier.handBackOn') }}</RouterLink
      >
    </template>
  </JobFrame>
</template>
