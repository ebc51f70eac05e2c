import { z } from 'zod'

const environment = z.object({
  BENEVOX_DB_HOST: z.string().default('127.0.0.1'),
  BENEVOX_DB_PORT: z.coerce.number().int(),
  BENEVOX_DB_USER: z.string(),
  BENEVOX_DB_PASSWORD: z.string(),
  BENEVOX_DB_NAME: z.string(),
  BENEVOX_SESSION_SECRET: z.string().min(32),
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
  BENEVOX_SMTP: z.url({ protocol: /^smtp$/ }).optional(),
  BENEVOX_MAKER: z.url().optional(),
  BENEVOX_SUPPLIERS: z.url().optional(),
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
  /** Where the maker's service for unlocking from afar answers; absent: the owner does it on the maker's page. */
  readonly maker: string | undefined
  /** From where addresses of suppliers that are no whole addresses go on. */
  readonly suppliers: string | undefined
  /** Under which customers reach the shop, on receipts and in mails; absent: as whoever prints them reaches it. */
  readonly publicAddress: string | undefined
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
    maker: read.BENEVOX_MAKER,
    suppliers: read.BENEVOX_SUPPLIERS,
    publicAddress: read.BENEVOX_PUBLIC,
    signInHint: read.BENEVOX_SIGN_IN_HINT,
    log: read.BENEVOX_LOG,
  }
}
