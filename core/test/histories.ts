import fc from 'fast-check'
import { refusedWhy, writtenBy, type AccountChange } from '../src/account/index.ts'
import { askedBy, carrierSays, type CarrierChange } from '../src/carrier/index.ts'
import { MONEY_TRIES } from './moneyTries.ts'
import { USUAL_PRICES } from '../src/price/index.ts'
import { PHONE, SEEN } from '../src/route/fixtures.ts'
import type { DeviceOnJob, Facts } from '../src/route/index.ts'
import {
  billOfJob,
  decide,
  evolve,
  routeOf,
  statementsOf,
  type Command,
  type JobEvent,
  type JobState,
  type Refusal,
  type World,
} from '../src/job/index.ts'

/** Random lives of a job: what a hurried, a careless or a dishonest person may do to it, in any order. */

const FIRST = Date.parse('2026-03-02T08:00:00.000Z')
const MODEL = {
  modelId: 'any',
  familyId: 'family',
  name: 'Any One',
  modelCode: 'AN-1',
  methodIds: ['slide', 'hold'],
  entriesAllowed: 3,
}
export const worldAt = (minute: number, device: DeviceOnJob = PHONE): World => ({
  now: new Date(FIRST + minute * 60_000).toISOString(),
  by: 'Runa',
  model: MODEL,
  device,
  prices: USUAL_PRICES,
})
/** The event that every history begins with. */
export const OPENED: JobEvent = {
  kind: 'opened',
  at: new Date(FIRST).toISOString(),
  by: 'Runa',
  id: 1,
  ticket: 'B1001',
  pricesId: 1,
  catalogId: 1,
}
export const opened = (): JobState => evolve(undefined, OPENED)

/** A history: the job after each command, and every event in order. */
export interface Lived {
  readonly job: JobState
  readonly events: readonly JobEvent[]
}

/** What somebody attempts, made into a command on the job as it is then. */
export type Try = (job: JobState, world: World, nth: number) => Command

/** A history as somebody would tell it: what was tried, and what came of it. */
function told(history: readonly Try[]): string {
  const lines: string[] = []
  live(history, ({ command, events }) =>
    lines.push(
      `${JSON.stringify(command).slice(0, 200)} → ${events.map(({ kind }) => kind).join() || 'nothing'}`,
    ),
  )
  return lines.join('\n')
}

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`
const answer =
  (set: Facts | { readonly [name: string]: unknown }): Try =>
  () => ({
    kind: 'answer',
    set: set as Facts,
    ...('registryAnswer' in set && set.registryAnswer === 'clean' && ASKED),
    newestCatalogId: 1,
  })
/** Where somebody asked the registry who says that a device is clean. */
const ASKED = { asked: { where: 'the registry’s page', by: 'Runa' } }
const bench =
  (change: Extract<Command, { kind: 'step' }>['change']): Try =>
  (_, { now }, nth) => ({ kind: 'step', key: `k${nth}`, change, at: now })

export const sign: Try = (job, world) => {
  const { terms } = routeOf(job, world).agreement
  return {
    kind: 'sign-agreement',
    language: 'en',
    text: `${job.ticket}, ${MODEL.name}: ${JSON.stringify(terms)}`,
    terms,
    digest: 'a'.repeat(64),
    how: 'paper',
    hasSignature: false,
    promised: { half: world.now, nineInTen: world.now },
  }
}

/** Everything the intake asks, answered so that its checks pass; the complaint is apart. */
const { registryAnswer: _, carrierLocked: __, ...intake } = SEEN
export const READY: Facts = {
  ...intake,
  imei: '001001011234561',
  accountOnDevice: 'yes',
  knowsAccountPassword: 'yes',
  remoteUnlockSetUp: 'no',
  wrongEntries: 12,
}
const IMEIS = ['001001011234561', '490154203237518'] as const
/** What a report names: nothing, the model of these histories, another of the catalogue, or what no catalogue knows. */
const REPORTS = [
  {},
  { model: 'Any One', modelId: 'any' },
  { model: 'Another', modelId: 'another' },
  { model: 'AO-1/DS' },
] as const
const registry =
  (said: 'clean' | 'reported' | 'no-answer', named: (typeof REPORTS)[number]): Try =>
  (job, _, nth) =>
    job.asking
      ? {
          kind: 'registry-said',
          key: job.asking.key,
          imei: job.asking.imei,
          said: {
            answer: said,
            reference: '',
            ...(job.asking.report ? { feeMinor: 400, currency: 'EUR' } : { feeMinor: 0, currency: '' }),
            ...named,
          },
        }
      : { kind: 'ask-registry', key: `q${nth}`, report: nth % 3 === 0 }

/** Any step on the way to the end of the account lock. */
const ON_THE_ACCOUNT: fc.Arbitrary<AccountChange> = fc.oneof(
  fc.nat(200).map((hours): AccountChange => ({
    kind: 'password-changed',
    changedAt: new Date(Date.UTC(2026, 0, 5) - hours * 3_600_000).toISOString(),
  })),
  fc.constantFrom<AccountChange>(
    { kind: 'recovery-started' },
    { kind: 'sign-in-possible' },
    { kind: 'old-lock-refused' },
    { kind: 'asked-after-all' },
    { kind: 'seller-reminded', by: 'message' },
    { kind: 'service-sent' },
  ),
  fc.boolean().map((found): AccountChange => ({ kind: 'recovery-ended', found })),
  fc.boolean().map((removed): AccountChange => ({ kind: 'seller-answered', removed })),
  fc.boolean().map((unlocked): AccountChange => ({ kind: 'service-returned', unlocked })),
  fc.constantFrom(...refusedWhy.options).map((why): AccountChange => ({ kind: 'sign-in-refused', why })),
  fc
    .constantFrom(...writtenBy.options)
    .map((by): AccountChange => ({ kind: 'seller-written', by, language: 'en' })),
)

/** Any step on the way to the end of the carrier lock. */
const ON_THE_CARRIER: fc.Arbitrary<CarrierChange> = fc.oneof(
  fc.record({
    kind: fc.constant('carrier-lock-seen' as const),
    on: fc.boolean(),
    by: fc.constantFrom('other-sim' as const, 'own-page' as const),
  }),
  fc.constantFrom(...askedBy.options).map((by): CarrierChange => ({ kind: 'carrier-asked', by })),
  fc.constantFrom(...carrierSays.options).map((says): CarrierChange => ({ kind: 'carrier-answered', says })),
  fc.constant<CarrierChange>({ kind: 'other-sim-works' }),
)

const some = <const T>(...values: readonly T[]): fc.Arbitrary<T> => fc.constantFrom(...values)
const FACTS: fc.Arbitrary<Record<string, unknown>> = fc.oneof(
  some(
    'forgotten-lock',
    'restarts-into-recovery',
    'freezes',
    'second-hand',
    'for-sale',
    'carrier-lock-only',
  ).map((complaint) => ({ complaint })),
  some('yes', 'no', 'unknown').map((accountOnDevice) => ({ accountOnDevice })),
  some('yes', 'no').map((knowsScreenLock) => ({ knowsScreenLock })),
  some('none', 'precious').map((dataWorth) => ({ dataWorth })),
  some('yes', 'no', null).map((memoryCard) => ({ memoryCard })),
  some('yes', 'no', null).map((esimProfile) => ({ esimProfile })),
  some('yes', 'no', null).map((legalMatter) => ({ legalMatter })),
  some('yes', 'no', 'unknown').map((workManaged) => ({ workManaged })),
  some('clean', 'reported', 'no-answer', null).map((registryAnswer) => ({ registryAnswer })),
  some('the registry is down', null).map((registryReason) => ({ registryReason })),
  some(...IMEIS, null).map((imei) => ({ imei })),
  some('yes', 'no').map((carrierLocked) => ({
    carrierLocked,
    originalCarrier: 'skerry mobile',
    carrierCountry: 'DE',
  })),
  some('none', 'swollen-battery').map((hazard) => ({ hazard })),
  some('own', 'somebody-elses').map((whose) => ({ whose })),
  fc
    .tuple(some('receipt', 'receipt', 'box', 'box', 'shown', 'not-shown'), some('bought here', null))
    .map(([ownership, ownershipNote]) => ({ ownership, ownershipNote })),
  some('yes', 'no').map((deviceHere) => ({ deviceHere })),
  some(0, 12).map((wrongEntries) => ({ wrongEntries })),
  some('yes', 'no').map((remoteUnlockSetUp) => ({ remoteUnlockSetUp, online: remoteUnlockSetUp })),
  some('reset-from-recovery', 'clear-cache', null).map((wish) => ({ wish })),
  some('same', 'same', 'other', null).map((reportModel) => ({ reportModel })),
  some('any', 'any', 'another').map((modelId) => ({ modelId })),
  some('yes', 'no').map((proofOfPurchase) => ({ proofOfPurchase, sellerReachable: proofOfPurchase })),
)

const TOLD = [
  { kind: 'in-recovery' },
  { kind: 'back-to-keys' },
  { kind: 'account-taken-off' },
  { kind: 'wipe-started' },
  { kind: 'wipe-finished' },
  { kind: 'first-start' },
  { kind: 'recovery-again' },
  { kind: 'set-up' },
  { kind: 'screen-lifted', how: 'settings' },
  { kind: 'screen-lifted', how: 'remembered' },
  { kind: 'screen-lifted', how: 'cache-cleared' },
  { kind: 'locked-and-woken', asks: 'nothing' },
  { kind: 'locked-and-woken', asks: 'old-lock' },
] as const
export const TOLD_CHANGE: fc.Arbitrary<(typeof TOLD)[number]> = fc.constantFrom(...TOLD)

const WAIVED = some('not-work-managed', 'no-legal-matter', 'ownership')
/** A supplier's service for the carrier of these histories. */
export const SERVICE = {
  serviceId: 1,
  supplier: 'Greywater',
  carrier: 'Skerry Mobile',
  country: 'DE',
  feeMinor: 1900,
  currency: 'EUR',
  refundPercent: 100,
  promise: {
    countsFrom: '2026-03-02',
    earliest: '2026-03-03',
    latest: '2026-03-05',
    latestBefore: '2026-03-05T23:00:00.000Z',
  },
} as const

export const ACCOUNT_SERVICE = { ...SERVICE, lock: 'account', serviceId: 2, carrier: '' } as const

export const handBack: Try = (job, world) => {
  const says = statementsOf(job, world)
  return {
    kind: 'hand-back',
    screen: says.screen[0] ?? 'not-tested',
    account: says.account[0] ?? 'not-tested',
    carrier: says.carrier[0] ?? 'not-tested',
    whoSignsIn: '',
    returned: ['device'],
    note: '',
    priceMinor: billOfJob(job, world).totalMinor,
    currency: 'EUR',
    paid: 'card',
  }
}

const TRIES: fc.Arbitrary<Try> = fc.oneof(
  { weight: 8, arbitrary: FACTS.map(answer) },
  {
    weight: 3,
    arbitrary: some('shown', 'receipt', 'box').map((ownership) => answer({ ...READY, ownership })),
  },
  {
    weight: 4,
    arbitrary: fc
      .tuple(some('clean', 'clean', 'reported', 'no-answer'), some(...REPORTS))
      .map(([said, named]) => registry(said, named)),
  },
  { weight: 6, arbitrary: fc.constant(sign) },
  { weight: 1, arbitrary: fc.constant<Try>(() => ({ kind: 'refuse-agreement' })) },
  { weight: 10, arbitrary: TOLD_CHANGE.map((change) => bench(change)) },
  { weight: 4, arbitrary: fc.constant(bench({ kind: 'right-device', by: 'tag', read: 'B1001' })) },
  { weight: 8, arbitrary: fc.constant(bench({ kind: 'revealed' })) },
  {
    weight: 3,
    arbitrary: some('clear-cache', 'remember', 'remote-unlock', 'install-system-again').map((action) =>
      bench({ kind: 'did-not-help', action }),
    ),
  },
  {
    weight: 2,
    arbitrary: fc.tuple(WAIVED, fc.boolean()).map(([check, isSupervisor]): Try => () => ({
      kind: 'waive-check',
      check,
      reason: 'the employer has agreed in writing',
      supervisor: { name: 'Imke', isSupervisor },
    })),
  },
  {
    weight: 2,
    arbitrary: fc
      .tuple(fc.nat(5), fc.boolean(), some('pressed by mistake', ''))
      .map(([back, isSupervisor, reason]): Try => (job) => ({
        kind: 'take-back',
        what: { kind: 'step', key: job.steps.at(-1 - back)?.key ?? 'none' },
        reason,
        isSupervisor,
      })),
  },
  {
    weight: 3,
    arbitrary: fc.boolean().map((isLate): Try => (_, { now }, nth) => ({
      kind: 'start-attempt',
      id: uuid(nth),
      methodId: 'slide',
      link: 'none',
      cable: null,
      runner: null,
      startedAt: new Date(Date.parse(now) - (isLate ? 300_000 : 0)).toISOString(),
    })),
  },
  {
    weight: 1,
    arbitrary: some('failed', 'reached').map((outcome): Try => (job, { now }) => ({
      kind: 'end-attempt',
      id: job.attempts.at(-1)?.id ?? uuid(0),
      outcome,
      seen: ['lock-screen'],
      notSeen: [],
      marks: [],
      finishedAt: now,
    })),
  },
  {
    weight: 1,
    arbitrary: fc.constant<Try>((job, { now }, nth) => ({
      kind: 'step',
      key: `s${nth}`,
      change: { kind: 'in-recovery', attempt: job.attempts.at(-1)?.id },
      at: now,
    })),
  },
  {
    weight: 3,
    arbitrary: some('signed-in', 'old-lock-accepted', 'step-skipped', 'never-asked').map(
      (how): Try =>
        () => ({
          kind: 'confirm-account',
          how,
        }),
    ),
  },
  { weight: 4, arbitrary: ON_THE_ACCOUNT.map(bench) },
  { weight: 3, arbitrary: ON_THE_CARRIER.map(bench) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(
        fc.constantFrom<Extract<Command, { kind: 'place-order' }>['service']>(SERVICE, ACCOUNT_SERVICE),
        some(undefined, 'will-not-wait' as const),
      )
      .map(([service, because]): Try => (_, __, nth) => ({
        kind: 'place-order',
        id: uuid(nth),
        service,
        because,
      })),
  },
  {
    weight: 4,
    arbitrary: some(
      { kind: 'answered', answer: 'code', code: '00123456' },
      { kind: 'answered', answer: 'app' },
      { kind: 'answered', answer: 'over-the-air' },
      { kind: 'code-entered', worked: false },
      { kind: 'code-entered', worked: true },
      { kind: 'proven' },
      { kind: 'failed' },
      { kind: 'sent', number: 'G-40011' },
      { kind: 'confirmed' },
      { kind: 'delayed', until: '2026-03-20' },
      { kind: 'cancelled' },
      { kind: 'second-code', code: '00123456' },
      { kind: 'second-code', code: '87654321' },
      { kind: 'followed-up' },
      { kind: 'refund-asked' },
      { kind: 'refunded', minor: 1000 },
      { kind: 'refunded', minor: 1901 },
    ).map((change): Try => (job) => ({
      kind: 'change-order',
      id: job.orders.at(-1)?.id ?? uuid(0),
      orderVersion: job.orders.at(-1)?.version ?? 0,
      change: change as Extract<Command, { kind: 'change-order' }>['change'],
    })),
  },
  {
    weight: 1,
    arbitrary: fc.constant<Try>((job) => ({
      kind: 'take-back',
      what: { kind: 'code-refused', orderId: job.orders.at(-1)?.id ?? uuid(0) },
      reason: 'another code was typed',
      isSupervisor: false,
    })),
  },
  { weight: 1, arbitrary: fc.constant<Try>(() => ({ kind: 'may-ask-remote', requestId: undefined })) },
  {
    weight: 1,
    arbitrary: some('card', 'cash', 'later').map((paid): Try => (job, world) => {
      return { ...handBack(job, world, 0), paid } as Command
    }),
  },
  ...MONEY_TRIES,
  {
    weight: 1,
    arbitrary: fc
      .record({
        screen: some('confirmed-off', 'on', 'not-tested', 'none', 'not-part-of-this-job'),
        account: some('confirmed-off', 'on', 'not-tested', 'none', 'not-part-of-this-job'),
        carrier: some('confirmed-off', 'on', 'not-tested', 'none', 'not-part-of-this-job'),
        priceMinor: some(0, 3500, 99_999),
        paid: some('cash', 'later', undefined),
      })
      .map((said): Try => () => ({
        kind: 'hand-back',
        ...said,
        whoSignsIn: '',
        returned: [],
        note: '',
        currency: 'EUR',
      })),
  },
)

/** A customer has a name from the start in most histories, so that many come to an agreement. */
const NAMED: Try = () => ({
  kind: 'answer',
  set: {},
  customer: { name: 'A. Quell' },
  newestCatalogId: 1,
})

/** Begun well in half of all cases: what comes late in a job would otherwise be rare. */
export const histories = (most: number): fc.Arbitrary<readonly Try[]> =>
  fc
    .tuple(
      some(0, 1, 2, 2),
      some(
        'forgotten-lock',
        'restarts-into-recovery',
        'freezes',
        'second-hand',
        'for-sale',
        'carrier-lock-only',
      ),
      fc.array(TRIES, { minLength: 1, maxLength: most - 6, size: 'max' }),
    )
    .map(([start, complaint, rest]): readonly Try[] => {
      const begun: Try[] = [
        NAMED,
        answer({ ...READY, complaint, knowsScreenLock: 'no', registryAnswer: 'clean' }),
      ]
      const agreed: Try[] = [
        ...begun,
        sign,
        bench({ kind: 'in-recovery' }),
        bench({ kind: 'right-device', by: 'tag', read: 'B1001' }),
      ]
      const all = [...(start === 0 ? [NAMED] : start === 1 ? begun : agreed), ...rest]
      // A counterexample is printed as what was tried.
      return Object.defineProperty(all, fc.toStringMethod, { value: () => told(all), enumerable: false })
    })

/** A command that was carried out or refused, with the job before and after; `so` is every event up to here. */
export interface Step {
  readonly before: JobState
  readonly job: JobState
  readonly command: Command
  readonly events: readonly JobEvent[]
  /** Why it was not carried out, if so. */
  readonly refusal: Refusal | undefined
  readonly world: World
  readonly so: readonly JobEvent[]
}

/** Lives a history. @param look told each command */
export function live(
  history: readonly Try[],
  look: (step: Step) => void = () => undefined,
  device: DeviceOnJob = PHONE,
): Lived {
  let job = opened()
  const all: JobEvent[] = []
  history.forEach((attempted, nth) => {
    const world = worldAt(nth + 1, device)
    const command = attempted(job, world, nth)
    const decided = decide(job, command, world)
    const events = decided.kind === 'done' ? decided.events : []
    const before = job
    job = events.reduce<JobState>(evolve, job)
    all.push(...events)
    const refusal = decided.kind === 'refused' ? decided.refusal : undefined
    look({ before, job, command, events, refusal, world, so: all })
  })
  return { job, events: all }
}
