import type { PersonalKind } from '@benevox/core/price'
import type { EntityManager } from 'typeorm'
import { ownershipDocumentEntity } from '../intake/entity.ts'
import { EMPTIED, mailEntity } from '../mail/entity.ts'
import { destroyKeys } from './keys.ts'

/** What becomes of a job's rows beside its events when kinds of it are forgotten: in the same transaction, on the same connection. */
export async function forgetBeside(
  manager: EntityManager,
  jobId: number,
  kinds: readonly PersonalKind[],
): Promise<void> {
  await destroyKeys(manager, jobId, kinds)
  if (kinds.includes('ownership')) await manager.delete(ownershipDocumentEntity, { jobId })
  // That there was one stays, so that it is not fetched again.
  if (kinds.includes('mail')) await manager.update(mailEntity, { jobId }, EMPTIED)
}
