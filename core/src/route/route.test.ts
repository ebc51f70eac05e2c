import { describe, expect, it } from 'vitest'
import {
  gatesOfAnOrder,
  gatesOfTheWipe,
  locksNow,
  NOTHING_DONE,
  planRoute,
  stationOf,
  withoutPersonal,
} from './index.ts'
import { checkText, choiceText, wordsIn } from '@benevox/words'
import { PHONE, WATCH } from './fixtures.ts'
import type { AgreementState, AgreementTerms, Facts, Progress } from './index.ts'

const ENGLISH = wordsIn('en', { zone: 'Europe/Berlin', country: 'IE' })

const forgotten: Facts = {
  modelId: 'any',
  complaint: 'forgotten-lock',
  hazard: 'none',
  knowsScreenLock: 'no',
  workManaged: 'no',
  legalMatter: 'no',
  screenLock: 'pin',
  accountOnDevice: 'yes',
  knowsAccountPassword: 'yes',
  secondStep: 'mail',
  carrierLocked: 'no',
  ownership: 'shown',
  ownershipNote: 'receipt',
  registryAnswer: 'clean',
  imei: '001001012345671',
  battery: 'at-least-20',
  whose: 'own',
}
/** A customer who agreed to everything that may come. */
const ALL_AGREED: AgreementTerms = {
  storage: 'gone',
  account: 'asked-already',
  carrier: 'stays-until-released',
  memoryCard: true,
  esimProfile: true,
  makersService: true,
  mostMinor: 100_000,
  currency: 'EUR',
}
const SIGNED: Progress = { ...NOTHING_DONE, agreement: { kind: 'signed', terms: ALL_AGREED } }
describe('the gates before the wipe', () => {
  const ready: Progress = { ...SIGNED, rightDeviceConfirmed: true }
  const closed = (facts: Facts, progress = ready, agreement: AgreementState = 'given') =>
    gatesOfTheWipe(facts, progress, agreement).filter(({ state }) => state !== 'open')
  it('are all open only when everything holds', () => {
    expect(closed(forgotten)).toEqual([])
  })
  it.each<[string, Partial<Facts>]>([
    ['no-hazard', { hazard: undefined }],
    ['not-reported', { registryAnswer: undefined }],
    ['not-reported', { registryAnswer: 'no-answer' }],
    ['not-work-managed', { workManaged: undefined }],
    ['no-legal-matter', { legalMatter: undefined }],
    ['ownership', { ownership: 'not-shown' }],
    ['ownership', { ownershipNote: '' }],
    ['account-question', { accountOnDevice: undefined }],
    ['theirs', { whose: undefined }],
    ['theirs', { whose: 'childs-no-guardian' }],
    ['theirs', { whose: 'somebody-elses' }],
    ['battery', { battery: 'below-20' }],
    ['battery', { battery: 'unknown' }],
  ])('close by themselves: %s with %j', (id, change) => {
    const [only, ...more] = closed({ ...forgotten, ...change })
    expect([only?.id, more]).toEqual([id, []])
    if (only) expect(checkText(only, ENGLISH).length).toBeGreaterThan(10)
  })
  it.each(['none', 'refused', 'void'] as const)('close without an agreement that holds: %s', (state) => {
    expect(closed(forgotten, ready, state).map(({ id }) => id)).toEqual(['agreement'])
  })
  it('are opened by a supervisor where a supervisor may, and never where a report or a hazard stands', () => {
    const all: Facts = { ...forgotten, workManaged: 'yes', legalMatter: 'yes', ownership: 'not-shown' }
    const answeredFor: Progress = {
      ...ready,
      openedGates: [
        'not-work-managed',
        'no-legal-matter',
        'ownership',
        'not-reported',
        'no-hazard',
        'theirs',
        'agreement',
      ],
    }
    expect(closed(all).map(({ id }) => id)).toEqual(['not-work-managed', 'no-legal-matter', 'ownership'])
    expect(closed(all, answeredFor)).toEqual([])
    const never: Facts = {
      ...forgotten,
      registryAnswer: 'reported',
      hazard: 'liquid',
      whose: 'somebody-elses',
    }
    expect(closed(never, answeredFor, 'none').map(({ id }) => id)).toEqual([
      'no-hazard',
      'not-reported',
      'theirs',
      'agreement',
    ])
  })
  it('ask for the right device in hand', () => {
    expect(closed(forgotten, SIGNED).map(({ id }) => id)).toEqual(['right-device'])
  })
  it('let a watch without IMEI be wiped with a recorded reason, but never a reported device', () => {
    const noAnswer: Facts = {
      ...forgotten,
      imei: undefined,
      registryAnswer: 'no-answer',
      registryReason: 'No cellular radio, no IMEI to ask with',
    }
    expect(closed(noAnswer)).toEqual([])
    expect(gatesOfTheWipe(noAnswer, ready, 'given').find(({ id }) => id === 'not-reported')).toMatchObject({
      state: 'open',
      byReason: true,
    })
    expect(closed({ ...noAnswer, registryAnswer: 'reported' })).toMatchObject([
      { id: 'not-reported', state: 'closed-for-good' },
    ])
  })
  it('an unknown account is an answer, an unasked one is not', () => {
    expect(closed({ ...forgotten, accountOnDevice: 'unknown' })).toEqual([])
  })
  it('no answer of the registry is not clean for an order', () => {
    const reasoned: Facts = {
      ...forgotten,
      registryAnswer: 'no-answer',
      registryReason: 'The registry is down',
    }
    expect(gatesOfAnOrder(reasoned, PHONE, SIGNED).map(({ state }) => state)).toEqual(['closed', 'open'])
    expect(gatesOfAnOrder(forgotten, PHONE, SIGNED).map(({ state }) => state)).toEqual(['open', 'open'])
  })
})

describe('the three locks', () => {
  const after = (progress: Partial<Progress>, facts: Facts = forgotten, device = PHONE) =>
    locksNow(facts, device, { ...NOTHING_DONE, ...progress })
  it('stand locked, will appear and clear before the reset', () => {
    expect(after({})).toEqual({ screen: 'locked', account: 'will-appear', carrier: 'clear' })
  })
  it('the reset lifts the screen lock, raises the account lock and leaves the carrier lock', () => {
    const wiping = { wipeStarted: true }
    const wiped = { ...wiping, setUpReached: true }
    expect(after(wiping)).toMatchObject({ screen: 'locked', account: 'will-appear' })
    expect(after(wiped, { ...forgotten, carrierLocked: 'yes' })).toEqual({
      screen: 'clear',
      account: 'locked',
      carrier: 'locked',
    })
  })
  it('a proof clears the account lock, a release the carrier lock', () => {
    expect(
      after(
        {
          wipeStarted: true,
          setUpReached: true,
          accountProof: 'step-skipped',
          carrierReleased: true,
        },
        { ...forgotten, carrierLocked: 'yes' },
      ),
    ).toEqual({ screen: 'clear', account: 'clear', carrier: 'clear' })
  })
  it('with no account nothing appears; unknown stays unknown; a watch without cellular has no carrier lock', () => {
    expect(after({}, { ...forgotten, accountOnDevice: 'no' }).account).toBe('clear')
    expect(after({}, { ...forgotten, accountOnDevice: 'unknown' }).account).toBe('unknown')
    expect(after({}, forgotten, WATCH).carrier).toBe('not-there')
    expect(after({}, {}).screen).toBe('unknown')
  })
  it('a reset from the settings with the PIN raises nothing', () => {
    expect(after({}, { ...forgotten, knowsScreenLock: 'yes' }).account).toBe('clear')
  })
})

describe('where the job waits', () => {
  const station = (facts: Facts, progress: Partial<Progress> = {}, device = PHONE) => {
    const all = { ...SIGNED, ...progress }
    return stationOf(planRoute(facts, device, all), all)
  }
  it('is the hand-back where the account lock is off already and the PIN is known, though it was to be a stranger’s', () => {
    const terms = planRoute({ ...forgotten, complaint: 'second-hand' }, PHONE, NOTHING_DONE).agreement.terms
    const agreement = { kind: 'signed', terms } as const
    const known: Facts = { ...forgotten, knowsScreenLock: 'yes' }
    expect(station(known, { agreement, accountProof: 'signed-in' })).toBe('hand-back')
  })
  it('moves from the counter to the bench, the accounts, the carriers, the hand-back and out', () => {
    const locked: Facts = { ...forgotten, carrierLocked: 'yes' }
    expect(station(locked, { agreement: { kind: 'none' } })).toBe('counter')
    expect(station(locked)).toBe('bench')
    expect(station(locked, { inRecovery: true, wipeStarted: true })).toBe('bench')
    const setUp = { inRecovery: true, wipeStarted: true, setUpReached: true }
    expect(station(locked, setUp)).toBe('account-lock')
    expect(station(locked, { ...setUp, accountProof: 'signed-in' })).toBe('carrier-lock')
    expect(station(locked, { ...setUp, accountProof: 'signed-in', carrierReleased: true })).toBe('hand-back')
    expect(
      station(locked, { ...setUp, accountProof: 'signed-in', carrierReleased: true, handedBack: true }),
    ).toBe('closed')
  })
  it('says of a job that is done that it is done, and of what was done nothing that is still to come', () => {
    const setUp = { inRecovery: true, wipeStarted: true, setUpReached: true }
    const head = (facts: Facts, progress: Partial<Progress>) => {
      const { choices, stages } = planRoute(facts, PHONE, { ...SIGNED, ...progress })
      const spoken = stages.flatMap(({ id, state, note }) => (note && state === 'done' ? [id] : []))
      return [...choices.slice(0, 1).map((choice) => choiceText(choice, ENGLISH)), ...spoken]
    }
    expect(head(forgotten, { ...setUp, accountProof: 'signed-in' })).toEqual(['Hand it back'])
    expect(head({ ...forgotten, accountOnDevice: 'no' }, setUp)).toEqual(['See that it asks for no account'])
    expect(head(forgotten, { screenLifted: true })).toEqual(['Hand it back'])
    // Nothing of it was done here, or a lock is left: then nobody says that it is done.
    expect(head({ ...forgotten, complaint: 'second-hand', dataWorth: 'none' }, {})).not.toContain(
      'Hand it back',
    )
    expect(head(forgotten, setUp)).toEqual(['The owner signs in'])
    expect(
      head({ ...forgotten, carrierLocked: 'yes' }, { ...setUp, accountProof: 'signed-in' }),
    ).not.toContain('Hand it back')
    const carrierOnly: Facts = { ...forgotten, complaint: 'carrier-lock-only', carrierLocked: 'yes' }
    expect(head(carrierOnly, { carrierReleased: true })).toEqual(['Hand it back'])
    expect(station(carrierOnly, { carrierReleased: true })).toBe('hand-back')
  })
  it('on the telephone it stays at the counter, but for an order by IMEI alone', () => {
    expect(station({ ...forgotten, deviceHere: 'no' })).toBe('counter')
    expect(
      station({
        ...forgotten,
        deviceHere: 'no',
        hazard: undefined,
        complaint: 'carrier-lock-only',
        carrierLocked: 'yes',
      }),
    ).toBe('carrier-lock')
  })
  it('a device for the maker’s service waits for the agreement, then at the desk that sends it and waits for it', () => {
    const dead: Facts = {
      ...forgotten,
      complaint: 'second-hand',
      sellerReachable: 'no',
      proofOfPurchase: 'yes',
      registryAnswer: 'no-answer',
      registryReason: 'the registry is down',
      dataWorth: 'none',
    }
    expect(planRoute(dead, PHONE, NOTHING_DONE).choices[0]?.action).toBe('makers-service')
    expect(station(dead, { agreement: { kind: 'none' } })).toBe('counter')
    expect(station(dead)).toBe('account-lock')
  })
  it('a danger ends it before anything else is asked', () => {
    expect(station({ hazard: 'swollen-battery' }, { agreement: { kind: 'none' } })).toBe('hand-back')
    expect(station({}, { agreement: { kind: 'none' } })).toBe('counter')
  })
  it('a refused job goes to the hand-back, a second-hand one to the accounts, an order alone to the carriers', () => {
    expect(station({ ...forgotten, registryAnswer: 'reported' })).toBe('hand-back')
    expect(station({ ...forgotten, complaint: 'second-hand' })).toBe('account-lock')
    expect(station({ ...forgotten, complaint: 'carrier-lock-only', carrierLocked: 'yes' })).toBe(
      'carrier-lock',
    )
  })
})

describe('the stages', () => {
  const stages = (facts: Facts, progress: Partial<Progress> = {}, device = PHONE) =>
    planRoute(facts, device, { ...SIGNED, ...progress }).stages
  it('come in the order of the work, with exactly one of them now', () => {
    const asked: Facts = { ...forgotten, carrierLocked: 'unknown' }
    expect(stages(asked).map(({ id, state }) => `${id} ${state}`)).toEqual([
      'take-in done',
      'prepare done',
      'into-recovery now',
      'reset later',
      'first-start later',
      'account later',
      'carrier later',
      'hand-back later',
    ])
  })
  it('leave out recovery where the settings do it, and the carrier where there is no lock of its kind', () => {
    const sale: Facts = { ...forgotten, complaint: 'for-sale', knowsScreenLock: 'yes' }
    expect(stages(sale).map(({ id }) => id)).not.toContain('into-recovery')
    for (const device of [PHONE, WATCH])
      expect(stages(forgotten, {}, device).map(({ id }) => id)).not.toContain('carrier')
    expect(stages({ ...forgotten, registryAnswer: 'reported' }).map(({ id }) => id)).toEqual([
      'take-in',
      'hand-back',
    ])
  })
  it('ask nothing of an account that the reset from the settings takes off first', () => {
    const sale: Facts = {
      ...forgotten,
      complaint: 'for-sale',
      knowsScreenLock: 'yes',
      knowsAccountPassword: undefined,
    }
    const { choices, foresight } = planRoute(sale, PHONE, NOTHING_DONE)
    expect(choices[0]?.action).toBe('reset-from-settings')
    expect(foresight).toMatchObject({ asks: 'no', why: 'reset-from-settings', before: [] })
  })
  it('say beforehand what will be found afterwards', () => {
    const note = (facts: Partial<Facts>, id: string) =>
      stages({ ...forgotten, ...facts }).find((stage) => stage.id === id)?.note?.code
    expect(note({ wrongEntries: 15 }, 'reset')).toBe('all-data-gone')
    expect(note({ wrongEntries: 1 }, 'reset')).toBe('data-perhaps-gone')
    expect(note({}, 'account')).toBe('will-ask-for-account')
    expect(note({ complaint: 'second-hand' }, 'account')).toBe('asks-for-account')
    expect(note({ accountOnDevice: 'no' }, 'account')).toBe('will-not-ask')
    expect(note({ accountOnDevice: 'unknown' }, 'account')).toBe('may-ask-for-account')
    expect(note({ carrierLocked: 'yes' }, 'carrier')).toBe('order-needed')
    expect(note({ carrierLocked: 'unknown' }, 'carrier')).toBe('ask-the-carrier')
  })
})

describe('what may stay in a list for good', () => {
  it('repeats nothing that points to a person', () => {
    expect(
      withoutPersonal({
        imei: '490154203237518',
        accountAddress: 'x@example.org',
        ownershipNote: null,
        registryReason: 'No cellular radio',
        battery: 'unknown',
      }),
    ).toEqual({
      imei: 'recorded',
      accountAddress: 'recorded',
      ownershipNote: null,
      // A reason is told as long as it is there.
      registryReason: 'No cellular radio',
      battery: 'unknown',
    })
  })
})
