import { randomBytes } from 'node:crypto'
import type { ShopSettings } from '@benevox/core/shop'
import type { Request } from 'express'
import { EntitySchema, type DataSource } from 'typeorm'
import { jobEntity } from '../jobs/entity.ts'

/** The secret address of a job's status page; who knows it may read it, and answer what is asked there. */
interface StatusLinkRow {
  jobId: number
  secret: string
  createdAt: Date
}
export const statusLinkEntity = new EntitySchema<StatusLinkRow>({
  name: 'status_links',
  columns: {
    jobId: { name: 'job_id', type: 'int', primary: true },
    secret: { type: 'char', length: 43, unique: true },
    createdAt: { name: 'created_at', type: 'datetime', precision: 3 },
  },
})

/** In bytes: whoever guesses has 256 bits to guess. */
const SECRET_BYTES = 32
const DAY_MS = 86_400_000
/** An address leads nowhere so long after the job was closed, or after it was made where that never was. */
const DAYS_AFTER_CLOSING = 30
const DAYS_OPEN = 400

/** The secret of a job, made when it is first needed: of two who need it at once, both have the same. */
async function secretOf({ manager }: DataSource, jobId: number): Promise<string> {
  const known = await manager.findOneBy(statusLinkEntity, { jobId })
  if (known) return known.secret
  const secret = randomBytes(SECRET_BYTES).toString('base64url')
  await manager
    .createQueryBuilder()
    .insert()
    .into(statusLinkEntity)
    .values({ jobId, secret, createdAt: new Date() })
    .orIgnore()
    .execute()
  return (await manager.findOneByOrFail(statusLinkEntity, { jobId })).secret
}

/** The whole address, as it is printed and mailed: the shop's own, or else the one that this request came to. */
export async function statusAddress(
  database: DataSource,
  { publicAddress }: Pick<ShopSettings, 'publicAddress'>,
  jobId: number,
  request: Request,
): Promise<string> {
  const base = publicAddress ?? `${request.protocol}://${request.get('host') ?? 'localhost'}`
  return `${base.replace(/\/$/, '')}/s/${await secretOf(database, jobId)}`
}

/** The job behind a secret; undefined where there is none, or no longer: nobody learns which. */
export async function jobBehind(
  { manager }: DataSource,
  secret: string,
  now: Date,
): Promise<number | undefined> {
  const link = await manager.findOneBy(statusLinkEntity, { secret })
  if (!link) return undefined
  const job = await manager.findOne(jobEntity, {
    where: { id: link.jobId },
    select: { id: true, closedAt: true },
  })
  const endsMs = job?.closedAt
    ? job.closedAt.getTime() + DAYS_AFTER_CLOSING * DAY_MS
    : link.createdAt.getTime() + DAYS_OPEN * DAY_MS
  return job && now.getTime() < endsMs ? job.id : undefined
}
