import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { readAttempts } from '../reading/readApart.ts'
import { experienceOf } from '../jobs/outcomes.ts'
import { supervisorOnly } from '../session/routes.ts'
import type { Results } from './service.ts'

export function resultsHandlers(database: DataSource, results: Results): Handlers {
  return {
    getResults: ({ query }) => results.ofFamily(query.familyId),
    getExperience: async () => ({ experience: await experienceOf(database.manager) }),
    async mergeResults({ bytes, staffId }) {
      await supervisorOnly(database, staffId, 'importResults')
      return results.merge((await readAttempts(bytes)).sent, staffId)
    },
  }
}
