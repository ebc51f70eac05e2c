import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { readAttempts } from '../reading/readApart.ts'
import { supervisorOnly } from '../session/routes.ts'
import type { Evidence } from './service.ts'

export function evidenceHandlers(database: DataSource, evidence: Evidence): Handlers {
  return {
    getEvidence: ({ query }) => evidence.ofFamily(query.familyId),
    async mergeEvidence({ bytes, staffId }) {
      await supervisorOnly(database, staffId, 'importResults')
      return evidence.merge((await readAttempts(bytes)).sent, staffId)
    },
  }
}
