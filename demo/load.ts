import { createHash, randomUUID } from 'node:crypto'
import type { ConsentRecord } from '@benevox/contract'
import { modelById } from '@benevox/core/catalog'
import { consentText, plainConsent } from '@benevox/core/consent'
import {
  deviceOnJob,
  modelOnJob,
  NOTHING_DONE,
  planRoute,
  withoutPersonal,
  type Facts,
} from '@benevox/core/route'
import { promiseInWorkingDays, publicHolidays } from '@benevox/core/clocks'
import type { DataSource, EntityManager } from 'typeorm'
import { Catalog } from '../server/src/catalog/service.ts'
import { consentEntity } from '../server/src/consent/entity.ts'
import { configFrom } from '../server/src/config.ts'
import { dataSourceFor } from '../server/src/database/dataSource.ts'
import { jobEntity, jobEventEntity } from '../server/src/jobs/entity.ts'
import { cableEntity } from '../server/src/kit/entity.ts'
import { orderEntity, serviceEntity, supplierEntity } from '../server/src/orders/entity.ts'
import { staffEntity } from '../server/src/session/entity.ts'
import { hashSecret } from '../server/src/session/routes.ts'
import { tryEntity } from '../server/src/tries/entity.ts'
import { demoPack, demoPackAsWritten } from './demoPack.ts'
import { DEMO_JOBS, type DemoJob } from './jobs.ts'
import { CABLES, STAFF, SUPPLIERS } from './shop.ts'

/** Fills an empty database with the demo shop; leaves one that has staff as it is. */
export async function loadDemo(database: DataSource, jobs: readonly DemoJob[] = DEMO_JOBS): Promise<void> {
  if ((await database.manager.count(staffEntity)) > 0) return
  const packId = await new Catalog(database).keep(demoPackAsWritten())
  await database.transaction((manager) => fill(manager, jobs, packId))
}

async function fill(manager: EntityManager, jobs: readonly DemoJob[], packId: number): Promise<void> {
  const staffIds: number[] = []
  for (const { name, password, code, lead } of STAFF) {
    const member = await manager.save(staffEntity, {
      name,
      passwordHash: await hashSecret(password),
      codeHash: await hashSecret(code),
      isLead: lead,
    })
    staffIds.push(member.id)
  }
  for (const { services, ...supplier } of SUPPLIERS) {
    const { id } = await manager.save(supplierEntity, { ...supplier })
    await manager.save(
      serviceEntity,
      services.map((service) => ({ ...service, supplierId: id })),
    )
  }
  await manager.save(cableEntity, [...CABLES])
  for (const [index, job] of jobs.entries())
    await loadJob(manager, job, packId, staffIds[index % staffIds.length] ?? 1)
}

async function loadJob(manager: EntityManager, job: DemoJob, packId: number, staffId: number): Promise<void> {
  const now = Date.now()
  const when = (minutesAgo: number) => new Date(now - minutesAgo * 60_000)
  const at = (minutesAgo: number) => when(minutesAgo).toISOString()
  const handBack = job.handBack?.(at) ?? null
  const facts = Object.fromEntries(Object.entries(job.facts).filter(([, value]) => value !== undefined))
  const row = await manager.save(jobEntity, {
    ticket: randomUUID().slice(0, 16),
    key: randomUUID(),
    version: 1,
    packId,
    openedAt: when(job.minutesAgo),
    openedBy: staffId,
    customerName: job.customer.name,
    customerContact: job.customer.contact,
    modelId: job.facts.modelId ?? null,
    imei: job.facts.imei ?? null,
    facts,
    bench: job.bench?.(at) ?? {},
    account: job.account?.(at) ?? null,
    handBack,
    closedAt: handBack ? new Date(handBack.at) : null,
    consent: null,
    openedGates: [],
    intake: job.intake ?? null,
    registry: [],
    pricesId: 1,
  })
  const ticket = `B${1000 + row.id}`
  const consent = job.open ? null : agreed(job.facts, ticket, at(job.minutesAgo - 5))
  await manager.update(jobEntity, { id: row.id }, { ticket, consent })
  if (consent)
    await manager.insert(consentEntity, {
      jobId: row.id,
      staffId,
      at: new Date(consent.at),
      record: consent,
      signature: null,
    })
  const note = (kind: string, detail: object, minutesAgo: number) =>
    manager.insert(jobEventEntity, { jobId: row.id, staffId, at: when(minutesAgo), kind, detail })
  await note('opened', {}, job.minutesAgo)
  await note('facts', withoutPersonal(facts), job.minutesAgo - 4)
  const found = modelOnJob(demoPack(), job.facts)
  for (const one of job.tries ?? []) {
    await manager.insert(tryEntity, {
      id: one.id,
      jobId: row.id,
      familyId: found?.family.id ?? '',
      modelId: found?.model.id ?? '',
      procedureId: one.procedureId,
      link: one.link,
      staffId,
      startedAt: when(one.minutesAgo),
      finishedAt: when(one.minutesAgo - 0.5),
      outcome: one.outcome,
      seen: [...one.seen],
      notSeen: [],
      marks: [],
      cable: one.cable ?? null,
      runner: null,
      systemVersion: null,
    })
    await note(`try-${one.outcome}`, { seen: one.seen }, one.minutesAgo - 0.5)
  }
  if (job.orderOf) await loadOrder(manager, row.id, job.orderOf, when(job.minutesAgo - 10))
  if (handBack)
    await note(
      'handed-back',
      { screen: handBack.screen, account: handBack.account, carrier: handBack.carrier },
      0,
    )
}

/** What a customer of the demo signed on paper before anything was done. */
function agreed(facts: Facts, ticket: string, at: string): ConsentRecord {
  const pack = demoPack()
  const { terms } = planRoute(facts, deviceOnJob(pack, facts), NOTHING_DONE).consent
  const model = modelById(pack, facts.modelId)
  const device = model ? `${model.maker} ${model.name}` : ''
  const text = plainConsent(consentText(terms, { ticket, device }, 'en'))
  return {
    kind: 'signed',
    language: 'en',
    text,
    digest: createHash('sha256').update(text, 'utf8').digest('hex'),
    terms,
    how: 'paper',
    at,
    by: STAFF[0].name,
  }
}

async function loadOrder(
  manager: EntityManager,
  jobId: number,
  carrier: string,
  orderedAt: Date,
): Promise<void> {
  const service = await manager.findOneByOrFail(serviceEntity, { carrier })
  const supplier = await manager.findOneByOrFail(supplierEntity, { id: service.supplierId })
  const calendar = {
    zone: supplier.zone,
    weekend: [6, 7],
    cutOff: supplier.cutOff,
    isPublicHoliday: publicHolidays(supplier.country, supplier.region ?? undefined),
  }
  await manager.insert(orderEntity, {
    id: randomUUID(),
    jobId,
    serviceId: service.id,
    version: 1,
    feeMinor: service.feeMinor,
    currency: service.currency,
    orderedAt,
    promise: promiseInWorkingDays(calendar, orderedAt.toISOString(), {
      min: service.minDays,
      max: service.maxDays,
    }),
    state: 'waiting',
    answer: null,
    code: null,
    triesMade: 0,
    triesAllowed: 10,
  })
}

if (process.argv[1]?.endsWith('load.ts')) {
  const database = await dataSourceFor(configFrom(process.env)).initialize()
  await database.runMigrations()
  await loadDemo(database)
  await database.destroy()
}
