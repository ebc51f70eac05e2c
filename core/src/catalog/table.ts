import type { Flaw } from './flaw.ts'

/** A device as one line of a list says it; what the list does not say is absent. */
export interface ListedDevice {
  /** The line in the file, the first being 1. */
  readonly line: number
  readonly maker?: string
  readonly name?: string
  /** What the platform's list calls the device. */
  readonly codeName?: string
  readonly modelText?: string
  readonly year?: number
  readonly tac?: string
}

export type ListKind = 'devices' | 'tacs'

export type ListReading =
  | { readonly kind: 'devices'; readonly devices: readonly ListedDevice[] }
  | { readonly kind: 'refused'; readonly line: number; readonly flaw: Flaw }

/** Longer cells are no names. */
const LONGEST_CELL = 120
const MOST_LINES = 200_000

type Column = 'maker' | 'name' | 'codeName' | 'modelText' | 'year' | 'tac'

/** What the columns of each kind of list may be called, in any case. */
const HEADINGS: Readonly<Record<ListKind, readonly (readonly [RegExp, Column])[]>> = {
  devices: [
    [/^(retail )?brand(ing)?$|^maker$/i, 'maker'],
    [/^marketing name$|^name$/i, 'name'],
    [/^device$/i, 'codeName'],
    [/^model$/i, 'modelText'],
  ],
  tacs: [
    [/^tac$/i, 'tac'],
    [/^(retail )?brand(ing)?$|^maker$|^manufacturer$/i, 'maker'],
    [/^(marketing )?name$/i, 'name'],
    [/^model( text)?$/i, 'modelText'],
    [/^year$/i, 'year'],
  ],
}

/**
 * Reads a list that was taken apart into cells: the platform's device list with its four columns, or a TAC list
 * with two or more. All or nothing: the first line that cannot be is named.
 */
export function readList(kind: ListKind, table: readonly (readonly string[])[]): ListReading {
  const refused = (line: number, flaw: Flaw): ListReading => ({ kind: 'refused', line, flaw })
  if (table.length - 1 > MOST_LINES)
    return refused(MOST_LINES + 2, { code: 'too-many-lines', most: MOST_LINES })
  const columns = (table[0] ?? []).map(
    (heading) => HEADINGS[kind].find(([name]) => name.test(heading.trim()))?.[1],
  )
  if (!isEnough(kind, columns)) return refused(1, { code: `headings-${kind}` })
  const devices: ListedDevice[] = []
  for (const [index, cells] of table.entries()) {
    if (index === 0 || cells.every((cell) => cell.trim() === '')) continue
    const line = index + 1
    const fault = faultOf(cells, columns.length)
    if (fault !== undefined) return refused(line, fault)
    const device: { -readonly [Key in keyof ListedDevice]: ListedDevice[Key] } = { line }
    for (const [place, column] of columns.entries()) {
      const text = cells[place]?.trim() ?? ''
      if (column === undefined || text === '') continue
      if (column === 'year') {
        if (!/^20\d\d$/.test(text)) return refused(line, { code: 'no-year', text })
        device.year = Number(text)
      } else device[column] = text
    }
    if (kind === 'tacs' && !/^\d{8}$/.test(device.tac ?? ''))
      return refused(line, { code: 'no-tac', text: device.tac ?? '' })
    devices.push(device)
  }
  return { kind: 'devices', devices }
}

function isEnough(kind: ListKind, columns: readonly (Column | undefined)[]): boolean {
  const has = (column: Column) => columns.includes(column)
  if (new Set(columns.filter(Boolean)).size < columns.filter(Boolean).length) return false
  return kind === 'devices'
    ? has('maker') && has('name') && has('codeName') && has('modelText')
    : has('tac') && (has('modelText') || (has('maker') && has('name')))
}

/** Why a line cannot be taken: cells that a spreadsheet would run, names no honest list has, broken letters. */
function faultOf(cells: readonly string[], columns: number): Flaw | undefined {
  if (cells.length > columns) return { code: 'too-many-cells', cells: cells.length, columns }
  for (const cell of cells) {
    if (cell.length > LONGEST_CELL) return { code: 'long-cell', most: LONGEST_CELL }
    if (/^[=+\-@\t\r]/.test(cell)) return { code: 'formula', text: cell.slice(0, 30) }
    if (cell === '__proto__') return { code: 'no-name', name: cell }

    if (/[\u0000-\u0008\u000b-\u001f\ufffd]/.test(cell)) return { code: 'wrong-letters' }
  }
  return undefined
}
