import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { solveEach } from '../decision/index.ts'
import { decide } from './decide.ts'
import type { DeviceOnJob, Facts, RouteAction } from './facts.ts'
import { optionOf, type RoutePolicy } from './figures.ts'
import { PHONE, WATCH } from './fixtures.ts'
import { NOTHING_DONE, type Progress } from './index.ts'
import type { RouteOutcome, RouteProblem } from './model.ts'
import type { Place } from './place.ts'
import type { World } from './worlds.ts'

/**
 * The oracle of the route: hidden worlds one by one, every order of acts. What is believed is never named: what is
 * known at a place is the set of all that was done and came of it on the way there.
 */
const JOBS = Number(process.env['BENEVOX_JOBS'] ?? 100)
const EXACT = 1e-9

const DEVICES: readonly (DeviceOnJob | undefined)[] = [
  PHONE,
  WATCH,
  undefined,
  { ...PHONE, acceptsOldScreenLock: true },
  { ...PHONE, canReachRecovery: false },
  { ...PHONE, asksForAccount: false },
]
type Done = Partial<Progress> | undefined
/** Mostly nothing; then what may have been done already when somebody looks at the route again. */
const DONE: readonly Done[] = [
  undefined,
  undefined,
  undefined,
  { failedActs: ['remember'] },
  undefined,
  { inRecovery: true, wipeStarted: true },
  undefined,
  { wipeStarted: true, setUpReached: true, accountProof: 'signed-in' },
  { accountTakenOff: true },
  undefined,
  { screenLifted: true },
  { screenLifted: true, dataGone: true },
  { carrierReleased: true },
  { wipeStarted: true, setUpReached: true, failedActs: ['sign-in'] },
]
const jobs = fc
  .sample(RANDOM_FACTS, { numRuns: JOBS, seed: Number(process.env['BENEVOX_SEED'] ?? 14) })
  .map((facts, nth) => ({ facts, device: DEVICES[nth % DEVICES.length], done: DONE[nth % DONE.length] }))
const decided = ({
  facts,
  device,
  done,
}: Pick<(typeof jobs)[number], 'facts' | 'device'> & { done?: Done }) =>
  decide({ facts, device, progress: { ...NOTHING_DONE, ...done }, prices: USUAL_PRICES })

/** The most that can be had of a problem, by trying every act at every place with every set of what came before. */
function mostByTrying(problem: RouteProblem): number {
  const known = new Map<string, number>()
  const most = (place: Place, weights: readonly number[], came: readonly string[]): number => {
    const total = weights.reduce((sum, weight) => sum + weight, 0)
    if (total === 0) return 0
    const name = [JSON.stringify(place), ...[...came].sort()].join(';')
    const before = known.get(name)
    if (before !== undefined) return before * total
    let best = Number.NEGATIVE_INFINITY
    for (const act of problem.acts(place)) {
      let worth = 0
      for (const { id, chance, worth: brings, next } of act.outcomes) {
        const there = weights.map((weight, n) => weight * chance(worldAt(problem, n)))
        worth += there.reduce((sum, weight, n) => sum + weight * brings(worldAt(problem, n)), 0)
        const { phase, passwordFound, wiped } = place
        const now = `${phase} ${String(passwordFound)} ${String(wiped)} ${act.id} ${id}`
        if (next) worth += most(next, there, [...came, now])
      }
      best = Math.max(best, worth)
    }
    known.set(name, best / total)
    return best
  }
  return most(
    problem.start,
    problem.worlds.map(({ probability }) => probability),
    [],
  )
}
function worldAt({ worlds }: RouteProblem, n: number): World {
  const found = worlds[n]
  if (!found) throw new Error(`No world ${n}`)
  return found.world
}

interface Came extends RouteOutcome {
  readonly act: string
}
/** Everything that can happen to a job that is done as a policy says, in one world after another. */
function happensBy(policy: RoutePolicy, { worlds }: RouteProblem) {
  const all: { readonly chance: number; readonly came: readonly Came[] }[] = []
  for (const { world, probability } of worlds) {
    const go = (at: RoutePolicy | undefined, chance: number, came: readonly Came[]): void => {
      if (chance === 0) return
      if (!at?.act) return void all.push({ chance, came })
      for (const outcome of at.act.outcomes as readonly RouteOutcome[]) {
        const then = at.branches.find((branch) => branch.outcome === outcome)?.then
        go(then, chance * outcome.chance(world), [...came, { ...outcome, act: at.act.id }])
      }
    }
    go(policy, probability, [])
  }
  return all
}

/** How it ends for device and locks together, told by all that came. */
function howItCameOut(came: readonly Came[], wipedBefore: boolean): string {
  const works = came.find(({ end }) => end?.startsWith('works'))
  const hasEnd = (one: string) => came.some(({ end }) => end === one)
  if (hasEnd('carrier-lock-stays')) return 'carrier-lock-stays'
  if (works) return wipedBefore ? 'works-data-gone' : (works.end ?? '')
  if (hasEnd('account-lock-stays')) return 'account-lock-stays'
  if (hasEnd('not-solved')) return 'not-solved'
  return wipedBefore ? 'works-data-gone' : 'works-data-kept'
}

describe('the route equals enumeration of hidden worlds', () => {
  it(`what it is worth, of ${JOBS} random jobs`, () => {
    for (const job of jobs) {
      const { policy, problem } = decided(job)
      const most = mostByTrying(problem)
      const said = JSON.stringify(job)
      expect(Math.abs(policy.worth - most) / Math.max(1, Math.abs(most)), said).toBeLessThan(EXACT)
    }
  })

  it(`and every figure beside it`, () => {
    for (const job of jobs) {
      const { policy, problem, figures } = decided(job)
      const happens = happensBy(policy, problem)
      const chanceThat = (holds: (came: readonly Came[]) => boolean) =>
        happens.reduce((sum, { chance, came }) => sum + (holds(came) ? chance : 0), 0)
      const said = JSON.stringify(job)
      expect(
        chanceThat(() => true),
        said,
      ).toBeCloseTo(1, 9)
      for (const end of [
        'works-data-kept',
        'works-data-gone',
        'account-lock-stays',
        'not-solved',
        'released',
        'carrier-lock-stays',
      ] as const)
        expect(figures.ends[end] ?? 0, `${end} ${said}`).toBeCloseTo(
          chanceThat((came) => came.some((one) => one.end === end)),
          9,
        )
      expect(figures.dataLost, said).toBeCloseTo(
        policy.state.wiped ? 1 : chanceThat((came) => came.some(({ made }) => made.wipes)),
        9,
      )
      const bench = happens.reduce(
        (sum, { chance, came }) => sum + chance * came.reduce((all, { made }) => all + made.benchMinutes, 0),
        0,
      )
      expect(figures.benchMinutes, said).toBeCloseTo(bench, 7)
    }
  })

  it('how it ends, for device and locks together, sums to 1 and is what happens', () => {
    for (const job of jobs) {
      const { policy, problem, figures } = decided(job)
      const { howItEnds } = figures
      const said = JSON.stringify(job)
      const all = Object.values(howItEnds).reduce((sum, chance) => sum + chance, 0)
      expect(all, said).toBeCloseTo(1, 9)
      const ended: Record<string, number> = {}
      for (const { chance, came } of happensBy(policy, problem)) {
        const how = howItCameOut(came, policy.state.wiped)
        ended[how] = (ended[how] ?? 0) + chance
      }
      for (const [how, chance] of Object.entries(howItEnds))
        expect(chance, `${how} ${said}`).toBeCloseTo(ended[how] ?? 0, 9)
    }
  })

  it('when it is ready, and what it costs: every course with every duration of it', () => {
    for (const job of jobs) {
      const { policy, problem, figures } = decided(job)
      const said = JSON.stringify(job)
      const courses = new Map<string, { chance: number; came: readonly Came[] }>()
      for (const { chance, came } of happensBy(policy, problem)) {
        const name = came.map(({ act, id, end }) => `${act} ${id} ${String(end)}`).join()
        courses.set(name, { chance: chance + (courses.get(name)?.chance ?? 0), came })
      }
      const lengths: [number, number][] = []
      const add = (minutes: number, chance: number, rest: readonly Came[]): void => {
        const [first, ...more] = rest
        if (!first) return void lengths.push([minutes, chance])
        for (const [value, share] of first.made.minutes) add(minutes + value, chance * share, more)
      }
      for (const { chance, came } of courses.values()) add(0, chance, came)
      lengths.sort(([a], [b]) => a - b)
      for (const [share, minutes] of [
        [0.5, figures.calendarMinutes.p50],
        [0.9, figures.calendarMinutes.p90],
      ] as const) {
        const upTo = (limit: number) =>
          lengths.reduce((sum, [length, chance]) => sum + (length <= limit ? chance : 0), 0)
        expect(upTo(minutes * (1 + EXACT)), said).toBeGreaterThan(share - EXACT)
        expect(upTo(minutes * (1 - EXACT) - EXACT), said).toBeLessThan(share + EXACT)
      }
      const prices = [...courses.values()].map(({ chance, came }) => ({
        chance,
        isSolved: came.some(({ end }) => end === 'released' || (end?.startsWith('works') ?? false)),
        minor: came.reduce((sum, { made }) => sum + made.workMinor + made.feesMinor, 0),
      }))
      const dearest = Math.max(0, ...prices.map(({ isSolved, minor }) => (isSolved ? minor : 0)))
      const counted = prices.filter(({ isSolved, minor }) => isSolved || minor > dearest)
      const told = counted.length > 0 ? counted : prices
      const likely = told.filter(({ chance }) => chance >= 0.005)
      expect(figures.quote.mostMinor, said).toBe(Math.max(...told.map(({ minor }) => minor)))
      expect(figures.quote.leastMinor, said).toBe(
        likely.length > 0 ? Math.min(...likely.map(({ minor }) => minor)) : 0,
      )
      const weight = likely.reduce((sum, { chance }) => sum + chance, 0)
      const mean = likely.reduce((sum, { chance, minor }) => sum + chance * minor, 0)
      expect(Math.abs(figures.quote.meanMinor - (weight > 0 ? mean / weight : 0)), said).toBeLessThan(
        0.5 + EXACT,
      )
    }
  })

  it('a reset that was done has deleted, whether it helped or not, and nothing that works then has its data', () => {
    let inVain = 0
    for (const job of jobs) {
      const { policy, problem, figures } = decided(job)
      const isReset = ({ act, id }: Came) =>
        (['reset-from-recovery', 'reset-from-settings', 'makers-service'].includes(act) && id !== 'failed') ||
        // It wiped itself at its owner's attempts.
        (act === 'remember' && id === 'did-not-help')
      const happens = happensBy(policy, problem)
      const reset = happens.filter(({ came }) => came.some(isReset))
      const said = JSON.stringify(job)
      if (policy.state.wiped) expect(figures.dataLost, said).toBe(1)
      else
        expect(figures.dataLost, said).toBeCloseTo(
          reset.reduce((sum, { chance }) => sum + chance, 0),
          9,
        )
      for (const { came } of reset) {
        expect(
          came.map(({ end }) => end),
          said,
        ).not.toContain('works-data-kept')
        if (came.some(({ id }) => id === 'did-not-help')) inVain++
      }
    }
    expect(inVain).toBeGreaterThan(JOBS / 10)
  })

  it('who brings a device with a stranger’s account has it solved, or the account lock stays', () => {
    for (const job of jobs.filter(({ facts, done }) => facts.complaint === 'second-hand' && !done)) {
      const { solved, ends } = decided(job).figures
      expect(solved + (ends['account-lock-stays'] ?? 0), JSON.stringify(job)).toBeCloseTo(1, 9)
    }
  })

  it('an option’s own figures are of its own course: nothing of what is tried after it', () => {
    let withMore = 0
    for (const job of jobs.slice(0, JOBS / 2)) {
      const { problem } = decided(job)
      for (const policy of solveEach(problem)) {
        const { own, ifNot } = optionOf(policy, problem, USUAL_PRICES)
        const happens = happensBy(policy, problem).map(({ chance, came }) => {
          const isOfHelp = came[0]?.id !== 'failed' && came[0]?.id !== 'did-not-help'
          return { chance, came: isOfHelp ? came : came.slice(0, 1), isOfHelp }
        })
        const chanceThat = (holds: (came: readonly Came[]) => boolean) =>
          happens.reduce((sum, { chance, came }) => sum + (holds(came) ? chance : 0), 0)
        const said = `${String(policy.act?.id)} ${JSON.stringify(job)}`
        const isOrder = policy.state.phase === 'carrier'
        const isSolved = (came: readonly Came[]) =>
          came.some(({ end }) => (isOrder ? end === 'released' : end?.startsWith('works')) ?? false)
        const leaves = policy.act?.id === 'leave-it' || policy.act?.id === 'ask-first'
        if (!isOrder || !leaves) expect(own.solved, said).toBeCloseTo(chanceThat(isSolved), 9)
        expect(own.dataLost, said).toBeCloseTo(
          policy.state.wiped ? 1 : chanceThat((came) => came.some(({ made }) => made.wipes)),
          9,
        )
        const bench = happens.reduce(
          (sum, { chance, came }) =>
            sum + chance * came.reduce((all, { made }) => all + made.benchMinutes, 0),
          0,
        )
        expect(own.benchMinutes, said).toBeCloseTo(bench, 7)
        // Left after it was of no help, the lock that stands there stays.
        const ended = new Map<string, number>()
        const add = (how: string, chance: number) => ended.set(how, (ended.get(how) ?? 0) + chance)
        for (const { chance, came, isOfHelp } of happens) {
          const { phase = 'open', lockChance = 0 } = came[0]?.next ?? {}
          const untouched = policy.state.wiped ? 'works-data-gone' : 'works-data-kept'
          if (isOfHelp) add(howItCameOut(came, policy.state.wiped), chance)
          else if (phase === 'carrier') {
            add('carrier-lock-stays', chance * lockChance)
            add(untouched, chance * (1 - lockChance))
          } else
            add(
              phase === 'account' || job.facts.complaint === 'second-hand'
                ? 'account-lock-stays'
                : 'not-solved',
              chance,
            )
        }
        for (const [how, chance] of Object.entries(own.howItEnds))
          expect(chance, `${how} ${said}`).toBeCloseTo(ended.get(how) ?? 0, 9)
        if (ifNot) withMore++
      }
    }
    expect(withMore).toBeGreaterThan(JOBS / 2)
  })

  it('the maker’s service without proof of purchase helps by itself in one case of twenty; remembering takes no days', () => {
    const facts: Facts = {
      complaint: 'forgotten-lock',
      wrongEntries: 3,
      accountOnDevice: 'yes',
      knowsAccountPassword: 'yes',
      proofOfPurchase: 'no',
      carrierLocked: 'no',
    }
    const { problem } = decided({ facts, device: PHONE })
    const options = solveEach(problem)
    const optionOn = (action: RouteAction) => {
      const policy = options.find(({ act }) => act?.id === action)
      if (!policy) throw new Error(`There is no ${action}`)
      return optionOf(policy, problem, USUAL_PRICES)
    }
    const service = optionOn('makers-service')
    expect(service.own.solved).toBeCloseTo(0.05, 9)
    expect(service.inAll.solved).toBeGreaterThan(0.5)
    const remember = optionOn('remember')
    expect(remember.own.calendarMinutes.p90).toBeLessThan(60)
    expect(remember.own.solved).toBeCloseTo(0.15, 9)
    expect(remember.ifNot).toBe('reset-from-recovery')
  })
})
