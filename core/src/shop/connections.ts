import { z } from 'zod'
import { webAddress } from './settings.ts'

/** How what is said to a mail server is kept from others: from the first byte, from the second sentence on, or not at all. */
export const PROTECTIONS = ['tls', 'starttls', 'none'] as const
export type Protection = (typeof PROTECTIONS)[number]

/** Names and addresses of this computer itself: what goes there passes nobody. */
const isThisComputer = (host: string): boolean => /^(localhost|127(\.\d{1,3}){3}|::1)$/i.test(host)
const server = z.strictObject({
  host: z
    .string()
    .trim()
    .max(200)
    .regex(/^[\w.:-]+$/, 'host-name'),
  port: z.int().min(1).max(65_535),
  protection: z.enum(PROTECTIONS),
  /** Absent: whoever comes is served. */
  user: z.string().trim().min(1).max(200).optional(),
})
const isProtected = ({ host, protection }: z.infer<typeof server>): boolean =>
  protection !== 'none' || isThisComputer(host)
const flaw = { path: ['protection'], message: 'unprotected' }
/** A server that takes mails to be sent, over SMTP (RFC 5321, 6409). */
export const mailServer = server.refine(isProtected, flaw)
/** A mailbox that is read over IMAP (RFC 9051), one folder of it; nothing in it is changed. */
export const mailbox = server.extend({ folder: z.string().trim().min(1).max(200) }).refine(isProtected, flaw)
/** How the shop reaches what is outside; its passwords are kept apart. */
export const connections = z.strictObject({
  smtp: mailServer.optional(),
  mailbox: mailbox.optional(),
  /** Of reported devices, over HTTP. */
  registry: webAddress.optional(),
})
export type MailServer = z.infer<typeof mailServer>
export type MailboxServer = z.infer<typeof mailbox>
export type Connections = z.infer<typeof connections>
/** What has a password. */
export const WITH_PASSWORD = ['smtp', 'mailbox'] as const

/** Whether it is the same account of the same server: only there goes a password that was kept. */
export const isSameAccount = (one: MailServer | undefined, other: MailServer | undefined): boolean =>
  one !== undefined &&
  other !== undefined &&
  (['host', 'port', 'user', 'protection'] as const).every((part) => one[part] === other[part])
