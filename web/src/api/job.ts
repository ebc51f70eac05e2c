import {
  benchWith,
  job as jobSchema,
  progressOf,
  type BenchChange,
  type Body,
  type Job,
} from '@benevox/contract'
import { planRoute, type Facts, type FactName } from '@benevox/core/route'
import { useDebounceFn, useIntervalFn } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, ref } from 'vue'
import { ApiProblem, call, ServerAway } from './client.ts'
import { useCatalog } from './catalog.ts'
import { usePrices } from './prices.ts'
import { useStationCounts } from './stationCounts.ts'
import { bothVersions, eventWords, jobStands } from '../words/en.ts'
import { withKept } from './kept.ts'
import { Pending } from './pending.ts'
import { useSession } from './session.ts'
import { useTries } from './tries.ts'

type FactValues = { [Name in FactName]?: Facts[Name] | null }
export type Customer = Job['customer']

/** Two people changed the same thing: what stands there now, and what was about to be written. */
export interface Conflict {
  readonly theirs: Job
  readonly facts: FactValues
  readonly customer: Partial<Customer>
}

/** How long a step waits for answers that are on their way, in milliseconds. */
const LONGEST_SETTLING_MS = 5000

/** The job on the screen: what the server has, and over it what was answered but not yet acknowledged. */
export const useJob = defineStore('job', () => {
  const catalog = useCatalog()
  const counts = useStationCounts()
  const priceLists = usePrices()
  const sessions = useSession()
  const tries = useTries()
  const saved = ref<Job>()
  const pending = ref(new Pending())
  const conflict = ref<Conflict>()
  const away = ref(false)
  const refusal = ref('')
  let flushing = false

  const facts = computed<Facts>(() => {
    const merged = { ...saved.value?.facts, ...pending.value.facts }
    return Object.fromEntries(
      Object.entries(merged).filter(([, value]) => value !== null && value !== undefined),
    ) as Facts
  })
  const customer = computed<Customer>(() => ({
    name: '',
    contact: '',
    ...saved.value?.customer,
    ...pending.value.customer,
  }))
  /** The version the job stands on; a model just named and not yet recorded is of the one in use. */
  const catalogId = computed(() => (pending.value.facts.modelId ? undefined : saved.value?.catalogId))
  const device = computed(() => catalog.device(facts.value, catalogId.value))
  const found = computed(() => catalog.find(facts.value, catalogId.value))
  const progress = computed(() => (saved.value ? progressOf(saved.value) : undefined))
  /** The price list that the job was quoted by. */
  const prices = computed(() => priceLists.byId(saved.value?.pricesId))
  const route = computed(
    () =>
      progress.value && prices.value && planRoute(facts.value, device.value, progress.value, prices.value),
  )

  /** What happened at the device and is on its way to the server stands over what the server has. */
  const show = (job: Job) => {
    saved.value = withKept(job, tries.queue, sessions.session?.staff?.name ?? '')
  }
  const take = (job: Job) => {
    show(job)
    void counts.refresh()
  }
  const reload = async () => {
    if (saved.value) take(await call('getJob', { params: { id: saved.value.id } }))
  }
  tries.whenSent(
    (job) => {
      if (job.id === saved.value?.id) take(job)
      else void counts.refresh()
    },
    (jobId) => {
      if (jobId === saved.value?.id) void reload().catch(() => undefined)
    },
  )

  async function load(id: number): Promise<void> {
    if (saved.value?.id !== id) {
      saved.value = undefined
      pending.value = Pending.restored(id)
    }
    refusal.value = ''
    const job = await call('getJob', { params: { id } })
    await Promise.all([catalog.ensure(job.catalogId), priceLists.ensure(job.pricesId)])
    take(job)
    if (!pending.value.isEmpty) void flush()
  }

  /** A job that has taken a version nobody here has seen yet. */
  async function useNewest({ catalogId: id }: Job): Promise<void> {
    if (id > (catalog.inUse?.id ?? 0)) await catalog.refresh()
    await catalog.ensure(id)
  }

  async function flush(): Promise<void> {
    const job = saved.value
    if (!job || flushing || conflict.value || pending.value.isEmpty) return
    flushing = true
    const sent = pending.value
    try {
      const body: Body<'changeFacts'> = {
        version: job.version,
        facts: sent.facts,
        customer: sent.customer,
        noSecret: [...sent.noSecret],
      }
      const changed = await call('changeFacts', { params: { id: job.id }, body })
      await useNewest(changed).catch(() => undefined)
      take(changed)
      pending.value = pending.value.without(sent)
      pending.value.store(job.id)
      away.value = false
      refusal.value = ''
    } catch (error) {
      settle(error, job, sent)
    } finally {
      flushing = false
    }
    if (!away.value && !refusal.value && !pending.value.isEmpty) void flush()
  }

  function settle(error: unknown, base: Job, sent: Pending): void {
    if (error instanceof ServerAway) {
      away.value = true
      return
    }
    if (!(error instanceof ApiProblem)) throw error
    // The answers wait in the browser until somebody has signed in again.
    if (error.problem.code === 'not-signed-in') {
      away.value = true
      return
    }
    const theirs =
      error.problem.code === 'stale-version' ? jobSchema.safeParse(error.problem.current) : undefined
    if (!theirs?.success) {
      refusal.value = error.message
      pending.value = pending.value.without(sent)
      pending.value.store(base.id)
      return
    }
    if (sent.meets(base, theirs.data))
      conflict.value = { theirs: theirs.data, facts: sent.facts, customer: sent.customer }
    else saved.value = theirs.data
  }

  const soon = useDebounceFn(flush, 250)
  const keep = () => {
    if (saved.value) pending.value.store(saved.value.id)
    void soon()
  }
  useIntervalFn(() => void (away.value && flush()), 2000)

  /**
   * Waits until everything answered here has been recorded, an answer on its way included.
   * @returns whether it has; not when the server is away, refuses, or somebody else was quicker
   */
  async function settled(): Promise<boolean> {
    const from = performance.now()
    while (!pending.value.isEmpty && performance.now() - from < LONGEST_SETTLING_MS) {
      await flush()
      if (away.value || refusal.value || conflict.value) break
      if (!pending.value.isEmpty) await new Promise((resolve) => setTimeout(resolve, 50))
    }
    return pending.value.isEmpty
  }

  /**
   * Records one step: sends it on the version seen here, and takes what comes back. When somebody else
   * changed the job meanwhile, shows the job as it is now and says so.
   * @param mine what is being recorded, in words, to stand beside what somebody else recorded meanwhile
   * @returns whether it was recorded
   */
  async function record(mine: string, send: (version: number, id: number) => Promise<Job>): Promise<boolean> {
    await settled()
    await tries.send()
    const job = saved.value
    if (!job) return false
    if (tries.waiting > 0) {
      refusal.value =
        'The server does not answer: what happened at the device waits here, and this step comes after it.'
      return false
    }
    try {
      take(await send(job.version, job.id))
      away.value = false
      refusal.value = ''
      return true
    } catch (error) {
      if (error instanceof ServerAway) {
        away.value = true
        refusal.value = 'The server does not answer: this step is not recorded. Try again in a moment.'
      } else if (error instanceof ApiProblem) {
        const now = jobSchema.safeParse(error.problem.current)
        if (now.success) saved.value = now.data
        refusal.value = now.success ? bothVersions(error.message, jobStands(now.data), mine) : error.message
      } else throw error
      return false
    }
  }

  return {
    saved,
    facts,
    customer,
    found,
    device,
    progress,
    prices,
    route,
    conflict,
    away,
    refusal,
    hasPending: computed(() => !pending.value.isEmpty),
    load,
    setFact<Name extends FactName>(name: Name, value: Facts[Name] | null): void {
      pending.value = pending.value.withFact(name, value ?? null)
      keep()
    },
    setCustomer(change: Partial<Customer>): void {
      pending.value = pending.value.withCustomer(change)
      keep()
    },
    /** A text that looks like a secret was looked at and is none. */
    sayNoSecret(name: string): void {
      pending.value = pending.value.withNoSecret(name)
    },
    settled,
    /** Takes a job as the server has just answered it. */
    take,
    /** Ends a conflict: with their version, or by writing one's own over it. */
    resolve(which: 'theirs' | 'mine'): void {
      const met = conflict.value
      if (!met) return
      saved.value = met.theirs
      if (which === 'theirs') pending.value = new Pending()
      pending.value.store(met.theirs.id)
      conflict.value = undefined
      void flush()
    },
    record,
    recordBench: (change: BenchChange) =>
      record(eventWords(change), (version, id) =>
        call('recordBench', { params: { id }, body: { version, change } }),
      ),
    /** Tells what happened at the device: at once here, and to the server when it answers, once. */
    tell(change: BenchChange): Promise<void> {
      const job = saved.value
      if (!job) return Promise.resolve()
      const at = new Date().toISOString()
      saved.value = { ...job, bench: benchWith(job.bench, change, at) }
      return tries.add({
        kind: 'step',
        jobId: job.id,
        body: { told: { key: crypto.randomUUID(), at }, change },
      })
    },
    /** Shows again what is kept here, after a try was added to it. */
    showKept: () => saved.value && show(saved.value),
    reload,
  }
})
