import type { MigrationInterface, QueryRunner } from 'typeorm'

interface OldSupplier {
  id: number
  name: string
  country: string
  region: string | null
  zone: string
  cut_off: string
  mail: string | null
  language: string
  orders_at: string | null
}
interface OldService {
  id: number
  supplier_id: number
  releases: 'carrier' | 'account'
  carrier: string
  carrier_country: string
  fee_minor: number
  currency: string
  min_days: number
  max_days: number
  refund_percent: number
}

/** The rule that was known before there were lists; from memory, to be checked. */
const FIRST_RULE = {
  country: 'US',
  workingDays: 2,
  source: 'Voluntary code of the wireless industry (from memory)',
  lookedAt: '2026-11-29',
}

const TABLES_OF_BEFORE = [
  `CREATE TABLE suppliers (
     id INT AUTO_INCREMENT PRIMARY KEY,
     name VARCHAR(80) NOT NULL UNIQUE,
     country CHAR(2) NOT NULL,
     region VARCHAR(10) NULL,
     zone VARCHAR(40) NOT NULL,
     cut_off CHAR(5) NOT NULL,
     mail VARCHAR(200) NULL,
     orders_at VARCHAR(300) NULL,
     language VARCHAR(8) NOT NULL DEFAULT 'en')`,
  `CREATE TABLE services (
     id INT AUTO_INCREMENT PRIMARY KEY,
     supplier_id INT NOT NULL,
     carrier VARCHAR(80) NOT NULL,
     carrier_country CHAR(2) NOT NULL,
     fee_minor INT NOT NULL,
     currency CHAR(3) NOT NULL,
     min_days INT NOT NULL,
     max_days INT NOT NULL,
     releases VARCHAR(8) NOT NULL DEFAULT 'carrier',
     refund_percent INT NOT NULL DEFAULT 0,
     FOREIGN KEY (supplier_id) REFERENCES suppliers (id))`,
].map((statement) => `${statement} ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`)

/**
 * Suppliers, services, carriers and rules become one document that is kept in every version, with who changed it. Numbers of
 * services stay: orders name them.
 */
export class SupplyAsAList1700000000016 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE supply_lists (
         id INT PRIMARY KEY,
         document JSON NOT NULL,
         staff_id INT NULL,
         created_at DATETIME(3) NOT NULL,
         FOREIGN KEY (staff_id) REFERENCES staff (id)) ENGINE=InnoDB DEFAULT CHARSET=utf8mb4`,
    )
    const suppliers = (await runner.query(`SELECT * FROM suppliers ORDER BY id`)) as OldSupplier[]
    const services = (await runner.query(`SELECT * FROM services ORDER BY id`)) as OldService[]
    if (suppliers.length > 0)
      await runner.query(
        `INSERT INTO supply_lists (id, document, created_at) VALUES (1, ?, UTC_TIMESTAMP(3))`,
        [JSON.stringify(listOf(suppliers, services))],
      )
    const keys = (await runner.query(
      `SELECT CONSTRAINT_NAME AS name FROM information_schema.REFERENTIAL_CONSTRAINTS
        WHERE CONSTRAINT_SCHEMA = DATABASE() AND TABLE_NAME = 'orders' AND REFERENCED_TABLE_NAME = 'services'`,
    )) as { name: string }[]
    for (const { name } of keys) await runner.query(`ALTER TABLE orders DROP FOREIGN KEY \`${name}\``)
    await runner.query(`DROP TABLE services`)
    await runner.query(`DROP TABLE suppliers`)
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const statement of TABLES_OF_BEFORE) await runner.query(statement)
    const [newest] = (await runner.query(`SELECT document FROM supply_lists ORDER BY id DESC LIMIT 1`)) as {
      document: string | ReturnType<typeof listOf>
    }[]
    const { suppliers = [] } = (
      typeof newest?.document === 'string' ? JSON.parse(newest.document) : (newest?.document ?? {})
    ) as Partial<ReturnType<typeof listOf>>
    for (const one of suppliers) {
      const { withdrawn: _, services, cutOff: cut_off, ordersAt: orders_at, ...supplier } = one
      await insert(runner, 'suppliers', { ...supplier, cut_off, orders_at })
      for (const its of services)
        await insert(runner, 'services', {
          id: its.id,
          releases: its.lock,
          supplier_id: one.id,
          carrier: its.carrier,
          carrier_country: its.carrierCountry,
          fee_minor: its.feeMinor,
          currency: its.currency,
          min_days: its.minDays,
          max_days: its.maxDays,
          refund_percent: its.refundPercent,
        })
    }
    await runner.query(`ALTER TABLE orders ADD FOREIGN KEY (service_id) REFERENCES services (id)`)
    await runner.query(`DROP TABLE supply_lists`)
  }
}

async function insert(
  runner: QueryRunner,
  table: 'suppliers' | 'services',
  row: Readonly<Record<string, string | number | null>>,
): Promise<void> {
  const columns = Object.keys(row)
  await runner.query(
    `INSERT INTO ${table} (${columns.join()}) VALUES (${columns.map(() => '?').join()})`,
    Object.values(row),
  )
}

/** The list in use as version 1. What stands twice under one name is told apart, as names are what a list goes by. */
function listOf(suppliers: readonly OldSupplier[], services: readonly OldService[]) {
  const carriers = new Map<string, { name: string; country: string; askAt: string }>()
  for (const { releases, carrier, carrier_country: country } of services)
    if (releases === 'carrier')
      carriers.set(`${country} ${carrier.trim().toLowerCase()}`, { name: carrier, country, askAt: '' })
  return {
    carriers: [...carriers.values()],
    suppliers: suppliers.map(({ cut_off: cutOff, orders_at: ordersAt, ...one }) => {
      const met = new Map<string, number>()
      return {
        ...one,
        cutOff,
        ordersAt,
        withdrawn: false,
        services: services
          .filter(({ supplier_id: of }) => of === one.id)
          .map((service) => {
            const key = `${service.releases} ${service.carrier_country} ${service.carrier.trim().toLowerCase()}`
            const nth = (met.get(key) ?? 0) + 1
            met.set(key, nth)
            return {
              id: service.id,
              name: nth > 1 ? String(nth) : '',
              lock: service.releases,
              carrier: service.carrier,
              carrierCountry: service.carrier_country,
              models: [],
              feeMinor: service.fee_minor,
              currency: service.currency,
              minDays: service.min_days,
              maxDays: Math.max(service.min_days, service.max_days),
              refundPercent: service.refund_percent,
              withdrawn: false,
            }
          }),
      }
    }),
    rules: [FIRST_RULE],
  }
}
