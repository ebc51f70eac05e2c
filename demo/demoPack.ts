import { readPack, type Pack } from '@benevox/core/catalog'
import document from './pack.json' with { type: 'json' }

/** The demo's catalogue, read and checked. @throws Error naming each fault, should somebody have broken it */
export function demoPack(): Pack {
  const reading = readPack(document)
  if (reading.kind === 'pack') return reading.pack
  throw new Error(reading.faults.map(({ path, sentence }) => `${path.join('.')}: ${sentence}`).join('\n'))
}
