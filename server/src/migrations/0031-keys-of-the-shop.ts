import type { MigrationInterface, QueryRunner } from 'typeorm'
import { seal, SEALED_KINDS, unseal } from '../forgetting/sealing.ts'
import { keysOf, withKeysFor } from '../forgetting/keys.ts'
import { shopKeysOf, wrapAnew } from '../forgetting/shopKeys.ts'

/** Keys of jobs are sealed by a key of the shop, which is not in the database; documents of whose a device is by a key of their job. */
export class KeysOfTheShop1700000000031 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `ALTER TABLE personal_keys ${SEALED_KINDS.map((kind) => `MODIFY ${kind} VARBINARY(64) NULL`).join(', ')}`,
    )
    const { manager } = runner
    await wrapAnew(manager.dataSource, shopKeysOf(manager))
    const documents = await manager.query<{ id: string; job_id: number }[]>(
      'SELECT id, job_id FROM ownership_documents',
    )
    for (const { id, job_id: jobId } of documents) {
      const keys = await withKeysFor(manager, jobId, await keysOf(manager, jobId), ['ownership'])
      const [row] = await manager.query<{ content: Buffer }[]>(
        'SELECT content FROM ownership_documents WHERE id = ?',
        [id],
      )
      if (row && keys.ownership)
        await runner.query('UPDATE ownership_documents SET content = ? WHERE id = ?', [
          seal(keys.ownership, row.content),
          id,
        ])
    }
  }

  async down({ manager }: QueryRunner): Promise<void> {
    const documents = await manager.query<{ id: string; job_id: number }[]>(
      'SELECT id, job_id FROM ownership_documents',
    )
    for (const { id, job_id: jobId } of documents) {
      const { ownership } = await keysOf(manager, jobId)
      const [row] = await manager.query<{ content: Buffer }[]>(
        'SELECT content FROM ownership_documents WHERE id = ?',
        [id],
      )
      const content = row && unseal(ownership, row.content)
      if (content)
        await manager.query('UPDATE ownership_documents SET content = ? WHERE id = ?', [content, id])
    }
    const jobs = await manager.query<{ job_id: number }[]>('SELECT job_id FROM personal_keys')
    for (const { job_id: jobId } of jobs) {
      const keys = Object.entries(await keysOf(manager, jobId))
      if (keys.length > 0)
        await manager.query(
          `UPDATE personal_keys SET ${keys.map(([kind]) => `${kind} = ?`).join(', ')} WHERE job_id = ?`,
          [...keys.map(([, key]) => key), jobId],
        )
    }
    await manager.query(
      `ALTER TABLE personal_keys ${SEALED_KINDS.map((kind) => `MODIFY ${kind} BINARY(32) NULL`).join(', ')}`,
    )
  }
}
