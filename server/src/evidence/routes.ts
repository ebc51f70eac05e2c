import type { Handlers } from '../http/mount.ts'
import type { Evidence } from './service.ts'

export function evidenceHandlers(evidence: Evidence): Handlers {
  return {
    getEvidence: ({ query }) => evidence.ofFamily(query.familyId),
    mergeEvidence: ({ body }) => evidence.merge(body),
  }
}
