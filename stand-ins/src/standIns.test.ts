import nodemailer from 'nodemailer'
import PostalMime from 'postal-mime'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { startStandIns, type StandIns } from './index.ts'

const IMEI = '001001012345671'
let world: StandIns
beforeAll(async () => {
  world = await startStandIns({ latencyMs: 1, reported: { '001001017777779': 'stolen' } })
})
afterAll(() => world.close())
const control = (body: object) =>
  fetch(`${world.registry}/control`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  })
const ask = async (imei: string) => (await fetch(`${world.registry}/v1/devices/${imei}`)).json()

describe('the stand-in of a registry', () => {
  it('answers clean unless it was told otherwise', async () => {
    expect(await ask(IMEI)).toMatchObject({ imei: IMEI, status: 'clean' })
    expect(await ask('001001017777779')).toMatchObject({ status: 'stolen' })
    await control({ imei: IMEI, status: 'unpaid' })
    expect(await ask(IMEI)).toMatchObject({ status: 'unpaid' })
  })
  it('misbehaves on demand', async () => {
    await control({ imei: IMEI, fault: 'nonsense' })
    await expect(ask(IMEI)).rejects.toThrow()
    await control({ imei: IMEI, fault: 'error' })
    expect((await fetch(`${world.registry}/v1/devices/${IMEI}`)).status).toBe(500)
    expect((await control({ imei: IMEI, fault: 'explode' })).status).toBe(400)
  })
})

describe('the stand-in of a mailbox', () => {
  it('takes a mail over SMTP and hands it out as .eml', async () => {
    const transport = nodemailer.createTransport({ host: '127.0.0.1', port: world.smtpPort, ignoreTLS: true })
    await transport.sendMail({
      from: 'a@shop.example',
      to: 'b@shop.example',
      subject: 'Grüße B1001',
      text: 'hello',
    })
    const { mails } = (await (await fetch(`${world.mailbox}/mails`)).json()) as { mails: { name: string }[] }
    const eml = await (await fetch(`${world.mailbox}/mails/${mails.at(-1)?.name}`)).arrayBuffer()
    const read = await PostalMime.parse(eml)
    expect([read.subject, read.text?.trim()]).toEqual(['Grüße B1001', 'hello'])
  })
})
