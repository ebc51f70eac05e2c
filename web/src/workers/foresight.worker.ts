import { foresee, type Foresight, type Given } from '@benevox/core/route'
import { expose } from 'comlink'

/** The other ways and the worth of each question, worked out beside the interface. */
const api = { foresee: (given: Given): Foresight => foresee(given) }
export type ForesightWorker = typeof api
expose(api)
