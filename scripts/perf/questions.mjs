// How many questions, and how long, until a job is decided as well as if everything were known: simulated customers.
import { PHONE as ORDINARY } from './decision.mjs'
import { median, percentile } from './figures.mjs'

const PHONE = { ...ORDINARY, acceptsOldScreenLock: false, systemFile: undefined }
/** As good as this part of what could be had with everything known. */
const GOOD = 0.99
const MOST_QUESTIONS = 40

/** Numbers from 0 to 1 that are the same in every run (mulberry32). */
function seeded(seed) {
  let state = seed
  return () => {
    state = (state + 0x6d2b79f5) | 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32
  }
}

export function measureQuestions(core, customers = 300) {
  const { askNext, decide, MAY_CHANGE, NOTHING_DONE, planRoute, priorOf, problemOf, saidWith, secondsToAsk } =
    core
  const { solve, solveBeginningWith, USUAL_PRICES } = core
  /** Every gate of the intake, as it is with nearly everybody. */
  const { modelId: _, carrierLocked: __, ownership: ___, ownershipNote: ____, ...gates } = core.SEEN
  const random = seeded(2000)
  const drawn = (name, facts) => {
    let left = random()
    for (const [value, share] of priorOf(name, facts) ?? []) if ((left -= share) < 0) return value
    return undefined
  }
  /** Somebody with everything that may change a route, drawn as often as it is met. */
  const customer = () => {
    const facts = { ...gates, modelId: 'any', complaint: drawn('complaint', {}) }
    do facts.ownership = drawn('ownership', {})
    while (facts.ownership === 'not-shown')
    if (facts.ownership === 'shown') facts.ownershipNote = 'known here for years'
    Object.assign(facts, saidWith(facts))
    for (const name of MAY_CHANGE) facts[name] ??= drawn(name, facts)
    return facts
  }
  const given = (facts, customerNamed) => ({
    facts,
    customerNamed,
    device: facts.modelId === undefined ? undefined : PHONE,
    progress: NOTHING_DONE,
    prices: USUAL_PRICES,
  })
  /** Nothing is in the way of a signed agreement and of the wipe but what is done at the bench. */
  const isOpen = (facts) => {
    const { stages, wipeGates } = planRoute(facts, PHONE, NOTHING_DONE, USUAL_PRICES)
    const gates = [...(stages[0]?.gates ?? []), ...wipeGates]
    return gates.every(({ id, state }) => state === 'open' || id === 'consent' || id === 'right-device')
  }
  const counts = { questions: [], seconds: [], toSign: [] }
  for (let n = 0; n < customers; n++) {
    const all = customer()
    const informed = problemOf(given(all))
    const best = solve(informed).worth
    const isGood = (facts) => {
      const action = decide(given(facts)).choices[0]?.action
      const worth = action && solveBeginningWith(informed, action)?.worth
      return worth !== undefined && worth >= best - (1 - GOOD) * Math.abs(best) - 1
    }
    let facts = {}
    let [asked, seconds] = [0, 0]
    let when = { asked: 0, seconds: 0 }
    let toSign
    let named
    for (let isGoodNow = false; asked < MOST_QUESTIONS;) {
      const [question] = askNext(given(facts, named))
      if (!question) break
      asked++
      seconds += secondsToAsk(question.name)
      if (question.name === 'customer') named = true
      // What nobody was drawn to know is told in a word, and changes nothing.
      else facts = { ...facts, [question.name]: all[question.name] ?? 'unknown' }
      facts = { ...saidWith(facts), ...facts }
      const now = isGood(facts)
      if (now && !isGoodNow) when = { asked, seconds }
      isGoodNow = now
      if (named && isOpen(facts)) toSign ??= asked
    }
    counts.questions.push(when.asked)
    counts.seconds.push(when.seconds)
    if (all.complaint === 'forgotten-lock' && toSign !== undefined) counts.toSign.push(toSign)
  }
  return {
    customers,
    'questions, median': median(counts.questions),
    'in 9 of 10': percentile(counts.questions, 0.9),
    'seconds, median': median(counts.seconds),
    'seconds in 9 of 10': percentile(counts.seconds, 0.9),
    'forgotten lock, questions until it can be signed: median': median(counts.toSign),
    'at most': Math.max(...counts.toSign),
  }
}
