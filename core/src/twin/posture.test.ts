import { describe, expect, it } from 'vitest'
import { demoPack, demoPackAsWritten } from '../../../demo/demoPack.ts'
import { smallFamily, smallTwin } from '../../test/smallFamily.ts'
import { readPack, type Posture, type Method } from '../catalog/index.ts'
import { judgeDryRun } from '../diagnosis/index.ts'
import { giveInput, inParts, keyChart, movesOf, prove, quickestPath, whyMissed } from '../method/index.ts'
import { compileFamily, runnableFamily, USUAL_SITUATION } from './index.ts'
import { menuLineText, stepTexts, notVerifiedText } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

/** A device that folds: what it answers to, open, half open and shut. Common practice of devices, no source. */
const pack = demoPack()
const family = pack.families.find(({ id }) => id === 'foldable-read-open')
if (!family) throw new Error('The demo has no foldable')
const { machine } = runnableFamily(pack, family)
const [slide] = family.methods
if (!slide) throw new Error('It has no method')
const lying = (posture: Posture) => ({ ...USUAL_SITUATION, posture })
/** The same without the step that opens it. */
const unopened: Method = { ...slide, steps: slide.steps.filter(({ do: what }) => what !== 'fold') }

describe('a method of a foldable', () => {
  it.each(['open', 'half-open', 'shut'] as const)(
    'leads into recovery when the device lies there %s',
    (posture) => {
      expect(prove(machine, slide, lying(posture)).holds).toBe(true)
    },
  )
  it('that does not say how it is folded does so only by luck, and the check says which posture it forgot', () => {
    expect(prove(machine, unopened, lying('open')).holds).toBe(true)
    expect(prove(machine, unopened, lying('shut')).holds).toBe(false)
    const missed = whyMissed(machine, unopened)
    expect(missed).toEqual({ why: 'posture', posture: 'half-open' })
    expect(missed && notVerifiedText(missed, 'Slide', ENGLISH)).toMatch(
      /when the device starts half open: add a step/,
    )
  })
  it('is told and drawn with the hinge as a lane of its own', () => {
    const chart = keyChart(machine, slide, prove(machine, slide, lying('shut')))
    expect(stepTexts(slide, chart, ENGLISH)[0]).toBe('Open it')
    expect(chart.postures).toMatchObject([{ posture: 'open', atStep: 0 }])
  })
  it('is folded at leisure before all else; while keys are held its moment matters', () => {
    expect(movesOf(slide)).not.toContain(0)
    const [fold, hold, ...rest] = slide.steps
    if (!fold || !hold) throw new Error('It has no steps')
    expect(movesOf({ ...slide, steps: [hold, fold, ...rest] })).toContain(1)
  })
  it('a dry run in which nobody opens it is lost, and it is that step', () => {
    const moves = [
      { atMs: 500, input: { kind: 'fold', to: 'shut' } as const },
      { atMs: 1000, input: { kind: 'key-down', key: 'power' } as const },
      { atMs: 1000, input: { kind: 'key-down', key: 'volume-down' } as const },
      { atMs: 10_000, input: { kind: 'key-up', key: 'volume-down' } as const },
      { atMs: 10_050, input: { kind: 'key-down', key: 'volume-up' } as const },
    ]
    expect(judgeDryRun(machine, slide, moves, 60_000)).toEqual({
      kind: 'failed',
      step: 0,
      correction: { kind: 'fold', step: 0 },
    })
  })
})

describe('a menu of a foldable', () => {
  const list = machine.stateIndex.get('list#0') ?? -1
  const toTheQuestion = (posture: Posture) =>
    quickestPath(machine, list, { kind: 'choice', menu: 'list', item: 'erase' }, lying(posture))
  it('asks to be opened where a line is taken only so, and says nothing where it is open', () => {
    const line = (posture: Posture) => menuLineText(inParts(toTheQuestion(posture)?.steps ?? []), ENGLISH)
    expect(line('open')).toBe('volume-down ×2 · power')
    // Before the line is taken; whether before the cursor goes there does not matter.
    expect(line('half-open')).toMatch(/^(open it · volume-down ×2|volume-down ×2 · open it) · power$/)
  })
  it('that is shut goes dark and comes back when it is opened, or restarts', () => {
    const { twin } = smallTwin({
      start: 'list',
      states: {
        list: {
          screen: 'recovery-menu',
          transitions: [{ on: { kind: 'fold', to: ['shut'] }, to: 'covered' }],
        },
        covered: {
          screen: 'dark',
          transitions: [
            { on: { kind: 'fold', to: ['open', 'half-open'] }, to: 'list' },
            { on: { kind: 'after', time: 30_000 }, to: 'restart' },
          ],
        },
        restart: { screen: 'logo' },
      },
    })
    twin.apply(1000, [{ kind: 'fold', to: 'shut' }])
    expect([twin.state.screen, twin.posture]).toEqual(['dark', 'shut'])
    giveInput(twin, machine, { kind: 'fold', to: 'half-open' })
    expect(twin.state.screen).toBe('recovery-menu')
    twin.apply(5000, [{ kind: 'fold', to: 'shut' }])
    twin.advanceTo(35_000)
    expect(twin.state.screen).toBe('logo')
  })
  it('that cannot be folded is never asked to be', () => {
    const stiff = compileFamily(
      smallFamily({
        start: 'asks',
        states: {
          asks: {
            screen: 'recovery-menu',
            transitions: [{ on: { kind: 'fold', to: ['open'] }, to: 'gone', effects: ['wipe-data'] }],
          },
          gone: { screen: 'wiping' },
        },
      }),
    )
    const way = quickestPath(stiff, 0, { kind: 'effect', effect: 'wipe-data' }, lying('shut'))
    expect(way).toBeUndefined()
  })
})

it('a posture that a family does not have is refused, wherever it is named', () => {
  const written = demoPackAsWritten()
  const one = written.families.find(({ id }) => id === 'foldable-read-open')
  Object.assign(one ?? {}, { postures: ['open', 'half-open'] })
  const read = readPack(written)
  const faults = read.kind === 'refused' ? read.faults.map(({ path }) => path.slice(2).join('.')) : []
  expect(faults).toEqual(['menus.list.transitions.0.on'])
})
