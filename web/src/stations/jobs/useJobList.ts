import type { JobFilter, JobSummary } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { onMounted, ref, shallowRef, type Ref } from 'vue'
import { call } from '../../api/client.ts'

/** More than so many pages nobody scrolls through. */
const MOST_PAGES = 200

/**
 * Jobs for a list, page by page, asked again every few seconds, since others work at the same time.
 * @param filter what holds of them; nothing: all open jobs
 */
export function useJobList(filter: Readonly<Ref<JobFilter>>) {
  const jobs = ref<readonly JobSummary[]>([])
  const loaded = ref(false)
  const fault = ref('')
  /** What holds of those that are shown: until the answer is there, that of before. */
  const shownOf = shallowRef<JobFilter>()
  /** Whether there are more than are shown. */
  const hasMore = ref(false)
  let pages = 1

  async function refresh(): Promise<void> {
    const asked = filter.value
    try {
      const all: JobSummary[] = []
      let after: string | null = null
      for (let page = 0; page < pages; page++) {
        const query = { ...asked, ...(after ? { after } : {}) }
        const answer: { jobs: JobSummary[]; after: string | null } = await call('listJobs', { query })
        if (asked !== filter.value) return
        all.push(...answer.jobs)
        after = answer.after
        if (after === null) break
      }
      jobs.value = all
      shownOf.value = asked
      hasMore.value = after !== null
      loaded.value = true
      fault.value = ''
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error)
    }
  }
  async function more(): Promise<void> {
    pages = Math.min(pages + 1, MOST_PAGES)
    await refresh()
  }
  onMounted(refresh)
  useIntervalFn(() => void refresh(), 10_000)
  return { jobs, loaded, fault, shownOf, hasMore, refresh, more }
}
