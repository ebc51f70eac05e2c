import { readPack, type Pack, type PackAsWritten } from '@benevox/core/catalog'
import { ENGLISH, flawText } from '@benevox/words'
import document from './pack.json' with { type: 'json' }

/** The demo's catalogue, read and checked. @throws Error naming each fault, should somebody have broken it */
export const demoPack = (): Pack => read().pack

/** The same as it is written down, with methods that follow a common one. */
export const demoPackAsWritten = (): PackAsWritten => read().written

function read(): { readonly pack: Pack; readonly written: PackAsWritten } {
  const reading = readPack(document)
  if (reading.kind === 'pack') return reading
  throw new Error(
    reading.faults.map(({ path, flaw }) => `${path.join('.')}: ${flawText(flaw, ENGLISH)}`).join('\n'),
  )
}
