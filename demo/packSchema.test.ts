import { packJsonSchema, readPack } from '@benevox/core/catalog'
import { Ajv2020 } from 'ajv/dist/2020.js'
import { describe, expect, it } from 'vitest'
import { demoPackAsWritten } from './demoPack.ts'
import document from './pack.json' with { type: 'json' }

/** The published schema, read by a validator that had no part in making it (Ajv, JSON Schema 2020-12). */
const validate = new Ajv2020({ strict: false, allErrors: true }).compile(packJsonSchema())
const holds = (pack: unknown) => Boolean(validate(pack))
type Written = ReturnType<typeof demoPackAsWritten>
const changed = (change: (pack: Written) => void): Written => {
  const pack = demoPackAsWritten()
  change(pack)
  return pack
}

describe('the JSON Schema of a pack', () => {
  it('holds for the demo’s file, as it is written and as it is read back', () => {
    expect(holds(document)).toBe(true)
    expect(holds(demoPackAsWritten())).toBe(true)
  })
  it.each<[string, (pack: Written) => void]>([
    ['a format of its own', (pack) => Object.assign(pack, { format: 'other' })],
    ['a version that is a text', (pack) => Object.assign(pack, { version: '1' })],
    ['a field nobody knows', (pack) => Object.assign(pack, { surprise: true })],
    ['an id with capitals', (pack) => Object.assign(pack.models[0] ?? {}, { id: 'Vane 5' })],
    ['a TAC of seven digits', (pack) => Object.assign(pack.models[0] ?? {}, { tacs: ['1234567'] })],
    ['a kind that is none', (pack) => Object.assign(pack.models[0] ?? {}, { kind: 'toaster' })],
    ['a port that is none', (pack) => Object.assign(pack.models[0] ?? {}, { port: 'parallel' })],
    ['a key that is none', (pack) => Object.assign(pack.families[0]?.keys[0] ?? {}, { id: 'turbo' })],
    ['a key beyond its edge', (pack) => Object.assign(pack.families[0]?.keys[0] ?? {}, { at: 1.2 })],
    ['a family without a way', (pack) => Object.assign(pack.families[0] ?? {}, { methods: [] })],
    ['a source that is none', (pack) => Object.assign(pack.families[0] ?? {}, { source: 'heard' })],
    ['no families', (pack) => Object.assign(pack, { families: [] })],
  ])('does not hold for %s, and neither does the reader take it', (_, change) => {
    const pack = changed(change)
    expect([holds(pack), readPack(pack).kind]).toEqual([false, 'refused'])
  })
  it('says no more than the shape: names that are not there are for the reader', () => {
    const pack = changed((one) => Object.assign(one.models[0] ?? {}, { family: 'nowhere' }))
    expect([holds(pack), readPack(pack).kind]).toEqual([true, 'refused'])
  })
  it('what leaves as JSON comes back as what it was', () => {
    const again = readPack(JSON.parse(JSON.stringify(demoPackAsWritten())))
    expect(again.kind === 'pack' && again.written).toEqual(demoPackAsWritten())
  })
})
