<script setup lang="ts">
import type { Given } from '@benevox/core/route'
import { computed, ref } from 'vue'
import { useForesight } from '../../api/foresight.ts'
import { useJob } from '../../job/jobs.ts'
import RouteFigures from '../../parts/RouteFigures.vue'
import { say } from '../../words/index.ts'

/** What each option that is left comes to, worked out once somebody wants to compare them. */
const job = useJob()
const isOpen = ref(false)
const given = computed<Given | undefined>(() =>
  isOpen.value && job.prices && job.progress
    ? {
        facts: job.facts,
        device: job.device,
        progress: job.progress,
        prices: job.prices,
        experience: job.saved?.experience,
      }
    : undefined,
)
const foresight = useForesight(given)
const main = computed(() => job.route?.choices[0]?.action)
const toggled = (event: Event) => {
  isOpen.value = event.currentTarget instanceof HTMLDetailsElement && event.currentTarget.open
}
</script>

<template>
  <details v-if="job.route && main" @toggle="toggled">
    <summary class="cursor-pointer font-bold">{{ say('figures.title') }}</summary>
    <RouteFigures
      v-if="isOpen"
      :option="job.route.option"
      :main="main"
      :alternatives="foresight?.alternatives ?? []"
      :given="given"
    />
  </details>
</template>
