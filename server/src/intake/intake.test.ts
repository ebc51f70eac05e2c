import type { Job, Problem } from '@benevox/contract'
import sharp from 'sharp'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader'
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { pdfText, withoutAddress } from '../../../e2e/pdfText.ts'
import { openShop, Person, type TestShop } from '../../test/shop.ts'
import { qrSvg, tagPng } from './tag.ts'

let shop: TestShop
let runa: Person
beforeAll(async () => {
  shop = await openShop('test-intake')
  runa = await Person.signedIn(shop.address)
  const wasm = createRequire(import.meta.url).resolve('zxing-wasm/reader/zxing_reader.wasm')
  await prepareZXingModule({
    overrides: { wasmBinary: new Uint8Array(readFileSync(wasm)).buffer as ArrayBuffer },
  })
})
afterAll(() => shop.close())

const file = (job: Job, path: string, person = runa) => person.file(`/api/jobs/${job.id}/${path}`)
const keep = (job: Job, bytes: Uint8Array, name = 'receipt.jpg') =>
  fetch(`${shop.address}/api/jobs/${job.id}/ownership-documents?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: { cookie: runa.cookie, 'x-csrf-token': runa.token, 'content-type': 'application/octet-stream' },
    body: Buffer.from(bytes),
  })
const picture = (width = 400) => sharp({ create: { width, height: 300, channels: 3, background: '#aa8855' } })

describe('what is shown of whose it is', () => {
  it('is kept without the place it was taken at, and only staff sees it', async () => {
    const job = await runa.openJob()
    const withPlace = await picture()
      .jpeg()
      .withExif({ IFD0: { Make: 'camera' }, IFD3: { GPSLatitude: '54/1 30/1 0/1', GPSLatitudeRef: 'N' } })
      .toBuffer()
    expect((await sharp(withPlace).metadata()).exif?.length).toBeGreaterThan(50)
    const kept = (await (await keep(job, withPlace)).json()) as Job
    expect(kept.ownershipFiles).toMatchObject([{ name: 'receipt.jpg', type: 'image/jpeg', by: 'Runa' }])
    const path = `ownership-documents/${kept.ownershipFiles[0]?.id ?? ''}`
    const back = Buffer.from(await (await file(job, path)).arrayBuffer())
    const { exif, width } = await sharp(back).metadata()
    expect([exif, width]).toEqual([undefined, 400])
    expect((await file(job, path, new Person(shop.address))).status).toBe(401)
    const other = await runa.openJob()
    expect((await file(other, path)).status).toBe(404)
    const removed = await runa.ask<Job>('DELETE', `/api/jobs/${job.id}/${path}`)
    expect(removed.body.ownershipFiles).toEqual([])
  })
  it('is told by its content, whatever its name says, and limited in size', async () => {
    const job = await runa.openJob()
    const code = async (bytes: Uint8Array, name?: string) =>
      ((await (await keep(job, bytes, name)).json()) as Problem).code
    expect(await code(Buffer.from('<script>alert(1)</script>'), 'a.jpg')).toBe('wrong-file')
    expect(await code(Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'), 'a.svg')).toBe('wrong-file')
    expect(await code(new Uint8Array())).toBe('wrong-file')
    const cut = (await picture().jpeg().toBuffer()).subarray(0, 60)
    expect(await code(cut)).toBe('wrong-file')
    expect(await code(new Uint8Array(8 * 1024 * 1024 + 10))).toBe('too-large')
    expect(await code(Buffer.from('%PDF-1.4\n'), 'receipt.pdf')).toBe('wrong-file')
    const png = (await (
      await keep(job, await picture(3000).png().toBuffer(), '../../etc/x.png')
    ).json()) as Job
    expect(png.ownershipFiles).toMatchObject([{ name: '....etcx.png', type: 'image/jpeg' }])
  })
})

describe('many documents at one moment', () => {
  it('are made anew one after the other; those that are too many are told so, and none is a fault', async () => {
    const jobs = await Promise.all(Array.from({ length: 5 }, () => runa.openJob()))
    // Of 16 bits a channel, as an attack sent them: each takes hundreds of megabytes while it is read.
    const large = await sharp({ create: { width: 3000, height: 2000, channels: 3, background: '#335577' } })
      .toColourspace('rgb16')
      .png({ compressionLevel: 9 })
      .toBuffer()
    const said = await Promise.all(
      [...jobs, ...jobs, ...jobs, ...jobs, ...jobs].map(async (job) => {
        const response = await keep(job, large, 'receipt.png')
        const { reason } = (await response.json()) as Problem
        return response.status === 200 ? 'kept' : `${response.status} ${reason?.code ?? ''}`
      }),
    )
    // Where the machine does much else, all of a request may take too long; then that is said, and it is no fault.
    const told = ['kept', '409 busy-now', '503 no-answer-in-time']
    expect(said.filter((one) => !told.includes(one))).toEqual([])
    expect(said).toEqual(expect.arrayContaining(told.slice(0, 2)))
    const later = await runa.openJob()
    expect((await keep(later, await picture().jpeg().toBuffer())).status).toBe(200)
  })
})

describe('tag and receipt', () => {
  it('the code on the tag is read back by another library as the ticket', async () => {
    const read = await readBarcodes(new Uint8Array(await tagPng('B1042')), { formats: ['Code128'] })
    expect(read.map(({ text, format }) => [text, format])).toEqual([['B1042', 'Code128']])
  })
  it('so is the address of the status page that the receipt shows as a QR code', async () => {
    const address = `https://shop.example/s/${'aZ0-_'.repeat(8)}xyz`
    const printed = await sharp(Buffer.from(qrSvg(address)))
      .resize({ width: 400 })
      .flatten({ background: '#ffffff' })
      .extend({ top: 40, bottom: 40, left: 40, right: 40, background: '#ffffff' })
      .png()
      .toBuffer()
    const read = await readBarcodes(new Uint8Array(printed), { formats: ['QRCode'] })
    expect(read.map(({ text }) => text)).toEqual([address])
  })
  it('the tag names ticket, device and customer; the receipt what was left and how it looked', async () => {
    const job = await runa.openReady({ imei: '001001011234561' })
    const named = await runa.ask<Job>('PATCH', `/api/jobs/${job.id}/facts`, {
      version: job.version,
      customer: { name: 'Q. Test' },
    })
    const { body } = await runa.ask<Job>('POST', `/api/jobs/${job.id}/intake`, {
      version: named.body.version,
      intake: {
        left: ['case', 'sim'],
        marks: [{ side: 'back', column: 2, row: 0, kind: 'crack' }],
        note: 'Corner is loose',
      },
    })
    expect(body.intake?.marks).toHaveLength(1)
    const text = async (path: string) =>
      withoutAddress(await pdfText(new Uint8Array(await (await file(job, path)).arrayBuffer())))
    for (const said of [job.ticket, 'Orrelin Vane 5', 'Q. Test'])
      expect(await text('tag.pdf')).toContain(said)
    for (const said of [job.ticket, 'case and SIM', 'Corner is loose', 'deposit', '9 of 10 jobs like this'])
      expect(await text('receipt.pdf')).toContain(said)
    // The letter on the drawing is the one the line below it explains, in each language.
    for (const [language, letter, said] of [
      ['en', 'C', 'C crack'],
      ['de', 'R', 'R Riss'],
      ['fr', 'F', 'F fissure'],
      ['es', 'G', 'G grieta'],
    ] as const) {
      const receipt = await text(`receipt.pdf?language=${language}`)
      expect(receipt).toContain(said)
      expect(receipt.match(new RegExp(`(?<![\\p{L}])${letter}(?![\\p{L}])`, 'gu'))).toHaveLength(2)
    }
    expect(await text('letter-to-seller.pdf?language=de')).toContain('Orrelin Vane 5')
    expect(await text('activation.pdf')).toContain('never guess')
    const png = await file(job, 'tag.png')
    expect([png.status, png.headers.get('content-type')]).toEqual([200, 'image/png'])
  })
  it('papers are in the language that was chosen for the customer, also before anything is signed', async () => {
    const { id, version } = await runa.openReady({ imei: '001001011234561' })
    const choose = (customerLanguage: string) =>
      runa.ask<Job>('PATCH', `/api/jobs/${id}/facts`, { version, facts: { customerLanguage } })
    expect((await choose('no tag')).status).toBe(400)
    const { body } = await choose('fr')
    expect(body.facts.customerLanguage).toBe('fr')
    const text = async (path: string) => pdfText(new Uint8Array(await (await file(body, path)).arrayBuffer()))
    expect(await text('receipt.pdf')).toContain('Reçu')
    expect(await text('receipt.pdf?language=de')).toContain('Annahmeschein')
    expect(await text('activation.pdf')).not.toContain('never guess')
  })
  it('a secret is kept in no field at all, and a telephone number in its own', async () => {
    const job = await runa.openReady()
    const contact = (text: string) =>
      runa.ask<Problem>('PATCH', `/api/jobs/${job.id}/facts`, {
        version: job.version,
        customer: { contact: text },
      })
    expect((await contact('PIN 4711')).body).toMatchObject({
      code: 'looks-like-secret',
      errors: [{ path: 'body.contact' }],
    })
    expect((await contact('0461 2345, 4711 in the evening')).status).toBe(200)
    const right = await runa.ask<Problem>('POST', `/api/jobs/${job.id}/steps`, {
      version: job.version + 1,
      change: { kind: 'right-device', by: 'tag', read: job.ticket, build: 'password: tide22' },
    })
    expect(right.body).toMatchObject({ code: 'looks-like-secret', errors: [{ path: 'body.build' }] })
    const cable = { fits: 'usb-c', note: 'PIN: 4711' }
    expect((await runa.ask('POST', '/api/cables', cable)).body.code).toBe('looks-like-secret')
    expect((await runa.ask('POST', '/api/cables', { ...cable, note: 'grey, 2000 mm' })).status).toBe(200)
    const named = await keep(job, await picture().png().toBuffer(), 'PIN 4711.png')
    expect([named.status, ((await named.json()) as Job).ownershipFiles.at(-1)?.name]).toEqual([200, 'file'])
    const everything = JSON.stringify(await shop.database.query('SELECT detail, personal FROM job_events'))
    expect(everything).not.toMatch(/4711\.png|tide22/)
  })
  it('what is no mark, or looks like a secret, is refused', async () => {
    const job = await runa.openJob()
    const put = (intake: object) =>
      runa.ask<Problem>('POST', `/api/jobs/${job.id}/intake`, { version: job.version, intake })
    const mark = { side: 'back', column: 3, row: 0, kind: 'crack' }
    expect((await put({ left: [], marks: [mark], note: '' })).body.code).toBe('bad-request')
    expect((await put({ left: [], marks: [], note: 'pattern 1-4-7-8-9' })).body.code).toBe(
      'looks-like-secret',
    )
  })
})
