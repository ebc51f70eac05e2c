import {
  after,
  benchActionOf,
  benchPlaceOf,
  breachesOf,
  mayShowWipeKeys,
  routeOf,
  standingOf,
  stationOfJob,
  type JobState,
  type StepChange,
  type World,
} from '@benevox/core/job'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { histories, live, worldAt } from '../../../../core/test/histories.ts'
import { customerLetsUsDelete, reportStands } from '../../../../core/test/oracle.ts'
import { allTheSame, benchButton, handsBack, isAwayFromKeys, isOnTheWay, type Panels } from './benchButton.ts'

const RUNS = 200
/** What the panels may stand at for a job, whatever the cursor of the device is on. */
interface Local {
  readonly phase: 'before' | 'running' | 'asking'
  readonly countingIn: boolean
  readonly atLastQuestion: boolean
  readonly isGone: boolean
  readonly back: NonNullable<Panels['menu']>['back']
}
const LOCAL: fc.Arbitrary<Local> = fc.record({
  phase: fc.constantFrom('before' as const, 'running' as const, 'asking' as const),
  countingIn: fc.boolean(),
  atLastQuestion: fc.boolean(),
  isGone: fc.boolean(),
  back: fc.constantFrom(
    undefined,
    'restart' as const,
    'clear-cache' as const,
    'reset-again' as const,
    'repair' as const,
  ),
})
function panelsOf(job: JobState, world: World, local: Local): Panels {
  const { agreement } = routeOf(job, world)
  return {
    keys: { phase: local.phase, countingIn: local.countingIn, isForRepair: false },
    menu: {
      atLastQuestion: local.atLastQuestion,
      isReleased: mayShowWipeKeys(job, world),
      keepsData: agreement.state === 'given' && agreement.covers !== 'covered',
      isGone: local.isGone,
      back: local.back,
    },
  }
}

describe('the button of the bench', () => {
  it('does what core says is next, and nothing it does is a breach or refused', () => {
    let pressed = 0
    fc.assert(
      fc.property(histories(60), LOCAL, (history, local) => {
        const { job, events } = live(history)
        const world = worldAt(200)
        if (stationOfJob(job, world) !== 'bench') return
        const action = benchActionOf(job, world)
        const place = benchPlaceOf(job, world)
        const panels = panelsOf(job, world, local)
        for (const button of [benchButton(action, place, panels), allTheSame(action, place, panels)]) {
          if (!button) continue
          pressed++
          const { does } = button
          // On the last question the menu's button tells that it is wiping.
          const change: StepChange | undefined =
            does.kind === 'tell'
              ? does.change
              : does.kind === 'menu' && local.atLastQuestion
                ? { kind: 'wipe-started' }
                : undefined
          if (!change) continue
          const then = after(job, { kind: 'step', key: 'pressed', change, at: world.now }, world)
          expect(then).not.toBe(job)
          expect(breachesOf(then)).toEqual(breachesOf(job))
          if (standingOf(then).deleted !== standingOf(job).deleted)
            expect([customerLetsUsDelete(events), reportStands(events)]).toEqual([true, false])
        }
      }),
      { numRuns: RUNS },
    )
    expect(pressed).toBeGreaterThan(RUNS / 20)
  })
  it('is there for every job at the bench, unless the page itself asks, holds or charges, or it is handed back', () => {
    let there = 0
    fc.assert(
      fc.property(histories(60), LOCAL, (history, local) => {
        const { job } = live(history)
        const world = worldAt(200)
        if (stationOfJob(job, world) !== 'bench') return
        there++
        const action = benchActionOf(job, world)
        const place = benchPlaceOf(job, world)
        const panels = panelsOf(job, world, local)
        const isOnThePage =
          ['answer', 'check', 'reveal', 'charge'].includes(action.kind) ||
          (place === 'keys' && local.phase === 'asking') ||
          (isOnTheWay(action, panels) && local.atLastQuestion) ||
          // What the device shows is asked first.
          (place === 'menu' && local.isGone)
        const what = [
          benchButton(action, place, panels) !== undefined,
          handsBack(action, panels),
          isOnThePage,
        ]
        expect([action, place, what.some(Boolean)]).toEqual([action, place, true])
      }),
      { numRuns: RUNS },
    )
    expect(there).toBeGreaterThan(RUNS / 20)
  })
  it('invites to the keys where the route goes through recovery, and nowhere else while nothing is deleted', () => {
    /** What is done from recovery's menu. Common practice, no source. */
    const FROM_ITS_MENU = ['clear-cache', 'install-system-again', 'reset-from-recovery']
    const seen = { there: 0, away: 0 }
    fc.assert(
      fc.property(histories(60), (history) => {
        const { job } = live(history)
        const world = worldAt(200)
        if (benchPlaceOf(job, world) !== 'keys' || standingOf(job).deleted !== 'no') return
        const first = routeOf(job, world).choices[0]?.action ?? ''
        const isAway = isAwayFromKeys(benchActionOf(job, world))
        seen[isAway ? 'away' : 'there']++
        expect([first, isAway]).toEqual([first, !FROM_ITS_MENU.includes(first)])
      }),
      { numRuns: RUNS },
    )
    expect(Math.min(seen.there, seen.away)).toBeGreaterThan(RUNS / 40)
  })
  it.each([
    [{ kind: 'charge' }, false],
    [{ kind: 'attempt' }, true],
  ] as const)('where %o is next, the foot switch begins a run: %s', (action, isOnSpace) => {
    const button = benchButton(action, 'keys', {
      keys: { phase: 'before', countingIn: false, isForRepair: false },
    })
    expect(button).toMatchObject({ text: 'Start attempt', onSpace: isOnSpace })
  })
  it('where no method goes without a broken key, the device is handed back as it is', () => {
    const keys = { phase: 'other', countingIn: false, isForRepair: true } as const
    expect(benchButton({ kind: 'attempt' }, 'keys', { keys })).toBeUndefined()
    expect(handsBack({ kind: 'attempt' }, { keys })).toBe(true)
    expect(handsBack({ kind: 'attempt' }, { keys: { ...keys, isForRepair: false } })).toBe(false)
  })
  it('does not say that it helped when only the foot switch was pressed', () => {
    const action = {
      kind: 'gentler',
      action: 'clear-cache',
      worked: { kind: 'screen-lifted', how: 'cache-cleared' },
    } as const
    const menu = {
      atLastQuestion: false,
      isReleased: false,
      keepsData: false,
      isGone: false,
      back: undefined,
    }
    expect(benchButton(action, 'menu', { menu })).toMatchObject({ onSpace: false })
    expect(isOnTheWay(action, { menu })).toBe(false)
    expect(allTheSame(action, 'menu', { menu })?.text).toBe('The wipe confirmation is shown')
    expect(allTheSame(action, 'menu', { menu: { ...menu, keepsData: true } })).toBeUndefined()
  })
  it('asks what the device shows before it goes on in a menu that may have left by itself', () => {
    const menu = { atLastQuestion: true, isReleased: true, keepsData: false, isGone: false, back: undefined }
    const action = { kind: 'tell', change: { kind: 'wipe-started' } } as const
    expect(benchButton(action, 'menu', { menu })?.text).toBe('It is wiping')
    expect(benchButton(action, 'menu', { menu: { ...menu, isGone: true } })).toBeUndefined()
  })
})
