import type { JobSummary } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { onMounted, ref, type Ref } from 'vue'
import { call } from '../../api/client.ts'

/** Jobs for a list, asked again every few seconds, since others work at the same time. */
export function useJobList(search: Ref<string>): {
  jobs: Ref<readonly JobSummary[]>
  loaded: Ref<boolean>
  fault: Ref<string>
  refresh: () => Promise<void>
} {
  const jobs = ref<readonly JobSummary[]>([])
  const loaded = ref(false)
  const fault = ref('')
  async function refresh(): Promise<void> {
    const asked = search.value
    try {
      const answer = await call('listJobs', { query: { search: asked } })
      if (asked !== search.value) return
      jobs.value = answer.jobs
      loaded.value = true
      fault.value = ''
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error)
    }
  }
  onMounted(refresh)
  useIntervalFn(() => void refresh(), 10_000)
  return { jobs, loaded, fault, refresh }
}
