import { evolve, listedOf, viewOf, type JobState } from '@benevox/core/job'
import { complaint } from '@benevox/core/route'
import { IsNull, type DataSource } from 'typeorm'
import { packEntity } from '../catalog/entity.ts'
import type { Catalog } from '../catalog/service.ts'
import { ProblemError } from '../http/problem.ts'
import { priceListEntity, type PriceLists } from '../prices/service.ts'
import type { SupplyLists } from '../supply/service.ts'
import { jobEntity } from './entity.ts'
import type { JobLife } from './life.ts'

const ROUNDS = 6
const MODELS = 12
const READINGS = 12
const REHEARSALS = 40
const REHEARSED_AT_ONCE = 8
const COMPLAINTS = complaint.options

/** What stands ready before a server listens. */
interface Ready {
  readonly database: DataSource
  readonly catalog: Catalog
  readonly prices: PriceLists
  readonly supply: SupplyLists
  readonly life: JobLife
}

/**
 * Reads what most jobs stand on, decides some made-up ones and rehearses changes, so that the first people after a
 * start do not wait for what is only slow once. In a shop that has nothing yet there is nothing to warm.
 */
export async function warmUp({ database, catalog, prices, supply, life }: Ready): Promise<void> {
  const { manager } = database
  if (!(await manager.existsBy(packEntity, {})) || !(await manager.existsBy(priceListEntity, {}))) return
  const { id: catalogId, pack } = await catalog.inUse()
  const { id: pricesId } = await prices.inUse()
  await supply.inUse()
  const at = new Date(0).toISOString()
  const opened: JobState = evolve(undefined, {
    kind: 'opened',
    at,
    by: '',
    id: 0,
    ticket: '',
    pricesId,
    catalogId,
  })
  for (let n = 0; n < ROUNDS; n++)
    for (const [index, { id: modelId }] of pack.models.slice(0, MODELS).entries()) {
      const set = { modelId, complaint: COMPLAINTS[(n + index) % COMPLAINTS.length] }
      const job = evolve(opened, { kind: 'answered', set })
      viewOf(job, life.known(job))
      listedOf(job, life.known(job))
    }
  for (let n = 0; n < READINGS; n++) await life.experience()
  await rehearse(database, life, catalogId)
}

/** Changes the last open job as people will, several at a time, and takes each change back before it is stored. */
async function rehearse(database: DataSource, life: JobLife, newestCatalogId: number): Promise<void> {
  const last = await database.manager.findOne(jobEntity, {
    where: { closedAt: IsNull() },
    select: { id: true, openedBy: true },
    order: { id: 'DESC' },
  })
  if (!last) return
  const takenBack = new Error('Only rehearsed')
  const change = (wrongEntries: number) =>
    life
      .run(
        last.id,
        { staffId: last.openedBy },
        { kind: 'answer', set: { wrongEntries }, newestCatalogId },
        () => Promise.reject(takenBack),
      )
      .catch((error: unknown) => {
        if (error !== takenBack && !(error instanceof ProblemError)) throw error
      })
  for (let n = 0; n < REHEARSALS; n++)
    await Promise.all(Array.from({ length: REHEARSED_AT_ONCE }, (_, nth) => change(n + nth)))
}
