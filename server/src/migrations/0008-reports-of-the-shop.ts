import type { MigrationInterface, QueryRunner } from 'typeorm'

export interface Said {
  readonly at: string
  readonly imei: string
  readonly answer: string
  readonly source: string
}

/** What the registry reported holds for the device, whatever ticket it comes in under. */
export class ReportsOfTheShop1700000000008 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE registry_reports (
         imei CHAR(15) NOT NULL PRIMARY KEY,
         ticket VARCHAR(16) NOT NULL,
         record JSON NOT NULL
       ) ENGINE=InnoDB`,
    )
    await keepStanding(runner, ({ source }) => source === 'registry')
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`DROP TABLE registry_reports`)
  }
}

/**
 * Keeps each report of an IMEI that stands: only the registry itself takes one back.
 * @param counts whose word holds for the device
 */
export async function keepStanding(runner: QueryRunner, counts: (said: Said) => boolean): Promise<void> {
  const rows = (await runner.query(
    `SELECT ticket, JSON_QUERY(state, '$.registry') AS registry FROM jobs
       WHERE JSON_LENGTH(state, '$.registry') > 0`,
  )) as { ticket: string; registry: string | Said[] }[]
  const all = rows
    .flatMap(({ ticket, registry }) =>
      (typeof registry === 'string' ? (JSON.parse(registry) as Said[]) : registry).map((said) => ({
        ticket,
        said,
      })),
    )
    .filter(({ said }) => counts(said) && said.imei !== '')
    .sort((a, b) => Date.parse(a.said.at) - Date.parse(b.said.at))
  const stand = new Map<string, (typeof all)[number]>()
  for (const one of all) {
    if (one.said.answer === 'reported') stand.set(one.said.imei, one)
    if (one.said.answer === 'clean' && one.said.source === 'registry') stand.delete(one.said.imei)
  }
  for (const [imei, { ticket, said }] of stand)
    await runner.query(`INSERT INTO registry_reports (imei, ticket, record) VALUES (?, ?, ?)`, [
      imei,
      ticket,
      JSON.stringify(said),
    ])
}
