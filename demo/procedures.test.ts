import { composeFamily, type Family, type Procedure } from '@benevox/core/catalog'
import { criticalSlack, slackOf } from '@benevox/core/hand'
import {
  beatOf,
  LEAD_MS,
  criticalSentence,
  cuesOf,
  inParts,
  keyChart,
  menuLineText,
  perform,
  prove,
  quickestPath,
  stepWords,
  wayToWipe,
  type Slips,
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
/** Where the first procedure's proof ends: the recovery menu as it opens. */
const mainMenu = (family: Family, machine = machineOf(family)): number => {
  const [procedure] = family.procedures
  if (!procedure) throw new Error(family.id)
  return prove(machine, procedure, USUAL_SITUATION).median.finalState
}

describe.each(pack.families.map((family) => [family.id, family] as const))('the family %s', (_, family) => {
  const machine = machineOf(family)

  it.each(family.procedures.map((procedure) => [procedure.id, procedure] as const))(
    'reaches its goal by %s with a perfect hand, at the median and both extremes',
    (_id, procedure) => {
      const proof = prove(machine, procedure, USUAL_SITUATION)
      expect(proof.holds).toBe(true)
      for (const run of [proof.min, proof.median, proof.max])
        expect(machine.states[run.finalState]?.screen).toBe(procedure.goal)
      expect(proof.min.endedAtMs).toBeLessThan(proof.max.endedAtMs)
    },
  )

  it('is wiped by the way found, restarts and reaches the set-up wizard with the account lock armed', () => {
    const twin = new Twin(machine, mainMenu(family, machine), USUAL_SITUATION, durationsAt(machine, 'median'))
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
    expect(compared).toBeGreaterThanOrEqual(family.keys.length > 1 ? 20 : 4)
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

describe('every failure leaves the trace that the trade knows (domain 6.4; common practice, no source)', () => {
  type Around = Partial<typeof USUAL_SITUATION>
  const seen = (
    familyId: string,
    procedureId: string,
    slips: Slips = {},
    around: Around = {},
    without: string[] = [],
  ) => {
    const family = familyOf(familyId)
    const procedure = procedureOf(family, procedureId)
    const machine = machineOf(family)
    const steps = procedure.steps.filter((step) => !without.includes(step.do))
    const situation = { ...USUAL_SITUATION, ...around }
    const run = perform(machine, { ...procedure, steps }, situation, durationsAt(machine, 'median'), slips)
    return { reached: run.reached, cues: cuesOf(run.observations) }
  }
  const late = (step: number, ms: number) => ({ lateMs: new Map([[step, ms]]) })
  const volumeDownForUp = { keyInstead: new Map([['volume-up', 'volume-down']] as const) }

  describe('long buzz, then the lock screen: no data link', () => {
    it.each([
      ['forced-off-data-gate', 'slide-until-menu'],
      ['forced-off-data-gate', 'from-off'],
      ['let-power-go-by-count', 'at-the-logo'],
      ['three-key-roll', 'roll'],
      ['under-cancel', 'anew-until-menu'],
      ['tablet-long-charge', 'slide-until-menu'],
    ])('%s by %s with a charger on the cable', (family, procedure) => {
      const { reached, cues } = seen(family, procedure, {}, { link: 'charger' }, ['plug'])
      expect(reached).toBe(false)
      expect(cues).toContain('long-buzz')
      expect(cues).not.toContain('short-buzz')
      expect(cues.at(-1)).toBe('lock-screen')
    })
    it('with a computer there is a short buzz instead, and the menu', () => {
      const { reached, cues } = seen('forced-off-data-gate', 'slide-until-menu')
      expect(reached).toBe(true)
      expect(cues).toContain('short-buzz')
      expect(cues).not.toContain('long-buzz')
    })
    it('data-capable earphones serve in place of the computer, a charger does not', () => {
      expect(seen('under-cancel', 'earphones').reached).toBe(true)
      expect(seen('under-cancel', 'anew-until-menu', {}, { link: 'data-headset' }, ['plug']).reached).toBe(
        true,
      )
      expect(seen('under-cancel', 'anew-until-menu', {}, { link: 'charger' }, ['plug']).reached).toBe(false)
    })
  })

  describe('no buzz, lock screen: switched too late, or let go too early', () => {
    it.each([
      ['slide-at-dark', 'slide', 2, 1100],
      ['slide-at-dark', 'anew', 3, 1100],
      ['starts-by-itself-press-anew', 'anew-until-menu', 4, 2100],
      ['under-cancel', 'anew-until-menu', 4, 2300],
    ] as const)('%s by %s, step %i late by %i ms', (family, procedure, step, ms) => {
      const { reached, cues } = seen(family, procedure, late(step, ms))
      expect(reached).toBe(false)
      expect(cues.slice(-2)).toEqual(['logo', 'lock-screen'])
      expect(cues).not.toContain('short-buzz')
    })
    it('family 4 lets the slide come as late as the dark lasts', () => {
      expect(seen('slide-at-dark', 'slide', late(2, 950)).reached).toBe(true)
    })
    it('family 3 hears only keys pressed anew: a slide with power held all along is lost', () => {
      const family = familyOf('starts-by-itself-press-anew')
      const machine = machineOf(family)
      const slide = procedureOf(familyOf('forced-off-data-gate'), 'slide-until-menu')
      const run = perform(machine, slide, USUAL_SITUATION, durationsAt(machine, 'median'))
      expect(run.reached).toBe(false)
      expect(cuesOf(run.observations).slice(-2)).toEqual(['logo', 'lock-screen'])
    })
    it.each([
      ['let-power-go-by-count', 'at-the-logo', 8],
      ['own-recovery-typed-word', 'volume-first', 5],
      ['two-minutes-of-nothing', 'let-go-at-logo', 5],
      ['tablet-home-key', 'power-at-the-logo', 5],
    ])('%s with a key kept past the logo', (family, procedure, step) => {
      expect(seen(family, procedure, late(step, 4500)).cues.at(-1)).toBe('lock-screen')
    })
    it('family 7 keeps its keys past the robot picture: it restarts', () => {
      const { reached, cues } = seen('assistant-three-keys', 'three-keys', late(5, 6000))
      expect(reached).toBe(false)
      expect(cues).toContain('robot')
      expect(cues.at(-1)).toBe('lock-screen')
    })
    it('family 13 does not let go at the logo: no service menu', () => {
      expect(seen('watch-two-keys', 'both-until-restart', late(2, 4500)).cues).not.toContain('service-menu')
    })
  })

  describe('the charge sign comes back: pressed while it was showing, or not fully off', () => {
    it.each([
      ['let-power-go-by-count', 'from-off'],
      ['tablet-long-charge', 'stable-off'],
      ['forced-off-data-gate', 'stable-off'],
    ])('%s by %s without waiting it out', (family, procedure) => {
      const { reached, cues } = seen(family, procedure, {}, { link: 'charger' })
      expect(cues).toContain('charge-percent')
      expect(reached).toBe(true)
      const steps = procedureOf(familyOf(family), procedure).steps
      const sign = steps.findIndex(
        ({ do: what, ...rest }) => what === 'wait' && JSON.stringify(rest).includes('percent'),
      )
      const hurried = steps.filter((_, index) => index !== sign + 1)
      const machine = machineOf(familyOf(family))
      const run = perform(
        machine,
        { ...procedureOf(familyOf(family), procedure), steps: hurried },
        USUAL_SITUATION,
        durationsAt(machine, 'min'),
        late(sign + 1, 100),
      )
      expect(cuesOf(run.observations)).toContain('charge-percent')
      expect(cuesOf(run.observations).indexOf('charge-percent')).toBeLessThan(
        cuesOf(run.observations).lastIndexOf('dark'),
      )
    })
    it('family 1 pressing anew three seconds late', () => {
      expect(seen('forced-off-data-gate', 'press-anew-until-menu', late(4, 3000)).cues).toContain(
        'charge-blank',
      )
    })
  })

  describe('the download page: the wrong volume key', () => {
    it.each(['forced-off-data-gate', 'let-power-go-by-count', 'under-cancel', 'tablet-long-charge'])(
      '%s from off with volume-down, and left again by the long hold',
      (family) => {
        const { reached, cues } = seen(family, 'from-off', volumeDownForUp)
        expect(reached).toBe(false)
        expect(cues.at(-1)).toBe('download-page')
        expect(seen(family, 'leave-download').cues.at(-1)).toBe('lock-screen')
      },
    )
    it('family 1 sliding three seconds late, with the other key still down', () => {
      expect(seen('forced-off-data-gate', 'slide-until-menu', late(3, 3000)).cues).toContain('download-page')
    })
  })

  describe('the bootloader page: both volumes were down, or another family; one goes on from there', () => {
    it('family 6 with volume-down not let go at the restart', () => {
      const { reached, cues } = seen('three-key-roll', 'roll', late(5, 4000))
      expect(reached).toBe(false)
      expect(cues.at(-1)).toBe('bootloader-page')
    })
    it.each(['three-key-roll', 'bootloader-and-robot'])('%s: recovery is one choice of the page', (id) => {
      const machine = machineOf(familyOf(id))
      const page = machine.stateIndex.get('bootloader.page#0') ?? -1
      const isGoal = (state: number) => machine.states[state]?.screen === 'recovery-menu'
      const way = quickestPath(machine, page, { kind: 'state', isGoal }, USUAL_SITUATION)
      const twin = new Twin(machine, page, USUAL_SITUATION, durationsAt(machine, 'median'))
      for (const { input } of way?.steps ?? []) press(twin, input)
      expect(twin.state.screen).toBe('recovery-menu')
    })
    it('family 11 begins the page on another choice after the other volume key', () => {
      const { cues } = seen('bootloader-and-robot', 'from-off', {
        keyInstead: new Map([['volume-down', 'volume-up']]),
      })
      expect(cues).toContain('bootloader-page')
      const machine = machineOf(familyOf('bootloader-and-robot'))
      const twin = new Twin(
        machine,
        machine.starts['off'] ?? 0,
        USUAL_SITUATION,
        durationsAt(machine, 'median'),
      )
      twin.changeKeys(10, 0, 1 | 2)
      twin.advanceTo(4000)
      expect(twin.state.cursor?.itemId).toBe('recovery')
    })
  })

  it('the lying robot, “no command”: already there; power held and volume-up tapped opens the menu', () => {
    const machine = machineOf(familyOf('bootloader-and-robot'))
    const robot = machine.stateIndex.get('robot.lying') ?? -1
    const twin = new Twin(machine, robot, USUAL_SITUATION, durationsAt(machine, 'median'))
    const bit = (key: string) => 1 << machine.keys.indexOf(key as never)
    twin.changeKeys(500, 0, bit('volume-up'))
    twin.changeKeys(600, bit('volume-up'), 0)
    expect(twin.state.screen).toBe('robot')
    twin.changeKeys(1000, 0, bit('power'))
    twin.changeKeys(1300, 0, bit('volume-up'))
    twin.changeKeys(1400, bit('volume-up'), 0)
    expect(twin.state.screen).toBe('recovery-menu')
  })

  describe('recovery shows, but the reset returns to recovery: a loop', () => {
    it.each(['forced-off-data-gate', 'own-recovery-typed-word'])('%s, even after the wipe', (id) => {
      const machine = machineOf(familyOf(id))
      const loop = { ...USUAL_SITUATION, loop: true }
      const menu = prove(machine, procedureOf(familyOf(id), 'loop'), USUAL_SITUATION).median.finalState
      const twin = new Twin(machine, menu, loop, durationsAt(machine, 'median'))
      const way = wayToWipe(machine, menu, loop)
      for (const { input } of [...(way?.beforeLastQuestion ?? []), ...(way?.lastQuestion ?? [])])
        press(twin, input)
      expect(twin.wiped).toBe(true)
      twin.advanceTo(twin.nextDeadlineMs())
      const isGoal = (state: number) => machine.states[state]?.name === 'boot.restart'
      const out = quickestPath(machine, twin.stateIndex, { kind: 'state', isGoal }, loop)
      for (const { input } of out?.steps ?? []) press(twin, input)
      twin.advanceTo(twin.nowMs + 60_000)
      expect(twin.state.screen).toBe('recovery-menu')
    })
    it.each(['slide-at-dark', 'starts-by-itself-press-anew', 'watch-two-keys'])(
      '%s restarts again and again instead, until the chord catches it',
      (id) => {
        const machine = machineOf(familyOf(id))
        const twin = new Twin(
          machine,
          machine.starts['looping'] ?? 0,
          { ...USUAL_SITUATION, loop: true },
          durationsAt(machine, 'median'),
        )
        twin.advanceTo(200_000)
        const logos = twin.observations.filter((seen) => seen.kind === 'screen' && seen.screen === 'logo')
        expect(logos.length).toBeGreaterThan(3)
        expect(seen(id, 'loop').reached).toBe(true)
      },
    )
  })

  describe('nothing at all: a flat battery, or a broken key', () => {
    it.each(pack.families.filter(({ starts }) => starts['dead-battery']).map(({ id }) => id))(
      '%s, flat: dark whatever is held, until it has charged',
      (id) => {
        const { reached, cues } = seen(id, 'from-off', {}, { batteryPercent: 0 }, ['plug', 'wait'])
        expect(reached).toBe(false)
        expect(cues).toEqual(['dark'])
      },
    )
    it('after the charge sign of a flat device it goes on', () => {
      const { reached, cues } = seen('tablet-long-charge', 'flat')
      expect(cues.slice(0, 3)).toEqual(['dark', 'charge-blank', 'charge-percent'])
      expect(reached).toBe(true)
    })
    it('a dead power key leaves the lock screen as it was', () => {
      expect(seen('slide-at-dark', 'slide', { deadKeys: ['power'] }).cues).toEqual(['lock-screen'])
    })
    it('a dead volume-up starts normally, with no buzz', () => {
      const { cues } = seen('slide-at-dark', 'slide', { deadKeys: ['volume-up'] })
      expect(cues.slice(-3)).toEqual(['dark', 'logo', 'lock-screen'])
    })
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
    const critical = criticalSlack(slackOf(machine, procedure, USUAL_SITUATION))
    // The window is the dark itself: 1000 ms on a middling unit, 800 ms on the quickest.
    expect(critical).toEqual({
      step: 2,
      windows: [{ fromMs: 0, toMs: 1000 }],
      safe: { fromMs: 0, toMs: 800 },
    })
    expect(criticalSentence(procedure, 2, chart, 'en')).toBe(
      'At dark: slide from volume-down to volume-up, keep power.',
    )
  })
  it('beat what runs by time, and leave what hangs on a cue to the eye', () => {
    const [first, afterDark, afterLogo] = beatOf(procedure, chart, 'en')
    const said = (segment: typeof first) =>
      segment?.beats.flatMap(({ kind, atMs, text }) => (kind === 'say' ? [`${atMs} ${text}`] : []))
    // Before its moment, in the count-in; and what the dark will ask for, while one waits for it.
    expect(said(first)).toEqual([
      `${-LEAD_MS} Hold power + volume-down`,
      '200 At dark: slide from volume-down to volume-up, keep power.',
    ])
    expect(first?.beats.filter(({ kind }) => kind === 'press')).toEqual([{ atMs: 0, kind: 'press' }])
    // Seven whole seconds before the dark, which comes at 7.5 s on a middling unit.
    expect(first?.beats.filter(({ kind }) => kind === 'tick').map(({ atMs }) => atMs)).toEqual([
      1000, 2000, 3000, 4000, 5000, 6000, 7000,
    ])
    expect(afterDark).toMatchObject({ afterStep: 1, chartMs: 7500 })
    // The slide hangs on the dark: nothing sounds at its moment.
    expect(afterDark?.beats.some(({ kind }) => kind === 'slide')).toBe(false)
    expect(said(afterDark)?.[0]).toContain('At the logo: let go of power + volume-up')
    expect(afterLogo?.beats.some(({ kind }) => kind === 'tick')).toBe(false)
  })
  it('beat a letting go by count at its moment, told a hand’s time ahead', () => {
    const byCount = familyOf('let-power-go-by-count')
    const machine = machineOf(byCount)
    const procedure = byCount.procedures[0] as Procedure
    const chart = keyChart(machine, procedure, prove(machine, procedure, USUAL_SITUATION))
    const beats = beatOf(procedure, chart, 'en').flatMap((segment) => segment.beats)
    const letGo = beats.findIndex(({ kind }) => kind === 'let-go')
    const atMs = beats[letGo]?.atMs ?? 0
    expect(atMs).toBe(3000)
    expect(beats).toContainEqual({
      atMs: atMs - LEAD_MS,
      kind: 'say',
      text: 'Let go of power, keep volume-up',
    })
  })
  it('cut the menu line at the last question', () => {
    const way = wayToWipe(machine, mainMenu(family), USUAL_SITUATION)
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
    const family = familyOf('own-recovery-typed-word')
    const own = machineOf(family)
    const way = wayToWipe(own, mainMenu(family), USUAL_SITUATION)
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
  const others = input.kind === 'press' ? input.with : []
  for (const key of others) twin.apply(twin.nowMs + 100, [{ kind: 'key-down', key }])
  twin.apply(twin.nowMs + 100, [{ kind: 'key-down', key: input.key }])
  twin.apply(twin.nowMs + heldMs, [{ kind: 'key-up', key: input.key }])
  for (const key of others) twin.apply(twin.nowMs + 100, [{ kind: 'key-up', key }])
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
