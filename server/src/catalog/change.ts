import { createHash } from 'node:crypto'
import type { CatalogChange } from '@benevox/contract'
import type { Model, PackAsWritten, PackFault } from '@benevox/core/catalog'
import { errorOf, ProblemError } from '../http/problem.ts'

/** More faults than these are not listed. */
const MOST_FAULTS = 50

/** The document that a change makes. @param from the one that it was made from, as it was written */
export function changed(from: PackAsWritten, change: CatalogChange): unknown {
  switch (change.kind) {
    case 'pack':
      return change.pack
    case 'models':
      return { ...from, version: from.version + 1, models: withOnes(from.models, change.models) }
    case 'family':
      return {
        ...from,
        version: from.version + 1,
        families: withOnes(from.families, [change.family]),
        models: withOnes<Model>(from.models, change.models),
      }
  }
}

/** The list with some of its members replaced by their id, and those it did not have after it. */
function withOnes<One extends { readonly id: string }>(
  list: readonly One[],
  ones: readonly One[],
): readonly One[] {
  const left = new Map(ones.map((one) => [one.id, one]))
  const replaced = list.map((one) => {
    const instead = left.get(one.id)
    left.delete(one.id)
    return instead ?? one
  })
  return [...replaced, ...left.values()]
}

/** A change that makes no catalogue: each fault with its path. */
export function faulty(faults: readonly PackFault[], change: CatalogChange): ProblemError {
  const at = change.kind === 'pack' ? 'body.change.pack' : 'body.change'
  const errors = faults.slice(0, MOST_FAULTS).map((fault) => errorOf(at, fault))
  const [first] = faults
  return new ProblemError(
    'bad-request',
    first ? { code: 'import-refused', ...first, more: faults.length - 1 } : { code: 'does-not-fit' },
    { errors },
  )
}

/** SHA-256 of a document, in hexadecimal digits. */
export const digestOf = (written: Uint8Array): string => createHash('sha256').update(written).digest('hex')
