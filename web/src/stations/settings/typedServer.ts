import type { MailServer, Protection } from '@benevox/core/shop'

/** A mail server while somebody types it. */
export interface TypedServer {
  readonly host: string
  readonly port: string
  readonly protection: Protection
  readonly user: string
  readonly password: string
  /** The port that is usual for each. */
  readonly usual: Readonly<Record<Protection, number>>
}
/** RFC 8314 3: from the start on 465 and 993; RFC 6409, RFC 9051: after the greeting on 587 and 143. */
export const USUAL = {
  smtp: { tls: 465, starttls: 587, none: 25 },
  mailbox: { tls: 993, starttls: 143, none: 143 },
} as const satisfies Record<string, TypedServer['usual']>

export const typedServer = (usual: TypedServer['usual'], server?: MailServer): TypedServer => ({
  host: server?.host ?? '',
  port: String(server?.port ?? usual.tls),
  protection: server?.protection ?? 'tls',
  user: server?.user ?? '',
  password: '',
  usual,
})

/** What was typed, as it is sent; undefined where no server is named. */
export const serverTyped = ({ host, port, protection, user }: TypedServer): MailServer | undefined =>
  host.trim() === ''
    ? undefined
    : { host: host.trim(), port: Number(port), protection, ...(user.trim() ? { user: user.trim() } : {}) }
