import { describe, expect, it } from 'vitest'
import { decide } from './decide.ts'
import { PHONE } from './fixtures.ts'
import { askEverything } from '../../test/counter.ts'
import { STORIES, WHOLE_JOBS, type Intake } from '../../test/intakes.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { changeText, reasonText, wordsIn } from '@benevox/words'
import { changeOfRoute, foresee, NOTHING_DONE, planRoute } from './index.ts'
import type { Facts, Progress } from './index.ts'

const ENGLISH = wordsIn('en', { zone: 'Europe/Berlin', country: 'IE' })

describe.each(Object.entries(STORIES))('%s', (_, { facts, device = PHONE, route, why, changes }) => {
  const first = (change: Partial<Facts>, on = device) =>
    planRoute({ ...facts, ...change }, on, NOTHING_DONE).choices[0]?.action
  it('takes the route of a good technician, and says why', () => {
    const { choices } = planRoute(facts, device, NOTHING_DONE)
    expect(choices.map(({ action }) => action)).toEqual(route)
    expect(choices[0] && reasonText(choices[0], ENGLISH)).toContain(why)
  })
  it.each([...changes])('with %j it begins with %s', (change, action) => {
    expect(first(change)).toBe(action)
  })
  it('is decided and weighed: chances sum up, the price is a range, the median is not above nine in ten', () => {
    const { figures } = planRoute(facts, device, NOTHING_DONE)
    const { ends } = figures
    const ofDevice =
      (ends['works-data-kept'] ?? 0) +
      (ends['works-data-gone'] ?? 0) +
      (ends['account-lock-stays'] ?? 0) +
      (ends['not-solved'] ?? 0)
    const ofCarrier = (ends.released ?? 0) + (ends['carrier-lock-stays'] ?? 0)
    expect(Math.max(ofDevice, ofCarrier)).toBeCloseTo(1, 9)
    expect(figures.quote.leastMinor).toBeLessThanOrEqual(figures.quote.mostMinor)
    expect(figures.calendarMinutes.p50).toBeLessThanOrEqual(figures.calendarMinutes.p90)
    expect(figures.dataLost).toBeLessThanOrEqual(1)
  })
  it('has two to four ways side by side, none beaten in everything, unless it is refused', () => {
    const { alternatives } = foresee({ facts, device, progress: NOTHING_DONE, prices: USUAL_PRICES })
    if (route[0] === 'refuse') return expect(alternatives).toEqual([])
    expect(alternatives.length).toBeGreaterThanOrEqual(2)
    expect(alternatives.length).toBeLessThanOrEqual(4)
    expect(alternatives[0]?.action).toBe(route[0])
    for (const a of alternatives)
      for (const b of alternatives) {
        const [x, y] = [a.own, b.own]
        const better = [
          x.solved > y.solved + 1e-6,
          x.dataLost < y.dataLost - 1e-6,
          x.quote.meanMinor < y.quote.meanMinor,
          x.calendarMinutes.p50 < y.calendarMinutes.p50 - 1e-6,
          x.benchMinutes < y.benchMinutes - 1e-6,
        ]
        if (a !== b) expect(better).toContain(true)
      }
  })
})

describe('the questions of the stories and of five whole jobs', () => {
  const asked = Object.entries({ ...STORIES, ...WHOLE_JOBS }).map(([name, { facts, device }]) => ({
    name,
    complaint: facts.complaint,
    ...askEverything(facts, device),
  }))
  const middle = (numbers: readonly number[]) =>
    [...numbers].sort((a, b) => a - b)[Math.floor(numbers.length / 2)]
  it('decide as well as if everything were known after 6 of them and 60 s in the median', () => {
    expect(middle(asked.map(({ decided }) => decided.questions))).toBeLessThanOrEqual(6)
    expect(middle(asked.map(({ decided }) => decided.seconds))).toBeLessThanOrEqual(60)
  })
  it('lead a forgotten lock to the signed agreement with at most 14, a refused device to none', () => {
    for (const { name, complaint, action, toSign, inAll } of asked) {
      if (action === 'refuse') expect([name, toSign, inAll <= 14]).toEqual([name, undefined, true])
      else expect(toSign, name).toBeLessThanOrEqual(complaint === 'forgotten-lock' ? 14 : 20)
    }
  })
})

describe('the gates decide before any worth', () => {
  const rich = {
    ...USUAL_PRICES,
    weights: { ...USUAL_PRICES.weights, workingDeviceMinor: 10_000_000 },
  }
  const { facts } = STORIES['a forgotten PIN'] as Intake
  const actions = (change: Partial<Facts>, progress: Partial<Progress> = {}) =>
    planRoute({ ...facts, ...change }, PHONE, { ...NOTHING_DONE, ...progress }, rich).choices.map(
      ({ action }) => action,
    )
  it('a reported device is refused, however much it would be worth, and no supervisor opens it', () => {
    expect(actions({ registryAnswer: 'reported' }, { openedGates: ['not-reported'] })).toEqual(['refuse'])
  })
  it('a refused device has no price, no promise and nothing that comes afterwards', () => {
    const { figures, afterwards, mayWipe, agreement } = planRoute(
      { ...facts, workManaged: 'yes' },
      PHONE,
      NOTHING_DONE,
    )
    expect([figures.quote.mostMinor, figures.quote.depositMinor, figures.benchMinutes]).toEqual([0, 0, 0])
    expect([afterwards, mayWipe, agreement.terms.storage]).toEqual([[], false, 'kept'])
  })
  it('a refused agreement closes what loses data and nothing else', () => {
    const refused = { agreement: { kind: 'refused' } as const }
    expect(actions({}, refused)).toEqual(['remember'])
    expect(actions({ complaint: 'for-sale' }, refused)).toEqual(['refuse'])
  })
  it('a right that is not shown closes resets and orders, until a supervisor answers for it', () => {
    expect(actions({ ownership: 'not-shown' })).not.toContain('reset-from-recovery')
    expect(actions({ ownership: 'not-shown' }, { openedGates: ['ownership'] })).toContain(
      'reset-from-recovery',
    )
  })
  it('a supervisor opens what an administrator has agreed to', () => {
    expect(actions({ workManaged: 'yes' }, { openedGates: ['not-work-managed'] })[0]).not.toBe('refuse')
  })
})

describe('a broken key closes only what needs it', () => {
  const { facts } = STORIES['a forgotten PIN'] as Intake
  const all = ['power', 'volume-up', 'volume-down'] as const
  const device = { ...PHONE, keys: [{ all, suffice: [['power', 'volume-down'] as const] }] }
  const solvedBy = (brokenKeys: Progress['brokenKeys'], change: Partial<Facts> = { keysWork: 'no' }) => {
    const { problem } = decide({
      facts: { ...facts, ...change },
      device,
      progress: { ...NOTHING_DONE, brokenKeys },
      prices: USUAL_PRICES,
    })
    return problem.worlds.reduce(
      (sum, { world, probability }) => sum + (world.reachesRecovery ? probability : 0),
      0,
    )
  }
  it('the one that is not needed changes nothing', () => {
    expect(solvedBy(['volume-up'])).toBeCloseTo(solvedBy([], { keysWork: 'yes' }), 12)
  })
  it('one that every method needs leaves no way into recovery, and says so', () => {
    expect(solvedBy(['power'])).toBe(0)
    expect(solvedBy(['volume-up', 'volume-down'])).toBe(0)
    const { choices } = planRoute({ ...facts, keysWork: 'no' }, device, {
      ...NOTHING_DONE,
      brokenKeys: ['power'],
    })
    expect(choices.map(({ action }) => action)).not.toContain('reset-from-recovery')
    expect(choices[0]?.reason).toEqual({ code: 'broken-key', facts: ['keysWork'] })
  })
  it('where nobody has said which, each of them is as likely', () => {
    expect(solvedBy([])).toBeCloseTo(solvedBy([], { keysWork: 'yes' }) / 3, 12)
  })
  it('a key found broken at the bench counts, whatever was said at the counter', () => {
    expect(solvedBy(['power'], { keysWork: 'yes' })).toBe(0)
  })
})

describe('the customer’s wish, and what was tried', () => {
  const { facts } = STORIES['a forgotten PIN'] as Intake
  it('comes first, with what is best after it, and says that it is the customer’s', () => {
    const { choices } = planRoute({ ...facts, wish: 'remember' }, PHONE, NOTHING_DONE)
    expect(choices.map(({ action }) => action)).toEqual(['remember', 'reset-from-recovery'])
    expect(choices[0]?.reason.code).toBe('customer-wishes')
  })
  it('is not followed past a gate', () => {
    const { choices } = planRoute(
      { ...facts, wish: 'reset-from-recovery', registryAnswer: 'reported' },
      PHONE,
      NOTHING_DONE,
    )
    expect(choices[0]?.action).toBe('refuse')
  })
  it('what did not help is not proposed again', () => {
    const { choices } = planRoute({ ...facts, wrongEntries: 2 }, PHONE, {
      ...NOTHING_DONE,
      failedActs: ['remember'],
    })
    expect(choices.map(({ action }) => action)).toEqual(['reset-from-recovery'])
  })
  it('after the wipe the account is what is decided about', () => {
    const { choices } = planRoute(facts, PHONE, { ...NOTHING_DONE, wipeStarted: true })
    expect(choices[0]?.action).toBe('sign-in')
  })
})

describe('how the route moved', () => {
  const { facts } = STORIES['a forgotten PIN'] as Intake
  const moved = (before: Facts, after: Facts, ...names: (keyof Facts)[]) =>
    changeOfRoute(planRoute(before, PHONE, NOTHING_DONE), planRoute(after, PHONE, NOTHING_DONE), names)
  it('is told with the answer that moved it', () => {
    const change = moved(facts, { ...facts, wrongEntries: 2 }, 'wrongEntries')
    expect(change?.kind).toBe('other-first')
    expect(change && changeText(change, ENGLISH)).toBe(
      'Now “Let the owner try to remember”, not “Reset from recovery”. Because of: wrong entries so far.',
    )
  })
  it('is told where an option has become less likely to help, or likelier, though none comes before it', () => {
    const change = moved(facts, { ...facts, keysWork: 'no' }, 'keysWork')
    expect(change && changeText(change, ENGLISH)).toBe(
      '“Reset from recovery” is now less likely to help. Because of: keys work.',
    )
    expect(moved({ ...facts, keysWork: 'no' }, { ...facts, keysWork: 'yes' }, 'keysWork')?.kind).toBe(
      'likelier',
    )
  })
  it('is silent where nothing moved', () => {
    expect(moved(facts, { ...facts, esimProfile: 'no' }, 'esimProfile')).toBeUndefined()
  })
  it('tells the first route, a refusal and what comes afterwards', () => {
    expect(moved({}, { complaint: 'for-sale' }, 'complaint')?.kind).toBe('first')
    expect(moved(facts, { ...facts, workManaged: 'yes' }, 'workManaged')?.kind).toBe('refused')
    expect(moved(facts, { ...facts, accountOnDevice: 'no' }, 'accountOnDevice')).toMatchObject({
      kind: 'afterwards',
      from: 'sign-in',
    })
  })
})
