import type { Handlers } from '../http/mount.ts'
import type { JobLife } from '../jobs/life.ts'
import { ownershipDocumentEntity } from './entity.ts'

export function intakeHandlers(life: JobLife): Handlers {
  return {
    recordIntake: ({ params, body, staffId }) =>
      life.run(
        params.id,
        { staffId, version: body.version },
        { kind: 'record-intake', intake: body.intake, noSecret: body.noSecret },
      ),

    removeFile: ({ params, staffId }) =>
      life.run(
        params.id,
        { staffId },
        { kind: 'remove-file', id: params.fileId },
        async (manager, { id }) => {
          await manager.delete(ownershipDocumentEntity, { id: params.fileId, jobId: id })
        },
      ),
  }
}
