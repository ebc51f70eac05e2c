import { createHash, randomUUID } from 'node:crypto'
import { agreementText, plainAgreement, wordsIn } from '@benevox/words'
import { promiseInWorkingDays, publicHolidays } from '@benevox/core/clocks'
import { routeOf, type BenchChange, type Command, type JobState } from '@benevox/core/job'
import type { ListedService, ListedSupplier } from '@benevox/core/supply'
import type { Facts, Promised } from '@benevox/core/route'
import type { DataSource, EntityManager } from 'typeorm'
import { Catalog } from '../server/src/catalog/service.ts'
import { JobLife, type Known } from '../server/src/jobs/life.ts'
import { cableEntity } from '../server/src/kit/entity.ts'
import { USUAL_PRICES } from '@benevox/core/price'
import { PriceLists } from '../server/src/prices/service.ts'
import { staffEntity } from '../server/src/session/entity.ts'
import { hashSecret } from '../server/src/session/secrets.ts'
import { demoPackAsWritten } from './demoPack.ts'
import { DEMO_JOBS, type DemoJob } from './jobs.ts'
import { SupplyLists } from '../server/src/supply/service.ts'
import { CABLES, STAFF, SUPPLY, WARRANTY } from './shop.ts'

interface Shop {
  readonly life: JobLife
  readonly clock: DemoClock
  readonly catalogId: number
}

/** Fills an empty database with the demo shop; leaves one that has staff as it is. */
export async function loadDemo(database: DataSource, jobs: readonly DemoJob[] = DEMO_JOBS): Promise<void> {
  if ((await database.manager.count(staffEntity)) > 0) return
  const catalog = new Catalog(database)
  const catalogId = await catalog.keep(demoPackAsWritten())
  const staffIds = await database.transaction(fill)
  const prices = new PriceLists(database)
  await prices.keep({ ...USUAL_PRICES, warranty: WARRANTY }, staffIds.at(-1) ?? 1)
  const supply = new SupplyLists(database)
  await supply.keep(0, SUPPLY, null)
  const clock = new DemoClock()
  const shop = {
    life: new JobLife(database, catalog, prices, supply, clock.now),
    clock,
    catalogId,
  }
  for (const [index, job] of jobs.entries()) await liveJob(shop, job, staffIds[index % staffIds.length] ?? 1)
}

async function fill(manager: EntityManager): Promise<number[]> {
  const staffIds: number[] = []
  for (const { name, password, code, supervisor } of STAFF) {
    const member = await manager.save(staffEntity, {
      name,
      passwordHash: await hashSecret(password),
      codeHash: await hashSecret(code),
      role: supervisor ? 'owner' : 'technician',
      leftAt: null,
    })
    staffIds.push(member.id)
  }
  await manager.save(cableEntity, [...CABLES])
  return staffIds
}

/** A clock that the demo sets: what it tells of happened before now. */
class DemoClock {
  readonly #start = Date.now()
  #minutesAgo = 0
  readonly now = (): Date => new Date(this.#start - this.#minutesAgo * 60_000)
  at(minutesAgo: number): void {
    this.#minutesAgo = minutesAgo
  }
  readonly instant = (minutesAgo: number): string => new Date(this.#start - minutesAgo * 60_000).toISOString()
  minutesAgoOf(instant: string): number {
    return (this.#start - Date.parse(instant)) / 60_000
  }
}

/** A demo job, lived as a technician would: each step is decided by the same life that a real one has. */
async function liveJob(shop: Shop, job: DemoJob, staffId: number): Promise<void> {
  const { life, clock, catalogId } = shop
  const { registryAnswer, ...set } = job.facts
  clock.at(job.minutesAgo)
  const { id } = await life.open(randomUUID(), staffId)
  const run = (minutesAgo: number, command: Command | ((job: JobState) => Command)) => {
    clock.at(minutesAgo)
    return life.run(id, { staffId }, command)
  }
  const asked = (answer: Facts['registryAnswer'], minutesAgo: number) =>
    run(minutesAgo, {
      kind: 'answer',
      set: { registryAnswer: answer },
      ...(answer === 'clean' && { asked: { where: 'the page of the registry', by: 'Teo' } }),
      newestCatalogId: catalogId,
    })
  await run(job.minutesAgo - 4, {
    kind: 'answer',
    set: Object.fromEntries(Object.entries(set).filter(([, value]) => value !== undefined)),
    customer: job.customer,
    newestCatalogId: catalogId,
  })
  // A report that comes after the customer has agreed: the harder case.
  if (registryAnswer && registryAnswer !== 'reported') await asked(registryAnswer, job.minutesAgo - 4.2)
  if (job.intake) await run(job.minutesAgo - 4.5, { kind: 'record-intake', intake: job.intake })
  if (!job.open) await run(job.minutesAgo - 5, (now) => signed(now, life.known(now), life.promised(now)))
  if (registryAnswer === 'reported') await asked(registryAnswer, job.minutesAgo - 5.5)
  for (const { minutesAgo, command } of [...attemptsOf(job, clock), ...stepsOf(job, clock)].sort(
    (a, b) => b.minutesAgo - a.minutesAgo,
  ))
    await run(minutesAgo, command)
  if (job.orderOf) {
    for (const { supplier, service } of servicesOf(job.orderOf)) {
      const refused = { kind: 'carrier-answered', says: 'refused' } as const
      await run(job.minutesAgo - 9, { kind: 'step', key: randomUUID(), change: refused })
      await run(job.minutesAgo - 10, orderAt(supplier, service, clock.instant(job.minutesAgo - 10)))
      // What its supplier has said to it since: the stand-in of this start knows nothing of it.
      for (const change of [{ kind: 'sent', number: 'G-39004' }, { kind: 'confirmed' }] as const)
        await run(job.minutesAgo - 11, ({ orders }) => ({
          kind: 'change-order',
          id: orders.at(-1)?.id ?? '',
          orderVersion: orders.at(-1)?.version ?? 0,
          change,
        }))
    }
  }
  const account = job.account?.(clock.instant)
  if (account) await run(clock.minutesAgoOf(account.at), { kind: 'confirm-account', how: account.how })
  const handBack = job.handBack?.(clock.instant)
  if (handBack) {
    const { at, ...said } = handBack
    await run(clock.minutesAgoOf(at), { kind: 'hand-back', ...said })
  }
}

interface Timed {
  readonly minutesAgo: number
  readonly command: Command | ((job: JobState) => Command)
}

function attemptsOf({ attempts = [] }: DemoJob, clock: DemoClock): readonly Timed[] {
  return attempts.flatMap(
    ({ id, minutesAgo, methodId, link, cable = null, outcome, seen }): readonly Timed[] => [
      {
        minutesAgo,
        command: {
          kind: 'start-attempt',
          id,
          methodId,
          link,
          cable,
          runner: null,
          startedAt: clock.instant(minutesAgo),
        },
      },
      {
        minutesAgo: minutesAgo - 0.5,
        command: {
          kind: 'end-attempt',
          id,
          outcome,
          seen: [...seen],
          notSeen: [],
          marks: [],
          finishedAt: clock.instant(minutesAgo - 0.5),
        },
      },
    ],
  )
}

/** The steps that lead to a record as the demo tells it. */
function stepsOf(job: DemoJob, clock: DemoClock): readonly Timed[] {
  const bench = job.bench?.(clock.instant)
  if (!bench) return []
  const steps: Timed[] = []
  const add = (at: string | undefined, change: (job: JobState) => BenchChange) => {
    if (at === undefined) return
    const key = randomUUID()
    steps.push({
      minutesAgo: clock.minutesAgoOf(at) - steps.length / 1000,
      command: (now) => ({ kind: 'step', key, change: change(now), at }),
    })
  }
  const { methodId, rightDevice, charging, screenLifted } = bench
  if (methodId) add(clock.instant(job.minutesAgo - 5.6), () => ({ kind: 'chose-method', methodId }))
  if (charging)
    add(charging.startedAt, () => ({ kind: 'charging-started', fromPercent: charging.fromPercent }))
  add(bench.inRecoveryAt, () => ({ kind: 'in-recovery' }))
  if (rightDevice)
    add(rightDevice.at, ({ ticket }) => ({
      kind: 'right-device',
      by: rightDevice.by,
      read: rightDevice.by === 'tag' ? ticket : rightDevice.read,
    }))
  add(bench.revealedAt, () => ({ kind: 'revealed' }))
  add(bench.wipeStartedAt, () => ({ kind: 'wipe-started' }))
  add(bench.wipeFinishedAt, () => ({ kind: 'wipe-finished' }))
  add(bench.firstStartAt, () => ({ kind: 'first-start' }))
  add(bench.setUpAt, () => ({ kind: 'set-up' }))
  if (screenLifted) add(screenLifted.at, () => ({ kind: 'screen-lifted', how: screenLifted.how }))
  return steps
}

/** What a customer of the demo signs on paper before anything is done. */
function signed(job: JobState, known: Known, promised: Promised): Command {
  const { terms } = routeOf(job, known).agreement
  const device = known.model?.name ?? ''
  const { zone, country } = known.prices.opening
  const text = plainAgreement(
    agreementText(terms, { ticket: job.ticket, device }, wordsIn('en', { zone, country })),
  )
  const digest = createHash('sha256').update(text, 'utf8').digest('hex')
  return {
    kind: 'sign-agreement',
    language: 'en',
    text,
    terms,
    digest,
    how: 'paper',
    hasSignature: false,
    promised,
  }
}

/** The first service for a carrier. */
const servicesOf = (carrier: string) =>
  SUPPLY.suppliers
    .flatMap((supplier) => supplier.services.map((service) => ({ supplier, service })))
    .filter(({ service }) => service.carrier === carrier)
    .slice(0, 1)

function orderAt(supplier: ListedSupplier, service: ListedService, orderedAt: string): Command {
  const { id: serviceId, carrier, carrierCountry: country, feeMinor, currency, minDays, maxDays } = service
  const calendar = {
    zone: supplier.zone,
    weekend: [6, 7],
    cutOff: supplier.cutOff,
    isPublicHoliday: publicHolidays(supplier.country, supplier.region ?? undefined),
  }
  const promise = promiseInWorkingDays(calendar, orderedAt, { min: minDays, max: maxDays })
  return {
    kind: 'place-order',
    id: randomUUID(),
    service: { serviceId, supplier: supplier.name, carrier, country, feeMinor, currency, promise },
  }
}
