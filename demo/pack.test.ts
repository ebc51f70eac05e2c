import { composeFamily, familyForModel, packJsonSchema, readPack, modelInPack } from '@benevox/core/catalog'
import { readImei } from '@benevox/core/imei'
import { checkPack } from '@benevox/core/method'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'
import document from './pack.json' with { type: 'json' }
import { flawText } from '../words/src/index.ts'
import { ENGLISH } from '../words/src/english.ts'

/** The demo pack with one thing changed, by path. */
function changed(path: readonly (string | number)[], value: unknown): unknown {
  const copy: unknown = structuredClone(document)
  let place = copy as Record<string | number, unknown>
  for (const part of path.slice(0, -1)) place = place[part] as Record<string | number, unknown>
  const last = path.at(-1) ?? ''
  if (value === undefined) Reflect.deleteProperty(place, last)
  else place[last] = value
  return copy
}

describe('the demo pack', () => {
  it('has each family the same, whichever was put together before it and however often', () => {
    const pack = demoPack()
    for (const round of [pack.families, pack.families.toReversed()])
      for (const family of round) {
        // A copy of its own has nothing that was filled before.
        const alone = structuredClone({ ...pack, families: [family] })
        const [its] = alone.families
        if (!its) throw new Error('The copy has no family')
        expect(composeFamily(pack, family)).toEqual(composeFamily(alone, its))
      }
  })
  it('is read whole: twenty-one families, 40 models of 8 makers over 12 years, phones, tablets and watches', () => {
    const { families, models } = demoPack()
    expect(families).toHaveLength(21)
    expect(models.length).toBeGreaterThanOrEqual(40)
    expect(new Set(models.map(({ maker }) => maker)).size).toBeGreaterThanOrEqual(8)
    expect(new Set(models.map(({ year }) => year)).size).toBeGreaterThanOrEqual(12)
    expect(new Set(models.map(({ kind }) => kind))).toEqual(new Set(['phone', 'tablet', 'watch']))
    const used = models.map(({ family }) => family)
    expect(new Set(used).size).toBe(21)
    expect(used.length - new Set(used).size).toBeGreaterThan(20)
  })
  it('has no finding of the pack check', () => {
    expect(checkPack(demoPack())).toEqual([])
  })
  it('writes each family in tens of lines, since parts and commonMethods are shared', () => {
    for (const family of document.families) {
      const own = JSON.stringify(family).length
      const written = demoPack().families.find(({ id }) => id === family.id)
      expect(own).toBeLessThan(6500)
      expect(JSON.stringify(written).length).toBeGreaterThan(own)
    }
    const methods: readonly object[] = document.families.flatMap((family): object[] => family.methods)
    expect(methods.every((one) => 'like' in one)).toBe(true)
  })
  it('lets a model override a time of its family, and an update of the system change the family', () => {
    const pack = demoPack()
    const forge = modelInPack(pack, 'brackwell-forge')
    const field = modelInPack(pack, 'brackwell-field-1')
    expect(forge?.family.durations['force-off']?.medianMs).toBe(16000)
    expect(field?.family.durations['force-off']?.medianMs).toBe(15000)
    expect(field && familyForModel(field.family, field.model)).toBe(field?.family)
    expect(modelInPack(pack, 'orrelin-vane-3')?.family.id).toBe('let-power-go-by-count')
    expect(modelInPack(pack, 'orrelin-vane-3', 11)?.family.id).toBe('let-power-go-by-count')
    expect(modelInPack(pack, 'orrelin-vane-3', 12)?.family.id).toBe('forced-off-data-gate')
  })
  it('has type allocation codes of the test range only, each with one model', () => {
    const tacs = demoPack().models.flatMap(({ tacs }) => tacs)
    expect(tacs.every((tac) => tac.startsWith('00'))).toBe(true)
    expect(new Set(tacs).size).toBe(tacs.length)
    expect(readImei(`${tacs[0]}000001`).kind).toBe('without-check-digit')
  })
  it('is described by a JSON Schema made from the schema that reads it', () => {
    const schema = JSON.stringify(packJsonSchema())
    expect(schema).toContain('"benevox-pack"')
    expect(schema).toContain('accountLock')
  })
})

describe('a pack with a fault is refused with its path and a sentence', () => {
  it.each([
    ['a wrong format', ['format'], 'other-pack', 'format'],
    ['a surplus field', ['surprise'], 1, ''],
    ['a model of no family', ['models', 0, 'family'], 'nobody', 'models.0.family'],
    ['a model twice', ['models', 1, 'id'], 'orrelin-vane-5', 'models.1.id'],
    [
      'a target that is not there',
      ['families', 4, 'states', 'settling', 'transitions', 0, 'to'],
      'nowhere',
      'families.4.states.settling.transitions.0.to',
    ],
    [
      'a fragment that is not there',
      ['families', 0, 'compose', 0, 'fragment'],
      'nothing',
      'families.0.compose.0',
    ],
    [
      'a parameter left out',
      ['families', 0, 'compose', 4, 'with', 'gate'],
      undefined,
      'families.0.compose.4.with',
    ],
    [
      'a parameter too many',
      ['families', 0, 'compose', 1, 'with', 'colour'],
      'red',
      'families.0.compose.1.with.colour',
    ],
    [
      'a duration of no name',
      ['families', 4, 'states', 'settling', 'transitions', 0, 'on', 'time'],
      'soon',
      'families.4.states.settling.transitions.0.on.time',
    ],
    [
      'durations out of order',
      ['families', 0, 'durations', 'boot'],
      { minMs: 9, medianMs: 5, maxMs: 10 },
      'families.0.durations.boot',
    ],
    [
      'a method with a key the device lacks',
      ['families', 4, 'methods', 0, 'with', 'pair'],
      ['crown', 'power'],
      'families.4.methods.0.steps.4',
    ],
    [
      'a common that is not there',
      ['families', 4, 'methods', 0, 'like'],
      'nobodys-common',
      'families.4.methods.0',
    ],
    [
      'a common filled with nonsense',
      ['families', 4, 'methods', 0, 'with', 'order'],
      'sideways',
      'families.4.methods.0.steps.4.order',
    ],
    [
      'a time for a duration that the family lacks',
      ['models', 0, 'durations'],
      { nothing: { minMs: 1, medianMs: 2, maxMs: 3 } },
      'models.0.durations.nothing',
    ],
    [
      'an update to no family',
      ['models', 0, 'updates'],
      [{ fromSystem: 12, family: 'nobody' }],
      'models.0.updates.0.family',
    ],
    [
      'a fragment filled with nonsense',
      ['families', 0, 'compose', 7, 'with', 'wrap'],
      'maybe',
      'families.0.compose.7.menus.main.wrap',
    ],
  ])('%s', (_, path, value, faultPath) => {
    const reading = readPack(changed(path, value))
    expect(reading.kind).toBe('refused')
    if (reading.kind === 'refused') {
      expect(reading.faults.map((fault) => fault.path.join('.'))).toContain(faultPath)
      for (const { flaw } of reading.faults) expect(flawText(flaw, ENGLISH).length).toBeGreaterThan(5)
    }
  })
  it.each([null, [], 'pack', { format: 'benevox-pack' }])('and so is %j', (what) => {
    expect(readPack(what).kind).toBe('refused')
  })
})
