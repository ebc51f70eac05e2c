import { job as jobSchema, type Attempt, type Job } from '@benevox/contract'
import type { AccountPlan } from '@benevox/core/account'
import type { CarrierPlan } from '@benevox/core/carrier'
import type { ShopTime } from '@benevox/core/clocks'
import {
  accountPlanOf,
  carrierPlanOf,
  costsTheFee,
  correctedBill,
  dueMinor,
  dueWith,
  owedMinor,
  after,
  benchActionOf,
  benchPlaceOf,
  billOfJob,
  canBeTakenBackAtOnce,
  canOrder,
  factsOf,
  gatesBefore,
  hasName,
  mainActionOf,
  mayHaveWorked,
  mayShowWipeKeys,
  progressOf,
  lastStep,
  methodThatLedIn,
  routeOf,
  situationOf,
  standingOf,
  stateOf,
  fetchingOf,
  mayBeTold,
  shownOff,
  locksShown,
  statementsOf,
  foundAtBench,
  surroundingsIn,
  viewOf,
  type Customer,
  type FactValues,
  type JobState,
  type OwnLine,
  type ReleasedLock,
  type StepChange,
  type World,
} from '@benevox/core/job'
import type { Pack } from '@benevox/core/catalog'
import type { PriceList } from '@benevox/core/price'
import { modelOnJob, versionsOnJob, wayOfAttempt, type FactName, type Facts } from '@benevox/core/route'
import { USUAL_SITUATION } from '@benevox/core/twin'
import { computed, proxyRefs, ref, shallowRef } from 'vue'
import { ApiProblem, call, ServerAway } from '../api/client.ts'
import { say } from '../words/index.ts'
import { eventText, jobStands } from '../words/job.ts'
import { joined, metIn, onTopOf, without, type Met } from './answers.ts'
import type { Waiting, WaitingAnswer } from './queue.ts'
import { commandOf, happenedAt } from './waitingCommands.ts'

/** Two people changed the same thing: what stands there now, and what was about to be written over it. */
export interface Conflict extends Met {
  readonly theirs: JobState
}

/** What sessions share: the queue, and what is known beside a job. */
export interface Shared {
  readonly waiting: () => readonly Waiting[]
  /** Reads anew what waits: another tab may have told or sent something since. */
  readonly look: () => void
  readonly queue: {
    add(one: Waiting): void
    replace(one: Waiting): void
    remove(key: string): void
  }
  readonly newestCatalogId: () => number
  readonly packOf: (catalogId: number) => Pack | undefined
  readonly pricesOf: (pricesId: number) => PriceList | undefined
  readonly timeOf: (pricesId: number) => ShopTime | undefined
  /** Makes sure that the catalogue and the prices of a job are here. */
  readonly ensure: (job: Pick<JobState, 'catalogId' | 'pricesId'>) => Promise<void>
  readonly by: () => string
  /** This computer's own name: an attempt is run at the computer it was begun at. */
  readonly runner: () => string
  /** Told after each change that the server has acknowledged, before what made it leaves the queue. */
  readonly changed: (job: Job) => void
  /** Sends alone, of all tabs: another that wants to send the same job waits. */
  readonly alone: (jobId: number, send: () => Promise<void>) => Promise<void>
}

/** How long a step waits for answers that are on their way, in milliseconds. */
const LONGEST_SETTLING_MS = 5000
/** A fault of the server may pass; after so many it is taken for a refusal, so that the rest is not held up. */
const MOST_FAULTS = 10

type Told = Extract<Waiting, { kind: 'attempt' }>['body']
type Ended = Extract<Waiting, { kind: 'attempt-end' }>['body']

/**
 * One job in this browser: what is saved, what is on its way, what waits. It holds one id for good, so that nothing
 * it sends can reach another job, however slow the answers are. What waits is laid over what is saved by the same
 * functions that the server decides with.
 */
export function createJobSession(id: number, shared: Shared) {
  const saved = shallowRef<JobState>()
  const refusal = ref('')
  const away = ref(false)
  let underWay: Promise<void> | undefined
  let faults = 0

  const mine = computed(() => shared.waiting().filter(({ jobId }) => jobId === id))
  const firstAnswer = computed(() => mine.value.find((one) => one.kind === 'answer'))
  /** Only the first answer stands on what is saved; those after it stand on it. */
  const conflict = computed<Conflict | undefined>(() => {
    const theirs = saved.value
    const met = theirs && firstAnswer.value && metIn(firstAnswer.value, theirs)
    return met && { theirs, ...met }
  })

  function worldOf(job: JobState, now: string): World | undefined {
    const pack = shared.packOf(job.catalogId)
    const prices = shared.pricesOf(job.pricesId)
    if (!pack || !prices) return undefined
    const { isPublicHoliday } = shared.timeOf(job.pricesId) ?? {}
    return {
      now,
      by: shared.by(),
      prices,
      isPublicHoliday,
      ...surroundingsIn(pack, factsOf(job), foundAtBench(job)),
    }
  }
  /** The job as it is here: what the server has, and over it what it has not acknowledged yet, in order. */
  const shown = computed<JobState | undefined>(() => {
    let job = saved.value
    for (const one of job ? mine.value : []) {
      const world: World | undefined = job && worldOf(job, happenedAt(one, job.openedAt))
      if (job && world) job = after(job, commandOf(one, shared.newestCatalogId(), shared.runner()), world)
    }
    return job
  })
  const around = computed(() => shown.value && worldOf(shown.value, shown.value.openedAt))
  const view = computed<Job | undefined>(() =>
    shown.value && around.value ? viewOf(shown.value, around.value) : undefined,
  )
  const facts = computed<Facts>(() => (shown.value ? factsOf(shown.value) : {}))
  const pack = computed(() => shown.value && shared.packOf(shown.value.catalogId))
  const found = computed(() => pack.value && modelOnJob(pack.value, facts.value))
  /** All that the device may be, where nobody knows the version of its system. */
  const versions = computed(() => (pack.value ? versionsOnJob(pack.value, facts.value) : []))
  const wayOf = (attempt: Attempt) => pack.value && wayOfAttempt(pack.value, attempt)

  /** Takes a job as the server has answered it; one that is older than what is here is left. */
  async function take(given: Job): Promise<void> {
    if (await hear(given)) shared.changed(given)
  }
  /** The same from another tab. @returns whether it was taken */
  async function hear(given: Job): Promise<boolean> {
    if (given.id !== id) throw new Error(`Job ${given.id} came to the session of job ${id}`)
    await shared.ensure(given).catch(() => undefined)
    if (saved.value && saved.value.events > given.events) return false
    shared.look()
    saved.value = stateOf(given)
    return true
  }

  async function load(): Promise<void> {
    refusal.value = ''
    const job = await call('getJob', { params: { id } })
    await shared.ensure(job)
    await take(job)
    if (mine.value.length > 0) void flush()
  }
  const reload = async () => take(await call('getJob', { params: { id } }))

  function flush(): Promise<void> {
    underWay ??= shared.alone(id, sendAll).finally(() => (underWay = undefined))
    return underWay
  }

  async function sendAll(): Promise<void> {
    try {
      if (!saved.value && mine.value.length > 0) await reload()
      for (let one = nextToSend(); one; one = nextToSend()) {
        await sendOne(one.kind === 'answer' ? markedAsSent(one) : one)
        faults = 0
        away.value = false
      }
    } catch (error) {
      if (!(error instanceof ServerAway) && !(error instanceof ApiProblem)) throw error
      away.value = true
    }
  }

  function markedAsSent(one: WaitingAnswer): WaitingAnswer {
    if (one.sent) return one
    const marked = { ...one, sent: true as const }
    shared.queue.replace(marked)
    return marked
  }

  /** In order; an answer that has met another one waits until somebody has said which of them stands. */
  function nextToSend(): Waiting | undefined {
    shared.look()
    return mine.value.find(({ kind }) => !(kind === 'answer' && conflict.value))
  }

  /** @throws ServerAway, or ApiProblem where the answer is not about what was sent: it waits */
  async function sendOne(one: Waiting): Promise<void> {
    try {
      await take(await send(one))
      shared.queue.remove(one.key)
      if (one.kind === 'answer') refusal.value = ''
    } catch (error) {
      if (!(error instanceof ApiProblem)) throw error
      const { code, current } = error.problem
      const now = code === 'stale-version' ? jobSchema.safeParse(current) : undefined
      if (now?.success) {
        // Somebody was quicker: laid over what stands there now, and sent again.
        await take(now.data)
        return
      }
      if (mayPass(code)) throw error
      refusal.value = error.message
      shared.queue.remove(one.key)
    }
  }

  /** What is not about what was sent: it waits. */
  function mayPass(code: string): boolean {
    if (code === 'fault') return ++faults < MOST_FAULTS
    return code === 'not-signed-in' || code === 'forged-request' || code === 'too-many-entries'
  }

  function send(one: Waiting): Promise<Job> {
    const params = { id }
    switch (one.kind) {
      case 'answer': {
        const { set, customer, noSecret } = one
        const version = saved.value?.version ?? 1
        return call('changeFacts', { params, body: { version, facts: set, customer, noSecret } })
      }
      case 'step': {
        const { key, at, change } = one
        return call('recordStep', { params, body: { told: { key, at }, change } })
      }
      case 'attempt':
        return call('startAttempt', { params, body: one.body })
      case 'attempt-end':
        return call('finishAttempt', { params: { id, attemptId: one.attemptId }, body: one.body })
    }
  }

  let soon: ReturnType<typeof setTimeout> | undefined
  function answer(set: FactValues, customer: Partial<Customer> = {}, noSecret: readonly string[] = []): void {
    shared.look()
    const now = shown.value
    if (!now) return
    const was = Object.fromEntries(
      (Object.keys(set) as FactName[]).map((name) => [name, factsOf(now)[name] ?? null]),
    )
    const later = { set, customer, was, customerWas: { ...now.customer }, noSecret: [...noSecret] }
    const last = mine.value.at(-1)
    if (last?.kind === 'answer' && !last.sent) shared.queue.replace(joined(last, later))
    else shared.queue.add({ kind: 'answer', key: crypto.randomUUID(), jobId: id, ...later })
    // Several answers given at once go together.
    clearTimeout(soon)
    soon = setTimeout(() => void flush(), 250)
  }

  /**
   * Waits until everything told here has been recorded, an answer on its way included.
   * @returns whether it has; not when the server is away, refuses, or somebody else was quicker
   */
  async function settled(): Promise<boolean> {
    const from = performance.now()
    while (mine.value.length > 0 && performance.now() - from < LONGEST_SETTLING_MS) {
      await flush()
      if (away.value || refusal.value || conflict.value) break
      if (mine.value.length > 0) await new Promise((resolve) => setTimeout(resolve, 50))
    }
    return mine.value.length === 0
  }

  let lastRecorded: Promise<boolean> | undefined

  /**
   * Records one step on the version seen here, and takes what comes back. When somebody else changed the job
   * meanwhile, shows the job as it is now and says so. A step that is begun while another is under way comes after
   * it, on the version which that one makes; and not at all where that one was not recorded, since whoever began it
   * could not have seen why.
   * @param words what is being recorded, to stand beside what somebody else recorded meanwhile
   * @returns whether it was recorded
   */
  function record(words: string, make: (version: number, id: number) => Promise<Job>): Promise<boolean> {
    const before = lastRecorded
    const mine = (async () => (await (before ?? true)) && recordNow(words, make))()
    lastRecorded = mine
    const done = () => {
      if (lastRecorded === mine) lastRecorded = undefined
    }
    mine.then(done, done)
    return mine
  }

  async function recordNow(
    words: string,
    make: (version: number, id: number) => Promise<Job>,
  ): Promise<boolean> {
    refusal.value = ''
    await settled()
    const job = saved.value
    if (!job) return false
    if (mine.value.length > 0) {
      if (!refusal.value && !conflict.value) refusal.value = say('away.stepWaits')
      return false
    }
    try {
      // What is answered meanwhile goes after it, and not on the version that it changes.
      await shared.alone(id, async () => take(await make(saved.value?.version ?? job.version, id)))
      away.value = false
      return true
    } catch (error) {
      if (error instanceof ServerAway) {
        away.value = true
        refusal.value = say('away.notRecorded')
      } else if (error instanceof ApiProblem) {
        const now = jobSchema.safeParse(error.problem.current)
        if (now.success) await take(now.data)
        refusal.value = now.success
          ? say('versions.both', { problem: error.message, theirs: jobStands(now.data), mine: words })
          : error.message
      } else throw error
      return false
    }
  }

  function add(one: Waiting): Promise<void> {
    refusal.value = ''
    shared.queue.add(one)
    return flush()
  }

  return proxyRefs({
    id,
    /** The job as it is here, with everything that follows from it. */
    saved: view,
    facts,
    customer: computed<Customer>(() => shown.value?.customer ?? { name: '', contact: '' }),
    /** Whoever agrees to something has a name. */
    hasName: computed(() => shown.value !== undefined && hasName(shown.value.customer)),
    found,
    versions,
    wayOf,
    device: computed(() => around.value?.device),
    /** What hangs on the device and is on it now, and the method by which it was led into recovery. */
    situation: computed(() => (shown.value ? situationOf(shown.value) : USUAL_SITUATION)),
    methodThatLedIn: computed(() => shown.value && methodThatLedIn(shown.value)),
    /** Maker and name, as on papers; empty while the model is not known. */
    deviceName: computed(() => around.value?.model?.name ?? ''),
    progress: computed(() => shown.value && progressOf(shown.value)),
    prices: computed(() => around.value?.prices),
    route: computed(() => shown.value && around.value && routeOf(shown.value, around.value)),
    /** Where it waits and what is done there next; what is next at the device, and where the work there stands. */
    main: computed(() => shown.value && around.value && mainActionOf(shown.value, around.value)),
    benchAction: computed(() => shown.value && around.value && benchActionOf(shown.value, around.value)),
    benchPlace: computed(() => shown.value && around.value && benchPlaceOf(shown.value, around.value)),
    /** Whether the keys that delete may be on the screen. */
    mayShowWipeKeys: computed(() =>
      Boolean(shown.value && around.value && mayShowWipeKeys(shown.value, around.value)),
    ),
    /** What may be said of each lock at the hand-back, by which event; what it costs, and what is left to pay. */
    locks: computed(() => shown.value && around.value && locksShown(shown.value, around.value)),
    statements: computed(() => shown.value && around.value && statementsOf(shown.value, around.value)),
    /** Whether the customer knows that it is ready, and what may be told them now. */
    fetching: computed(() => shown.value && around.value && fetchingOf(shown.value, around.value)),
    mayBeTold: computed(() => (shown.value && around.value ? mayBeTold(shown.value, around.value) : [])),
    shownOff: computed(() => shown.value && shownOff(shown.value)),
    bill: computed(() => shown.value && around.value && billOfJob(shown.value, around.value)),
    owedMinor: computed(() => (shown.value ? owedMinor(shown.value) : 0)),
    /** What a closed job’s bill comes to, made anew with one more line or none, and what is left to pay then. */
    correctedTo(line: Pick<OwnLine, 'text' | 'minor'> | undefined) {
      const [now, world] = [shown.value, around.value]
      if (!now || !world) return undefined
      const put = line ? [{ ...line, key: '', reason: '', by: world.by, at: world.now }] : []
      const bill = correctedBill(now, put, world)
      return { totalMinor: bill.totalMinor, dueMinor: dueWith(bill, now) }
    },
    dueIfCancelled: computed(() => (shown.value ? dueWith(undefined, shown.value) : 0)),
    dueMinor: computed(() => (shown.value && around.value ? dueMinor(shown.value, around.value) : 0)),
    /** What has happened on the way to the end of the account lock. */
    account: computed(() => shown.value && standingOf(shown.value).account),
    /** How the account lock is led to its end, as it stands at an instant. */
    accountPlanAt: (now: string): AccountPlan | undefined =>
      shown.value && around.value && accountPlanOf(shown.value, around.value, now),
    carrier: computed(() => shown.value && standingOf(shown.value).carrier),
    carrierPlanAt: (now: string): CarrierPlan | undefined =>
      shown.value && around.value && carrierPlanOf(shown.value, around.value, now),
    /** What must hold before a release is ordered, and whether one can be ordered now. */
    gatesBefore: (lock: ReleasedLock) =>
      shown.value && around.value ? gatesBefore(lock, shown.value, around.value) : [],
    /** What loses the fee of an order when it is wrong. */
    costsTheFee: (lock: ReleasedLock) =>
      shown.value && around.value ? costsTheFee(lock, shown.value, around.value) : [],
    canOrder: (lock: ReleasedLock) =>
      Boolean(shown.value && around.value && canOrder(lock, shown.value, around.value)),
    /** The step that can be taken back now, if one can. */
    lastStep: computed(() => shown.value && lastStep(shown.value)),
    /** Whether it is undone by one press: told just now, by whoever sits here. */
    isUndoneAtOnce: (key: string, now: string): boolean =>
      shown.value !== undefined &&
      canBeTakenBackAtOnce(shown.value, { kind: 'step', key }, { by: shared.by(), now }),
    /** Whether an attempt that is said to have failed is asked for once more: made just now, by whoever sits here. */
    mayHaveWorked: (attempt: Attempt, now: string): boolean =>
      mayHaveWorked(attempt, { by: shared.by(), now }),
    conflict,
    away,
    refusal,
    /** How much of this job the server has not acknowledged. */
    waiting: computed(() => mine.value.length),
    hasPending: computed(() => mine.value.some(({ kind }) => kind === 'answer')),
    load,
    reload,
    flush,
    take,
    hear,
    settled,
    setFact<Name extends FactName>(name: Name, value: Facts[Name] | null, noSecret = false): void {
      answer({ [name]: value ?? null }, {}, noSecret ? [name] : [])
    },
    setCustomer(change: Partial<Customer>, noSecret = false): void {
      answer({}, change, noSecret ? Object.keys(change) : [])
    },
    /** Ends a conflict: what was met is left as they have it, or written over. */
    resolve(which: 'theirs' | 'mine'): void {
      shared.look()
      const [met, one] = [conflict.value, firstAnswer.value]
      if (!met || !one) return
      const left = which === 'mine' ? onTopOf(one, met.theirs) : without(one, met)
      if (left) shared.queue.replace(left)
      else shared.queue.remove(one.key)
      void flush()
    },
    record,
    recordStep: (change: StepChange) =>
      record(eventText(change), (version) =>
        call('recordStep', { params: { id }, body: { version, change } }),
      ),
    /** Tells what happened at the device: at once here, and to the server when it answers, once. */
    tell: (change: StepChange) =>
      add({ kind: 'step', key: crypto.randomUUID(), jobId: id, at: new Date().toISOString(), change }),
    startAttempt: (body: Omit<Told, 'runner'>) =>
      add({ kind: 'attempt', key: body.id, jobId: id, body: { ...body, runner: shared.runner() } }),
    endAttempt: (attemptId: string, body: Ended) =>
      add({ kind: 'attempt-end', key: crypto.randomUUID(), jobId: id, attemptId, body }),
  })
}
export type JobSession = ReturnType<typeof createJobSession>
