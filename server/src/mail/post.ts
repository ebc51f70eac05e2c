import { matchMail, whyNotInto, type Command, type JobState, type MailReason } from '@benevox/core/job'
import { serviceOf } from '@benevox/core/supply'
import type { DataSource, EntityManager } from 'typeorm'
import { isDatabaseAway, ProblemError } from '../http/problem.ts'
import { jobEntity } from '../jobs/entity.ts'
import type { JobLife } from '../jobs/life.ts'
import { orderEntity } from '../orders/entity.ts'
import type { Shop } from '../shop/service.ts'
import type { SupplyLists } from '../supply/service.ts'
import { mailEntity, type MailRow } from './entity.ts'
import { readMailApart } from '../reading/readApart.ts'
import type { Connections } from '../shop/connections.ts'
import { openImap } from './imap.ts'
import { Mailbox, type Fetched, type OpenMailbox } from './mailbox.ts'
import { readMail, type ReadMail } from './reading.ts'

/** Whether the mailbox was looked into, cannot be reached, or is none. */
export type Looked = 'read' | 'away' | 'none'

/** How long a person waits for the mailbox; what comes later is there at the next look. In milliseconds. */
const LONGEST_WAIT_MS = 3000
const EVERY_MS = 15_000
/** A mail up to this many bytes is read at once. */
const SMALL_MAIL = 8 * 1024
/** Kept in one statement; the database takes no more than 16 MB in one. */
const AT_ONCE = 100
/** So often a mail is tried that fails. */
const MOST_TIMES = 5
const MOST_BYTES_AT_ONCE = 4 * 1024 * 1024

/** Thrown out of a command: the mail is not the answer to this order. */
class NotItsAnswer extends Error {
  /** Null where it says nothing new. */
  readonly why: MailReason | null
  constructor(why: MailReason | null) {
    super()
    this.why = why
  }
}

/** An order that a mail names, with whose it is. */
interface NamedOrder {
  readonly id: string
  readonly jobId: number
  readonly supplier: string | null
}

/**
 * The shop's post: fetches each mail of the mailbox once and reads it into its job, or lays it into the tray. One looks
 * at a time, whoever asks.
 */
export class Post {
  readonly #database: DataSource
  readonly #life: JobLife
  readonly #supply: SupplyLists
  readonly #connections: Connections
  readonly #shop: Shop
  /** The shop's own address: what was written from it is no answer. */
  #own: string | undefined
  #looking: Promise<Looked> | undefined
  /** The mail that could not be had or placed, and at how many looks. */
  #failed: { readonly name: string; readonly times: number } | undefined
  /** The last name that was seen to. */
  #after: string | undefined
  #timer: NodeJS.Timeout | undefined

  constructor(
    database: DataSource,
    life: JobLife,
    supply: SupplyLists,
    shop: Shop,
    connections: Connections,
  ) {
    this.#database = database
    this.#life = life
    this.#supply = supply
    this.#connections = connections
    this.#shop = shop
  }

  /** Looks by itself from now on. */
  begin(): void {
    this.#timer = setInterval(() => void this.look(), EVERY_MS).unref()
  }
  end(): void {
    clearInterval(this.#timer)
  }

  /** Looks into the mailbox, or joins whoever looks. Never throws. */
  look(): Promise<Looked> {
    this.#looking ??= this.#lookInto()
      .catch((): Looked => 'away')
      .finally(() => (this.#looking = undefined))
    return this.#looking
  }

  async #lookInto(): Promise<Looked> {
    const { mailbox, mails } = await this.#connections.inUse()
    if (!mailbox && mails === undefined) return 'none'
    const open = mailbox ? await openImap(mailbox) : new Mailbox(mails ?? '')
    try {
      await this.#takeIn(open)
      return 'read'
    } finally {
      await open.close()
    }
  }

  /** The same for somebody who waits: with thousands of mails there are, what is read so far has to do. */
  async lookFor(): Promise<Looked> {
    let timer: NodeJS.Timeout | undefined
    const enough = new Promise<Looked>((resolve) => {
      timer = setTimeout(() => resolve('read'), LONGEST_WAIT_MS)
    })
    const looked = await Promise.race([this.look(), enough])
    clearTimeout(timer)
    return looked
  }

  async #takeIn(mailbox: OpenMailbox): Promise<void> {
    this.#own = (await this.#shop.settings()).settings.mail?.toLowerCase()
    let after = this.#after?.startsWith(mailbox.prefix) ? this.#after : await this.#lastKept(mailbox)
    for (;;) {
      const last = after
      const names = (await mailbox.namesAfter(last)).filter((name) => name > last)
      if (names.length === 0) return
      let kept: Omit<MailRow, 'id'>[] = []
      let bytes = 0
      const store = async () => {
        await keep(this.#database.manager, kept)
        kept = []
        bytes = 0
        this.#after = after
      }
      for (const name of names) {
        // What was read before one that fails is kept first.
        const row = await this.#rowOf(mailbox, name, names).catch(async (error: unknown) => {
          await store()
          throw error
        })
        if (row) kept.push(row)
        bytes += row?.eml.length ?? 0
        after = name
        if (kept.length >= AT_ONCE || bytes >= MOST_BYTES_AT_ONCE) await store()
      }
      await store()
    }
  }

  /**
   * One mail, read and placed. One that cannot be had or placed at several looks, though its neighbours can, is laid
   * into the tray by its name: it stops no other.
   * @throws Error where it is not yet so often that it failed
   */
  async #rowOf(
    mailbox: OpenMailbox,
    name: string,
    names: readonly string[],
  ): Promise<Omit<MailRow, 'id'> | undefined> {
    try {
      const fetched = await mailbox.fetch(name)
      const row = fetched && (await this.#placed(await readWithoutHurry(fetched)))
      return row
    } catch (error) {
      const times = this.#failed?.name === name ? this.#failed.times + 1 : 1
      this.#failed = { name, times }
      // Where no other can be had, it is the mailbox that is away, and nothing is given up.
      const other =
        times < MOST_TIMES || isDatabaseAway(error) ? undefined : names.find((one) => one !== name)
      if (other === undefined) throw error
      await mailbox.fetch(other)
      return unreadableOf(name)
    }
  }

  /** Names of each mailbox grow for themselves. */
  async #lastKept({ prefix }: OpenMailbox): Promise<string> {
    const [row] = await this.#database.manager.query<{ last: string | null }[]>(
      `SELECT MAX(mailbox_name) AS last FROM mails WHERE mailbox_name ${prefix ? 'LIKE ?' : 'NOT LIKE ?'}`,
      [prefix ? `${prefix}%` : 'imap-%'],
    )
    return row?.last ?? ''
  }

  /** Where a mail belongs. @returns the row to be kept; undefined for the shop's own, or where it is kept already */
  async #placed(mail: ReadMail): Promise<Omit<MailRow, 'id'> | undefined> {
    const { row, said, ticket } = mail
    if (row.sender.toLowerCase() === this.#own) return undefined
    const into = (jobId: number | null, why: MailReason | null) => ({
      ...row,
      jobId,
      why,
      setAsideAt: null,
      forgottenAt: null,
    })
    if (mail.isTooLarge) return into(null, 'too-large')
    if (mail.isUnreadable) return into(null, 'unreadable')
    if (said) return this.#answered(mail, into)
    const jobId = ticket === undefined ? undefined : await this.#jobOf(ticket)
    if (jobId === undefined) return into(null, 'no-job')
    const job = await this.#life.read(jobId)
    const from = { from: row.sender }
    return into(jobId, whyNotInto(job, from, await this.#suppliersOf(job)) ?? null)
  }

  /** A supplier's answer changes its order and is kept in the same transaction: neither without the other. */
  async #answered(
    { row, said }: ReadMail,
    into: (jobId: number | null, why: MailReason | null) => Omit<MailRow, 'id'>,
  ): Promise<Omit<MailRow, 'id'> | undefined> {
    const digest = row.digest ?? ''
    if (!said || (await this.#database.manager.existsBy(mailEntity, { digest }))) return undefined
    const named = await this.#orderOf(said.number, row.sender)
    if (!named) return into(null, 'no-order')
    const make = (job: JobState): Command => {
      const order = job.orders.find(({ id }) => id === named.id)
      const matched = matchMail({ from: row.sender }, said, order, named.supplier ?? undefined)
      if (!('change' in matched) || !order) throw new NotItsAnswer('why' in matched ? matched.why : null)
      return {
        kind: 'change-order',
        id: order.id,
        orderVersion: order.version,
        change: matched.change,
        mail: digest,
      }
    }
    const belongs = into(named.jobId, null)
    try {
      const staffId = await this.#whoOrdered(named.jobId)
      await this.#life.run(named.jobId, { staffId }, make, (manager) => keep(manager, [belongs]))
      // Where nothing changed by it, nothing was stored beside.
      return belongs
    } catch (error) {
      if (error instanceof NotItsAnswer) return into(named.jobId, error.why)
      if (error instanceof ProblemError && error.problem.code !== 'database-away')
        return into(named.jobId, 'not-now')
      throw error
    }
  }

  async #jobOf(ticket: string): Promise<number | undefined> {
    const named = await this.#database.manager.findOne(jobEntity, { where: { ticket }, select: { id: true } })
    return named?.id
  }

  async #suppliersOf({ orders }: JobState): Promise<readonly string[]> {
    if (orders.length === 0) return []
    const { list } = await this.#supply.inUse()
    return orders.flatMap(({ serviceId }) => serviceOf(list, serviceId)?.supplier.mail ?? [])
  }

  /** By its number, of the supplier that wrote where several use the same; the newest where that gives it out anew. */
  async #orderOf(number: string, sender: string): Promise<NamedOrder | undefined> {
    const rows = await this.#database.manager
      .createQueryBuilder(orderEntity, 'o')
      .select('o.id', 'id')
      .addSelect('o.jobId', 'jobId')
      .addSelect('o.serviceId', 'serviceId')
      .where('o.number = :number', { number })
      .orderBy('o.orderedAt', 'DESC')
      .limit(20)
      .getRawMany<Omit<NamedOrder, 'supplier'> & { serviceId: number }>()
    const { list } = await this.#supply.inUse()
    const named = rows.map(({ serviceId, ...order }) => ({
      ...order,
      supplier: serviceOf(list, serviceId)?.supplier.mail ?? null,
    }))
    return named.find(({ supplier }) => supplier?.toLowerCase() === sender.toLowerCase()) ?? named[0]
  }

  /** A mail has nobody of the shop: it stands beside whoever ordered. */
  async #whoOrdered(jobId: number): Promise<number> {
    const [row] = await this.#database.manager.query<{ staff: number }[]>(
      `SELECT staff_id AS staff FROM job_events WHERE job_id = ? ORDER BY kind = 'order-placed' DESC, id DESC LIMIT 1`,
      [jobId],
    )
    return row?.staff ?? 0
  }
}

/** What stands in the tray for a mail of which nothing but its name is known. */
const unreadableOf = (name: string): Omit<MailRow, 'id'> => ({
  mailboxName: name,
  digest: null,
  sender: '',
  subject: name,
  at: new Date(),
  body: '',
  eml: Buffer.alloc(0),
  jobId: null,
  why: 'unreadable',
  setAsideAt: null,
  forgottenAt: null,
})

/** Many lines take a parser seconds: whatever is not small is read on a thread of its own. */
async function readWithoutHurry(fetched: Fetched): Promise<ReadMail> {
  if (fetched.eml.length <= SMALL_MAIL) return readMail(fetched)
  const read = await readMailApart(fetched)
  return { ...read, row: { ...read.row, eml: fetched.eml } }
}

/** Keeps mails, each of them once however often it is delivered. */
async function keep(manager: EntityManager, rows: readonly Omit<MailRow, 'id'>[]): Promise<void> {
  if (rows.length > 0)
    await manager
      .createQueryBuilder()
      .insert()
      .into(mailEntity)
      .values([...rows])
      .orIgnore()
      .execute()
}
