import { gatesOfAnOrder, type RouteAction, type Station } from '../route/index.ts'
import type { BenchStepKind, JobState } from './records.ts'
import { factsOf, progressOf, routeOf, stationOfJob, type Around } from './standing.ts'
import { standingOf } from './steps.ts'

/** The one thing to do next on a job, at the station where it waits. It can always be done. */
export type MainAction =
  /** Something is not known or not settled that everything else waits for. */
  | { readonly kind: 'answer' }
  | { readonly kind: 'wait-for-device' }
  | { readonly kind: 'show-agreement' }
  | { readonly kind: 'charge' }
  /** What keeps the data, or the reset from the settings. */
  | { readonly kind: 'try'; readonly action: RouteAction }
  | { readonly kind: 'attempt' }
  | { readonly kind: 'reveal' }
  | { readonly kind: 'tell'; readonly step: BenchStepKind }
  | { readonly kind: 'confirm-account' }
  | { readonly kind: 'order' }
  | { readonly kind: 'follow-order' }
  | { readonly kind: 'hand-back' }
  | { readonly kind: 'none' }

/** Which station a job waits at, and what is done there next. */
export function mainActionOf(
  job: JobState,
  around: Around,
): { readonly station: Station; readonly action: MainAction } {
  const station = stationOfJob(job, around)
  switch (station) {
    case 'counter':
      return { station, action: atTheCounter(job, around) }
    case 'bench':
      return { station, action: atTheBench(job, around) }
    case 'accounts':
      return { station, action: { kind: 'confirm-account' } }
    case 'carriers':
      return { station, action: atTheCarriers(job, around) }
    case 'hand-back':
      return { station, action: { kind: 'hand-back' } }
    case 'closed':
      return { station, action: { kind: 'none' } }
  }
}

function atTheCounter(job: JobState, around: Around): MainAction {
  const { choices, consent } = routeOf(job, around)
  const first = choices[0]?.action
  if (first === 'leave-it') return { kind: 'hand-back' }
  if (first === 'ask-first' || first === undefined) return { kind: 'answer' }
  const facts = factsOf(job)
  if (facts.deviceHere === 'no' && consent.terms.storage !== 'kept') return { kind: 'wait-for-device' }
  if (consent.state === 'given' || job.customer.name === '') return { kind: 'answer' }
  return { kind: 'show-agreement' }
}

function atTheBench(job: JobState, around: Around): MainAction {
  const { bench, deleted } = standingOf(job)
  if (deleted === 'by-recovery') {
    if (bench.wipeStartedAt && !bench.wipeFinishedAt) return { kind: 'tell', step: 'wipe-finished' }
    return { kind: 'tell', step: bench.firstStartAt ? 'set-up' : 'first-start' }
  }
  const { choices, stages } = routeOf(job, around)
  if (stages.some(({ id, state }) => id === 'prepare' && state === 'now')) return { kind: 'charge' }
  const first = choices[0]?.action
  if (first !== 'reset-from-recovery' && first !== undefined) return { kind: 'try', action: first }
  if (!around.device) return { kind: 'answer' }
  return bench.inRecoveryAt ? { kind: 'reveal' } : { kind: 'attempt' }
}

function atTheCarriers(job: JobState, { device }: Around): MainAction {
  if (job.orders.some(({ state }) => state === 'waiting' || state === 'answered'))
    return { kind: 'follow-order' }
  const facts = factsOf(job)
  const isOpen = gatesOfAnOrder(facts, device, progressOf(job)).every(({ state }) => state === 'open')
  return isOpen && facts.imei && facts.originalCarrier ? { kind: 'order' } : { kind: 'hand-back' }
}

/** Whether the keys that delete may be on the screen: shown once, and everything still holds. */
export function mayShowWipeKeys(job: JobState, around: Around): boolean {
  const { bench } = standingOf(job)
  return (
    bench.revealedAt !== undefined && routeOf(job, around).wipeGates.every(({ state }) => state === 'open')
  )
}
