import { describe, expect, it } from 'vitest'
import { planCarrierLock, type CarrierCase } from './plan.ts'
import {
  carrierLockLearnt,
  carrierWith,
  NOTHING_ON_THE_CARRIER,
  takesOtherSims,
  type CarrierChange,
} from './steps.ts'

const MONDAY = '2026-03-02T10:00:00.000Z'
const days = (from: string, count: number) => new Date(Date.parse(from) + count * 86_400_000).toISOString()
const recordOf = (changes: readonly CarrierChange[]) =>
  changes.reduce((record, change) => carrierWith(record, change, MONDAY), NOTHING_ON_THE_CARRIER)

/** The plan of a device in the shop, of a country without a rule; the carrier is what the route decides for. */
function planOf(changes: readonly CarrierChange[] = [], more: Partial<CarrierCase> = {}) {
  const record = recordOf(changes)
  return planCarrierLock({
    record,
    isHere: true,
    isReleased: takesOtherSims(record),
    first: record.asked?.says === 'refused' ? 'carrier-order' : 'carrier-free',
    order: undefined,
    isBlocked: false,
    now: MONDAY,
    afterWorkingDays: days,
    ...more,
  })
}
const SEEN: CarrierChange = { kind: 'carrier-lock-seen', on: true, by: 'other-sim' }
const ASKED = { kind: 'carrier-asked', by: 'telephone' } as const satisfies CarrierChange
const answered = (says: 'unlocked' | 'later' | 'refused', until?: string): CarrierChange => ({
  kind: 'carrier-answered',
  says,
  ...(until ? { until } : {}),
})
const shortOf = ({ situation, now, steps }: ReturnType<typeof planOf>) => [
  situation,
  now,
  steps.find(({ id }) => id === now)?.state,
]

describe('the way to the end of the carrier lock', () => {
  it.each<[string, readonly CarrierChange[], Partial<CarrierCase>, string, string | undefined]>([
    ['first it is looked at', [], {}, 'from-the-carrier', 'see-that-it-is-on'],
    ['what is not here cannot be', [], { isHere: false }, 'from-the-carrier', 'ask-the-carrier'],
    ['what is on: the carrier is asked first', [SEEN], {}, 'from-the-carrier', 'ask-the-carrier'],
    ['then waited for', [SEEN, ASKED], {}, 'from-the-carrier', 'wait-for-the-carrier'],
    [
      'what it has unlocked is seen',
      [SEEN, ASKED, answered('unlocked')],
      {},
      'from-the-carrier',
      'see-that-it-is-off',
    ],
    [
      'what it says it has unlocked and is refused still is waited for anew',
      [SEEN, ASKED, answered('unlocked'), SEEN],
      {},
      'from-the-carrier',
      'wait-for-the-carrier',
    ],
    [
      'who refuses leads to a supplier',
      [SEEN, ASKED, answered('refused')],
      {},
      'from-a-supplier',
      'order-the-unlock',
    ],
    [
      'also without having been waited for',
      [SEEN, answered('refused')],
      {},
      'from-a-supplier',
      'order-the-unlock',
    ],
    [
      'who was refused may ask again',
      [SEEN, answered('refused'), ASKED],
      {},
      'from-the-carrier',
      'wait-for-the-carrier',
    ],
    ['an order is waited for', [SEEN], { order: 'waiting' }, 'from-a-supplier', 'wait-for-the-supplier'],
    [
      'what is ordered is not looked at any more',
      [],
      { order: 'waiting' },
      'from-a-supplier',
      'wait-for-the-supplier',
    ],
    ['and its answer is activated', [SEEN], { order: 'answered' }, 'from-a-supplier', 'activate'],
    ['what is not locked needs nothing', [{ ...SEEN, on: false }], {}, 'not-locked', undefined],
    [
      'nor what its own page says is not, though that is no proof',
      [{ kind: 'carrier-lock-seen', on: false, by: 'own-page' }],
      {},
      'not-locked',
      'see-that-it-is-off',
    ],
    [
      'a device that takes no code any more gets no other one',
      [SEEN, answered('refused')],
      { isBlocked: true },
      'blocked',
      undefined,
    ],
    [
      'nor does its carrier stop being asked',
      [SEEN, ASKED],
      { isBlocked: true },
      'from-the-carrier',
      'wait-for-the-carrier',
    ],
  ])('%s', (_, changes, more, situation, now) => {
    expect(shortOf(planOf(changes, more)).slice(0, 2)).toEqual([situation, now])
  })
})

describe('one changed fact', () => {
  const rule = { country: 'US', workingDays: 2, source: 'any', lookedAt: '2026-01-01' }
  const parts = (plan: ReturnType<typeof planOf>) =>
    (['situation', 'steps', 'now', 'does', 'waits'] as const).map((part) => [
      part,
      JSON.stringify(plan[part]),
    ])
  const changedIn = (one: ReturnType<typeof planOf>, other: ReturnType<typeof planOf>) =>
    parts(one).flatMap(([part, text], nth) => (text === parts(other)[nth]?.[1] ? [] : [part]))
  const base = planOf([SEEN, ASKED])
  it.each<[string, ReturnType<typeof planOf>, readonly string[]]>([
    ['how it was asked', planOf([SEEN, { ...ASKED, by: 'mail' }]), []],
    ['a rule of the country', planOf([SEEN, { ...ASKED, rule }]), ['waits']],
    ['the day the carrier named', planOf([SEEN, ASKED, answered('later', days(MONDAY, 9))]), ['waits']],
    ['the time at which somebody looks', planOf([SEEN, ASKED], { now: days(MONDAY, 5) }), ['steps']],
    ['a device that is not here, once it was seen', planOf([SEEN, ASKED], { isHere: false }), []],
    ['what the route decides, once it was asked', planOf([SEEN, ASKED], { first: 'carrier-order' }), []],
    ['its page was read, not a SIM tried', planOf([{ ...SEEN, by: 'own-page' }, ASKED]), []],
    ['a refusal', planOf([SEEN, ASKED, answered('refused')]), ['situation', 'steps', 'now', 'does', 'waits']],
  ])('%s changes what it should and nothing else', (_, plan, changed) => {
    expect(changedIn(base, plan)).toEqual(changed)
  })
})

describe('an order that is late', () => {
  it('is to be seen to, and no other step is', () => {
    const stateOf = (order: CarrierCase['order']) => shortOf(planOf([SEEN], { order }))
    expect(stateOf('waiting')).toEqual(['from-a-supplier', 'wait-for-the-supplier', 'waiting'])
    expect(stateOf('late')).toEqual(['from-a-supplier', 'wait-for-the-supplier', 'due'])
  })
})

describe('what is seen', () => {
  it('is a fact, and only a SIM of another carrier is a proof', () => {
    expect(carrierLockLearnt(recordOf([SEEN]))).toEqual({ carrierLocked: 'yes' })
    expect(carrierLockLearnt(recordOf([{ ...SEEN, on: false }]))).toEqual({ carrierLocked: 'no' })
    expect(takesOtherSims(recordOf([{ ...SEEN, on: false }]))).toBe(true)
    const byPage = recordOf([{ kind: 'carrier-lock-seen', on: false, by: 'own-page' }])
    expect([carrierLockLearnt(byPage), takesOtherSims(byPage)]).toEqual([{ carrierLocked: 'no' }, false])
    expect(takesOtherSims(recordOf([ASKED, answered('unlocked')]))).toBe(false)
    expect(takesOtherSims(recordOf([{ kind: 'other-sim-works' }]))).toBe(true)
  })
})

describe('until when the carrier is waited for', () => {
  it('two working days in the United States (voluntary industry code, from memory), as is usual elsewhere', () => {
    const rule = { country: 'US', workingDays: 2, source: 'voluntary code', lookedAt: '2026-11-29' }
    const inUs = planOf([SEEN, { ...ASKED, rule }])
    expect([inUs.waits[0]?.until, inUs.waits[0]?.latest]).toEqual([days(MONDAY, 2), days(MONDAY, 2)])
    // It goes on from a later answer by the same rule.
    const later = planOf([SEEN, { ...ASKED, rule }, answered('later')])
    expect(later.waits[0]?.until).toBe(days(MONDAY, 2))
    const here = planOf([SEEN, ASKED])
    expect([here.waits[0]?.until, here.waits[0]?.latest]).toEqual([days(MONDAY, 3), days(MONDAY, 10)])
  })
  it('until the day the carrier itself has named', () => {
    const until = days(MONDAY, 8)
    const plan = planOf([SEEN, ASKED, answered('later', until)], { now: days(MONDAY, 7) })
    expect([...shortOf(plan), plan.waits[0]?.until]).toEqual([
      'from-the-carrier',
      'wait-for-the-carrier',
      'waiting',
      until,
    ])
    expect(shortOf(planOf([SEEN, ASKED, answered('later', until)], { now: until }))[2]).toBe('due')
  })
  it('no longer, once it has answered or another SIM works', () => {
    for (const says of ['unlocked', 'refused'] as const)
      expect(planOf([SEEN, ASKED, answered(says)]).waits).toEqual([])
    const done = planOf([SEEN, ASKED, { kind: 'other-sim-works' }])
    expect([done.waits, done.now]).toEqual([[], undefined])
  })
})
