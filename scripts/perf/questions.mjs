// How many questions, and how long, until a job is decided as well as if everything were known: the stories, five whole
// jobs, simulated customers.
import { PHONE as ORDINARY } from './decision.mjs'
import { median, percentile } from './figures.mjs'

const PHONE = { ...ORDINARY, acceptsOldScreenLock: false, systemFile: undefined }

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

/** The eleven stories and the five whole jobs, one row each. */
export function measureStories({ askEverything, STORIES, WHOLE_JOBS }) {
  const rows = Object.entries({ ...STORIES, ...WHOLE_JOBS }).map(([name, { facts, device }]) => {
    const { decided, toSign, inAll, action } = askEverything(facts, device)
    return { name, ...decided, 'to sign': toSign ?? 'never', 'in all': inAll, action }
  })
  const middle = {
    questions: median(rows.map((row) => row.questions)),
    seconds: median(rows.map((row) => row.seconds)),
  }
  return { rows, middle }
}

export function measureQuestions(core, customers = 300) {
  const { askEverything, MAY_CHANGE, priorOf, saidWith } = core
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
  const counts = { questions: [], seconds: [], toSign: [] }
  for (let n = 0; n < customers; n++) {
    const all = customer()
    const { decided, toSign } = askEverything(all, PHONE)
    counts.questions.push(decided.questions)
    counts.seconds.push(decided.seconds)
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
