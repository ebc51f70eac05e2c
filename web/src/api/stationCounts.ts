import type { Answer, JobSummary } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { call } from './client.ts'

const LOOK_AGAIN_MS = 15_000

/** What waits where, for the rail, and the clocks that run, for the shelf. */
export const useStationCounts = defineStore('station-counts', () => {
  const counts = ref<Answer<'listJobs'>['counts']>()
  const timers = ref<readonly JobSummary[]>([])
  async function refresh(): Promise<void> {
    const answer = await call('listJobs', {}).catch(() => undefined)
    if (!answer) return
    counts.value = answer.counts
    timers.value = answer.timers
  }
  useIntervalFn(() => void (counts.value && refresh()), LOOK_AGAIN_MS)
  return {
    counts,
    /** Jobs on which a clock runs, what is due first in front. */
    waiting: computed(() => timers.value.flatMap((job) => (job.waits ? [{ ...job, waits: job.waits }] : []))),
    refresh,
  }
})
