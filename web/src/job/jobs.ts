import type { Job } from '@benevox/contract'
import { useBroadcastChannel, useEventListener, useIntervalFn, useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import { useCatalog } from '../api/catalog.ts'
import { usePrices } from '../api/prices.ts'
import { useSession } from '../api/session.ts'
import { useStationCounts } from '../api/stationCounts.ts'
import { Queue, type Waiting } from './queue.ts'
import { createJobSession, type JobSession } from './session.ts'

const LOOK_AGAIN_MS = 2000

/** The jobs of this browser, one session for each id, over one queue for all tabs. */
export const useJobs = defineStore('jobs', () => {
  const catalog = useCatalog()
  const priceLists = usePrices()
  const people = useSession()
  const counts = useStationCounts()
  const queue = new Queue(localStorage)
  const waiting = ref<readonly Waiting[]>(queue.all)
  const runner = useLocalStorage('benevox.runner', crypto.randomUUID())
  const sessions = shallowRef<ReadonlyMap<number, JobSession>>(new Map())
  const look = () => (waiting.value = queue.all)
  // Another tab has told something, or sent it and says what the server made of it.
  useEventListener('storage', look)
  const tabs = useBroadcastChannel<Job, Job>({ name: 'benevox.jobs' })
  watch(tabs.data, (job) => void (job && sessions.value.get(job.id)?.hear(job)))

  const changedQueue = <Given>(change: (given: Given) => void) => {
    return (given: Given) => {
      change(given)
      look()
    }
  }
  const shared = {
    waiting: () => waiting.value,
    look,
    queue: {
      add: changedQueue<Waiting>((one) => queue.add(one)),
      replace: changedQueue<Waiting>((one) => queue.replace(one)),
      remove: changedQueue<string>((key) => queue.remove(key)),
    },
    newestCatalogId: () => catalog.inUse?.id ?? 0,
    packOf: catalog.packOf,
    pricesOf: priceLists.byId,
    timeOf: priceLists.timeOf,
    async ensure({ catalogId, pricesId }: { readonly catalogId: number; readonly pricesId: number }) {
      if (catalogId > (catalog.inUse?.id ?? 0)) await catalog.refresh()
      await Promise.all([catalog.ensure(catalogId), priceLists.ensure(pricesId)])
    },
    by: () => people.session?.staff?.name ?? '',
    runner: () => runner.value,
    changed(job: Job) {
      tabs.post(job)
      void counts.refresh()
    },
    alone: (jobId: number, send: () => Promise<void>) =>
      // Where the browser has no locks, what is sent twice is told once all the same.
      'locks' in navigator ? navigator.locks.request(`benevox.job.${jobId}`, send) : send(),
  }

  function session(id: number): JobSession {
    const known = sessions.value.get(id)
    if (known) return known
    const made = createJobSession(id, shared)
    sessions.value = new Map([...sessions.value, [id, made]])
    return made
  }
  useIntervalFn(() => {
    if (!people.session?.staff) return
    for (const id of new Set(waiting.value.map(({ jobId }) => jobId))) void session(id).flush()
  }, LOOK_AGAIN_MS)

  const all = computed(() => [...sessions.value.values()])
  return {
    session,
    runner,
    /** How much the server has not acknowledged yet, of all jobs. */
    waiting: computed(() => waiting.value.length),
    away: computed(() => all.value.some((one) => one.away)),
    conflict: computed(() => all.value.find((one) => one.conflict !== undefined)),
  }
})

/** The job of the page: bound to the id in its address for as long as the component lives. */
export function useJob(): JobSession {
  return useJobs().session(Number(useRoute().params['id']))
}
