import type { Job, WholeShop } from '@benevox/contract'
import { jobOf, together, type JobEvent } from '@benevox/core/job'
import { Ajv2020 } from 'ajv/dist/2020.js'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, type TestShop } from '../../test/shop.ts'

/** What another shop has tried. */
const OTHERS = {
  id: '00000000-0000-4000-8000-000000000007',
  familyId: 'slide-at-dark',
  methodId: 'slide',
  modelId: 'any',
  link: 'none',
  outcome: 'reached',
  seen: [],
  seconds: 20,
}
let shop: TestShop
let runa: Person
let imke: Person
const jobs: Job[] = []
beforeAll(async () => {
  shop = await openShop('test-whole-shop')
  runa = await Person.signedIn(shop.address)
  imke = await Person.signedIn(shop.address, 2)
  for (let n = 0; n < 30; n++) jobs.push(await runa.openReady({ ownershipNote: `Receipt no. ${n}` }))
  await runa.handBack((jobs as [Job])[0], { note: 'says nothing' })
  for (const jobId of [jobs[2]?.id ?? null, null])
    await shop.database.query(
      `INSERT INTO mails (job_id, mailbox_name, digest, sender, subject, at, body, eml, why)
       VALUES (?, ?, NULL, 'a@b.example', 'Re', NOW(), 'text', ?, ?)`,
      [jobId, `m${jobId}`, `Subject: of ${jobId}`, jobId === null ? 'no-job' : null],
    )
  await shop.database.query('INSERT INTO other_results (id, family_id, document) VALUES (?, ?, ?)', [
    OTHERS.id,
    OTHERS.familyId,
    JSON.stringify(OTHERS),
  ])
  const png = await sharp({ create: { width: 9, height: 9, channels: 3, background: '#a15' } })
    .png()
    .toBuffer()
  await fetch(`${shop.address}/api/jobs/${jobs[1]?.id}/ownership-documents?name=box.png`, {
    method: 'POST',
    headers: { cookie: runa.cookie, 'x-csrf-token': runa.token, 'content-type': 'image/png' },
    body: new Uint8Array(png),
  })
}, 300_000)
afterAll(() => shop.close())

const download = (person: Person) => person.file(`/api/shop.json`)

describe('the whole shop as one document', () => {
  it('is what its schema says, read by another library, with every job there is', async () => {
    const response = await download(imke)
    expect(response.status).toBe(200)
    const whole = (await response.json()) as WholeShop
    const schema = (await (await fetch(`${shop.address}/api/shop.schema.json`)).json()) as object
    const validate = new Ajv2020({ strict: false, validateFormats: false }).compile(schema)
    validate(whole)
    expect(validate.errors).toBeNull()
    const ids = await shop.database.query<{ id: number }[]>('SELECT id FROM jobs ORDER BY id')
    expect(whole.jobs.map(({ job }) => job.id)).toEqual(ids.map(({ id }) => id))
    const [{ count }] = (await shop.database.query<{ count: string }[]>(
      'SELECT COUNT(*) AS count FROM job_events',
    )) as [{ count: string }]
    expect(whole.jobs.flatMap(({ events }) => events)).toHaveLength(Number(count))
    expect(whole.staff.map(({ name }) => name)).toEqual(['Runa', 'Teo', 'Imke'])
    expect(whole.resultsOfOthers).toEqual([OTHERS])
    const texts = (mails: WholeShop['mailsOfNoJob']) =>
      mails.map(({ eml }) => Buffer.from(eml, 'base64').toString())
    expect(texts(whole.mailsOfNoJob)).toEqual(['Subject: of null'])
    expect(texts(whole.jobs[2]?.mails ?? [])).toEqual([`Subject: of ${jobs[2]?.id}`])
    const [kept] = whole.jobs[1]?.ownershipDocuments ?? []
    const served = await runa.file(`/api/jobs/${jobs[1]?.id}/ownership-documents/${kept?.id}`)
    expect(kept?.content).toBe(Buffer.from(await served.arrayBuffer()).toString('base64'))
  })

  it('is of one instant whatever is written meanwhile: each job is the fold of its events', async () => {
    const downloading = download(imke).then(async (response) => (await response.json()) as WholeShop)
    let isOver = false
    void downloading.finally(() => (isOver = true))
    for (let n = 0; !isOver && n < 200; n++) {
      const job = jobs[2 + (n % 28)]
      if (job)
        await runa.ask('POST', `/api/jobs/${job.id}/steps`, {
          told: { key: crypto.randomUUID(), at: new Date().toISOString() },
          change: { kind: 'key-tested', key: 'power', state: 'works' },
        })
    }
    const whole = await downloading
    for (const { job, events } of whole.jobs)
      expect(
        jobOf(
          events.map(({ event }) =>
            together({ kind: event.kind as JobEvent['kind'], stays: event, personal: {} }),
          ),
        ),
      ).toEqual(job)
  })

  it('is for a supervisor, and opens no door', async () => {
    for (const person of [runa, new Person(shop.address)]) {
      const { status } = await download(person)
      expect([401, 403]).toContain(status)
    }
    await runa.file(`/api/jobs/${jobs[3]?.id}/receipt.pdf`)
    const text = await (await download(imke)).text()
    const secrets = [
      ...(await shop.database.query<{ secret: string }[]>('SELECT secret FROM status_links')),
      ...(await shop.database.query<{ secret: string }[]>('SELECT password_hash AS secret FROM staff')),
      ...(await shop.database.query<{ secret: string }[]>('SELECT code_hash AS secret FROM staff')),
    ]
    expect(secrets.length).toBeGreaterThan(6)
    for (const { secret } of secrets) expect(text).not.toContain(secret)
  })
})
