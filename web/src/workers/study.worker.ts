import type { Family, Fragment } from '@benevox/core/catalog'
import { studiedMethod, type StudiedMethod } from '@benevox/core/hand'
import { runnableFamily, USUAL_SITUATION } from '@benevox/core/twin'
import { expose } from 'comlink'

/** The hand by simulation beside the interface. */
const api = {
  study(fragments: readonly Fragment[], family: Family, methodId: string): StudiedMethod | undefined {
    const method = family.methods.find(({ id }) => id === methodId)
    if (!method) return undefined
    const { machine } = runnableFamily({ fragments: [...fragments] }, family)
    return studiedMethod(machine, method, USUAL_SITUATION)
  },
}
export type StudyWorker = typeof api
expose(api)
