import type { z } from 'zod'
import { flawOf, type ShapeFlaw } from '../catalog/index.ts'
import {
  folded,
  keyOfCarrier,
  keyOfService,
  listedCarrier,
  listedService,
  listedSupplier,
  type ListedCarrier,
  type ListedService,
  type ListedSupplier,
  type SupplyList,
} from './list.ts'
import { carrierRule, type CarrierRule } from './rules.ts'

/** The parts of a list that are written and read as tables, with the headings of their columns. */
export const SUPPLY_TABLES = {
  carriers: ['name', 'country', 'ask_at'],
  suppliers: ['name', 'mail', 'language', 'country', 'region', 'zone', 'cut_off', 'orders_at', 'withdrawn'],
  services: [
    'supplier',
    'name',
    'lock',
    'carrier',
    'carrier_country',
    'models',
    'fee',
    'currency',
    'min_days',
    'max_days',
    'refund_percent',
    'withdrawn',
  ],
  rules: ['country', 'working_days', 'source', 'looked_at'],
} as const satisfies Readonly<Record<string, readonly string[]>>
export type SupplyTable = keyof typeof SUPPLY_TABLES

/** What is wrong with a line of a table. */
export type TableFlaw =
  | { readonly code: 'no-such-table' | 'unreadable' }
  | { readonly code: 'column-missing'; readonly column: string }
  | { readonly code: 'cell'; readonly column: string; readonly cell: string; readonly flaw: ShapeFlaw }
  | { readonly code: 'supplier-unknown'; readonly cell: string }
  | { readonly code: 'line-twice' }

export interface TableFault {
  /** From 1, the headings included. */
  readonly line: number
  readonly flaw: TableFlaw
}

export type TableReading =
  | { readonly kind: 'refused'; readonly faults: readonly TableFault[] }
  | {
      readonly kind: 'read'
      readonly table: SupplyTable
      /** The list with what the table says of it; what the table does not name stays as it is. */
      readonly list: SupplyList
      readonly added: readonly string[]
      readonly changed: readonly string[]
      readonly unchanged: number
    }

/** A part of a list as lines of cells, its headings first; none of them is a formula to a spreadsheet. */
export function tableOf(list: SupplyList, table: SupplyTable): readonly string[][] {
  return [[...SUPPLY_TABLES[table]], ...linesOf(list, table).map((line) => line.map(asText))]
}

/** What a spreadsheet would take for a formula is written as text, and read back as it was. */
const asText = (cell: string) => (/^'*[=+\-@]/.test(cell) ? `'${cell}` : cell)
const asWritten = (cell: string) => (/^'+[=+\-@]/.test(cell) ? cell.slice(1) : cell)

function linesOf({ carriers, suppliers, rules }: SupplyList, table: SupplyTable): readonly string[][] {
  switch (table) {
    case 'carriers':
      return carriers.map(({ name, country, askAt }) => [name, country, askAt])
    case 'suppliers':
      return suppliers.map((one) => [
        one.name,
        one.mail ?? '',
        one.language,
        one.country,
        one.region ?? '',
        one.zone,
        one.cutOff,
        one.ordersAt ?? '',
        yesOrNo(one.withdrawn),
      ])
    case 'services':
      return suppliers.flatMap(({ name: supplier, services }) =>
        services.map((one) => [
          supplier,
          one.name,
          one.lock,
          one.carrier,
          one.carrierCountry,
          one.models.join('; '),
          (one.feeMinor / 100).toFixed(2),
          one.currency,
          String(one.minDays),
          String(one.maxDays),
          String(one.refundPercent),
          yesOrNo(one.withdrawn),
        ]),
      )
    case 'rules':
      return rules.map(({ country, workingDays, source, lookedAt }) => [
        country,
        String(workingDays),
        source,
        lookedAt,
      ])
  }
}
const yesOrNo = (is: boolean) => (is ? 'yes' : 'no')

/**
 * What a table says, put into a list: lines whose names are known change what they name, others are added. Nothing is kept
 * of a table with a fault.
 * @param lines cells of each line, the headings first; columns in any order, capitals and spaces at their ends aside
 */
export function readTable(list: SupplyList, lines: readonly (readonly string[])[]): TableReading {
  const headings = (lines[0] ?? []).map((cell) => cell.trim().toLowerCase())
  const table = whichTable(headings)
  if (!table) return { kind: 'refused', faults: [{ line: 1, flaw: { code: 'no-such-table' } }] }
  const missing = SUPPLY_TABLES[table].filter((column) => !headings.includes(column))
  if (missing.length > 0)
    return {
      kind: 'refused',
      faults: missing.map((column) => ({ line: 1, flaw: { code: 'column-missing', column } })),
    }
  const faults: TableFault[] = []
  const into = new Filling(list)
  lines.slice(1).forEach((cells, index) => {
    if (cells.every((cell) => cell.trim() === '')) return
    const of = (column: string) => asWritten((cells[headings.indexOf(column)] ?? '').trim())
    const flaws = into.take(table, of)
    faults.push(...flaws.map((flaw) => ({ line: index + 2, flaw })))
  })
  return faults.length > 0 ? { kind: 'refused', faults } : { kind: 'read', table, ...into.filled }
}

/** By the columns that no other table has. */
function whichTable(headings: readonly string[]): SupplyTable | undefined {
  const has = (column: string) => headings.includes(column)
  if (has('supplier')) return 'services'
  if (has('working_days')) return 'rules'
  if (has('ask_at')) return 'carriers'
  return has('zone') ? 'suppliers' : undefined
}

type Cells = (column: string) => string

/** A list being filled line by line, each line once. */
class Filling {
  #list: SupplyList
  readonly #met = new Set<string>()
  readonly #added: string[] = []
  readonly #changed: string[] = []
  #unchanged = 0
  constructor(list: SupplyList) {
    this.#list = list
  }

  get filled() {
    return {
      list: this.#list,
      added: this.#added,
      changed: this.#changed,
      unchanged: this.#unchanged,
    }
  }

  take(table: SupplyTable, of: Cells): readonly TableFlaw[] {
    switch (table) {
      case 'carriers':
        return this.#takeCarrier(of)
      case 'suppliers':
        return this.#takeSupplier(of)
      case 'services':
        return this.#takeService(of)
      case 'rules':
        return this.#takeRule(of)
    }
  }

  #takeCarrier(of: Cells): readonly TableFlaw[] {
    const read = readLine<ListedCarrier>(listedCarrier, of, {
      name: ['name', text],
      country: ['country', capitals],
      askAt: ['ask_at', text],
    })
    if ('flaws' in read) return read.flaws
    const keyOf = ({ name, country }: ListedCarrier) => keyOfCarrier(name, country)
    const carriers = this.#put(
      this.#list.carriers,
      read.value,
      keyOf,
      `${read.value.name} ${read.value.country}`,
    )
    return this.#kept(carriers && { ...this.#list, carriers })
  }

  #takeRule(of: Cells): readonly TableFlaw[] {
    const read = readLine<CarrierRule>(carrierRule, of, {
      country: ['country', capitals],
      workingDays: ['working_days', number],
      source: ['source', text],
      lookedAt: ['looked_at', text],
    })
    if ('flaws' in read) return read.flaws
    const rules = this.#put(this.#list.rules, read.value, ({ country }) => country, read.value.country)
    return this.#kept(rules && { ...this.#list, rules })
  }

  #takeSupplier(of: Cells): readonly TableFlaw[] {
    const { suppliers } = this.#list
    const before = suppliers.find(({ name }) => folded(name) === folded(of('name')))
    const read = readLine<Omit<ListedSupplier, 'id' | 'services'>>(
      listedSupplier.omit({ id: true, services: true }),
      of,
      {
        name: ['name', text],
        mail: ['mail', orNull],
        language: ['language', (cell) => cell.toLowerCase()],
        country: ['country', capitals],
        region: ['region', (cell) => orNull(cell.toUpperCase())],
        zone: ['zone', text],
        cutOff: ['cut_off', text],
        ordersAt: ['orders_at', orNull],
        withdrawn: ['withdrawn', yes],
      },
    )
    if ('flaws' in read) return read.flaws
    const id = before?.id ?? nextId(suppliers)
    const one = { id, ...read.value, services: before?.services ?? [] }
    const put = this.#put(suppliers, one, ({ name }) => folded(name), one.name)
    return this.#kept(put && { ...this.#list, suppliers: put })
  }

  #takeService(of: Cells): readonly TableFlaw[] {
    const { suppliers } = this.#list
    const supplier = suppliers.find(({ name }) => folded(name) === folded(of('supplier')))
    if (!supplier) return [{ code: 'supplier-unknown', cell: of('supplier') }]
    const read = readLine<Omit<ListedService, 'id'>>(listedService.omit({ id: true }), of, {
      name: ['name', text],
      lock: ['lock', (cell) => cell.toLowerCase()],
      carrier: ['carrier', text],
      carrierCountry: ['carrier_country', capitals],
      models: ['models', listOf],
      feeMinor: ['fee', minor],
      currency: ['currency', capitals],
      minDays: ['min_days', number],
      maxDays: ['max_days', number],
      refundPercent: ['refund_percent', number],
      withdrawn: ['withdrawn', yes],
    })
    if ('flaws' in read) return read.flaws
    const known = supplier.services.find((one) => keyOfService(one) === keyOfService(read.value))
    const id = known?.id ?? nextId(suppliers.flatMap(({ services }) => services))
    const one = { id, ...read.value }
    const name = [supplier.name, one.carrier, one.carrierCountry, one.name].filter(Boolean).join(' ')
    const put = this.#put(supplier.services, one, keyOfService, name, `${supplier.id} `)
    return this.#kept(
      put && {
        ...this.#list,
        suppliers: suppliers.map((its) => (its === supplier ? { ...its, services: put } : its)),
      },
    )
  }

  /** @returns undefined where the same was named by another line already */
  #put<One>(
    all: readonly One[],
    one: One,
    keyOf: (one: One) => string,
    name: string,
    under = '',
  ): One[] | undefined {
    const key = keyOf(one)
    if (this.#met.has(under + key)) return undefined
    this.#met.add(under + key)
    const at = all.findIndex((other) => keyOf(other) === key)
    const before = all[at]
    if (!before) this.#added.push(name)
    else if (JSON.stringify(sorted(before)) === JSON.stringify(sorted(one))) this.#unchanged++
    else this.#changed.push(name)
    return before ? all.map((other, index) => (index === at ? one : other)) : [...all, one]
  }

  #kept(list: SupplyList | undefined): readonly TableFlaw[] {
    if (!list) return [{ code: 'line-twice' }]
    this.#list = list
    return []
  }
}

const sorted = (one: unknown) => Object.entries(one as object).sort(([a], [b]) => (a < b ? -1 : 1))
export const nextId = (all: readonly { readonly id: number }[]): number =>
  Math.max(0, ...all.map(({ id }) => id)) + 1

const text = (cell: string) => cell
const capitals = (cell: string) => cell.toUpperCase()
const orNull = (cell: string) => (cell === '' ? null : cell)
const listOf = (cell: string) =>
  cell
    .split(';')
    .map((part) => part.trim())
    .filter((part) => part !== '')
/** What is no number stays what it is, and is refused as such. */
const number = (cell: string) => (/^\d{1,9}$/.test(cell) ? Number(cell) : cell)
/** `12.5`, `12,50` and `12` alike, in minor units; nothing else is guessed. @returns undefined where it is no amount */
export function amountOf(text: string): number | undefined {
  const [read, whole = '', part = ''] = /^(\d{1,5})(?:[.,](\d{1,2}))?$/.exec(text) ?? []
  return read === undefined ? undefined : Number(whole) * 100 + Number(part.padEnd(2, '0'))
}
const minor = (cell: string) => amountOf(cell) ?? cell
const yes = (cell: string) => {
  const said = cell.toLowerCase()
  return said === 'yes' ? true : said === 'no' || said === '' ? false : cell
}

type Columns<One> = {
  readonly [Field in keyof One]-?: readonly [column: string, read: (cell: string) => unknown]
}

function readLine<One>(
  schema: z.ZodType<One>,
  of: Cells,
  columns: Columns<One>,
): { readonly value: One } | { readonly flaws: readonly TableFlaw[] } {
  const fields = Object.entries(columns) as [string, Columns<One>[keyof One]][]
  const value = Object.fromEntries(fields.map(([field, [column, read]]) => [field, read(of(column))]))
  const parsed = schema.safeParse(value)
  if (parsed.success) return { value: parsed.data }
  return {
    flaws: parsed.error.issues.map((issue) => {
      const [column = ''] = columns[issue.path[0] as keyof One] ?? []
      return { code: 'cell', column, cell: of(column), flaw: flawOf(issue) }
    }),
  }
}
