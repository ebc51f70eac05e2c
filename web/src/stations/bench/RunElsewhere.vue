<script setup lang="ts">
import type { Attempt } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { useJob } from '../../job/jobs.ts'
import { clockText } from '../../words/en.ts'
import TryList from './TryList.vue'

/** A try that somebody runs at another machine: looked at as it goes on, never run twice. */
defineProps<{ made: Attempt }>()
defineEmits<{ closed: [] }>()
const job = useJob()
useIntervalFn(() => void job.reload().catch(() => undefined), 3000)
</script>

<template>
  <div class="px-6 py-5">
    <p class="text-3xl leading-tight font-bold">
      {{ made.by }} runs a try on this device at another machine, since {{ clockText(made.startedAt) }}.
    </p>
    <p class="mt-2 text-xl">
      It is shown here as it goes on, and not run twice. If nobody does it any more, close it: it is left out
      of the record of what works.
    </p>
    <button class="act mt-3" @click="$emit('closed')">Close that try</button>
    <TryList v-if="job.saved" :tries="job.saved.attempts" />
  </div>
</template>
