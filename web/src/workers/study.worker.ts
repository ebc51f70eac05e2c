import type { Family, Fragment } from '@benevox/core/catalog'
import { studyMethod, type StudiedMethod } from '@benevox/core/hand'
import { runnableFamily, USUAL_SITUATION } from '@benevox/core/twin'
import { expose } from 'comlink'

/** The hand by simulation beside the interface. */
const api = {
  study(fragments: readonly Fragment[], family: Family, procedureId: string): StudiedMethod | undefined {
    const procedure = family.procedures.find(({ id }) => id === procedureId)
    if (!procedure) return undefined
    const { machine } = runnableFamily({ fragments: [...fragments] }, family)
    return studyMethod(machine, procedure, USUAL_SITUATION)
  },
}
export type StudyWorker = typeof api
expose(api)
