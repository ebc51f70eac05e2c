import { describe, expect, it } from 'vitest'
import {
  api,
  changeCatalogBody,
  changeFactsBody,
  networkKey,
  openApiDocument,
  orderChange,
  problem,
  type Route,
} from './index.ts'

describe('the route table', () => {
  it('names every address once, with a schema for each part of its path', () => {
    const routes = Object.values<Route>(api)
    const addresses = routes.map(({ method, path }) => `${method} ${path}`)
    expect(new Set(addresses).size).toBe(addresses.length)
    for (const { path, params } of routes) {
      const named = [...path.matchAll(/:(\w+)/g)].map(([, name]) => name)
      expect(Object.keys(params?.shape ?? {}).sort()).toEqual(named.sort())
    }
  })
  it('has no body that would take a customer’s PIN, pattern or password', () => {
    const fields = JSON.stringify(openApiDocument()).match(
      /"(pin|pattern|passcode|unlockPattern|secondStepCode|accountPassword)":\{/gi,
    )
    // “pattern” is also a JSON Schema keyword, whose value is a text and not a field’s schema.
    expect(fields).toBeNull()
  })
})

describe('a change of facts', () => {
  it('takes values and takes answers back, and nothing unknown', () => {
    expect(
      changeFactsBody.safeParse({ version: 1, facts: { battery: 'unknown', hazard: null } }).success,
    ).toBe(true)
    for (const facts of [
      { pin: '1234' },
      { wrongEntries: -1 },
      { wrongEntries: 1.5 },
      { carrierCountry: 'de' },
      { imei: '49015420323751' },
    ])
      expect(changeFactsBody.safeParse({ version: 1, facts }).success, JSON.stringify(facts)).toBe(false)
    expect(changeFactsBody.safeParse({ version: 0 }).success).toBe(false)
  })
})

describe('a carrier’s code', () => {
  // 3GPP TS 22.022 (from memory): a network control key has 8 to 16 decimal digits; a string, so zeros count.
  it.each([
    ['00000000', true],
    ['0049182700491827', true],
    ['1234567', false],
    ['00491827004918270', false],
    ['0049182a', false],
    ['', false],
  ])('%s', (code, fits) => {
    expect(networkKey.safeParse(code).success).toBe(fits)
    expect(orderChange.safeParse({ kind: 'answered', answer: 'code', code }).success).toBe(fits)
  })
})

describe('a change of the catalogue', () => {
  const model = {
    id: 'a',
    maker: 'Norvane',
    name: 'A',
    modelText: 'NV-A',
    kind: 'phone',
    cellular: true,
    source: 'tried-here',
  }
  const read = (change: unknown, more: object = {}) =>
    changeCatalogBody.safeParse({ base: 1, note: ' why ', change, ...more })
  it('is one family, models, or another pack, on the version it was made from', () => {
    expect(read({ kind: 'models', models: [model] }).data).toMatchObject({
      note: 'why',
      change: { models: [{ ...model, codeNames: [], tacs: [] }] },
    })
    expect(read({ kind: 'pack', pack: { anything: 1 } }).success).toBe(true)
    for (const bad of [
      { kind: 'models', models: [] },
      { kind: 'models', models: [{ ...model, id: 'With Capitals' }] },
      { kind: 'models', models: [{ ...model, pin: '1234' }] },
      { kind: 'family', family: { id: 'half' } },
      { kind: 'everything' },
      undefined,
    ])
      expect(read(bad).success).toBe(false)
    expect(read({ kind: 'models', models: [model] }, { base: 0 }).success).toBe(false)
    expect(read({ kind: 'models', models: [model] }, { note: 'x'.repeat(201) }).success).toBe(false)
  })
})

describe('a problem', () => {
  it('has a code of the closed list', () => {
    const said = {
      type: 'urn:x',
      title: 'x',
      status: 409,
      code: 'stale-version',
      detail: 'x',
      reason: { code: 'x' },
    }
    expect(problem.safeParse(said).success).toBe(true)
    expect(problem.safeParse({ ...said, code: 'oops' }).success).toBe(false)
    expect(problem.safeParse({ ...said, reason: {} }).success).toBe(false)
  })
})
