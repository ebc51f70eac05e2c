<script setup lang="ts">
import type { Attempt } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { useJob } from '../../job/jobs.ts'
import AttemptList from './AttemptList.vue'
import { say, words } from '../../words/index.ts'

/** An attempt that somebody runs at another machine: looked at as it goes on, never run twice. */
defineProps<{ made: Attempt }>()
defineEmits<{ closed: [] }>()
const job = useJob()
useIntervalFn(() => void job.reload().catch(() => undefined), 3000)
</script>

<template>
  <div class="px-6 py-5">
    <p class="text-3xl leading-tight font-bold">
      {{ say('elsewhere.runs', { person: made.by, at: words.time(made.startedAt) }) }}
    </p>
    <p class="mt-2 text-xl">
      {{ say('elsewhere.shown') }}
    </p>
    <button class="act mt-3" @click="$emit('closed')">{{ say('elsewhere.close') }}</button>
    <AttemptList v-if="job.saved" :attempts="job.saved.attempts" />
  </div>
</template>
