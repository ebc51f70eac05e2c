import { describe, expect, it } from 'vitest'
import { benchRecord, standingOf, type BenchChange, type BenchRecord, type Step } from './index.ts'
import { withStep } from './steps.ts'

const AT = '2026-01-05T10:00:00.000Z'
const LATER = '2026-01-05T10:20:00.000Z'
const asSteps = (changes: readonly BenchChange[], from = AT): readonly Step[] =>
  changes.map((change, n) => ({
    key: `${from}-${n}`,
    at: new Date(Date.parse(from) + n).toISOString(),
    by: 'Runa',
    change,
  }))
const benchOf = (steps: readonly Step[]): BenchRecord => standingOf({ steps: [...steps] }).bench
const after = (...changes: readonly BenchChange[]): BenchRecord => benchOf(asSteps(changes))
const then = (before: readonly BenchChange[], ...changes: readonly BenchChange[]): BenchRecord =>
  benchOf([...asSteps(before), ...asSteps(changes, LATER)])

const THROUGH: readonly BenchChange[] = [
  { kind: 'in-recovery' },
  { kind: 'right-device', by: 'tag', read: 'B1001' },
  { kind: 'revealed' },
  { kind: 'wipe-started' },
  { kind: 'wipe-finished' },
  { kind: 'first-start' },
]

describe('the record of the bench', () => {
  it.each(
    (['in-recovery', 'wipe-started', 'wipe-finished', 'first-start', 'set-up'] as const).map(
      (kind) => [kind] as const,
    ),
  )('%s, told twice, happened when it was told first', (kind) => {
    expect(then([{ kind }], { kind })).toEqual(after({ kind }))
  })
  it('goes back to the menu when recovery comes back, and counts it; the tested keys and the device stay', () => {
    const tested = { kind: 'key-tested', key: 'power', state: 'works' } as const
    const once = then([tested, ...THROUGH], { kind: 'recovery-again' })
    expect(once).toMatchObject({
      cameBack: 1,
      inRecoveryAt: LATER,
      keysTested: { power: 'works' },
      rightDevice: { read: 'B1001' },
    })
    for (const gone of ['revealedAt', 'wipeStartedAt', 'wipeFinishedAt', 'firstStartAt', 'setUpAt'])
      expect(once).not.toHaveProperty(gone)
    const again = [{ kind: 'recovery-again' }, { kind: 'first-start' }, { kind: 'recovery-again' }] as const
    expect(then(THROUGH, ...again).cameBack).toBe(2)
  })
  it('out of recovery again nothing is shown any more', () => {
    const bench = then(THROUGH.slice(0, 3), { kind: 'back-to-keys' })
    expect(bench).not.toHaveProperty('inRecoveryAt')
    expect(bench).not.toHaveProperty('revealedAt')
    expect(bench.rightDevice?.read).toBe('B1001')
  })
  it('a charge that was begun anew runs from then; one that nobody began does not end', () => {
    const bench = then([{ kind: 'charging-started', fromPercent: 3 }, { kind: 'charging-ended' }], {
      kind: 'charging-started',
      fromPercent: 9,
    })
    expect(bench.charging).toEqual({ startedAt: LATER, fromPercent: 9 })
    expect(after({ kind: 'charging-ended' })).toEqual({})
  })
  it('what did not help stands there once, in the order of its last attempt', () => {
    const bench = after(
      { kind: 'did-not-help', action: 'remote-unlock' },
      { kind: 'did-not-help', action: 'clear-cache' },
      { kind: 'did-not-help', action: 'remote-unlock' },
    )
    expect(bench.didNotHelp).toEqual(['clear-cache', 'remote-unlock'])
  })
  it('is one that the schema reads, whatever came', () => {
    const bench = after(...THROUGH, { kind: 'recovery-again' }, { kind: 'first-start' }, { kind: 'set-up' })
    expect(benchRecord.parse(JSON.parse(JSON.stringify(bench)))).toEqual(bench)
  })
})

describe('what was deleted', () => {
  it('stays deleted when recovery comes back, and when only the end of the wipe was told', () => {
    const steps = (...changes: readonly BenchChange[]) => standingOf({ steps: [...asSteps(changes)] })
    expect(steps(...THROUGH, { kind: 'recovery-again' }).deleted).toBe('by-recovery')
    expect(steps({ kind: 'wipe-finished' }).deleted).toBe('by-recovery')
    expect(steps({ kind: 'revealed' }, { kind: 'screen-lifted', how: 'settings' }).deleted).toBe(
      'by-settings',
    )
    expect(steps(...THROUGH.slice(0, 3)).deleted).toBe('no')
  })
  it('is a breach where nothing was shown that lets it, and none where it was', () => {
    const breaches = (...changes: readonly BenchChange[]) =>
      standingOf({ steps: [...asSteps(changes)] }).breaches.map(({ did, without }) => `${did} ${without}`)
    expect(breaches(...THROUGH)).toEqual([])
    expect(breaches({ kind: 'wipe-started' }, { kind: 'wipe-finished' })).toEqual([
      'deleted-by-recovery not-revealed',
    ])
    expect(breaches({ kind: 'screen-lifted', how: 'settings' })).toEqual(['deleted-by-settings not-revealed'])
    expect(breaches({ kind: 'revealed' }, { kind: 'back-to-keys' }, { kind: 'wipe-started' })).toHaveLength(1)
  })
})

describe('steps that come late', () => {
  it('stand where they happened, once for each name', () => {
    const [first, second] = asSteps([{ kind: 'in-recovery' }, { kind: 'wipe-started' }])
    if (!first || !second) throw new Error('two steps')
    expect(withStep([second], first)).toEqual([first, second])
    expect(withStep([first, second], first)).toEqual([first, second])
  })
})
