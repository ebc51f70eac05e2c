/**
 * A job of a database from before jobs were kept as events, made into the snapshot that its first event carries.
 * It belongs to one migration: it knows the shapes of that day and imports none that may change.
 */

export interface OldJob {
  readonly id: number
  readonly ticket: string
  readonly version: number
  readonly pack_id: number
  readonly price_list_id: number
  readonly opened_at: Date
  readonly opened_by: number
  readonly customer_name: string
  readonly customer_contact: string
  readonly facts: unknown
  readonly bench: unknown
  readonly account: unknown
  readonly hand_back: unknown
  readonly closed_at: Date | null
  readonly consent: unknown
  readonly opened_gates: unknown
  readonly intake: unknown
  readonly registry: unknown
}
export interface OldTry {
  readonly id: string
  readonly family_id: string
  readonly procedure_id: string
  readonly model_id: string
  readonly link: string
  readonly staff_id: number
  readonly started_at: Date
  readonly finished_at: Date | null
  readonly outcome: string | null
  readonly seen: unknown
  readonly not_seen: unknown
  readonly marks: unknown
  readonly cable: number | null
  readonly runner: string | null
  readonly system_version: number | null
}
export interface OldOrder {
  readonly id: string
  readonly job_id: number
  readonly service_id: number
  readonly supplier: string
  readonly carrier: string
  readonly version: number
  readonly fee_minor: number
  readonly currency: string
  readonly ordered_at: Date
  readonly promise: unknown
  readonly state: string
  readonly answer: string | null
  readonly code: string | null
  readonly tries_made: number
  readonly tries_allowed: number
}

interface Bench {
  readonly procedureId?: string
  readonly keysTested?: Readonly<Record<string, string>>
  readonly charging?: { readonly startedAt: string; readonly fromPercent: number; readonly endedAt?: string }
  readonly inRecoveryAt?: string
  readonly rightDevice?: {
    readonly by: string
    readonly read: string
    readonly build?: string
    readonly at: string
  }
  readonly releasedAt?: string
  readonly wipeStartedAt?: string
  readonly wipeFinishedAt?: string
  readonly firstStartAt?: string
  readonly setUpAt?: string
  readonly cameBack?: number
  readonly screenLifted?: { readonly how: string; readonly at: string }
  readonly didNotHelp?: readonly string[]
}

/** JSON columns come as text or as values, by the driver's version. */
function read<T>(value: unknown): T {
  return (typeof value === 'string' ? JSON.parse(value) : value) as T
}

interface Given {
  readonly job: OldJob
  readonly tries: readonly OldTry[]
  readonly orders: readonly OldOrder[]
  readonly files: readonly {
    readonly id: string
    readonly name: string
    readonly type: string
    readonly size: number
    readonly at: Date
    readonly staff_id: number
  }[]
  readonly toldKeys: readonly string[]
  readonly nameOf: (staffId: number) => string
}

export function carriedOver({ job, tries, orders, files, toldKeys, nameOf }: Given): object {
  const openedAt = job.opened_at.toISOString()
  const openedBy = nameOf(job.opened_by)
  const { registryAnswer, ...answers } = read<Record<string, unknown>>(job.facts)
  const bench = read<Bench>(job.bench)
  const account = read<{ proof: string; at: string } | null>(job.account)
  return {
    id: job.id,
    ticket: job.ticket,
    version: job.version,
    events: 1,
    openedAt,
    openedBy,
    customer: { name: job.customer_name, contact: job.customer_contact },
    answers,
    intake: read<unknown>(job.intake),
    registry: registryOf(
      read<readonly OldRegistry[]>(job.registry),
      registryAnswer,
      answers['imei'],
      openedAt,
    ),
    asking: null,
    ownershipFiles: files.map(({ id, name, type, size, at, staff_id }) => ({
      id,
      name,
      type,
      bytes: size,
      at: at.toISOString(),
      by: nameOf(staff_id),
    })),
    agreement: read<unknown>(job.consent),
    waived: read<readonly { gate: string; reason: string; by: string; at: string }[]>(job.opened_gates).map(
      ({ gate, ...rest }) => ({ check: gate, ...rest }),
    ),
    steps: stepsOf(bench, openedAt, openedBy),
    // They were told and count already: told once more, they add nothing.
    takenBack: [...toldKeys],
    attempts: tries.map((one) => ({
      id: one.id,
      familyId: one.family_id,
      methodId: one.procedure_id,
      modelId: one.model_id,
      systemVersion: one.system_version,
      link: one.link,
      cable: one.cable,
      runner: one.runner,
      startedAt: one.started_at.toISOString(),
      finishedAt: one.finished_at?.toISOString() ?? null,
      outcome: one.outcome,
      seen: read<unknown>(one.seen),
      notSeen: read<unknown>(one.not_seen),
      marks: read<unknown>(one.marks),
      by: nameOf(one.staff_id),
    })),
    accountConfirmed: account && { how: account.proof, at: account.at },
    orders: orders.map((one) => ({
      id: one.id,
      jobId: one.job_id,
      version: one.version,
      serviceId: one.service_id,
      supplier: one.supplier,
      carrier: one.carrier,
      feeMinor: one.fee_minor,
      currency: one.currency,
      orderedAt: one.ordered_at.toISOString(),
      promise: read<unknown>(one.promise),
      state: one.state,
      answer: one.answer,
      code: one.code,
      entriesMade: one.tries_made,
      entriesAllowed: one.tries_allowed,
    })),
    remoteRequests: [],
    handBack: handBackOf(
      read<Record<string, unknown> | null>(job.hand_back),
      bench,
      account !== null,
      orders,
    ),
    pricesId: job.price_list_id,
    catalogId: job.pack_id,
  }
}

interface OldRegistry {
  readonly imei: string
  readonly answer: string
}

/** What the registry said itself, and what was typed and it had not said. */
function registryOf(
  said: readonly OldRegistry[],
  typed: unknown,
  imei: unknown,
  at: string,
): readonly object[] {
  const own = said.filter((one) => one.imei === (imei ?? ''))
  const known = own.findLast(({ answer }) => answer !== 'no-answer')?.answer ?? own.at(-1)?.answer
  const records = said.map((one) => ({ ...one, source: 'registry' }))
  if (typeof typed !== 'string' || typed === known) return records
  // A person said so beside the registry, or over it; a report of either stays.
  return [
    ...records,
    {
      at,
      imei: typeof imei === 'string' ? imei : '',
      answer: typed,
      source: 'by-hand',
      reference: '',
      feeMinor: 0,
      currency: '',
    },
  ]
}

function stepsOf(bench: Bench, openedAt: string, by: string): readonly object[] {
  const steps: { key: string; at: string; by: string; change: object }[] = []
  const add = (
    at: string | undefined,
    change: { readonly kind: string; readonly [fact: string]: unknown },
  ) => {
    if (at !== undefined) steps.push({ key: `carried-${steps.length}`, at, by, change })
  }
  if (bench.procedureId) add(openedAt, { kind: 'chose-method', methodId: bench.procedureId })
  for (const [key, state] of Object.entries(bench.keysTested ?? {}))
    add(openedAt, { kind: 'key-tested', key, state })
  for (const action of bench.didNotHelp ?? []) add(openedAt, { kind: 'did-not-help', action })
  add(bench.charging?.startedAt, {
    kind: 'charging-started',
    fromPercent: bench.charging?.fromPercent ?? 0,
  })
  add(bench.charging?.endedAt, { kind: 'charging-ended' })
  // Each return to recovery stands for a wipe and a start before it, of which no more is known than that.
  const times = bench.cameBack ?? 0
  const first = bench.rightDevice?.at ?? bench.inRecoveryAt ?? openedAt
  if (times > 0) add(earlier(first, bench.inRecoveryAt), { kind: 'in-recovery' })
  else add(bench.inRecoveryAt, { kind: 'in-recovery' })
  if (bench.rightDevice) {
    const { at, ...rest } = bench.rightDevice
    add(at, { kind: 'right-device', ...rest })
  }
  for (let n = 0; n < times; n++) {
    const at = bench.inRecoveryAt ?? first
    for (const kind of ['revealed', 'wipe-started', 'wipe-finished', 'first-start', 'recovery-again'])
      add(at, { kind })
  }
  const { releasedAt, wipeStartedAt } = bench
  // Whatever was wiped then had been released; it may have been released once more since.
  if (wipeStartedAt && !(releasedAt && releasedAt <= wipeStartedAt)) add(wipeStartedAt, { kind: 'revealed' })
  add(releasedAt, { kind: 'revealed' })
  add(bench.wipeStartedAt, { kind: 'wipe-started' })
  add(bench.wipeFinishedAt, { kind: 'wipe-finished' })
  add(bench.firstStartAt, { kind: 'first-start' })
  add(bench.setUpAt, { kind: 'set-up' })
  if (bench.screenLifted) {
    const { how, at } = bench.screenLifted
    // What was done from the settings was done behind its gates.
    if (how === 'settings' && releasedAt === undefined) add(at, { kind: 'revealed' })
    add(at, { kind: 'screen-lifted', how })
  }
  // At one instant in the order in which they stand here, which is the order of the work.
  return steps
    .map((step, n) => ({ step, n }))
    .sort((a, b) => (a.step.at < b.step.at ? -1 : a.step.at > b.step.at ? 1 : a.n - b.n))
    .map(({ step }) => step)
}

const earlier = (a: string, b: string | undefined) => (b !== undefined && b < a ? b : a)

/** What was said of each lock, as far as the record shows it. */
function handBackOf(
  said: Record<string, unknown> | null,
  bench: Bench,
  isAccountShown: boolean,
  orders: readonly OldOrder[],
): object | null {
  if (!said) return null
  const shown: Readonly<Record<string, boolean>> = {
    screen: bench.setUpAt !== undefined || bench.screenLifted !== undefined,
    account: isAccountShown,
    carrier: orders.some(({ state }) => state === 'released'),
  }
  const statement = (lock: string) =>
    said[lock] === 'not-there'
      ? 'none'
      : said[lock] === 'proven-clear' && shown[lock]
        ? 'confirmed-off'
        : 'not-tested'
  return {
    ...said,
    screen: statement('screen'),
    account: statement('account'),
    carrier: statement('carrier'),
  }
}
