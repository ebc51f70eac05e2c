import type { KeyId } from '@benevox/core/catalog'
import { cuesOf, perform, prove, quickestPath, wayToWipe, type Slips } from '@benevox/core/method'
import { durationsAt, Twin, USUAL_SITUATION } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { familyOf, machineOf, pack, press, methodOf } from './families.ts'

describe('every failure leaves the trace that the trade knows (domain 6.4; common practice, no source)', () => {
  type Around = Partial<typeof USUAL_SITUATION>
  const seen = (
    familyId: string,
    methodId: string,
    slips: Slips = {},
    around: Around = {},
    without: string[] = [],
  ) => {
    const family = familyOf(familyId)
    const method = methodOf(family, methodId)
    const machine = machineOf(family)
    const steps = method.steps.filter((step) => !without.includes(step.do))
    const situation = { ...USUAL_SITUATION, ...around }
    const run = perform(machine, { ...method, steps }, situation, durationsAt(machine, 'median'), slips)
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
    ])('%s by %s with a charger on the cable', (family, method) => {
      const { reached, cues } = seen(family, method, {}, { link: 'charger' }, ['plug'])
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
    ] as const)('%s by %s, step %i late by %i ms', (family, method, step, ms) => {
      const { reached, cues } = seen(family, method, late(step, ms))
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
      const slide = methodOf(familyOf('forced-off-data-gate'), 'slide-until-menu')
      const run = perform(machine, slide, USUAL_SITUATION, durationsAt(machine, 'median'))
      expect(run.reached).toBe(false)
      expect(cuesOf(run.observations).slice(-2)).toEqual(['logo', 'lock-screen'])
    })
    it.each([
      ['let-power-go-by-count', 'at-the-logo', 8],
      ['own-recovery-typed-word', 'volume-first', 5],
      ['two-minutes-of-nothing', 'let-go-at-logo', 5],
      ['tablet-home-key', 'power-at-the-logo', 5],
    ])('%s with a key kept past the logo', (family, method, step) => {
      expect(seen(family, method, late(step, 4500)).cues.at(-1)).toBe('lock-screen')
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
    ])('%s by %s without waiting it out', (family, method) => {
      const { reached, cues } = seen(family, method, {}, { link: 'charger' })
      expect(cues).toContain('charge-percent')
      expect(reached).toBe(true)
      const steps = methodOf(familyOf(family), method).steps
      const sign = steps.findIndex(
        ({ do: what, ...rest }) => what === 'wait' && JSON.stringify(rest).includes('percent'),
      )
      const hurried = steps.filter((_, index) => index !== sign + 1)
      const machine = machineOf(familyOf(family))
      const run = perform(
        machine,
        { ...methodOf(familyOf(family), method), steps: hurried },
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
    const bit = (key: KeyId) => 1 << machine.keys.indexOf(key)
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
      const menu = prove(machine, methodOf(familyOf(id), 'loop'), USUAL_SITUATION).median.finalState
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
