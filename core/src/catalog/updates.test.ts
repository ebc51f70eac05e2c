import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demoPack, demoPackAsWritten } from '../../../demo/demoPack.ts'
import { whyMissed } from '../method/index.ts'
import { runnableFamily } from '../twin/index.ts'
import { familyAt, modelInPack, readPack, updateBetween, versionsOf, type Family } from './index.ts'
import { flawText } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

/** What an update of the system changes inside one family. */
const pack = demoPack()
const family = pack.families.find(({ id }) => id === 'changed-by-an-update')
if (!family) throw new Error('The demo has no such family')
const steps = ({ methods }: Family, id: string) => methods.find((one) => one.id === id)?.steps
const machineAt = (system: number | undefined) => runnableFamily(pack, familyAt(family, system)).machine

describe('a family that an update changes', () => {
  it('is as it came where the system is not known or older, and changed from the update on', () => {
    expect(
      [undefined, 12, 13, 20].map((system) => familyAt(family, system).durations['dark']?.medianMs),
    ).toEqual([1200, 1200, 2200, 2200])
    expect(familyAt(family, 14)).toBe(familyAt(family, 13))
    expect(versionsOf(family).map(({ fromSystem }) => fromSystem)).toEqual([undefined, 13])
  })
  it('is led by the method of its version, and the other version’s method would not lead there', () => {
    const [came, updated] = [family, familyAt(family, 13)]
    const at = (version: Family) => version.methods.find(({ id }) => id === 'at-dark')
    expect(steps(came, 'at-dark')).not.toEqual(steps(updated, 'at-dark'))
    for (const version of [came, updated]) {
      const own = at(version)
      if (!own) throw new Error('No method')
      const { machine } = runnableFamily(pack, version)
      expect(whyMissed(machine, own)).toBeUndefined()
    }
    const slide = at(came)
    expect(slide && whyMissed(machineAt(13), slide)).toMatchObject({ why: 'stuck' })
  })
  it('keeps what the update does not name', () => {
    const updated = familyAt(family, 13)
    expect(updated.menus).toEqual(family.menus)
    expect(steps(updated, 'from-off')).toEqual(steps(family, 'from-off'))
    expect(updated.durations['wipe']).toEqual(family.durations['wipe'])
  })
  it('is what a job on that system stands on', () => {
    expect(modelInPack(pack, 'marlune-etude', 12)?.family).toBe(family)
    expect(modelInPack(pack, 'marlune-etude', 13)?.family).toBe(familyAt(family, 13))
  })
})

describe('an update in a file', () => {
  const refused = (update: object) => {
    const written = demoPackAsWritten()
    const one = written.families.find(({ id }) => id === 'changed-by-an-update')
    Object.assign(one ?? {}, { updates: [{ fromSystem: 13 }, update] })
    const read = readPack(written)
    return read.kind === 'refused'
      ? read.faults.map(({ path, flaw }) => [path.slice(2).join('.'), flawText(flaw, ENGLISH)])
      : []
  }
  it.each([
    [{ fromSystem: 13 }, 'updates.1.fromSystem', 'Two updates begin with system 13.'],
    [{ fromSystem: 14, with: { nowhere: {} } }, 'updates.1.with.nowhere', 'There is no part “nowhere”.'],
    [
      { fromSystem: 14, with: { window: { window: 'night' } } },
      'updates.1.states.window.dark.transitions.0.on.time',
      'There is no time “night”.',
    ],
    [
      { fromSystem: 14, methods: [{ id: 'x', like: 'no-such-method' }] },
      'updates.1.methods.0',
      'There is no common method “no-such-method”.',
    ],
  ])('%j is refused where it is wrong', (update, path, sentence) => {
    expect(refused(update)).toContainEqual([path, sentence])
  })
})

describe('an update made out of a family as it shall be', () => {
  const came: Family = { ...family, updates: [] }
  const range = (ms: number) => ({ minMs: ms, medianMs: ms + 1, maxMs: ms + 2 })
  /** What a form does to a family, one thing at a time. */
  const change: fc.Arbitrary<(one: Family) => Family> = fc.oneof(
    fc.integer({ min: 200, max: 900 }).map((longPressMs) => (one: Family) => ({ ...one, longPressMs })),
    fc
      .tuple(fc.constantFrom('dark', 'boot', 'new-time'), fc.integer({ min: 1, max: 5000 }))
      .map(([name, ms]) => (one: Family) => ({
        ...one,
        durations: { ...one.durations, [name]: range(ms) },
      })),
    fc.boolean().map((fresh) => (one: Family) => ({
      ...one,
      compose: one.compose.map((part) =>
        part.as === 'window' ? { ...part, with: { ...part.with, fresh } } : part,
      ),
    })),
    fc.constantFrom('own', 'window.dark').map((name) => (one: Family) => ({
      ...one,
      states: { ...one.states, [name]: { screen: 'text' as const, transitions: [] } },
    })),
    fc.constantFrom('off.off', 'lock.lock').map((off) => (one: Family) => ({
      ...one,
      starts: { ...one.starts, off },
    })),
    fc.constantFrom('at-dark', 'another').map((id) => (one: Family) => {
      const [first] = one.methods
      if (!first) throw new Error('No method')
      const made = { ...first, id, name: `Changed ${id}` }
      const isThere = one.methods.some((method) => method.id === id)
      return {
        ...one,
        methods: isThere
          ? one.methods.map((method) => (method.id === id ? made : method))
          : [...one.methods, made],
      }
    }),
  )
  it('gives that family back, and is no larger than what was changed', () => {
    fc.assert(
      fc.property(fc.array(change, { maxLength: 8 }), (changes) => {
        const changed = changes.reduce((one, make) => make(one), came)
        const update = updateBetween(came, changed, 13)
        const { updates: _, ...again } = familyAt({ ...came, updates: update ? [update] : [] }, 13)
        const { updates: __, ...wanted } = changed
        expect(again).toEqual(wanted)
        expect(familyAt({ ...came, updates: update ? [update] : [] }, 12).methods).toEqual(came.methods)
        if (changes.length === 0) expect(update).toBeUndefined()
      }),
    )
  })
})
