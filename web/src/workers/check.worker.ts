import { checkFamilies, type PackFinding } from '@benevox/core/procedure'
import type { Pack } from '@benevox/core/catalog'
import { expose } from 'comlink'

/** A part of a large pack's families, proven on a thread of its own. */
const api = {
  families: (of: Pick<Pack, 'fragments' | 'families'>, first: number): readonly PackFinding[] =>
    checkFamilies(of, first),
}
export type CheckWorker = typeof api
expose(api)
