import { z } from 'zod'
import type { OwnFiles } from './devices/certificates.ts'

const environment = z.object({
  BENEVOX_DB_HOST: z.string().default('127.0.0.1'),
  BENEVOX_DB_PORT: z.coerce.number().int(),
  BENEVOX_DB_USER: z.string(),
  BENEVOX_DB_PASSWORD: z.string(),
  BENEVOX_DB_NAME: z.string(),
  BENEVOX_SESSION_SECRET: z.string().min(32),
  BENEVOX_SHOP_KEYS: z.string(),
  BENEVOX_PORT: z.coerce.number().int().default(4180),
  BENEVOX_PORT_MAY_DIFFER: z.enum(['yes', 'no']).default('no'),
  BENEVOX_WEB: z.string().optional(),
  BENEVOX_SHOP: z.string().default('Benevox'),
  BENEVOX_MAIL: z.email().optional(),
  BENEVOX_CATALOGUE: z.string().optional(),
  BENEVOX_METRICS_PORT: z.coerce.number().int().optional(),
  BENEVOX_BACKUP_STATE: z.string().optional(),
  BENEVOX_REGISTRY: z.url().optional(),
  BENEVOX_MAILBOX: z.url().optional(),
  BENEVOX_SMTP: z.url({ protocol: /^smtps?$/ }).optional(),
  BENEVOX_IMAP: z.url({ protocol: /^imaps?$/ }).optional(),
  BENEVOX_MAKER: z.url().optional(),
  BENEVOX_SUPPLIERS: z.url().optional(),
  BENEVOX_TLS: z.string().optional(),
  BENEVOX_TLS_CERT: z.string().optional(),
  BENEVOX_TLS_KEY: z.string().optional(),
  BENEVOX_DEVICES_AT: z
    .string()
    .transform((list) => list.split(',').map((address) => address.trim()))
    .pipe(z.array(z.ipv4()).min(1))
    .optional(),
  BENEVOX_PROXY: z.string().optional(),
  BENEVOX_PUBLIC: z.url({ protocol: /^https?$/ }).optional(),
  BENEVOX_SIGN_IN_HINT: z.string().optional(),
  BENEVOX_LOG: z.enum(['silent', 'error', 'warn', 'info']).default('warn'),
})

export interface Config {
  readonly database: {
    readonly host: string
    readonly port: number
    readonly username: string
    readonly password: string
    readonly database: string
  }
  readonly sessionSecret: string
  /** The file of the shop's own keys, which are not in the database. */
  readonly shopKeys: string
  readonly port: number
  /** Where the port is taken, any other will do. */
  readonly portMayDiffer: boolean
  /** The folder of the built interface; absent in development, where Vite serves it. */
  readonly web: string | undefined
  readonly shop: string
  /** The shop's own mail address, for answers; absent: it sends none. */
  readonly mail: string | undefined
  /** Where the registry of reported devices answers; absent: it is asked by hand. */
  readonly registry: string | undefined
  /** Where the shop's mailbox lists its mails as .eml; absent: none is read. */
  readonly mailbox: string | undefined
  /** Where mails are handed over to be sent; absent: none is sent from here. */
  readonly smtp: string | undefined
  /** Where the shop's mailbox is read, with account and folder; absent: as above, or not at all. */
  readonly imap: string | undefined
  /** Where the maker's service for unlocking from afar answers; absent: the owner does it on the maker's page. */
  readonly maker: string | undefined
  /** From where addresses of suppliers that are no whole addresses go on. */
  readonly suppliers: string | undefined
  /** Under which customers reach the shop, on receipts and in mails; absent: as whoever prints them reaches it. */
  readonly publicAddress: string | undefined
  /** What other devices of the shop reach it with; absent: this computer alone does. */
  readonly devices:
    | {
        /** Where it keeps the certificates that it makes. */
        readonly folder: string
        /** Files of a certificate that somebody else gave the shop. */
        readonly own: OwnFiles | undefined
        /** The IPv4 addresses they reach it at; absent: all that this computer has in a private network. */
        readonly at: readonly string[] | undefined
      }
    | undefined
  /** Whose word is taken for who asks, and whether over TLS: addresses of reverse proxies, as Express reads them. */
  readonly proxy: string | undefined
  /** Shown on the sign-in page; for the demo only. */
  readonly signInHint: string | undefined
  /** The file of the catalogue that a new shop may begin with. */
  readonly catalogue: string | undefined
  /** Where the program that makes backups says how they went; absent where none does. */
  readonly backupState: string | undefined
  /** Where what is counted can be read on loopback; absent: nowhere. */
  readonly metricsPort: number | undefined
  readonly log: 'silent' | 'error' | 'warn' | 'info'
}

/** @throws ZodError naming what is missing from the environment */
export function configFrom(env: NodeJS.ProcessEnv): Config {
  const read = environment.parse(env)
  return {
    database: {
      host: read.BENEVOX_DB_HOST,
      port: read.BENEVOX_DB_PORT,
      username: read.BENEVOX_DB_USER,
      password: read.BENEVOX_DB_PASSWORD,
      database: read.BENEVOX_DB_NAME,
    },
    sessionSecret: read.BENEVOX_SESSION_SECRET,
    shopKeys: read.BENEVOX_SHOP_KEYS,
    port: read.BENEVOX_PORT,
    portMayDiffer: read.BENEVOX_PORT_MAY_DIFFER === 'yes',
    web: read.BENEVOX_WEB,
    shop: read.BENEVOX_SHOP,
    mail: read.BENEVOX_MAIL,
    catalogue: read.BENEVOX_CATALOGUE,
    metricsPort: read.BENEVOX_METRICS_PORT,
    backupState: read.BENEVOX_BACKUP_STATE,
    registry: read.BENEVOX_REGISTRY,
    mailbox: read.BENEVOX_MAILBOX,
    smtp: read.BENEVOX_SMTP,
    imap: read.BENEVOX_IMAP,
    maker: read.BENEVOX_MAKER,
    suppliers: read.BENEVOX_SUPPLIERS,
    publicAddress: read.BENEVOX_PUBLIC,
    devices: devicesFrom(read),
    proxy: read.BENEVOX_PROXY,
    signInHint: read.BENEVOX_SIGN_IN_HINT,
    log: read.BENEVOX_LOG,
  }
}

function devicesFrom({
  BENEVOX_TLS: folder,
  BENEVOX_TLS_CERT: cert,
  BENEVOX_TLS_KEY: key,
  BENEVOX_DEVICES_AT: at,
}: z.infer<typeof environment>): Config['devices'] {
  if ((cert === undefined) !== (key === undefined))
    throw new Error(
      'BENEVOX_TLS_CERT and BENEVOX_TLS_KEY belong together: the one is of no use without the other',
    )
  return folder === undefined ? undefined : { folder, own: cert && key ? { cert, key } : undefined, at }
}
