import { packJsonSchema, readPack } from '@benevox/core/catalog'
import { readImei } from '@benevox/core/imei'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'
import document from './pack.json' with { type: 'json' }

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
  it('is read whole: at least 6 makers and 12 models over five families, a tablet and a watch among them', () => {
    const pack = demoPack()
    expect(new Set(pack.models.map(({ maker }) => maker)).size).toBeGreaterThanOrEqual(6)
    expect(pack.models.length).toBeGreaterThanOrEqual(12)
    expect(pack.families).toHaveLength(5)
    expect(new Set(pack.models.map(({ kind }) => kind))).toEqual(new Set(['phone', 'tablet', 'watch']))
    expect(new Set(pack.models.map(({ family }) => family)).size).toBe(5)
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
      ['families', 1, 'states', 'dark', 'transitions', 1, 'to'],
      'nowhere',
      'families.1.states.dark.transitions.1.to',
    ],
    [
      'a fragment that is not there',
      ['families', 0, 'compose', 0, 'fragment'],
      'nothing',
      'families.0.compose.0',
    ],
    [
      'a parameter left out',
      ['families', 0, 'compose', 1, 'with', 'bootTime'],
      undefined,
      'families.0.compose.1.with',
    ],
    [
      'a parameter too many',
      ['families', 0, 'compose', 1, 'with', 'colour'],
      'red',
      'families.0.compose.1.with.colour',
    ],
    [
      'a duration of no name',
      ['families', 1, 'states', 'dark', 'transitions', 0, 'on', 'time'],
      'soon',
      'families.1.states.dark.transitions.0.on.time',
    ],
    [
      'durations out of order',
      ['families', 0, 'durations', 'boot'],
      { minMs: 9, medianMs: 5, maxMs: 10 },
      'families.0.durations.boot',
    ],
    [
      'a procedure with a key the device lacks',
      ['families', 4, 'procedures', 0, 'steps', 3, 'key'],
      'crown',
      'families.4.procedures.0.steps.3',
    ],
    [
      'a fragment filled with nonsense',
      ['families', 0, 'compose', 5, 'with', 'wrap'],
      'maybe',
      'families.0.compose.5.menus.main.wrap',
    ],
  ])('%s', (_, path, value, faultPath) => {
    const reading = readPack(changed(path, value))
    expect(reading.kind).toBe('refused')
    if (reading.kind === 'refused') {
      expect(reading.faults.map((fault) => fault.path.join('.'))).toContain(faultPath)
      for (const { sentence } of reading.faults) expect(sentence.length).toBeGreaterThan(5)
    }
  })
  it.each([null, [], 'pack', { format: 'benevox-pack' }])('and so is %j', (what) => {
    expect(readPack(what).kind).toBe('refused')
  })
})
