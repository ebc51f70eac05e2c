import type { CatalogVersion } from '@benevox/contract'
import {
  previewImport,
  readList,
  readPack,
  tooMuchIn,
  type Flaw,
  type ImportPreview,
  type ListedDevice,
  type ListKind,
  type MappingRule,
  type Model,
  type Pack,
  type PackAsWritten,
} from '@benevox/core/catalog'
import { checkPack, type PackFinding } from '@benevox/core/method'
import { expose } from 'comlink'
import Papa from 'papaparse'
import { call, rememberCsrfToken } from '../api/client.ts'
import { noJson, readText, refusedBySize } from './readText.ts'

/** What is wrong with a file or worth knowing about it, by its place. */
export interface Remark {
  /** Inside a pack, or the line of a list; empty for the file as a whole. */
  readonly at: readonly (string | number)[] | number
  readonly flaw: Flaw
}

/** What taking a pack in would change. */
export interface PackDifference {
  readonly families: Difference
  readonly models: Difference
  readonly fragments: Difference
}
export interface Difference {
  readonly added: readonly string[]
  readonly changed: readonly string[]
  readonly gone: readonly string[]
}

/** A preview as far as a screen can show it; the rest stays here until it is taken in. */
export interface ListDigest {
  readonly added: number
  readonly changed: number
  readonly unchanged: number
  readonly withoutFamily: number
  readonly leftOut: readonly Remark[]
  readonly leftOutCount: number
  readonly samples: readonly { readonly before?: Model | undefined; readonly after: Model }[]
}

export type FileReading =
  | { readonly kind: 'refused'; readonly remarks: readonly Remark[] }
  | {
      readonly kind: 'pack'
      readonly title: string
      readonly difference: PackDifference
      /** Of the pack check: what can be read and will not serve. */
      readonly findings: readonly PackFinding[]
    }
  | {
      readonly kind: 'list'
      readonly list: ListKind
      readonly lines: number
      readonly makers: readonly string[]
    }

/** What is being done: a message of its own each. */
export type Doing = 'reading' | 'checking' | 'verifying' | 'comparing' | 'importing'
export type Progress = (part: number, doing: Doing) => void

const MOST_REMARKS = 50
const MOST_SAMPLES = 60
/** A large list on a machine that does much else; it may be left off meanwhile. */
const TAKING_IN_MS = 900_000
/** Progress is told after so many lines. */
const STRIDE = 2000

let pack: PackAsWritten | undefined
let devices: readonly ListedDevice[] = []
let taken: readonly Model[] = []

const refused = (flaw: Flaw, at: Remark['at'] = []): FileReading => ({
  kind: 'refused',
  remarks: [{ at, flaw }],
})

const api = {
  /** Reads a file and says what it is; nothing is changed. */
  async read(file: File, current: Pack, told: Progress): Promise<FileReading> {
    const tooLarge = refusedBySize(file.size)
    if (tooLarge) return refused(tooLarge)
    told(0, 'reading')
    const reading = readText(new Uint8Array(await file.arrayBuffer()))
    if (reading.kind === 'refused') return refused(reading.flaw)
    told(0.1, 'reading')
    return /^\s*[{[]/.test(reading.text.slice(0, 200))
      ? packIn(reading.text, current, told)
      : listIn(reading.text, told)
  },

  /** What the list that was read would change under some rules. */
  preview(current: Pick<Pack, 'models'>, rules: readonly MappingRule[], told: Progress): ListDigest | Remark {
    const reading = previewImport(current, devices, rules, (done) =>
      told(0.5 + 0.4 * (done / Math.max(1, devices.length)), 'comparing'),
    )
    if (reading.kind === 'refused') return { at: reading.line, flaw: reading.flaw }
    const { added, changed } = reading.preview
    taken = [...added, ...changed.map(({ after }) => after)]
    told(1, 'comparing')
    return digestOf(reading.preview)
  },

  /** Sends what was read: all of it, or nothing. */
  async takeIn(base: number, note: string, told: Progress): Promise<CatalogVersion> {
    told(0.9, 'importing')
    const { csrfToken } = await call('getSession', {})
    rememberCsrfToken(csrfToken)
    const change = pack ? { kind: 'pack' as const, pack } : { kind: 'models' as const, models: [...taken] }
    return call('changeCatalog', { body: { base, note, change }, timeoutMs: TAKING_IN_MS })
  },
}
export type ImportWorker = typeof api
expose(api)

function packIn(text: string, current: Pack, told: Progress): FileReading {
  const tooMuch = tooMuchIn(text)
  if (tooMuch) return refused(tooMuch)
  let document: unknown
  try {
    document = JSON.parse(text)
  } catch (error) {
    return refused(noJson(text, error))
  }
  told(0.4, 'checking')
  const reading = readPack(document)
  if (reading.kind === 'refused')
    return {
      kind: 'refused',
      remarks: reading.faults.slice(0, MOST_REMARKS).map(({ path, flaw }) => ({ at: path, flaw })),
    }
  told(0.6, 'verifying')
  const findings = checkPack(reading.pack).slice(0, MOST_REMARKS)
  pack = reading.written
  told(1, 'checking')
  return {
    kind: 'pack',
    title: reading.pack.title,
    findings,
    difference: {
      families: differenceOf(current.families, reading.pack.families, ({ name }) => name),
      models: differenceOf(current.models, reading.pack.models, ({ maker, name }) => `${maker} ${name}`),
      fragments: differenceOf(current.fragments, reading.pack.fragments, ({ id }) => id),
    },
  }
}

function differenceOf<One extends { readonly id: string }>(
  before: readonly One[],
  after: readonly One[],
  nameOf: (one: One) => string,
): Difference {
  const old = new Map(before.map((one) => [one.id, JSON.stringify(one)]))
  const ids = new Set(after.map(({ id }) => id))
  return {
    added: after.filter(({ id }) => !old.has(id)).map(nameOf),
    changed: after.filter((one) => old.has(one.id) && old.get(one.id) !== JSON.stringify(one)).map(nameOf),
    gone: before.filter(({ id }) => !ids.has(id)).map(nameOf),
  }
}

function listIn(text: string, told: Progress): FileReading {
  const table: string[][] = []
  let wrong: Remark | undefined
  Papa.parse<string[]>(text, {
    step: ({ data, errors, meta }, parser) => {
      table.push(data)
      const error = errors.find(({ type }) => type === 'Quotes')
      if (error) {
        wrong = { at: table.length, flaw: { code: 'unreadable-line' } }
        parser.abort()
      }
      if (table.length % STRIDE === 0) told(0.1 + 0.3 * (meta.cursor / text.length), 'reading')
    },
  })
  if (wrong) return { kind: 'refused', remarks: [wrong] }
  const headings = (table[0] ?? []).map((cell) => cell.trim().toLowerCase())
  const list: ListKind = headings.includes('tac') ? 'tacs' : 'devices'
  const reading = readList(list, table)
  if (reading.kind === 'refused') return refused(reading.flaw, reading.line)
  ;({ devices } = reading)
  told(0.5, 'reading')
  return {
    kind: 'list',
    list,
    lines: devices.length,
    makers: [...new Set(devices.flatMap(({ maker }) => maker ?? []))].sort(),
  }
}

function digestOf({ added, changed, unchanged, withoutFamily, leftOut }: ImportPreview): ListDigest {
  return {
    added: added.length,
    changed: changed.length,
    unchanged,
    withoutFamily,
    leftOutCount: leftOut.length,
    leftOut: leftOut.slice(0, MOST_REMARKS).map(({ line, flaw }) => ({ at: line, flaw })),
    samples: [
      ...changed.slice(0, MOST_SAMPLES / 2),
      ...added.slice(0, MOST_SAMPLES).map((after) => ({ after })),
    ].slice(0, MOST_SAMPLES),
  }
}
