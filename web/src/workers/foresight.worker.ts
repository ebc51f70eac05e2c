import { basisOf, foresee, type Basis, type Given, type RouteAction } from '@benevox/core/route'
import { expose } from 'comlink'
import { workedOutAhead } from './ahead.ts'

/** The other ways and the worth of each question, worked out beside the interface. */
const api = {
  ...workedOutAhead(foresee),
  basis: (given: Given, action: RouteAction): readonly Basis[] => basisOf(given, action),
}
export type ForesightWorker = typeof api
expose(api)
