import { Amount, type Policy } from '../decision/index.ts'
import { quoteOf, type Course, type PriceList, type Quote } from '../price/index.ts'
import type { RouteAction } from './facts.ts'
import type { RouteAct, RouteOutcome, RouteProblem } from './model.ts'
import type { End, Place } from './place.ts'
import type { World } from './worlds.ts'

export type RoutePolicy = Policy<Place, World>

/** How a job ends: what works with a carrier lock on it is one of its own. */
export const HOW_IT_ENDS = [
  'works-data-kept',
  'works-data-gone',
  'carrier-lock-stays',
  'account-lock-stays',
  'not-solved',
] as const
export type HowItEnds = (typeof HOW_IT_ENDS)[number]

/** What a policy comes to, so that two of them can be laid side by side. */
export interface Figures {
  /** Expected worth in minor units, by the shop's weights. */
  readonly worthMinor: number
  /** The chance of each end, 0 to 1. An end of the device and one of the carrier lock may both come. */
  readonly ends: Readonly<Partial<Record<End, number>>>
  /** The chance of each way in which it all ends, for device and locks together; they sum to 1. */
  readonly howItEnds: Readonly<Record<HowItEnds, number>>
  /** The chance that what the customer came for is solved. */
  readonly solved: number
  /** What is on the device is gone, by what is done or has been done. */
  readonly dataLost: number
  /** Expected attended minutes. */
  readonly benchMinutes: number
  /** Minutes of calendar time that are not exceeded in half, and in nine of ten, of all cases. */
  readonly calendarMinutes: { readonly p50: number; readonly p90: number }
  readonly quote: Quote
}

/** An option by itself, and what follows where it does not help. */
export interface Option {
  /** What it comes to until it has helped to an end, or has not helped: nothing of what is tried after it. */
  readonly own: Figures
  /** What is tried next where it did not help; undefined where nothing is left. */
  readonly ifNot: RouteAction | undefined
  /** What it comes to with all that follows. */
  readonly inAll: Figures
}

/** One way through a policy, from its start to an end. */
export interface WholeCourse extends Course {
  readonly acts: readonly RouteAct['id'][]
  readonly outcomes: readonly RouteOutcome[]
}

export function figuresOf(policy: RoutePolicy, prices: PriceList): Figures {
  const courses = coursesOf(policy)
  const chanceThat = (holds: (course: WholeCourse) => boolean) =>
    courses.reduce((all, course) => all + (holds(course) ? course.chance : 0), 0)
  const ends: Partial<Record<End, number>> = {}
  for (const { outcomes, chance } of courses)
    for (const end of new Set(outcomes.flatMap(({ end: one }) => one ?? [])))
      ends[end] = (ends[end] ?? 0) + chance
  const howItEnds = Object.fromEntries(HOW_IT_ENDS.map((how) => [how, 0])) as Record<HowItEnds, number>
  for (const { outcomes, chance } of courses) howItEnds[howItEnded(outcomes, policy.state.wiped)] += chance
  return {
    worthMinor: policy.worth,
    ends,
    howItEnds,
    solved:
      policy.state.phase === 'carrier'
        ? 1 - (ends['carrier-lock-stays'] ?? 0)
        : (ends['works-data-kept'] ?? 0) + (ends['works-data-gone'] ?? 0),
    dataLost: policy.state.wiped ? 1 : chanceThat(({ outcomes }) => outcomes.some(({ made }) => made.wipes)),
    benchMinutes: courses.reduce(
      (all, { outcomes, chance }) =>
        all + chance * outcomes.reduce((sum, { made }) => sum + made.benchMinutes, 0),
      0,
    ),
    calendarMinutes: calendarOf(policy),
    quote: quoteOf(pricedCourses(courses), prices),
  }
}

function howItEnded(outcomes: readonly RouteOutcome[], wipedBefore: boolean): HowItEnds {
  const endsAs = (one: End) => outcomes.some(({ end }) => end === one)
  if (endsAs('carrier-lock-stays')) return 'carrier-lock-stays'
  if (endsAs('works-data-gone')) return 'works-data-gone'
  // Nothing more on the device was touched, whether a carrier lock was on it or none.
  const isUntouched = outcomes.at(-1)?.id === 'ends' && outcomes.every(({ end }) => end === undefined)
  if (endsAs('works-data-kept') || endsAs('released') || isUntouched)
    return wipedBefore ? 'works-data-gone' : 'works-data-kept'
  return endsAs('account-lock-stays') ? 'account-lock-stays' : 'not-solved'
}

/** Outcomes of an act that did not help. */
export const HELPED_NOT: readonly RouteOutcome['id'][] = ['failed', 'did-not-help']
const isOfNoHelp = ({ outcome }: RoutePolicy['branches'][number]): boolean =>
  HELPED_NOT.includes(outcome.id as RouteOutcome['id'])

/** The likelier of the ways on from an act that did not help. */
export const whereItDidNotHelp = ({ branches }: RoutePolicy): RoutePolicy | undefined =>
  branches
    .filter(isOfNoHelp)
    .reduce<RoutePolicy['branches'][number] | undefined>(
      (likeliest, one) => (likeliest && likeliest.chance >= one.chance ? likeliest : one),
      undefined,
    )?.then

/** To leave it where something has led; a lock that stands there stays. */
function leftAt(place: Place, problem: RouteProblem): RoutePolicy | undefined {
  const act = problem.acts(place).find(({ id }) => id === 'leave-it' || id === 'ask-first')
  const world = problem.worlds[0]?.world
  if (!act || !world) return undefined
  const branches = act.outcomes.map((outcome) => {
    return { outcome, chance: outcome.chance(world), worth: 0, then: undefined }
  })
  return { state: place, worth: 0, act, branches }
}

/** The option that a policy begins with. @param inAll what the policy comes to, where it is known already */
export function optionOf(
  policy: RoutePolicy,
  problem: RouteProblem,
  prices: PriceList,
  inAll = figuresOf(policy, prices),
): Option {
  const branches = policy.branches.map((one) =>
    isOfNoHelp(one) ? { ...one, then: one.outcome.next && leftAt(one.outcome.next, problem) } : one,
  )
  const own = figuresOf({ ...policy, branches }, prices)
  const next = whereItDidNotHelp(policy)?.act?.id as RouteAction | undefined
  return {
    // Where it did not help, the carrier lock is not off because of it.
    own: policy.state.phase === 'carrier' ? { ...own, solved: own.ends.released ?? 0 } : own,
    ifNot: next === 'leave-it' || next === 'ask-first' ? undefined : next,
    inAll,
  }
}

/**
 * The courses that make a price: those that solve it, and dearer ones that do not. What is not solved costs its
 * fees alone, and the agreement says so.
 */
function pricedCourses(courses: readonly WholeCourse[]): readonly WholeCourse[] {
  const isSolved = ({ outcomes }: WholeCourse) =>
    outcomes.some(({ end }) => end?.startsWith('works') || end === 'released')
  const costs = ({ workMinor, feesMinor }: WholeCourse) => workMinor + feesMinor
  const dearest = Math.max(0, ...courses.filter(isSolved).map(costs))
  const told = courses.filter((course) => isSolved(course) || costs(course) > dearest)
  return told.length > 0 ? told : courses
}

/** The courses of each policy: figures, terms and promise are all made of them. */
const COURSES = new WeakMap<RoutePolicy, readonly WholeCourse[]>()

/** Every way a policy can go, with its chance; the chances sum to 1. */
export function coursesOf(policy: RoutePolicy): readonly WholeCourse[] {
  const known = COURSES.get(policy)
  if (known) return known
  const made = allCoursesOf(policy)
  COURSES.set(policy, made)
  return made
}

function allCoursesOf(policy: RoutePolicy): readonly WholeCourse[] {
  if (!policy.act) return [{ chance: 1, workMinor: 0, feesMinor: 0, acts: [], outcomes: [] }]
  const id = policy.act.id as RouteAct['id']
  return policy.branches.flatMap(({ outcome, chance, then }) => {
    const own = outcome as RouteOutcome
    const onward = then
      ? coursesOf(then)
      : [{ chance: 1, workMinor: 0, feesMinor: 0, acts: [], outcomes: [] }]
    return onward.map((rest) => ({
      chance: chance * rest.chance,
      workMinor: own.made.workMinor + rest.workMinor,
      feesMinor: own.made.feesMinor + rest.feesMinor,
      acts: [id, ...rest.acts],
      outcomes: [own, ...rest.outcomes],
    }))
  })
}

/** Whether a course of it deletes what is on the device: by our hand, as an agreement must cover. */
export const mayBeWiped = (policy: RoutePolicy): boolean => coursesOf(policy).some(isWipedByUs)

/** What a device does to itself at its owner’s attempts is none of our doing, and no agreement covers it. */
const isWipedByUs = ({ acts, outcomes }: WholeCourse): boolean =>
  outcomes.some(({ made }, nth) => made.wipes && acts[nth] !== 'remember')

/** How long each policy takes: alternatives of one problem share what follows. */
const TAKES = new WeakMap<RoutePolicy, Amount>()

function takesInAll(policy: RoutePolicy): Amount {
  const before = TAKES.get(policy)
  if (before) return before
  const all =
    policy.branches.length === 0
      ? Amount.NOTHING
      : Amount.oneOf(
          policy.branches.map(({ outcome, chance, then }) => ({
            chance,
            own: (outcome as RouteOutcome).made.minutes,
            then: then && takesInAll(then),
          })),
        )
  TAKES.set(policy, all)
  return all
}

function calendarOf(policy: RoutePolicy): Figures['calendarMinutes'] {
  const minutes = takesInAll(policy)
  return { p50: minutes.quantile(0.5), p90: minutes.quantile(0.9) }
}
