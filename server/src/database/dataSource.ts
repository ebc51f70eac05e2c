import { DataSource, type Logger } from 'typeorm'
import { packEntity } from '../catalog/entity.ts'
import type { Config } from '../config.ts'
import { agreementEntity } from '../agreement/entity.ts'
import { exchangeEntity, otherResultEntity } from '../results/entity.ts'
import { ownershipDocumentEntity } from '../intake/entity.ts'
import { jobEntity, jobEventEntity, lookupEntity } from '../jobs/entity.ts'
import { cableEntity } from '../kit/entity.ts'
import { OneLockedPhone1700000000001 } from '../migrations/0001-one-locked-phone.ts'
import { CatalogueVersions1700000000002 } from '../migrations/0002-catalogue-versions.ts'
import { TheCounter1700000000003 } from '../migrations/0003-the-counter.ts'
import { TheBench1700000000004 } from '../migrations/0004-the-bench.ts'
import { OneJobOneTruth1700000000005 } from '../migrations/0005-one-job-one-truth.ts'
import { AccountReleases1700000000006 } from '../migrations/0006-account-releases.ts'
import { WhoMerged1700000000007 } from '../migrations/0007-who-merged.ts'
import { ReportsOfTheShop1700000000008 } from '../migrations/0008-reports-of-the-shop.ts'
import { ReportsByHand1700000000009 } from '../migrations/0009-reports-by-hand.ts'
import { LanguagesOfPeople1700000000010 } from '../migrations/0010-languages-of-people.ts'
import { WordsOfTheGlossary1700000000011 } from '../migrations/0011-words-of-the-glossary.ts'
import { MethodsAndDocuments1700000000012 } from '../migrations/0012-methods-and-documents.ts'
import { RefundsOfServices1700000000013 } from '../migrations/0013-refunds-of-services.ts'
import { CalendarOfTheShop1700000000015 } from '../migrations/0015-calendar-of-the-shop.ts'
import { AnswersByMail1700000000014 } from '../migrations/0014-answers-by-mail.ts'
import { durationEntity, outcomeEntity } from '../jobs/outcomes.ts'
import { orderEntity } from '../orders/entity.ts'
import { SupplyAsAList1700000000016 } from '../migrations/0016-supply-as-a-list.ts'
import { OutcomesOfJobs1700000000017 } from '../migrations/0017-outcomes-of-jobs.ts'
import { Invoices1700000000018 } from '../migrations/0018-invoices.ts'
import { CancelledInvoices1700000000019 } from '../migrations/0019-cancelled-invoices.ts'
import { StatusLinks1700000000020 } from '../migrations/0020-status-links.ts'
import { WhatJobsTeach1700000000021 } from '../migrations/0021-what-jobs-teach.ts'
import { WhatIsLookedUp1700000000022 } from '../migrations/0022-what-is-looked-up.ts'
import { ResultsAtAnySize1700000000023 } from '../migrations/0023-results-at-any-size.ts'
import { Forgetting1700000000024 } from '../migrations/0024-forgetting.ts'
import { Exchanges1700000000025 } from '../migrations/0025-exchanges.ts'
import { AShopOfItsOwn1700000000026 } from '../migrations/0026-a-shop-of-its-own.ts'
import { WhoIsHere1700000000027 } from '../migrations/0027-who-is-here.ts'
import { Invitations1700000000028 } from '../migrations/0028-invitations.ts'
import { WhatWasPaidBack1700000000029 } from '../migrations/0029-what-was-paid-back.ts'
import { SealsOverEvents1700000000030 } from '../migrations/0030-seals-over-events.ts'
import { KeysOfTheShop1700000000031 } from '../migrations/0031-keys-of-the-shop.ts'
import { SecondSteps1700000000032 } from '../migrations/0032-second-steps.ts'
import { Connections1700000000033 } from '../migrations/0033-connections.ts'
import { shopSettingsEntity } from '../shop/entity.ts'
import { invoiceEntity } from '../hand-back/invoices.ts'
import { priceListEntity } from '../prices/service.ts'
import { supplyListEntity } from '../supply/service.ts'
import { calendarEntity } from '../calendar/entity.ts'
import { statusLinkEntity } from '../status/links.ts'
import { mailEntity } from '../mail/entity.ts'
import { keysEntity } from '../forgetting/keys.ts'
import { canOpen, ShopKeys, useShopKeys } from '../forgetting/shopKeys.ts'
import { runEntity } from '../forgetting/service.ts'
import { reportEntity } from '../registry/reports.ts'
import { staffEntity } from '../session/entity.ts'
import { attemptEntity } from '../attempts/entity.ts'

/**
 * The database of a shop: MariaDB on loopback, in UTC, changed by migrations only; connected and migrated.
 * @param migrations only so many of them, for the tests of those that follow
 * @param slow told of each statement that took long, without what it was asked with
 */
export async function openDatabase(
  { database, shopKeys }: Pick<Config, 'database' | 'shopKeys'>,
  migrations = MIGRATIONS.length,
  slow?: (ms: number, sql: string) => void,
): Promise<DataSource> {
  const source = await dataSourceOf(database, MIGRATIONS.slice(0, migrations), slow).initialize()
  const keys = await keysOfShop(source, shopKeys)
  // Migrations may take as long as they need.
  await source.runMigrations()
  if (migrations === MIGRATIONS.length) await canOpen(source, keys)
  // A lock or a statement that takes longer than this is given up: the caller is told to try again.
  const { pool } = source.driver as unknown as { readonly pool: ConnectionPool }
  pool.on('connection', (connection) => connection.query(LIMITS, () => undefined))
  const use = { now: 0 }
  pool.on('acquire', () => use.now++)
  pool.on('release', () => use.now--)
  inUse.set(source, use)
  await source.query(LIMITS)
  return source
}

/** @throws Error where the file is missing and something is kept by a key that was in it: no other one opens that */
async function keysOfShop(source: DataSource, file: string): Promise<ShopKeys> {
  const keys = new ShopKeys(file)
  useShopKeys(source, keys)
  const [table] = await source.query<unknown[]>(`SHOW TABLES LIKE 'personal_keys'`)
  if (table) await canOpen(source, keys)
  keys.begin()
  return keys
}

export const MIGRATIONS = [
  OneLockedPhone1700000000001,
  CatalogueVersions1700000000002,
  TheCounter1700000000003,
  TheBench1700000000004,
  OneJobOneTruth1700000000005,
  AccountReleases1700000000006,
  WhoMerged1700000000007,
  ReportsOfTheShop1700000000008,
  ReportsByHand1700000000009,
  LanguagesOfPeople1700000000010,
  WordsOfTheGlossary1700000000011,
  MethodsAndDocuments1700000000012,
  RefundsOfServices1700000000013,
  AnswersByMail1700000000014,
  CalendarOfTheShop1700000000015,
  SupplyAsAList1700000000016,
  OutcomesOfJobs1700000000017,
  Invoices1700000000018,
  CancelledInvoices1700000000019,
  StatusLinks1700000000020,
  WhatJobsTeach1700000000021,
  WhatIsLookedUp1700000000022,
  ResultsAtAnySize1700000000023,
  Forgetting1700000000024,
  Exchanges1700000000025,
  AShopOfItsOwn1700000000026,
  WhoIsHere1700000000027,
  Invitations1700000000028,
  WhatWasPaidBack1700000000029,
  SealsOverEvents1700000000030,
  KeysOfTheShop1700000000031,
  SecondSteps1700000000032,
  Connections1700000000033,
]

/** Of mysql2's pool, what is used here. */
interface ConnectionPool {
  on(event: 'connection', then: (connection: { query(sql: string, done: () => void): void }) => void): void
  on(event: 'acquire' | 'release', then: () => void): void
}
const inUse = new WeakMap<DataSource, { now: number }>()
/** How many connections somebody works with at this moment. */
export const connectionsInUse = (database: DataSource): number => inUse.get(database)?.now ?? 0

/** Requests that wait for a connection at most; more are told at once to try again. */
const MOST_WAITING = 400
/** Nobody waits gladly for longer than this. */
const SLOW_MS = 500
const LONGEST_LOCK_S = 5
const LONGEST_STATEMENT_S = 20
const LIMITS = `SET SESSION innodb_lock_wait_timeout = ${LONGEST_LOCK_S}, max_statement_time = ${LONGEST_STATEMENT_S}`

export function dataSourceOf(
  database: Config['database'],
  migrations: typeof MIGRATIONS,
  slow?: (ms: number, sql: string) => void,
): DataSource {
  return new DataSource({
    type: 'mariadb',
    ...database,
    timezone: 'Z',
    charset: 'utf8mb4_unicode_ci',
    synchronize: false,
    migrationsTransactionMode: 'none',
    entities: [
      staffEntity,
      packEntity,
      jobEntity,
      lookupEntity,
      jobEventEntity,
      cableEntity,
      otherResultEntity,
      exchangeEntity,
      attemptEntity,
      orderEntity,
      agreementEntity,
      ownershipDocumentEntity,
      mailEntity,
      calendarEntity,
      statusLinkEntity,
      invoiceEntity,
      reportEntity,
      priceListEntity,
      supplyListEntity,
      outcomeEntity,
      durationEntity,
      keysEntity,
      runEntity,
      shopSettingsEntity,
    ],
    migrations,
    poolSize: 10,
    connectTimeout: 5000,
    ...(slow ? { maxQueryExecutionTime: SLOW_MS, logger: slowOnly(slow) } : {}),
    // Where in our code a failing statement was asked is not worth a stack for every statement that does not fail.
    trace: false,
    extra: { queueLimit: MOST_WAITING },
  })
}

/** What was asked with belongs in no log: names and numbers of customers are among it. */
const slowOnly = (slow: (ms: number, sql: string) => void): Logger => ({
  logQuery: () => undefined,
  logQueryError: () => undefined,
  logQuerySlow: slow,
  logSchemaBuild: () => undefined,
  logMigration: () => undefined,
  log: () => undefined,
})
