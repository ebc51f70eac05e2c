import { describe, expect, it } from 'vitest'
import {
  benchRecord,
  benchWith,
  recordBenchBody,
  TOLD_STEPS,
  type BenchChange,
  type BenchRecord,
} from './bench.ts'

const AT = '2026-01-05T10:00:00.000Z'
const LATER = '2026-01-05T10:20:00.000Z'
const after = (...changes: readonly BenchChange[]): BenchRecord =>
  changes.reduce<BenchRecord>((bench, change) => benchWith(bench, change, AT), {})

const THROUGH: readonly BenchChange[] = [
  { kind: 'in-recovery' },
  { kind: 'right-device', by: 'tag', read: 'B1001' },
  { kind: 'released' },
  { kind: 'wipe-started' },
  { kind: 'wipe-finished' },
  { kind: 'first-start' },
]

describe('the record of the bench with a step in it', () => {
  it.each(
    (
      ['in-recovery', 'wipe-started', 'wipe-finished', 'first-start', 'set-up', 'charging-ended'] as const
    ).map((kind) => [kind] as const),
  )('%s, told twice, happened when it was told first', (kind) => {
    const before = after({ kind: 'charging-started', fromPercent: 3 })
    const once = benchWith(before, { kind }, AT)
    const twice = benchWith(once, { kind }, LATER)
    if (kind === 'charging-ended') expect(twice.charging?.endedAt).toBeDefined()
    else expect(twice).toEqual(once)
  })
  it('is never written into: what stood there stands there', () => {
    const bench: BenchRecord = Object.freeze(after(...THROUGH))
    const copy = structuredClone(bench)
    for (const change of [...THROUGH, { kind: 'recovery-again' }, { kind: 'back-to-keys' }] as const)
      benchWith(bench, change, LATER)
    expect(bench).toEqual(copy)
  })
  it('goes back to the menu when recovery comes back, and counts it; the tested keys and the device stay', () => {
    const bench = after({ kind: 'key-tested', key: 'power', state: 'works' }, ...THROUGH)
    const once = benchWith(bench, { kind: 'recovery-again' }, LATER)
    expect(once).toMatchObject({
      cameBack: 1,
      inRecoveryAt: LATER,
      keysTested: { power: 'works' },
      rightDevice: { read: 'B1001' },
    })
    for (const gone of ['releasedAt', 'wipeStartedAt', 'wipeFinishedAt', 'firstStartAt'])
      expect(once).not.toHaveProperty(gone)
    const again = benchWith(
      benchWith(once, { kind: 'first-start' }, LATER),
      { kind: 'recovery-again' },
      LATER,
    )
    expect(again.cameBack).toBe(2)
  })
  it('out of recovery again nothing is released any more', () => {
    const bench = benchWith(after(...THROUGH.slice(0, 3)), { kind: 'back-to-keys' }, LATER)
    expect(bench).not.toHaveProperty('inRecoveryAt')
    expect(bench).not.toHaveProperty('releasedAt')
    expect(bench.rightDevice?.read).toBe('B1001')
  })
  it('a charge that was begun anew runs from then; one that nobody began does not end', () => {
    const bench = after(
      { kind: 'charging-started', fromPercent: 3 },
      { kind: 'charging-ended' },
      { kind: 'charging-started', fromPercent: 9 },
    )
    expect(bench.charging).toEqual({ startedAt: AT, fromPercent: 9 })
    expect(benchWith({}, { kind: 'charging-ended' }, AT)).toEqual({})
  })
  it('what did not help stands there once, in the order of its last try', () => {
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

describe('a step on the wire', () => {
  const told = { key: '0b6a4a36-8a0e-4b9c-9d3e-5f2a7c1d9e10', at: AT }
  it('stands on the version that was seen, or on a name; not on both, nor on neither', () => {
    const change = { kind: 'in-recovery' }
    expect(recordBenchBody.safeParse({ version: 3, change }).success).toBe(true)
    expect(recordBenchBody.safeParse({ told, change }).success).toBe(true)
    expect(recordBenchBody.safeParse({ version: 3, told, change }).success).toBe(false)
    expect(recordBenchBody.safeParse({ change }).success).toBe(false)
  })
  it('what opens a gate or shows the last presses is never merely told', () => {
    for (const kind of [
      'released',
      'right-device',
      'screen-lifted',
      'chose-procedure',
      'did-not-help',
    ] as const)
      expect(TOLD_STEPS).not.toContain(kind)
  })
})
