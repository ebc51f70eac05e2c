import { LRUCache } from 'lru-cache'
import { learntOf, optionsFailed } from '../account/index.ts'
import { carrierLockLearnt, takesOtherSims } from '../carrier/index.ts'
import { keyId } from '../catalog/index.ts'
import {
  beforeWork,
  planRoute,
  saidWith,
  stationOf,
  type DeviceOnJob,
  type Facts,
  type Progress,
  type Route,
  type Station,
} from '../route/index.ts'
import type { PriceList } from '../price/index.ts'
import type { Experience } from '../results/index.ts'
import type { CarrierRule } from '../supply/index.ts'
import { isBlocked, releasedBy } from './orders.ts'
import { type Breach, type JobState } from './records.ts'
import { standingOf } from './steps.ts'
import type { FoundAtBench } from './surroundings.ts'

/** What is known beside the job: time, who acts, the device's model, prices. Nothing of it is kept with the job. */
export interface World {
  /** ISO 8601, in UTC. */
  readonly now: string
  readonly by: string
  readonly model: ModelKnown | undefined
  readonly device: DeviceOnJob | undefined
  readonly prices: PriceList
  /** Whether a day of the shop's calendar, `YYYY-MM-DD`, is a public holiday; where nobody says, none is. */
  readonly isPublicHoliday?: ((day: string) => boolean) | undefined
  /** How long carriers may take, by the rules of countries. */
  readonly carrierRules?: readonly CarrierRule[] | undefined
}

/** What the job's own version of the catalogue says of its model. */
export interface ModelKnown {
  readonly modelId: string
  readonly familyId: string
  /** Maker and name, as on papers. */
  readonly name: string
  /** As its recovery shows it. */
  readonly modelCode: string
  readonly methodIds: readonly string[]
  /** Entries of an unlock code before it is blocked. */
  readonly entriesAllowed: number | undefined
}

/** What of the world a job is looked at with. */
export type Around = Pick<World, 'device' | 'prices' | 'isPublicHoliday'>

/**
 * The registry's answer as it stands on a job. A report of any of its IMEIs stays until the registry itself says
 * otherwise of that same IMEI; nobody types it away, and another IMEI does not lift it.
 */
export function registryStands({
  registry,
  answers,
}: Pick<JobState, 'registry' | 'answers'>): Facts['registryAnswer'] {
  if (isReported({ registry })) return 'reported'
  let stands: JobState['registry'][number] | undefined
  for (const said of registry) {
    if (said.imei !== (answers.imei ?? '')) continue
    // Silence undoes no answer; a person may take back what a person had said.
    const isTakenBack = said.source === 'by-hand' && stands?.source === 'by-hand'
    if (said.answer !== 'no-answer' || !stands || isTakenBack) stands = said
  }
  return stands?.answer
}

/** Whether a report stands against the device of this job. */
export function isReported({ registry }: Pick<JobState, 'registry'>): boolean {
  return registry.some(
    ({ answer, imei }, index) =>
      answer === 'reported' &&
      !registry
        .slice(index + 1)
        .some(
          (later) =>
            imei !== '' && later.imei === imei && later.source === 'registry' && later.answer === 'clean',
        ),
  )
}

/** The last report of the registry on the IMEI of a job that names a model. */
export const reportNamingAModel = ({ registry, answers }: Pick<JobState, 'registry' | 'answers'>) =>
  registry.findLast(({ imei, model }) => imei === answers.imei && model !== undefined)

/** Whether a report speaks of the model of the job, where the catalogue knows the name in it. */
function modelReported(job: JobState): Facts {
  const { modelId } = reportNamingAModel(job) ?? {}
  if (modelId === undefined || job.answers.modelId === undefined) return {}
  return { reportModel: modelId === job.answers.modelId ? 'same' : 'other' }
}

/** What has turned out since at the account lock and the carrier lock, and from the registry's report. */
export function learntOnJob(job: JobState): Facts {
  const { account, carrier } = standingOf(job)
  return { ...learntOf(account), ...carrierLockLearnt(carrier), ...modelReported(job) }
}

const factsKnown = new WeakMap<JobState, Facts>()

/**
 * The facts a decision stands on: what people answered, what that itself says, what has turned out since at the account
 * lock, and what the registry said.
 */
export function factsOf(job: JobState): Facts {
  const before = factsKnown.get(job)
  if (before) return before
  const registryAnswer = registryStands(job)
  const answers = { ...saidWith(job.answers), ...job.answers, ...learntOnJob(job) }
  const made = registryAnswer === undefined ? answers : { ...answers, registryAnswer }
  factsKnown.set(job, made)
  return made
}

/** What the bench has found of the device that its keys hang on. */
export function foundAtBench(job: JobState): FoundAtBench {
  const { keysTested = {}, inRecoveryAt } = standingOf(job).bench
  return {
    brokenKeys: keyId.options.filter((key) => keysTested[key] === 'broken'),
    isInRecovery: inRecoveryAt !== undefined,
  }
}

/** What has been done on a job, as gates, locks and the route need it. */
export function progressOf(job: JobState): Progress {
  const { bench, account, carrier, deleted } = standingOf(job)
  const { agreement } = job
  const takenOffAt = bench.accountTakenOffAt
  return {
    rightDeviceConfirmed: bench.rightDevice !== undefined,
    inRecovery: bench.inRecoveryAt !== undefined,
    wipeStarted: deleted === 'by-recovery',
    setUpReached: bench.setUpAt !== undefined,
    screenLifted: bench.screenLifted !== undefined,
    screenAsks: bench.woken && bench.woken.asks === 'old-lock',
    dataGone: deleted !== 'no',
    accountProof: job.accountConfirmed?.how,
    accountTakenOff: takenOffAt !== undefined,
    accountAsked: account.asked === true,
    accountOffWhenAgreed:
      takenOffAt !== undefined && Date.parse(takenOffAt) <= Date.parse(agreement?.at ?? ''),
    carrierReleased:
      takesOtherSims(carrier) ||
      job.orders.some((one) => one.state === 'released' && releasedBy(one) === 'carrier'),
    carrierSaysOff: carrier.seen?.on === false && !takesOtherSims(carrier),
    handedBack: job.handBack !== null,
    agreement:
      agreement?.kind === 'signed'
        ? { kind: 'signed', terms: agreement.terms }
        : { kind: agreement?.kind ?? 'none' },
    openedGates: job.waived.map(({ check }) => check),
    brokenKeys: foundAtBench(job).brokenKeys,
    failedActs: [
      ...new Set([
        ...(bench.didNotHelp ?? []),
        ...optionsFailed(account),
        ...(carrier.asked?.says === 'refused' || isOrdered(job) ? (['carrier-free'] as const) : []),
        ...(isBlocked(job) ? (['carrier-order'] as const) : []),
      ]),
    ],
    gentlerFailed: (bench.didNotHelp ?? []).length > 0,
  }
}

/** While an order stands at a supplier, the carrier is not asked for the same: it was passed over, or has refused. */
const isOrdered = ({ orders }: JobState) =>
  orders.some(
    (one) => releasedBy(one) === 'carrier' && ['waiting', 'answered', 'released'].includes(one.state),
  )

/** Routes by what they are made of: each request reads its job anew, and most of them change nothing. */
const MOST_ROUTES = 200
const routesByPrices = new WeakMap<PriceList, LRUCache<string, Route>>()
function plannedRoute(
  facts: Facts,
  device: DeviceOnJob | undefined,
  progress: Progress,
  prices: PriceList,
  experience: Experience | undefined,
): Route {
  const known = routesByPrices.get(prices) ?? new LRUCache<string, Route>({ max: MOST_ROUTES })
  routesByPrices.set(prices, known)
  const name = JSON.stringify([facts, device, progress, experience])
  const route = known.get(name) ?? planRoute(facts, device, progress, prices, experience)
  known.set(name, route)
  return route
}

/** The last route of a job, kept with the surroundings it was made for: several questions are asked of one. */
const routes = new WeakMap<JobState, { readonly around: Around; readonly route: Route }>()

export function routeOf(job: JobState, { device, prices }: Around): Route {
  const known = routes.get(job)
  if (known?.around.device === device && known?.around.prices === prices) return known.route
  const route = plannedRoute(factsOf(job), device, progressOf(job), prices, job.experience)
  routes.set(job, { around: { device, prices }, route })
  return route
}

/**
 * The route as it was before anything was done at the device. What the agreement covers is asked of it, so that
 * steps told late or out of order do not change the answer.
 */
export function routeBeforeWork(job: JobState, { device, prices }: Around): Route {
  return plannedRoute(factsOf(job), device, beforeWork(progressOf(job)), prices, job.experience)
}

export const stationOfJob = (job: JobState, around: Around): Station =>
  stationOf(routeOf(job, around), progressOf(job))

/** Everything that was done without what had to hold. */
export function breachesOf(job: JobState): readonly Breach[] {
  const attempts = job.attempts.flatMap(({ startedAt, by, without }): readonly Breach[] =>
    without ? [{ at: startedAt, by, did: 'attempt', without }] : [],
  )
  return [...standingOf(job).breaches, ...attempts]
}
