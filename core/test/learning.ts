import { OUTCOMES, USUAL_CHANCES, type Experience, type OutcomeOf } from '../src/results/index.ts'
import {
  decide,
  NOTHING_DONE,
  problemOf,
  remembersAfter,
  resetSolves,
  type Facts,
  type Given,
  type RouteAction,
  type RoutePolicy,
} from '../src/route/index.ts'
import { solveEach } from '../src/decision/index.ts'
import { USUAL_PRICES } from '../src/price/index.ts'
import { PHONE } from '../src/route/fixtures.ts'
import { STORIES } from './intakes.ts'
import { seeded } from '../src/hand/random.ts'

/**
 * A shop whose true chances are others than the usual ones, and what it learns from its own jobs: each job is done as the
 * route of that day says, its outcomes are counted, and the route of the next day stands on them. What a route costs, compared
 * with the route of somebody who knows the truth, is its regret.
 */

/** So many jobs of each kind that what is usual no longer counts. */
const SURE = 1e12
type Chances = Readonly<Record<OutcomeOf, number>>

/** Chances as a shop would know them that has counted for ever. */
const knowing = (chances: Chances): Experience =>
  Object.fromEntries(
    OUTCOMES.map((of) => [
      of,
      { worked: Math.round(SURE * chances[of]), failed: Math.round(SURE * (1 - chances[of])) },
    ]),
  )

/** Chances that have nothing to do with the usual ones: each anywhere from 0.02 to 0.98. */
export function trueChances(seed: number): Chances {
  const random = seeded(seed)
  const chances: Record<OutcomeOf, number> = { ...USUAL_CHANCES }
  for (const of of OUTCOMES) chances[of] = 0.02 + 0.96 * random()
  return chances
}

/** The intakes whose device is in order: what comes of their acts hangs on what is counted alone. */
const INTAKES = Object.values(STORIES)
  .map(({ facts, device = PHONE }) => ({
    facts: { powersOn: 'yes', keysWork: 'yes', ...facts } as Facts,
    device,
  }))
  .filter(({ facts, device }) => facts.keysWork === 'yes' && facts.powersOn === 'yes' && !device.keys)

const given = ({ facts, device }: (typeof INTAKES)[number], experience: Experience): Given => ({
  facts,
  device,
  progress: NOTHING_DONE,
  prices: USUAL_PRICES,
  experience,
})

type Problem = ReturnType<typeof problemOf>
type Place = Problem['start']
type Worlds = Problem['worlds']
type Act = ReturnType<Problem['acts']>[number]

/** What a policy is worth in truth: the same acts after the same outcomes, with the true chances. */
function trueWorth(policy: RoutePolicy | undefined, truth: Problem, place: Place, worlds: Worlds): number {
  const act = policy?.act && truth.acts(place).find(({ id }) => id === policy.act?.id)
  if (!act) return 0
  let worth = 0
  for (const outcome of act.outcomes) {
    const after = worlds.map(({ world, probability }) => ({
      world,
      probability: probability * outcome.chance(world),
    }))
    for (const { world, probability } of after) worth += probability * outcome.worth(world)
    const then = policy?.branches.find((branch) => branch.outcome.id === outcome.id)?.then
    if (outcome.next) worth += trueWorth(then, truth, outcome.next, after)
  }
  return worth
}

/** What the routes of one who knows so much fall short of the best ones by, mean over the intakes, in minor units a job. */
function regretOf(experience: Experience, truth: Chances): number {
  const known = knowing(truth)
  const each = INTAKES.map((intake) => {
    const problem = problemOf(given(intake, known))
    const best = decide(given(intake, known)).policy
    const ours = decide(given(intake, experience)).policy
    const worth = (policy: RoutePolicy) => trueWorth(policy, problem, problem.start, problem.worlds)
    return worth(best) - worth(ours)
  })
  return each.reduce((sum, one) => sum + one, 0) / each.length
}

/** One job by a policy, with the true chances: what the shop counts of it. */
function lived(
  policy: RoutePolicy,
  truth: Problem,
  facts: Facts,
  random: () => number,
): readonly (readonly [OutcomeOf, boolean])[] {
  const counted: (readonly [OutcomeOf, boolean])[] = []
  let share = random()
  const { world } =
    truth.worlds.find(({ probability }) => (share -= probability) < 0) ?? truth.worlds[0] ?? {}
  if (!world) return counted
  let at: RoutePolicy | undefined = policy
  let place: Place | undefined = truth.start
  while (at?.act && place) {
    const id: string = at.act.id
    const act: Act | undefined = truth.acts(place).find((one) => one.id === id)
    let left = random()
    const outcome: Act['outcomes'][number] | undefined = act?.outcomes.find(
      ({ chance }) => (left -= chance(world)) < 0,
    )
    if (!outcome) break
    for (const of of countedOf(id as RouteAction, facts, world, outcome.id)) counted.push(of)
    at = at.branches.find((branch) => branch.outcome.id === outcome.id)?.then
    place = outcome.next
  }
  return counted
}

type World = Worlds[number]['world']

/** What an act teaches, where what is hidden has not decided it already. */
function countedOf(
  act: RouteAction,
  facts: Facts,
  world: World,
  outcome: string,
): readonly (readonly [OutcomeOf, boolean])[] {
  const worked = outcome === 'worked' || outcome === 'asks-for-account'
  const only = (of: OutcomeOf, isTold: boolean): readonly (readonly [OutcomeOf, boolean])[] =>
    isTold ? [[of, worked]] : []
  const signsIn = world.knowsAccountPassword && world.getsSecondStep
  switch (act) {
    case 'remember':
      return only(remembersAfter(Number(facts.wrongEntries ?? 0)), !world.knowsScreenLock)
    case 'remote-unlock':
      return only('remote-unlock', world.remoteUnlockWorks && signsIn)
    case 'reset-from-settings':
      return only(
        facts.complaint === 'freezes' ? 'settings-reset-freezing' : 'settings-reset',
        world.knowsScreenLock,
      )
    case 'clear-cache':
      return only('cache-cleared', world.reachesRecovery)
    case 'install-system-again':
      return only('system-installed', false)
    case 'reset-from-recovery':
      return [
        ...(facts.complaint === 'restarts-into-recovery'
          ? []
          : ([['recovery-reached', outcome !== 'failed']] as const)),
        ...(outcome === 'failed' ? [] : ([[resetSolves(facts.complaint), worked]] as const)),
      ]
    case 'sign-in':
      return only('sign-in', signsIn)
    case 'account-page':
      return only('account-page', signsIn)
    case 'recover-account':
      return only('account-recovery', !world.knowsAccountPassword)
    case 'seller-removes-account':
      return only('previous-owner', facts.sellerReachable === 'yes')
    case 'makers-service':
      return only(
        facts.proofOfPurchase === 'yes' ? 'service-with-proof' : 'service-without-proof',
        facts.proofOfPurchase !== undefined && facts.proofOfPurchase !== 'unknown',
      )
    case 'authorised-release':
      return only('authorised-release', true)
    case 'carrier-free':
      return only(
        facts.contractRunning === 'yes' ? 'carrier-in-contract' : 'carrier',
        facts.carrierLocked === 'yes' && facts.contractRunning !== undefined,
      )
    case 'carrier-order':
      return only('supplier', facts.carrierLocked === 'yes')
    default:
      return []
  }
}

/**
 * The regret after so many jobs of a shop that begins with what is usual, at each of the counts.
 * @param otherwise in what share of the jobs the customer, or whoever works on it, wants to begin with any other option
 */
export function learningCurve(
  truth: Chances,
  counts: readonly number[],
  seed: number,
  otherwise: number,
): readonly number[] {
  const random = seeded(seed)
  const problems = INTAKES.map((intake) => problemOf(given(intake, knowing(truth))))
  let experience: Experience = {}
  let done = 0
  return counts.map((until) => {
    while (done < until) {
      // The jobs of some days, by the routes of their beginning.
      const days = Math.min(until - done, Math.max(10, Math.round(done / 10)))
      const policies = INTAKES.map((intake) => {
        const { policy, problem } = decide(given(intake, experience))
        return { usual: policy, each: solveEach(problem).filter(({ act }) => act?.id !== 'leave-it') }
      })
      const counts = new Map<OutcomeOf, { worked: number; failed: number }>(
        OUTCOMES.map((of) => [of, { ...(experience[of] ?? { worked: 0, failed: 0 }) }]),
      )
      for (let job = 0; job < days; job++) {
        const nth = Math.floor(random() * INTAKES.length)
        const [intake, problem, policy] = [INTAKES[nth], problems[nth], policies[nth]]
        if (!intake || !problem || !policy) continue
        const wished = policy.each[Math.floor(random() * policy.each.length)]
        const by = random() < otherwise ? (wished ?? policy.usual) : policy.usual
        for (const [of, worked] of lived(by, problem, intake.facts, random)) {
          const count = counts.get(of)
          if (count) count[worked ? 'worked' : 'failed']++
        }
      }
      experience = Object.fromEntries(counts)
      done += days
    }
    return regretOf(experience, truth)
  })
}
