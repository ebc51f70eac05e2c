// Runs of a person's hand on the twin, and the same machine on a general-purpose library in the same process.
import { median } from './figures.mjs'
import { generalMachine, instantsOf, movesOf, runGeneral } from './machines.mjs'

const ROUNDS = 5
const ROUND_MS = 300

/** How often a second a piece of work is done: the median of several rounds, after one to warm up. */
function rateOf(work, many) {
  const round = () => {
    const from = performance.now()
    let done = 0
    while (performance.now() - from < ROUND_MS) {
      for (let n = 0; n < many; n++) work()
      done += many
    }
    return (done / (performance.now() - from)) * 1000
  }
  round()
  return median(Array.from({ length: ROUNDS }, round))
}

/** Runs a second of a whole study, its making included: the median of several. */
function studyRate(core, machine, method, wholeReset) {
  const { studyMethod, USUAL_SITUATION } = core
  const rates = []
  for (let round = 0; round <= ROUNDS; round++) {
    const from = performance.now()
    const { runs } = studyMethod(machine, method, USUAL_SITUATION, {
      persons: 20_000,
      seed: round,
      wholeReset,
    })
    rates.push((runs / (performance.now() - from)) * 1000)
  }
  return median(rates.slice(1))
}

export function measureHands({ pack, core }) {
  const { composeFamily, compileFamily, Twin, durationsAt, planOf, performPlan, USUAL_SITUATION } = core
  const devices = pack.families.map((family) => ({
    family,
    method: family.methods[0],
    machine: compileFamily(composeFamily(pack, family).composed),
  }))
  const entering = devices.map(({ machine, method }) => studyRate(core, machine, method, false))
  const whole = devices.map(({ machine, method }) => studyRate(core, machine, method, true))
  const library = devices.map(({ family, machine, method }) => {
    const plan = planOf(machine, method, USUAL_SITUATION)
    const durations = durationsAt(machine, 'median')
    const { actions, endedAtMs } = performPlan(plan, durations)
    const instants = instantsOf(new Twin(machine, plan.start, plan.situation, durations), actions, endedAtMs)
    const general = generalMachine(machine, plan, durations)
    const moves = movesOf(machine, actions)
    const ended = machine.states[runGeneral(general, moves, instants)]
    if (ended?.screen !== method.goal) throw new Error(`${family.id} ends on ${ended?.name} in the library`)
    return rateOf(() => runGeneral(general, moves, instants), 10)
  })
  return devices.map(({ family }, n) => ({
    family: family.id,
    entering: entering[n],
    whole: whole[n],
    library: library[n],
    times: entering[n] / library[n],
  }))
}
