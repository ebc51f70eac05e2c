import type { DataSource } from 'typeorm'
import type { Handlers } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import type { JobLife } from '../jobs/life.ts'
import { cableEntity } from '../kit/entity.ts'

/** Attempts at the key combination, stored as they happen. The client names each, so that repeating is harmless. */
export function attemptHandlers(database: DataSource, life: JobLife): Handlers {
  return {
    async startAttempt({ params, body, staffId }) {
      const { cable = null, runner = null, ...said } = body
      if (cable !== null && !(await database.manager.existsBy(cableEntity, { number: cable })))
        throw new ProblemError('not-found', { code: 'no-such-cable', number: cable })
      return life.run(params.id, { staffId }, { kind: 'start-attempt', cable, runner, ...said })
    },
    finishAttempt: ({ params, body, staffId }) =>
      life.run(params.id, { staffId }, { kind: 'end-attempt', id: params.attemptId, ...body }),
  }
}
