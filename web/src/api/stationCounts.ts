import type { Answer } from '@benevox/contract'
import { defineStore } from 'pinia'
import { ref } from 'vue'
import { call } from './client.ts'

/** What waits where, for the rail. */
export const useStationCounts = defineStore('station-counts', () => {
  const counts = ref<Answer<'listJobs'>['counts']>()
  return {
    counts,
    refresh: async () => {
      counts.value = (await call('listJobs', {}).catch(() => undefined))?.counts ?? counts.value
    },
  }
})
