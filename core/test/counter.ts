import { secondsToAsk } from '../src/facts/index.ts'
import { solve, solveBeginningWith } from '../src/decision/index.ts'
import { USUAL_PRICES } from '../src/price/index.ts'
import { problemOf } from '../src/route/decide.ts'
import { PHONE } from '../src/route/fixtures.ts'
import {
  askNext,
  decide,
  NOTHING_DONE,
  planRoute,
  saidWith,
  type DeviceOnJob,
  type Facts,
} from '../src/route/index.ts'

/** As good as this part of what could be had with everything known. */
const GOOD = 0.99
const MOST_QUESTIONS = 40

/** What it took at the counter with one customer. */
export interface Asked {
  /** Until the proposed act is as good as the best one with everything known, and stays so. */
  readonly decided: { readonly questions: number; readonly seconds: number }
  /** Questions until every check is passed and the name known; undefined where that never comes. */
  readonly toSign: number | undefined
  readonly inAll: number
  /** What is proposed when nothing is left to ask. */
  readonly action: string | undefined
}

/**
 * A customer with these answers, asked in the order of the counter until nothing is left to ask. What the answers do
 * not have is told as not known, in a word. *Judged* by what is decided with all of them.
 */
export function askEverything(answers: Facts, device: DeviceOnJob = PHONE, ask = askNext): Asked {
  const all: Facts = { ...saidWith(answers), ...answers }
  const given = (facts: Facts, customerNamed?: true) => ({
    facts,
    ...(customerNamed && { customerNamed }),
    device: facts.modelId === undefined && facts.complaint !== 'carrier-lock-only' ? undefined : device,
    progress: NOTHING_DONE,
    prices: USUAL_PRICES,
  })
  const proposed = (facts: Facts) => decide(given(facts)).choices[0]?.action
  const isRefused = proposed(all) === 'refuse'
  const informed = problemOf(given(all))
  const best = solve(informed).worth
  const isGood = (facts: Facts) => {
    const action = proposed(facts)
    if (isRefused) return action === 'refuse'
    const worth = action && solveBeginningWith(informed, action)?.worth
    return worth !== undefined && worth >= best - (1 - GOOD) * Math.abs(best) - 1
  }
  /** Nothing is in the way of a signed agreement and of the wipe but what is done at the bench. */
  const maySign = (facts: Facts) => {
    const { choices, stages, wipeGates } = planRoute(facts, device, NOTHING_DONE, USUAL_PRICES)
    const wipes = choices.some(({ action }) => action.startsWith('reset'))
    return [...(stages[0]?.gates ?? []), ...(wipes ? wipeGates : [])].every(
      ({ id, state }) => state === 'open' || id === 'agreement' || id === 'right-device',
    )
  }
  // Who telephones has said so before anything is asked.
  let facts: Facts = all.deviceHere === 'no' ? { deviceHere: 'no' } : {}
  let [inAll, seconds] = [0, 0]
  let decided = { questions: 0, seconds: 0 }
  let named: true | undefined
  let wasGood = false
  let toSign: number | undefined
  while (inAll < MOST_QUESTIONS) {
    const [question] = ask(given(facts, named))
    if (!question) break
    inAll++
    seconds += secondsToAsk(question.name)
    if (question.name === 'customer') named = true
    else facts = { ...facts, [question.name]: all[question.name] ?? 'unknown' }
    facts = { ...saidWith(facts), ...facts }
    const isGoodNow = isGood(facts)
    if (isGoodNow && !wasGood) decided = { questions: inAll, seconds }
    wasGood = isGoodNow
    if (named && maySign(facts)) toSign ??= inAll
  }
  return { decided, toSign, inAll, action: proposed(facts) }
}
