import type { Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import type { Express } from 'express'
import nodemailer from 'nodemailer'
import { ACCOUNT, imapBox } from './imap.ts'
import { Mailbox, mailboxApp, smtpInto } from './mailbox.ts'
import { makerApp } from './maker.ts'
import { registryApp, type RegistrySettings } from './registry.ts'
import { suppliersApp, type SuppliersSettings } from './suppliers.ts'

/** Where to answer; a free port where none is named. */
export interface Ports {
  readonly registry: number
  readonly mailbox: number
  readonly smtp: number
  readonly maker: number
  readonly suppliers: number
  readonly imap: number
}

export interface StandIns {
  readonly registry: string
  readonly mailbox: string
  /** Reached with the shop's account. */
  readonly imap: string
  readonly smtp: string
  readonly smtpPort: number
  readonly maker: string
  readonly suppliers: string
  readonly close: () => Promise<void>
}

/** The shop's outside world on loopback: a registry, a maker's service and suppliers over HTTP, a mailbox that takes SMTP and is read over IMAP. */
export async function startStandIns(
  settings: Partial<Pick<RegistrySettings, 'reported' | 'models' | 'latencyMs'>> &
    Partial<Pick<SuppliersSettings, 'resultAfterMs'>> & { readonly ports?: Ports } = {},
): Promise<StandIns> {
  const imap = await imapBox(settings.ports?.imap)
  const mailbox = new Mailbox(undefined, imap.keep)
  const smtp = smtpInto(mailbox)
  await new Promise<void>(
    (resolve) => void smtp.listen(settings.ports?.smtp ?? 0, '127.0.0.1', () => resolve()),
  )
  const smtpPort = (smtp.server.address() as AddressInfo).port
  const transport = nodemailer.createTransport({
    host: '127.0.0.1',
    port: smtpPort,
    secure: false,
    ignoreTLS: true,
  })
  const registry = await serve(
    registryApp({
      reported: settings.reported ?? {},
      models: settings.models ?? {},
      latencyMs: settings.latencyMs ?? 350,
      send: async (mail) => void (await transport.sendMail(mail)),
    }),
    settings.ports?.registry,
  )
  const maker = await serve(makerApp({ latencyMs: settings.latencyMs ?? 350 }), settings.ports?.maker)
  const suppliers = await serve(
    suppliersApp({
      resultAfterMs: settings.resultAfterMs,
      send: async (mail) => void (await transport.sendMail(mail)),
    }),
    settings.ports?.suppliers,
  )
  const box = await serve(mailboxApp(mailbox), settings.ports?.mailbox)
  return {
    registry: registry.address,
    mailbox: box.address,
    imap: `imap://${account}@127.0.0.1:${imap.port}/INBOX`,
    smtp: `smtp://${account}@127.0.0.1:${smtpPort}`,
    smtpPort,
    maker: maker.address,
    suppliers: suppliers.address,
    close: async () => {
      for (const { server } of [registry, maker, suppliers, box]) {
        server.closeAllConnections()
        server.close()
      }
      await Promise.all([new Promise<void>((resolve) => void smtp.close(() => resolve())), imap.close()])
    },
  }
}

const account = `${ACCOUNT.user}:${encodeURIComponent(ACCOUNT.password)}`

async function serve(app: Express, port = 0): Promise<{ readonly server: Server; readonly address: string }> {
  const server = app.listen(port, '127.0.0.1')
  await new Promise((resolve) => server.once('listening', resolve))
  return { server, address: `http://127.0.0.1:${(server.address() as AddressInfo).port}` }
}
