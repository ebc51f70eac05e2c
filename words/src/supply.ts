import type { SupplyFault, TableFault } from '@benevox/core/supply'
import { flawText } from './flaws.ts'
import type { Words } from './words.ts'

/** Why a list of suppliers, carriers and rules cannot be used, with what it is about. */
export function supplyFaultText({ code, of }: SupplyFault, { say }: Words): string {
  const facts = { name: of.at(-1) ?? '', supplier: of[0] ?? '' }
  // Each message has a place for the name, or for that and whose it is.
  return (say as (key: string, facts: object) => string)(`supplyFault.${code}`, facts)
}

/** What is wrong with a line of a table that was imported. */
export function tableFaultText({ line, flaw }: TableFault, words: Words): string {
  const { say } = words
  const text =
    flaw.code === 'cell'
      ? say('tableFlaw.cell', { column: flaw.column, cell: flaw.cell, flaw: flawText(flaw.flaw, words) })
      : flaw.code === 'column-missing'
        ? say('tableFlaw.column-missing', { column: flaw.column })
        : flaw.code === 'supplier-unknown'
          ? say('tableFlaw.supplier-unknown', { cell: flaw.cell })
          : say(`tableFlaw.${flaw.code}`)
  return say('tableFlaw.line', { line, flaw: text })
}
