import {
  basisOf,
  foresee,
  type Basis,
  type Foresight,
  type Given,
  type RouteAction,
} from '@benevox/core/route'
import { expose } from 'comlink'

/** The other ways and the worth of each question, worked out beside the interface. */
const api = {
  foresee: (given: Given): Foresight => foresee(given),
  basis: (given: Given, action: RouteAction): readonly Basis[] => basisOf(given, action),
}
export type ForesightWorker = typeof api
expose(api)
