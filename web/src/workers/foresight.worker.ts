import { basisOf, foresee } from '@benevox/core/route'
import { expose } from 'comlink'

/** The other ways and the worth of each question, worked out beside the interface. */
const api = { foresee, basis: basisOf }
export type ForesightWorker = typeof api
expose(api)
