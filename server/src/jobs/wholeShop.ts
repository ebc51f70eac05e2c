import type { WholeJob, WholeShop } from '@benevox/contract'
import type { JobState } from '@benevox/core/job'
import { In, IsNull, MoreThan, type DataSource, type EntityManager } from 'typeorm'
import { agreementEntity } from '../agreement/entity.ts'
import { packEntity } from '../catalog/entity.ts'
import { keysEntity, unseal, unwrapped } from '../forgetting/keys.ts'
import { billOf, invoiceEntity } from '../hand-back/invoices.ts'
import { documentOf, ownershipDocumentEntity } from '../intake/entity.ts'
import { cableEntity } from '../kit/entity.ts'
import { mailEntity } from '../mail/entity.ts'
import { priceListEntity } from '../prices/service.ts'
import { priceList } from '@benevox/core/price'
import { recordedAttempt } from '@benevox/core/results'
import { isAtLeast } from '@benevox/core/shop'
import { exchangeEntity, otherResultEntity } from '../results/entity.ts'
import { reportEntity } from '../registry/reports.ts'
import { staffEntity } from '../session/entity.ts'
import { supplyListEntity } from '../supply/service.ts'
import { jobEntity, jobEventEntity } from './entity.ts'
import { eventOf } from './history.ts'

/** Jobs that are read at a time; of each all that was kept is in memory. */
const AT_ONCE = 100
const ATTEMPTS_AT_ONCE = 500

/**
 * The text of a `WholeShop`, piece by piece, all of it as it is at one instant whatever is written meanwhile. However many jobs
 * there are, only a few are in memory.
 */
export async function* wholeShopText(
  database: DataSource,
  { shop, now }: { readonly shop: string; readonly now: Date },
): AsyncGenerator<string> {
  const runner = database.createQueryRunner()
  try {
    await runner.connect()
    // Its first question fixes what it sees.
    await runner.startTransaction('REPEATABLE READ')
    const { manager } = runner
    const names = new Map((await manager.find(staffEntity)).map(({ id, name }) => [id, name]))
    yield JSON.stringify(await aboutShop(manager, shop, now)).slice(0, -1)
    for (const [name, all] of Object.entries({
      catalogues: catalogues(manager),
      resultsOfOthers: resultsOfOthers(manager),
      mailsOfNoJob: mailsOfNoJob(manager),
      jobs: jobs(manager, names),
    } satisfies Record<Listed, AsyncIterable<object>>)) {
      yield `,\n"${name}":[`
      yield* listed(all)
      yield ']'
    }
    yield '}\n'
  } finally {
    // It has only read.
    if (runner.isTransactionActive) await runner.rollbackTransaction().catch(() => undefined)
    await runner.release()
  }
}

/** What there may be any number of. */
type Listed = 'catalogues' | 'resultsOfOthers' | 'mailsOfNoJob' | 'jobs'

async function* listed(all: AsyncIterable<object>): AsyncGenerator<string> {
  let before = '\n'
  for await (const one of all) {
    yield `${before}${JSON.stringify(one)}`
    before = ',\n'
  }
}

async function aboutShop(manager: EntityManager, shop: string, now: Date): Promise<Omit<WholeShop, Listed>> {
  const [staff, cables, priceLists, supply, reports, exchanges] = [
    await manager.find(staffEntity, { order: { id: 'ASC' } }),
    await manager.find(cableEntity, { order: { number: 'ASC' } }),
    await manager.find(priceListEntity, { order: { id: 'ASC' } }),
    await manager.findOne(supplyListEntity, { where: {}, order: { id: 'DESC' } }),
    await manager.find(reportEntity),
    await manager.find(exchangeEntity, { order: { id: 'ASC' } }),
  ]
  return {
    format: 'benevox-shop',
    formatVersion: 1,
    shop,
    writtenAt: now.toISOString(),
    staff: staff.map(({ name, role }) => ({ name, role, isSupervisor: isAtLeast(role, 'supervisor') })),
    cables: cables.map(({ retiredAt, ...cable }) => ({
      ...cable,
      retiredAt: retiredAt?.toISOString() ?? null,
    })),
    priceLists: priceLists.map(({ id, createdAt, document }) => ({
      id,
      at: createdAt.toISOString(),
      // One from before something was asked for has the usual.
      document: priceList.parse(document),
    })),
    suppliers: supply?.document ?? null,
    learntByOthers: exchanges.flatMap(({ shop: theirs, takenInAt, learnt }) =>
      learnt ? [{ shop: theirs, at: takenInAt.toISOString(), learnt }] : [],
    ),
    reports: reports.map(({ device, ticket }) => ({ device: device.toString('hex'), ticket })),
  }
}

async function* catalogues(manager: EntityManager): AsyncGenerator<WholeShop['catalogues'][number]> {
  for (const { id } of await manager.find(packEntity, { select: { id: true }, order: { id: 'ASC' } })) {
    const { createdAt, document } = await manager.findOneByOrFail(packEntity, { id })
    yield {
      id,
      at: createdAt.toISOString(),
      document: JSON.parse(document) as Record<string, unknown>,
    }
  }
}

async function* resultsOfOthers(
  manager: EntityManager,
): AsyncGenerator<WholeShop['resultsOfOthers'][number]> {
  for (let after = ''; ;) {
    const rows = await manager.find(otherResultEntity, {
      where: { id: MoreThan(after) },
      order: { id: 'ASC' },
      take: ATTEMPTS_AT_ONCE,
    })
    for (const { document } of rows) yield recordedAttempt.parse(document)
    const last = rows.length === ATTEMPTS_AT_ONCE ? rows.at(-1) : undefined
    if (!last) return
    after = last.id
  }
}

async function* mailsOfNoJob(manager: EntityManager): AsyncGenerator<WholeShop['mailsOfNoJob'][number]> {
  const ids = await manager.find(mailEntity, {
    where: { jobId: IsNull(), forgottenAt: IsNull() },
    select: { id: true },
    order: { id: 'ASC' },
  })
  for (const { id } of ids) yield await wholeMail(manager, id)
}

/** One at a time: a mail may be large. */
async function wholeMail(manager: EntityManager, id: number): Promise<WholeJob['mails'][number]> {
  const { at, eml } = await manager.findOneOrFail(mailEntity, {
    where: { id },
    select: { id: true, at: true, eml: true },
  })
  return { id, at: at.toISOString(), eml: eml.toString('base64') }
}

async function* jobs(manager: EntityManager, names: ReadonlyMap<number, string>): AsyncGenerator<WholeJob> {
  for (let after = 0; ;) {
    const rows = await manager.find(jobEntity, {
      where: { id: MoreThan(after) },
      select: { id: true, state: true },
      order: { id: 'ASC' },
      take: AT_ONCE,
    })
    const beside = await besideOf(
      manager,
      rows.map(({ id }) => id),
    )
    for (const { id, state } of rows) yield await wholeJob(manager, state, beside(id), names)
    const last = rows.length === AT_ONCE ? rows.at(-1) : undefined
    if (!last) return
    after = last.id
  }
}

/** All there is of one job, as it stands in the whole shop's document. */
export async function wholeJobOf(database: DataSource, job: JobState): Promise<WholeJob> {
  const { manager } = database
  const names = new Map((await manager.find(staffEntity)).map(({ id, name }) => [id, name]))
  const beside = await besideOf(manager, [job.id])
  return wholeJob(manager, job, beside(job.id), names)
}

/** What stands beside some jobs, asked for together; of what may be large only which there is. */
async function besideOf(manager: EntityManager, jobIds: readonly number[]) {
  const of = { where: { jobId: In(jobIds) }, order: { id: 'ASC' } } as const
  const [events, agreements, documents, mails, invoices, keys] = [
    await manager.find(jobEventEntity, of),
    await manager.find(agreementEntity, of),
    await manager.find(ownershipDocumentEntity, { where: of.where, order: { at: 'ASC' } }),
    await manager.find(mailEntity, { ...of, where: { ...of.where, forgottenAt: IsNull() }, select: BARE }),
    await manager.find(invoiceEntity, { where: of.where, order: { number: 'ASC' } }),
    await manager.find(keysEntity, { where: of.where }),
  ]
  const by = {
    events: byJob(events),
    agreements: byJob(agreements),
    documents: byJob(documents),
    mails: byJob(mails),
    invoices: byJob(invoices),
    keys: byJob(keys),
  }
  return (jobId: number) => ({
    events: by.events(jobId),
    agreements: by.agreements(jobId),
    documents: by.documents(jobId),
    mails: by.mails(jobId),
    invoices: by.invoices(jobId),
    keys: unwrapped(manager, by.keys(jobId)[0] ?? {}),
  })
}
type Beside = ReturnType<Awaited<ReturnType<typeof besideOf>>>
const BARE = { id: true, jobId: true } as const

function byJob<Row extends { readonly jobId: number | null }>(
  rows: readonly Row[],
): (jobId: number) => readonly Row[] {
  const by = new Map<number | null, Row[]>()
  for (const row of rows) {
    const some = by.get(row.jobId)
    if (some) some.push(row)
    else by.set(row.jobId, [row])
  }
  return (jobId) => by.get(jobId) ?? []
}

async function wholeJob(
  manager: EntityManager,
  job: JobState,
  { events, agreements, documents, mails, invoices, keys }: Beside,
  names: ReadonlyMap<number, string>,
): Promise<WholeJob> {
  const [ownershipDocuments, wholeMails]: [WholeJob['ownershipDocuments'], WholeJob['mails']] = [[], []]
  for (const { id, name, type } of documents) {
    const { content } = await manager
      .createQueryBuilder(ownershipDocumentEntity, 'd')
      .addSelect('d.content')
      .where({ id })
      .getOneOrFail()
    const open = documentOf(content, keys)
    if (open) ownershipDocuments.push({ id, name, type, content: open.toString('base64') })
  }
  for (const { id } of mails) wholeMails.push(await wholeMail(manager, id))
  return {
    job,
    events: events.map((row) => ({
      at: row.at.toISOString(),
      by: names.get(row.staffId) ?? '',
      event: { ...eventOf(row, keys) },
    })),
    signatures: agreements.flatMap(({ at, signature }) => {
      const png = signature && unseal(keys.signature, signature)
      return png ? [{ at: at.toISOString(), png: png.toString('base64') }] : []
    }),
    ownershipDocuments,
    mails: wholeMails,
    invoices: invoices
      .map((row) => billOf(row, keys.bill))
      .map(({ number, at, cancels, record }) => ({
        number,
        at: at.toISOString(),
        cancels,
        bill: { ...record },
      })),
  }
}
