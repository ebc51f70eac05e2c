import { spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Answer, Job, WholeJob } from '@benevox/contract'
import { jobOf, together, type JobEvent } from '@benevox/core/job'
import { USUAL_RETENTION } from '@benevox/core/price'
import sharp from 'sharp'
import type { DataSource } from 'typeorm'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startMariadb, type Mariadb } from '../../../scripts/lib/mariadb.mjs'
import { openShop, Person, type TestShop } from '../../test/shop.ts'
import { pdfText } from '../../../e2e/pdfText.ts'
import { Catalog } from '../catalog/service.ts'
import { eventOf } from '../jobs/history.ts'
import { jobEventEntity } from '../jobs/entity.ts'
import { JobLife } from '../jobs/life.ts'
import { PriceLists } from '../prices/service.ts'
import { SupplyLists } from '../supply/service.ts'
import { keysOf } from './keys.ts'
import { Forgetting } from './service.ts'

const NAME = 'test-forgetting'
const DAY_MS = 86_400_000
const SUPERVISOR = '8642'

/** What stands nowhere but where somebody typed it, by the kind it is of. */
const MARKS = {
  contact: 'Quellinger Vorname',
  imei: '001001011234561',
  text: 'says that her nephew dropped it',
  mail: 'Reply of the carrier number seven',
  bill: 'a glass out of the drawer',
  ownership: 'receipt-from-the-fair.png',
} as const
/** Somebody else’s, which stays. */
const STAYS = 'Somebody Elsewhere'

let own: Mariadb
let shop: TestShop
let runa: Person
let job: Job
let other: Job
/** The bytes of a document as it is kept: pictures are made anew. */
let picture: Buffer
/** The keys of the job, before they are destroyed. */
let keys: (readonly [string, Buffer])[] = []

const at = (day: number) => () => new Date(Date.now() + day * DAY_MS)
/** The night so many days later. */
function nightOf(database: DataSource, day: number): Forgetting {
  const prices = new PriceLists(database)
  const life = new JobLife(database, new Catalog(database), prices, new SupplyLists(database), at(day))
  return new Forgetting(database, life, prices, at(day))
}
const handBack = async (one: Job): Promise<Job> =>
  (await runa.handBack(one, { priceMinor: 500, paid: 'cash' })).body
const lineOf = (text: string, version: number) => ({
  version,
  key: crypto.randomUUID(),
  text,
  minor: 500,
  reason: 'it was broken',
  code: SUPERVISOR,
})
async function checkedIn(name: string, imei: string, note: string, line: string): Promise<Job> {
  const ready = await runa.openReady({ imei, ownershipNote: note })
  const named = await runa.ask<Job>('PATCH', `/api/jobs/${ready.id}/facts`, {
    version: ready.version,
    facts: {},
    customer: { name, contact: `${name.replace(' ', '.')}@mail.example` },
  })
  return (await runa.ask<Job>('POST', `/api/jobs/${ready.id}/lines`, lineOf(line, named.body.version))).body
}

beforeAll(async () => {
  own = await startMariadb({ name: NAME, fresh: true })
  shop = await openShop(NAME, {}, own)
  runa = await Person.signedIn(shop.address)
  job = await checkedIn(MARKS.contact, MARKS.imei, MARKS.text, MARKS.bill)
  other = await checkedIn(STAYS, '490154203237518', 'her own words', 'a cable')
  const noise = { type: 'gaussian', mean: 128, sigma: 40 } as const
  const png = await sharp({ create: { width: 40, height: 40, channels: 3, background: '#a15', noise } })
    .png()
    .toBuffer()
  await fetch(`${shop.address}/api/jobs/${job.id}/ownership-documents?name=${MARKS.ownership}`, {
    method: 'POST',
    headers: { cookie: runa.cookie, 'x-csrf-token': runa.token, 'content-type': 'image/png' },
    body: new Uint8Array(png),
  })
  const [kept] = await shop.database.query<{ content: Buffer }[]>('SELECT content FROM ownership_documents')
  picture = (kept?.content ?? Buffer.alloc(0)).subarray(300, 340)
  await shop.database.query(
    `INSERT INTO mails (job_id, mailbox_name, digest, sender, subject, at, body, eml)
     VALUES (?, 'm1.eml', NULL, 'a@b.example', 'Re', NOW(), ?, ?)`,
    [job.id, MARKS.mail, `Subject: Re\r\n\r\n${MARKS.mail}`],
  )
  job = (await runa.ask<Job>('GET', `/api/jobs/${job.id}`)).body
  other = await handBack(other)
}, 300_000)
afterAll(async () => {
  await shop.close()
  await own.stop()
})

/** Every file of the database and what it has logged. */
function files(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? files(join(folder, entry.name)) : [join(folder, entry.name)],
  )
}
/** Where bytes stand, in any file: a number of digits also as the database would index it. */
const placesOf = (bytes: Buffer): string[] =>
  files(own.dir)
    .filter((path) => existsSync(path) && readFileSync(path).includes(bytes))
    .map((path) => path.slice(own.dir.length))
/** The next backup, as the database's own program makes it. */
function backup(): string {
  const made = spawnSync(
    'mariadb-dump',
    [
      '--protocol=tcp',
      '--host=127.0.0.1',
      `--port=${own.port}`,
      `--user=${own.user}`,
      `--password=${own.password}`,
      '--hex-blob',
      own.database,
    ],
    { encoding: 'utf8', maxBuffer: 1 << 28 },
  )
  if (made.status !== 0) throw new Error(made.stderr)
  return made.stdout
}

const text = Object.entries(MARKS)
const closed = () => runa.ask<Job>('GET', `/api/jobs/${job.id}`)

describe('what points to a person', () => {
  it('stands sealed in what cannot be changed, and the job stays the fold of it', async () => {
    const rows = await shop.database.manager.find(jobEventEntity, {
      where: { jobId: job.id },
      order: { nth: 'ASC' },
    })
    for (const [, mark] of text) expect(JSON.stringify(rows)).not.toContain(mark)
    const keys = await keysOf(shop.database.manager, job.id)
    const told = jobOf(rows.map((row) => eventOf(row, keys)))
    expect([told.customer.name, told.answers.imei, told.answers.ownershipNote]).toEqual([
      MARKS.contact,
      MARKS.imei,
      MARKS.text,
    ])
    await expect(shop.database.query('UPDATE job_events SET personal = NULL')).rejects.toThrow('append-only')
  })

  it('is refused to be forgotten while the job is open, and by whoever is no supervisor', async () => {
    const forget = (code: string) =>
      runa.ask('POST', `/api/jobs/${job.id}/forget`, { version: job.version, code, copy: 'given' })
    expect((await forget(SUPERVISOR)).body).toMatchObject({ reason: { code: 'not-closed' } })
    expect((await forget('1357')).status).toBe(401)
    job = await handBack(job)
    expect(job.handBack).not.toBeNull()
  })

  it('is handed out first: all of it, as a file and on paper', async () => {
    const copy = await runa.see<WholeJob>(`/api/jobs/${job.id}/copy.json`)
    for (const [kind, mark] of text) if (kind !== 'mail') expect(JSON.stringify(copy), kind).toContain(mark)
    expect(Buffer.from(copy.mails[0]?.eml ?? '', 'base64').toString()).toContain(MARKS.mail)
    const events = copy.events.map(({ event }) =>
      together({ kind: event.kind as JobEvent['kind'], stays: event, personal: {} }),
    )
    expect(jobOf(events)).toEqual(copy.job)
    const response = await runa.file(`/api/jobs/${job.id}/copy.pdf`)
    const printed = await pdfText(new Uint8Array(await response.arrayBuffer()))
    for (const [kind, mark] of text) expect(printed.replaceAll('- ', '-'), kind).toContain(mark)
  })

  it('goes by itself when its days are over, kind by kind, and no sooner; a legal hold stops it', async () => {
    const { next } = await runa.see<Answer<'getForgetting'>>('/api/forgetting')
    expect(next.map(({ id, kinds }) => [id, kinds])).toEqual([
      [other.id, ['ownership']],
      [job.id, ['ownership']],
    ])
    const held = await runa.ask<Job>('POST', `/api/jobs/${other.id}/hold`, {
      version: other.version,
      code: SUPERVISOR,
      reason: 'a letter of the court of the town',
    })
    expect(held.status).toBe(200)
    expect((await nightOf(shop.database, USUAL_RETENTION.ownership - 1).run()).jobs).toBe(0)
    const counted = async () =>
      Number(
        ((await shop.database.query('SELECT COUNT(*) n FROM ownership_documents')) as { n: string }[])[0]?.n,
      )
    expect(await counted()).toBe(1)
    expect(await nightOf(shop.database, USUAL_RETENTION.ownership + 1).run()).toMatchObject({
      jobs: 1,
      mails: 0,
    })
    expect(await counted()).toBe(0)
    const { body } = await closed()
    expect(body.gone).toEqual(['ownership'])
    expect(body.customer.name).toBe(MARKS.contact)
    await expectFold(job.id)
  })

  it('is in no table, file, log or backup once all of it is gone; another job keeps its own', async () => {
    const before = text
      .filter(([kind]) => kind !== 'ownership')
      .map(([, mark]) => placesOf(Buffer.from(mark)).length)
    // A search that finds nothing before proves nothing after.
    for (const found of before) expect(found).toBeGreaterThan(0)
    expect(picture).toHaveLength(40)
    // As they stand there, sealed by the shop's.
    const [kept = {}] = await shop.database.query<Record<string, unknown>[]>(
      'SELECT * FROM personal_keys WHERE job_id = ?',
      [job.id],
    )
    keys = Object.entries(kept).flatMap(([kind, key]) =>
      Buffer.isBuffer(key) ? [[`key of ${kind}`, key] as const] : [],
    )
    expect(keys).toHaveLength(5)
    for (const [, key] of keys) expect(placesOf(key).length).toBeGreaterThan(0)

    const { body: asked } = await runa.ask<Job>('POST', `/api/jobs/${job.id}/forget`, {
      version: (await closed()).body.version,
      code: SUPERVISOR,
      copy: 'given',
    })
    expect(asked.gone?.toSorted()).toEqual(['contact', 'imei', 'mail', 'ownership', 'signature', 'text'])
    expect((await nightOf(shop.database, USUAL_RETENTION.bill + 1).run()).logCleared).toBe(true)
    await expectFold(job.id)

    const dumped = backup()
    for (const [kind, mark] of text) expect(dumped, kind).not.toContain(mark)
    expect(dumped).toContain(STAYS)
    expect(await leftInFiles()).toEqual([])
    expect(placesOf(Buffer.from(STAYS)).length).toBeGreaterThan(0)
  })

  it('is done once a night, at the next start where nothing ran at night, and not by a clock that runs months ahead', async () => {
    const prices = new PriceLists(shop.database)
    const at = (iso: string) => new Forgetting(shop.database, {} as JobLife, prices, () => new Date(iso))
    const said = async (iso: string) => at(iso).isTonight()
    const worked = async (iso: string) =>
      shop.database.query(
        `INSERT INTO job_events (job_id, nth, at, staff_id, kind, detail) VALUES (?, NULL, ?, 1, 'came', '{}')`,
        [other.id, new Date(iso)],
      )
    const ran = async (iso: string) =>
      shop.database.query('INSERT INTO forgetting_runs (at, jobs, mails, log_cleared) VALUES (?, 0, 0, 1)', [
        new Date(iso),
      ])
    await worked('2030-06-01T10:00:00Z')
    await ran('2030-06-02T01:30:00Z')
    // The shop's clock is two hours ahead in summer: its night begins at one.
    expect(await said('2030-06-02T21:00:00Z')).toBe(false)
    expect(await said('2030-06-03T00:55:00Z')).toBe(false)
    expect(await said('2030-06-03T01:05:00Z')).toBe(true)
    expect(await said('2030-06-20T12:00:00Z')).toBe(true)
    expect(await said('2038-01-19T03:14:00Z')).toBe(false)
    // The clock was ahead and is set right: the nights go on.
    await ran('2038-01-19T03:14:00Z')
    expect(await said('2030-06-20T12:00:00Z')).toBe(true)
  })

  it('waits in a shop of before until a supervisor has saved the days; its old jobs go by these', async () => {
    const { database } = shop
    const asked = async () => (await runa.see<Answer<'getForgetting'>>('/api/forgetting')).isByItself
    expect(await asked()).toBe(true)
    const lists = await database.query<{ id: number; document: string }[]>(
      'SELECT id, document FROM price_lists',
    )
    await database.query("UPDATE price_lists SET document = JSON_REMOVE(document, '$.retention')")
    try {
      const prices = new PriceLists(database)
      const night = () =>
        new Forgetting(database, {} as JobLife, prices, () => new Date('2030-06-20T12:00:00Z'))
      expect(await prices.saysRetention()).toBe(false)
      expect(await night().isTonight()).toBe(false)
      const { id, prices: before } = await prices.inUse()
      expect(before.retention).toEqual(USUAL_RETENTION)
      const days = { ...USUAL_RETENTION, ownership: 3650 }
      await prices.keep({ ...before, retention: days }, 1)
      expect(await night().isTonight()).toBe(true)
      expect((await prices.byId(id)).retention).toEqual(days)
      expect((await new PriceLists(database).byId(id)).retention).toEqual(days)
      const [{ stale }] = (await database.query(
        'SELECT COUNT(*) AS stale FROM jobs WHERE closed_at IS NOT NULL AND projection > 0',
      )) as [{ stale: string }]
      expect(Number(stale)).toBe(0)
    } finally {
      await database.query('DELETE FROM price_lists WHERE id > ?', [Math.max(...lists.map(({ id }) => id))])
      for (const { id, document } of lists)
        await database.query('UPDATE price_lists SET document = ? WHERE id = ?', [
          typeof document === 'string' ? document : JSON.stringify(document),
          id,
        ])
    }
  })

  it('leaves what was done, what it cost and what was learnt; papers say that it was once known', async () => {
    const { body } = await closed()
    expect(body.handBack?.bill?.totalMinor).toBe(500)
    expect(body.steps).toEqual(job.steps)
    const answer = async (path: string) => {
      const response = await runa.file(`/api/jobs/${job.id}/${path}`)
      return { status: response.status, bytes: Buffer.from(await response.arrayBuffer()) }
    }
    const paper = await pdfText(new Uint8Array((await answer('hand-back.pdf')).bytes))
    expect(paper).toContain('deleted since')
    expect((await answer('agreement.pdf')).status).toBe(404)
    for (const path of ['story.pdf', 'copy.pdf', 'copy.json', 'receipt.pdf', 'mails'])
      expect([path, (await answer(path)).status]).toEqual([path, 200])
    const { mails } = await runa.see<Answer<'listMails'>>(`/api/jobs/${job.id}/mails`)
    expect(mails).toEqual([])
  })

  it('is found again of a reported device, by whoever has it in hand and by nobody else', async () => {
    const reported = await runa.openJob({ ...job.facts, imei: '356938035643809', registryAnswer: 'reported' })
    expect(reported.registry.at(-1)?.answer).toBe('reported')
    const dumped = backup()
    const table = dumped.slice(dumped.indexOf('CREATE TABLE `registry_reports`'))
    expect(table.slice(0, table.indexOf('UNLOCK TABLES'))).not.toContain('356938035643809')
    const again = await runa.openJob({ imei: '356938035643809' })
    expect(again.registry.map(({ answer, saidOn }) => [answer, saidOn])).toEqual([
      ['reported', reported.ticket],
    ])
  })
})

/** The snapshot is what its events say with the keys that are left. */
async function expectFold(id: number): Promise<void> {
  const rows = await shop.database.manager.find(jobEventEntity, {
    where: { jobId: id },
    order: { nth: 'ASC' },
  })
  const keys = await keysOf(shop.database.manager, id)
  const [{ state }] = (await shop.database.query<{ state: string }[]>('SELECT state FROM jobs WHERE id = ?', [
    id,
  ])) as [{ state: string }]
  expect(jobOf(rows.map((row) => eventOf(row, keys)))).toEqual(JSON.parse(state))
}

/** Which marks are left in which files, once the database has written down all it knows and cleared what it frees. */
async function leftInFiles(): Promise<string[]> {
  const marks = [
    ...text.map(([kind, mark]) => [kind, Buffer.from(mark)] as const),
    ['picture', picture] as const,
    ...keys,
  ]
  let left: string[] = []
  // It clears what it frees by itself, soon after; and writes everything down when it is stopped.
  for (let nth = 0; nth < 8; nth++) {
    await own.stop()
    left = marks.flatMap(([kind, mark]) => placesOf(mark).map((path) => `${kind} in ${path}`))
    own = await startMariadb({ name: NAME, port: own.port })
    if (left.length === 0) break
    await new Promise((resolve) => setTimeout(resolve, 1000))
  }
  return left
}
