import { composeFamily, type Family } from '@benevox/core/catalog'
import {
  beatOf,
  criticalSentence,
  criticalStep,
  cuesOf,
  inParts,
  keyChart,
  menuLineText,
  perform,
  prove,
  quickestPath,
  stepWords,
  wayToWipe,
} from '@benevox/core/procedure'
import {
  compileFamily,
  durationsAt,
  Twin,
  USUAL_SITUATION,
  type Machine,
  type TwinInput,
} from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'

const pack = demoPack()
const machineOf = (family: Family): Machine => compileFamily(composeFamily(pack, family).composed)
const familyOf = (id: string): Family => {
  const family = pack.families.find((candidate) => candidate.id === id)
  if (!family) throw new Error(id)
  return family
}
const procedureOf = (family: Family, id: string) => {
  const procedure = family.procedures.find((candidate) => candidate.id === id)
  if (!procedure) throw new Error(id)
  return procedure
}
const mainMenu = (machine: Machine) =>
  machine.stateIndex.get('recovery.main#0') ?? machine.stateIndex.get('own#0') ?? -1

describe.each(pack.families.map((family) => [family.id, family] as const))('the family %s', (_, family) => {
  const machine = machineOf(family)

  it.each(family.procedures.map((procedure) => [procedure.id, procedure] as const))(
    'reaches recovery by %s with a perfect hand, at the median and both extremes',
    (_id, procedure) => {
      const proof = prove(machine, procedure, USUAL_SITUATION)
      expect(proof.holds).toBe(true)
      for (const run of [proof.min, proof.median, proof.max])
        expect(machine.states[run.finalState]?.screen).toBe('recovery-menu')
      expect(proof.min.endedAtMs).toBeLessThan(proof.max.endedAtMs)
    },
  )

  it('is wiped by the way found, restarts and reaches the set-up wizard with the account lock armed', () => {
    const twin = new Twin(machine, mainMenu(machine), USUAL_SITUATION, durationsAt(machine, 'median'))
    const way = wayToWipe(machine, twin.stateIndex, USUAL_SITUATION)
    const drive = (steps: NonNullable<typeof way>['lastQuestion']) => {
      for (const { input } of steps) press(twin, input)
    }
    drive(way?.beforeLastQuestion ?? [])
    expect(twin.wiped).toBe(false)
    drive(way?.lastQuestion.slice(0, -1) ?? [])
    expect(twin.wiped).toBe(false)
    drive(way?.lastQuestion.slice(-1) ?? [])
    expect(twin.wiped).toBe(true)
    expect(twin.observations).toContainEqual(
      expect.objectContaining({ kind: 'effect', effect: 'arm-account-lock' }),
    )
    twin.advanceTo(twin.nextDeadlineMs())
    expect(twin.state.screen).toBe('recovery-menu')
    const isGoal = (state: number) => machine.states[state]?.screen === 'set-up'
    const out = quickestPath(
      machine,
      twin.stateIndex,
      { kind: 'state', isGoal },
      { ...USUAL_SITUATION, wiped: true },
    )
    for (const { input } of out?.steps ?? []) press(twin, input)
    expect(twin.state.screen).toBe('set-up')
  })

  it('finds menu ways as short as a brute-force search on the running twin, from every item to every item', () => {
    const places = machine.states.flatMap(({ cursor }, state) => (cursor ? [state] : []))
    let compared = 0
    for (const from of places) {
      const brute = bruteForceDistances(machine, from)
      for (const to of places) {
        const path = quickestPath(
          machine,
          from,
          { kind: 'state', isGoal: (state) => state === to },
          USUAL_SITUATION,
        )
        const onlyPresses = path?.steps.every(
          ({ input }) => input.kind === 'press' && input.with.length === 0,
        )
        if (!path || !onlyPresses) continue
        expect([from, to, path.steps.length]).toEqual([from, to, brute.get(to)])
        compared++
      }
      for (const [to] of brute)
        expect(
          quickestPath(machine, from, { kind: 'state', isGoal: (state) => state === to }, USUAL_SITUATION),
          `${from} to ${to}`,
        ).toBeDefined()
    }
    expect(compared).toBeGreaterThan(20)
  })

  it('never crosses the point of no return on the way to something harmless', () => {
    for (const from of machine.states.keys()) {
      for (const to of machine.states.keys()) {
        const path = quickestPath(
          machine,
          from,
          { kind: 'state', isGoal: (state) => state === to },
          USUAL_SITUATION,
        )
        expect(path?.steps.some(({ effects }) => effects.includes('wipe-data')) ?? false).toBe(false)
      }
    }
  })
})

describe('one wrong hand leaves the trace that the trade knows (domain 6.4; common practice, no source)', () => {
  const seen = (
    familyId: string,
    procedureId: string,
    slips: Parameters<typeof perform>[4],
    without?: 'plug',
  ) => {
    const family = familyOf(familyId)
    const procedure = procedureOf(family, procedureId)
    const steps = without ? procedure.steps.filter((step) => step.do !== without) : procedure.steps
    const machine = machineOf(family)
    const run = perform(
      machine,
      { ...procedure, steps },
      USUAL_SITUATION,
      durationsAt(machine, 'median'),
      slips,
    )
    return { reached: run.reached, cues: cuesOf(run.observations) }
  }
  const late = (step: number, ms: number) => ({ lateMs: new Map([[step, ms]]) })

  it('family 1 without the data link: a long buzz, then the lock screen', () => {
    const { reached, cues } = seen('forced-off-data-gate', 'slide-until-menu', {}, 'plug')
    expect(reached).toBe(false)
    expect(cues.slice(-3)).toEqual(['long-buzz', 'logo', 'lock-screen'])
  })
  it('family 1 too slow after the dark: the charge sign, or the download page with the other key still down', () => {
    expect(seen('forced-off-data-gate', 'slide-until-menu', late(3, 3000)).cues).toContain('download-page')
    expect(seen('forced-off-data-gate', 'press-anew-until-menu', late(4, 3000)).cues).toContain(
      'charge-blank',
    )
  })
  it('family 4 sliding late: no buzz, the lock screen', () => {
    const { reached, cues } = seen('slide-at-dark', 'slide', late(2, 1100))
    expect(reached).toBe(false)
    expect(cues.slice(-3)).toEqual(['dark', 'logo', 'lock-screen'])
    expect(cues).not.toContain('short-buzz')
    expect(seen('slide-at-dark', 'slide', late(2, 900)).reached).toBe(true)
  })
  it('family 8 with power kept past the logo: the lock screen', () => {
    expect(seen('own-recovery-typed-word', 'volume-first', late(5, 3000)).cues.at(-1)).toBe('lock-screen')
  })
  it('family 11 with volume-up instead of volume-down: never dark at all', () => {
    const { cues } = seen('bootloader-and-robot', 'through-the-bootloader', {
      keyInstead: new Map([['volume-down', 'volume-up']]),
    })
    expect(cues).toEqual(['lock-screen'])
  })
  it('family 13 not letting go at the logo: the lock screen instead of the service menu', () => {
    expect(seen('watch-two-keys', 'both-until-restart', late(2, 4500)).cues).not.toContain('service-menu')
  })
})

describe('the words and the chart', () => {
  const family = familyOf('slide-at-dark')
  const machine = machineOf(family)
  const procedure = procedureOf(family, 'slide')
  const chart = keyChart(machine, procedure, prove(machine, procedure, USUAL_SITUATION))

  it('draw one lane a key, with the range where a cue ends it', () => {
    expect(chart.lanes.map(({ key }) => key)).toEqual(['volume-up', 'volume-down', 'power'])
    const volumeDown = chart.lanes[1]?.spans[0]
    expect(volumeDown?.to).toEqual({ ms: 7500, earliestMs: 7000, latestMs: 9000 })
    expect(volumeDown?.letGoAtStep).toBe(2)
    const volumeUp = chart.lanes[0]?.spans[0]
    expect(volumeUp?.from.ms).toBe(7500)
    expect(chart.cues.map(({ cue }) => cue)).toEqual(['dark', 'logo', 'short-buzz', 'recovery-menu'])
  })
  it('say each step before its moment', () => {
    expect(stepWords(procedure, chart, 'en')).toEqual([
      'Hold power + volume-down',
      'Keep power + volume-down until the screen turns dark (about 8 s, 7 to 9)',
      'Slide from volume-down to volume-up, keep power',
      'Keep power + volume-up until the logo (about 1.0 s, 0.8 to 1.2)',
      'Let go of power + volume-up',
      'Hands off until the recovery menu (about 8 s, 5 to 14)',
    ])
  })
  it('find the critical second on the twin, and say it in one sentence', () => {
    const critical = criticalStep(machine, procedure, USUAL_SITUATION)
    // The window is the dark itself, 1000 ms at the median: the scan of 50 ms finds it to its step.
    expect(critical).toEqual({ step: 2, latestMs: 950 })
    expect(criticalSentence(procedure, 2, chart, 'en')).toBe(
      'At dark: slide from volume-down to volume-up, keep power.',
    )
  })
  it('beat what runs by time, and leave what hangs on a cue to the eye', () => {
    const [first, afterDark, afterLogo] = beatOf(procedure, chart, 'en')
    const said = (segment: typeof first) =>
      segment?.beats.flatMap(({ kind, atMs, text }) => (kind === 'say' ? [`${atMs} ${text}`] : []))
    expect(said(first)).toEqual([
      '0 Hold power + volume-down',
      '0 Keep power + volume-down until the screen turns dark (about 8 s, 7 to 9)',
    ])
    // Seven whole seconds before the dark, which comes at 7.5 s on a middling unit.
    expect(first?.beats.filter(({ kind }) => kind === 'tick').map(({ atMs }) => atMs)).toEqual([
      1000, 2000, 3000, 4000, 5000, 6000, 7000,
    ])
    expect(afterDark).toMatchObject({ afterStep: 1, chartMs: 7500 })
    expect(said(afterDark)?.[0]).toBe('0 Slide from volume-down to volume-up, keep power')
    expect(afterLogo?.beats.some(({ kind }) => kind === 'tick')).toBe(false)
  })
  it('cut the menu line at the last question', () => {
    const way = wayToWipe(machine, mainMenu(machine), USUAL_SITUATION)
    expect(menuLineText(inParts(way?.beforeLastQuestion ?? []), 'en')).toBe('volume-down ×3 · power')
    expect(menuLineText(inParts(way?.lastQuestion ?? []), 'en')).toBe('volume-down · power')
  })
  it('go round the end on a watch whose cursor only goes down', () => {
    const watch = machineOf(familyOf('watch-two-keys'))
    const logs = watch.stateIndex.get('recovery.main#6') ?? -1
    const way = wayToWipe(watch, logs, USUAL_SITUATION)
    expect(menuLineText(inParts(way?.beforeLastQuestion ?? []), 'en')).toBe('upper key ×7 · lower key')
  })
  it('cut before the account warning after the typed word', () => {
    const own = machineOf(familyOf('own-recovery-typed-word'))
    const way = wayToWipe(own, mainMenu(own), USUAL_SITUATION)
    expect(menuLineText(inParts(way?.beforeLastQuestion ?? []), 'en')).toBe(
      'volume-down · power · volume-down · power · type “erase”',
    )
    expect(own.states[way?.lastQuestion[0]?.from ?? -1]?.screen).toBe('account-warning')
  })
})

type PathInputLike = NonNullable<ReturnType<typeof wayToWipe>>['lastQuestion'][number]['input']

function press(twin: Twin, input: PathInputLike): void {
  if (input.kind === 'wait') return twin.advanceTo(twin.nextDeadlineMs())
  if (input.kind === 'tap' || input.kind === 'type') return twin.apply(twin.nowMs + 300, [input])
  const heldMs = input.kind === 'press' ? 100 : 900
  twin.apply(twin.nowMs + 100, [{ kind: 'key-down', key: input.key }])
  twin.apply(twin.nowMs + heldMs, [{ kind: 'key-up', key: input.key }])
}

/** Fewest short presses from a place to each state, found by pressing keys on running twins, breadth first. */
function bruteForceDistances(machine: Machine, from: number): ReadonlyMap<number, number> {
  const distances = new Map([[from, 0]])
  let edge = [from]
  for (let presses = 1; edge.length > 0; presses++) {
    const next: number[] = []
    for (const state of edge)
      for (const key of machine.keys) {
        const twin = new Twin(machine, state, USUAL_SITUATION, durationsAt(machine, 'median'))
        twin.apply(1, [{ kind: 'key-down', key }] satisfies TwinInput[])
        twin.apply(60, [{ kind: 'key-up', key }])
        if (twin.wiped || distances.has(twin.stateIndex)) continue
        distances.set(twin.stateIndex, presses)
        next.push(twin.stateIndex)
      }
    edge = next
  }
  return distances
}
