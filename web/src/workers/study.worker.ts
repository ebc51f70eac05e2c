import { composeFamily, type Family, type Fragment } from '@benevox/core/catalog'
import { studyVariant, type StudiedVariant } from '@benevox/core/hand'
import { compileFamily, USUAL_SITUATION } from '@benevox/core/twin'
import { expose } from 'comlink'

/** The hand by simulation beside the interface. */
const api = {
  study(fragments: readonly Fragment[], family: Family, procedureId: string): StudiedVariant | undefined {
    const procedure = family.procedures.find(({ id }) => id === procedureId)
    if (!procedure) return undefined
    const { composed } = composeFamily({ fragments: [...fragments] }, family)
    return studyVariant(compileFamily(composed), procedure, USUAL_SITUATION)
  },
}
export type StudyWorker = typeof api
expose(api)
