import { describe, expect, it } from 'vitest'
import { cpuMs } from '../../test/cpuMs.ts'
import { hostileParts, modelById, modelInPack, newFamily, type Family, type Model } from './index.ts'

const family = (id: string): Family => ({ ...newFamily('phone'), id, name: id })
const model = (id: string, more: Partial<Model> = {}): Model => ({
  id,
  maker: 'Norvane',
  name: id,
  codeNames: [],
  modelText: id,
  kind: 'phone',
  cellular: true,
  tacs: [],
  source: 'tried-here',
  ...more,
})

describe('a model in a pack', () => {
  const own = { wipe: { minMs: 1, medianMs: 2, maxMs: 3 } }
  const pack = {
    families: [family('old'), family('new'), family('newest')],
    models: [
      model('plain', { family: 'old' }),
      model('named-only'),
      model('own-times', { family: 'old', durations: own }),
      model('updated', {
        family: 'old',
        updates: [
          { fromSystem: 14, family: 'newest' },
          { fromSystem: 12, family: 'new' },
        ],
      }),
      model('known-since', { updates: [{ fromSystem: 12, family: 'new' }] }),
    ],
  }
  const familyOf = (id: string, system?: number) => modelInPack(pack, id, system)?.family.id

  it('behaves like its family', () => expect(familyOf('plain')).toBe('old'))
  it.each([
    [undefined, 'old'],
    [11, 'old'],
    [12, 'new'],
    [13, 'new'],
    [14, 'newest'],
    [99, 'newest'],
  ])('after an update to system %s behaves like %s', (system, id) => {
    expect(familyOf('updated', system)).toBe(id)
  })
  it('may be known from one system on only', () => {
    expect([familyOf('known-since'), familyOf('known-since', 11), familyOf('known-since', 12)]).toEqual([
      undefined,
      undefined,
      'new',
    ])
  })
  it('known by name only is there, and leads to no family', () => {
    expect(modelById(pack, 'named-only')?.name).toBe('named-only')
    expect(modelInPack(pack, 'named-only')).toBeUndefined()
    expect(modelById(pack, 'nobody')).toBeUndefined()
    expect(modelById(pack, undefined)).toBeUndefined()
  })
  it('puts its own times in the family’s place, and leaves the family as it is for others', () => {
    expect(modelInPack(pack, 'own-times')?.family.durations['wipe']).toEqual(own.wipe)
    expect(modelInPack(pack, 'own-times')?.family.durations['first-start']).toEqual(
      pack.families[0]?.durations['first-start'],
    )
    expect(modelInPack(pack, 'plain')?.family.durations['wipe']).not.toEqual(own.wipe)
  })
  it('is the same object each time, so that what is made from it is made once', () => {
    expect(modelInPack(pack, 'own-times')).toBe(modelInPack(pack, 'own-times'))
    expect(modelInPack(pack, 'updated', 12)).not.toBe(modelInPack(pack, 'updated', 14))
  })
  it('another pack has its own', () => {
    const other = { ...pack, models: [model('plain', { family: 'new' })] }
    expect(modelInPack(other, 'plain')?.family.id).toBe('new')
    expect(familyOf('plain')).toBe('old')
  })
})

describe('what no honest document has', () => {
  const nested = (levels: number): unknown => {
    let value: unknown = 1
    for (let n = 0; n < levels; n++) value = n % 2 ? { a: value } : [value]
    return value
  }
  it('is nesting without end, found without end of memory or time', () => {
    const deep = nested(200_000)
    expect(cpuMs(() => hostileParts(deep))).toBeLessThan(2000)
    expect(hostileParts(deep).map(({ flaw }) => flaw)).toEqual([{ code: 'too-deep', most: 40 }])
    expect(hostileParts(nested(39))).toEqual([])
  })
  it('is a key named like the prototype, with its path', () => {
    const document: unknown = JSON.parse('{"models": [{"id": "a"}, {"__proto__": {"admin": true}}]}')
    expect(hostileParts(document)).toEqual([
      { path: ['models', 1, '__proto__'], flaw: { code: 'no-name', name: '__proto__' } },
    ])
  })
  it('is not listed without end', () => {
    const document: unknown = JSON.parse(`[${Array<string>(500).fill('{"__proto__": 1}').join(',')}]`)
    expect(hostileParts(document)).toHaveLength(20)
  })
  it('is nothing of what stands in an ordinary one', () => {
    for (const value of [null, 1, 'x', [], {}, { constructor: 1, prototype: { a: [1] } }])
      expect(hostileParts(value)).toEqual([])
  })
})
