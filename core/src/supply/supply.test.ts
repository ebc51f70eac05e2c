import fc from 'fast-check'
import Papa from 'papaparse'
import { describe, expect, it } from 'vitest'
import {
  checkSupply,
  keyOfCarrier,
  keyOfService,
  lostBetween,
  NOTHING_SUPPLIED,
  readTable,
  SUPPLY_TABLES,
  supplyList,
  tableOf,
  takesModel,
  type ListedService,
  type SupplyList,
  type SupplyTable,
} from './index.ts'

const TABLES = Object.keys(SUPPLY_TABLES) as SupplyTable[]
/** Names as people have them, those among them that a spreadsheet takes for formulas, quotes, separators. */
const name = fc
  .oneof(
    fc.string({ minLength: 1, maxLength: 20, unit: 'grapheme' }),
    fc.constantFrom('=1+1', '+45 1', '-x', '@home', "'=a", 'A "quoted", one', 'Ünï; co', 'two  spaces'),
  )
  .map((text) => text.trim())
  .filter((text) => text !== '' && text.length <= 40)
const country = fc.constantFrom('DE', 'US', 'DK', 'FR')
const unlike = <One>(keyOf: (one: One) => string) => ({ selector: keyOf, maxLength: 5 })

const service = (carriers: SupplyList['carriers']): fc.Arbitrary<ListedService> =>
  fc.record({
    id: fc.constant(1),
    name: fc.oneof(fc.constant(''), name),
    lock: carriers.length > 0 ? fc.constantFrom('carrier', 'account') : fc.constant('account'),
    carrier: fc.constant(''),
    carrierCountry: country,
    models: fc.array(
      name.filter((text) => !text.includes(';')),
      { maxLength: 3 },
    ),
    feeMinor: fc.nat(9_999_999),
    currency: fc.constant('EUR'),
    minDays: fc.nat(30),
    maxDays: fc.integer({ min: 30, max: 60 }),
    refundPercent: fc.nat(100),
    withdrawn: fc.boolean(),
  })
const lists: fc.Arbitrary<SupplyList> = fc
  .uniqueArray(
    fc.record({ name, country, askAt: fc.oneof(fc.constant(''), name) }),
    unlike((one) => keyOfCarrier(one.name, one.country)),
  )
  .chain((carriers) =>
    fc.record({
      carriers: fc.constant(carriers),
      suppliers: fc.uniqueArray(
        fc.record({
          id: fc.constant(1),
          name,
          mail: fc.option(fc.constant('orders@some.example')),
          language: fc.constantFrom('en', 'de'),
          country,
          region: fc.option(fc.constantFrom('SH', '75')),
          zone: fc.constantFrom('Europe/Berlin', 'America/New_York'),
          cutOff: fc.constantFrom('00:00', '15:30'),
          ordersAt: fc.option(fc.constantFrom('https://some.example/v1', 'v1/some/')),
          withdrawn: fc.boolean(),
          services: fc
            .tuple(fc.array(service(carriers), { maxLength: 4 }), fc.nat())
            .map(([some, nth]) =>
              some.map((one) => {
                const from = carriers[nth % Math.max(1, carriers.length)]
                return one.lock === 'carrier' && from
                  ? { ...one, carrier: from.name, carrierCountry: from.country }
                  : one
              }),
            )
            .map((some) => [...new Map(some.map((one) => [keyOfService(one), one])).values()]),
        }),
        unlike((one) => keyOfCarrier(one.name, '')),
      ),
      rules: fc.uniqueArray(
        fc.record({
          country,
          workingDays: fc.nat(20),
          source: name,
          lookedAt: fc.constant('2026-01-02'),
        }),
        unlike((one) => one.country),
      ),
    }),
  )
  .map(numbered)
/** With a number of its own for each. */
function numbered(list: SupplyList): SupplyList {
  let next = 0
  return {
    ...list,
    suppliers: list.suppliers.map((one, nth) => ({
      ...one,
      id: nth + 1,
      services: one.services.map((its) => ({ ...its, id: ++next })),
    })),
  }
}
/** Through a file, as a spreadsheet may have saved it. */
function throughCsv(list: SupplyList, into: SupplyList, table: SupplyTable, delimiter: ',' | ';') {
  const text = Papa.unparse(tableOf(list, table) as string[][], { delimiter })
  return readTable(into, Papa.parse<string[]>(text, { delimiter }).data)
}

describe('a list of suppliers as tables', () => {
  it('comes back from its four tables as it was, into an empty list or its own', () => {
    fc.assert(
      fc.property(lists, fc.constantFrom(',', ';'), (list, delimiter) => {
        expect(supplyList.parse(list)).toEqual(list)
        for (const before of [NOTHING_SUPPLIED, list]) {
          let now = before
          for (const table of TABLES) {
            const read = throughCsv(list, now, table, delimiter)
            if (read.kind === 'refused') throw new Error(JSON.stringify(read.faults))
            if (before === list) expect([read.added, read.changed]).toEqual([[], []])
            now = read.list
          }
          expect(now).toEqual(list)
        }
      }),
      { seed: 16, numRuns: 300 },
    )
  })

  it('writes no cell that a spreadsheet would reckon with', () => {
    fc.assert(
      fc.property(lists, (list) => {
        for (const table of TABLES)
          for (const cell of tableOf(list, table).flat()) expect(cell).not.toMatch(/^[=+\-@]/)
      }),
      { seed: 17, numRuns: 200 },
    )
  })

  const HEAD = SUPPLY_TABLES.services.join()
  const SKERRY = { name: 'Skerry Mobile', country: 'DE', askAt: '' }
  const FARPOINT: SupplyList = {
    ...NOTHING_SUPPLIED,
    carriers: [SKERRY],
    suppliers: [
      {
        id: 7,
        name: 'Farpoint Unlocks',
        mail: null,
        language: 'en',
        country: 'DE',
        region: null,
        zone: 'Europe/Berlin',
        cutOff: '15:00',
        ordersAt: null,
        withdrawn: false,
        services: [],
      },
    ],
  }
  const lineOf = (line: string) => readTable(FARPOINT, Papa.parse<string[]>(`${HEAD}\n${line}`).data)
  it.each([
    ['farpoint  unlocks,,carrier,Skerry Mobile,de,,12.5,eur,1,3,0,', 1250],
    ['FARPOINT UNLOCKS,,carrier,Skerry Mobile,DE,,"12,50",EUR,1,3,0,no', 1250],
    ['Fárpoint Unlocks,,carrier,Skerry Mobile,DE,,12,EUR,1,3,0,', 1200],
  ])('%s is a service of the supplier however its name is written', (line, feeMinor) => {
    const read = lineOf(line)
    expect(read.kind === 'read' && read.list.suppliers[0]?.services[0]).toMatchObject({
      feeMinor,
      currency: 'EUR',
      carrierCountry: 'DE',
    })
  })
  it.each([
    ['Nobody,,carrier,Skerry Mobile,DE,,12,EUR,1,3,0,', 'supplier-unknown'],
    ['Farpoint Unlocks,,carrier,Skerry Mobile,DE,,12.345,EUR,1,3,0,', 'cell fee'],
    ['Farpoint Unlocks,,carrier,Skerry Mobile,DE,,-1,EUR,1,3,0,', 'cell fee'],
    ['Farpoint Unlocks,,carrier,Skerry Mobile,Germany,,12,EUR,1,3,0,', 'cell carrier_country'],
    ['Farpoint Unlocks,,sim,Skerry Mobile,DE,,12,EUR,1,3,0,', 'cell lock'],
    ['Farpoint Unlocks,,carrier,Skerry Mobile,DE,,12,EUR,one,3,0,', 'cell min_days'],
    ['Farpoint Unlocks,,carrier,Skerry Mobile,DE,,12,EUR,1,3,101,', 'cell refund_percent'],
    ['Farpoint Unlocks,,carrier,Skerry Mobile,DE,,12,EUR,1,3,0,perhaps', 'cell withdrawn'],
    [
      'Farpoint Unlocks,,carrier,Skerry Mobile,DE,,12,EUR,1,3,0,\nFarpoint Unlocks,,carrier,SKERRY MOBILE,DE,,9,EUR,1,3,0,',
      'line-twice',
    ],
  ])('%s is refused, and nothing of the file is kept', (line, wanted) => {
    const read = lineOf(line)
    const flaws =
      read.kind === 'refused'
        ? read.faults.map(({ flaw }) => ('column' in flaw ? `${flaw.code} ${flaw.column}` : flaw.code))
        : []
    expect(flaws).toEqual([wanted])
  })
  it('says which table it is not, and which column is missing', () => {
    expect(readTable(FARPOINT, [['some', 'thing']])).toMatchObject({
      faults: [{ line: 1, flaw: { code: 'no-such-table' } }],
    })
    expect(readTable(FARPOINT, [SUPPLY_TABLES.rules.filter((column) => column !== 'source')])).toMatchObject({
      faults: [{ line: 1, flaw: { code: 'column-missing', column: 'source' } }],
    })
  })
})

describe('a list that is in use', () => {
  const around = { currency: 'EUR', today: '2026-11-29' }
  it('may be followed by any list that keeps what can stand on orders, and by no other', () => {
    fc.assert(
      fc.property(
        lists,
        fc.nat(),
        fc.constantFrom('kept', 'supplier', 'service', 'lock'),
        (list, nth, how) => {
          const all = list.suppliers.flatMap(({ services }) => services)
          const one = all[nth % Math.max(1, all.length)]
          const changed = (make: (its: ListedService) => ListedService[]): SupplyList => ({
            ...list,
            suppliers: list.suppliers.map((supplier) => ({
              ...supplier,
              name: `${supplier.name}!`,
              services: supplier.services.flatMap((its) => (its === one ? make(its) : [its])),
            })),
          })
          const after =
            how === 'supplier'
              ? { ...list, suppliers: list.suppliers.slice(1) }
              : how === 'service'
                ? changed(() => [])
                : how === 'lock'
                  ? changed((its) => [{ ...its, carrierCountry: 'ZZ' }])
                  : changed((its) => [{ ...its, feeMinor: 1, withdrawn: true }])
          const isLost = how === 'supplier' ? list.suppliers.length > 0 : how !== 'kept' && all.length > 0
          expect(lostBetween(list, after).length > 0).toBe(isLost)
        },
      ),
      { seed: 18, numRuns: 300 },
    )
  })

  it('has a fault for each thing that would mislead', () => {
    fc.assert(
      fc.property(lists, (list) => {
        expect(checkSupply(list, around)).toEqual([])
        const [carrier] = list.carriers
        if (carrier)
          expect(checkSupply({ ...list, carriers: [...list.carriers, carrier] }, around)[0]?.code).toBe(
            'name-twice',
          )
        const codes = (more: Parameters<typeof checkSupply>[1]) =>
          checkSupply(list, more).map(({ code }) => code)
        const used = list.suppliers.flatMap(({ services }) => services).filter((one) => !one.withdrawn)
        expect(codes({ ...around, currency: 'USD' })).toEqual(used.map(() => 'other-currency'))
        expect(codes({ ...around, hasHolidays: () => false })).toEqual(
          list.suppliers.map(() => 'no-holidays'),
        )
        expect(codes({ ...around, today: '2026-01-01' })).toEqual(list.rules.map(() => 'looked-at-in-future'))
      }),
      { seed: 19, numRuns: 200 },
    )
  })

  it.each([
    [[], 'Harrow Vane 5', true],
    [[], undefined, true],
    [['Vane 5'], 'Harrow Vane 5', true],
    [['harrow vane 5'], 'Harrow Vane 5', true],
    [['Vane 5'], 'Harrow Vane 55', false],
    [['ane 5'], 'Harrow Vane 5', false],
    [['Vane 5'], undefined, false],
    [['Vane 5', 'Slate'], 'Any Slate', true],
  ])('models %j take %s: %s', (models, device, takes) => {
    expect(takesModel({ models }, device)).toBe(takes)
  })
})
