<script setup lang="ts">
import { diagnoseRestart } from '@benevox/core/diagnosis'
import { hundredths } from '@benevox/core/hand'
import type { Machine } from '@benevox/core/twin'
import { computed } from 'vue'
import { useJob } from '../../api/job.ts'
import { forgetMenuPlaces } from './useMenuPlace.ts'

/** Recovery showed again after the wipe and the restart: why, by the twin, and what to do at the first, second, third time. */
const props = defineProps<{
  machine: Machine
  times: number
  /** From where the cursor is. */
  cacheLine: string
  restartLine: string
}>()
const job = useJob()
const why = computed(() => diagnoseRestart({ machine: props.machine }, 'recovery-menu', props.times)[0])
/** A line mistaken is taken rightly; a loop has its cache cleared, then is reset once more, then is a repair. */
const then = computed(() =>
  why.value?.cause.kind === 'other-line'
    ? 'restart'
    : props.times === 1
      ? 'clear'
      : props.times === 2
        ? 'reset'
        : 'repair',
)
function restarts(): void {
  forgetMenuPlaces(job.saved?.id ?? 0)
  void job.tell({ kind: 'first-start' })
}
</script>

<template>
  <div v-if="why" class="mt-3 border-l-4 border-brass pl-3 text-lg" data-testid="came-back">
    <p>
      It came back to recovery{{ times === 1 ? '' : ` ${times} times` }}:
      {{ then === 'restart' ? 'another line than the restart was taken' : 'a loop' }}, in
      {{ hundredths(why.chance) }} of 100 such cases.
      <template v-if="then === 'restart'"
        >Restart it once more with <b>{{ restartLine }}</b>.</template
      >
      <template v-else-if="then === 'clear'"
        >Clear the cache with <b>{{ cacheLine }}</b>, restart, and look whether the wizard comes.</template
      >
      <template v-else-if="then === 'reset'"
        >If the cache was cleared and did not help: reset once more, as above, and restart.</template
      >
      <template v-else>Cache and reset did not help: it is a matter for repair.</template>
    </p>
    <p class="mt-1">
      <button v-if="then === 'restart' || then === 'clear'" class="act" @click="restarts">It restarts</button>
      <RouterLink v-if="then === 'repair'" class="underline" :to="`/hand-back/${job.saved?.id}`"
        >Hand it back as it is</RouterLink
      >
    </p>
  </div>
</template>
