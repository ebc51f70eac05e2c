import type { Answer, JobSummary } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { call } from './client.ts'

const LOOK_AGAIN_MS = 15_000

/** What waits where, for the rail, and the clocks that run, for the shelf. */
export const useStationCounts = defineStore('station-counts', () => {
  const counts = ref<Answer<'listJobs'>['counts']>()
  const jobs = ref<readonly JobSummary[]>([])
  async function refresh(): Promise<void> {
    const answer = await call('listJobs', {}).catch(() => undefined)
    if (!answer) return
    counts.value = answer.counts
    jobs.value = answer.jobs
  }
  useIntervalFn(() => void (counts.value && refresh()), LOOK_AGAIN_MS)
  return {
    counts,
    /** Jobs on which a clock runs, what is due first in front. */
    waiting: computed(() =>
      jobs.value
        .flatMap((job) => (job.waits ? [{ ...job, waits: job.waits }] : []))
        .sort((a, b) => a.waits.until.localeCompare(b.waits.until)),
    ),
    refresh,
  }
})
