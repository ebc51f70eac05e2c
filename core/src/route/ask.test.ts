import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { solve, valueOfKnowing } from '../decision/index.ts'
import { PHONE, SEEN, WATCH } from './fixtures.ts'
import { USUAL_PRICES } from '../price/index.ts'
import { askNext, foresee, NOTHING_DONE, planRoute, priorOf, problemOf, saidWith } from './index.ts'
import { MAY_CHANGE, Valuer } from './ask.ts'
import { decide } from './decide.ts'
import { offeredAnswers } from '../facts/index.ts'
import { chanceOf } from './priors.ts'
import type { World } from './worlds.ts'
import type { Asked, DeviceOnJob, FactName, Facts, Given } from './index.ts'

const given = (facts: Facts, device: DeviceOnJob | undefined = PHONE): Given => ({
  facts,
  device,
  progress: NOTHING_DONE,
  prices: USUAL_PRICES,
})
const names = (facts: Facts, device: DeviceOnJob | undefined = PHONE) =>
  askNext(given(facts, device)).map(({ name }) => name)
const forgotten: Facts = {
  modelId: 'any',
  complaint: 'forgotten-lock',
  knowsScreenLock: 'no',
  hazard: 'none',
}

/** Asked of the customer 8 s; what is otherwise. Common practice, no source. */
const SECONDS: Partial<Record<Asked, number>> = {
  modelId: 2,
  keysWork: 2,
  powersOn: 2,
  proofOfPurchase: 60,
  ownership: 60,
  imei: 60,
  registryAnswer: 60,
}

describe('what to ask next', () => {
  it('begins with what may be dangerous, then with what is wrong', () => {
    expect(names({}).slice(0, 2)).toEqual(['hazard', 'complaint'])
  })
  it('comes in the order of its worth, less what asking takes', () => {
    const worths = askNext(given(forgotten))
      .filter(({ why, worthMinor }) => why !== 'safety' && worthMinor > 0)
      .map(
        ({ name, worthMinor }) =>
          worthMinor - (SECONDS[name] ?? 8) * (USUAL_PRICES.weights.benchHourMinor / 3600),
      )
    expect(worths.length).toBeGreaterThan(8)
    expect([...worths].sort((a, b) => b - a)).toEqual(worths)
  })
  it('asks for the account before its password, and for neither where there is no account', () => {
    const asked = names(forgotten)
    expect(asked).toContain('accountOnDevice')
    expect(asked).not.toContain('knowsAccountPassword')
    expect(names({ ...forgotten, accountOnDevice: 'yes' })).toContain('knowsAccountPassword')
    expect(names({ ...forgotten, accountOnDevice: 'no' })).not.toContain('knowsAccountPassword')
  })
  it('asks for the IMEI before the registry, unless the device has none', () => {
    expect(names(forgotten)).toContain('imei')
    expect(names(forgotten).indexOf('imei')).toBeLessThan(names(forgotten).indexOf('registryAnswer'))
    expect(names(forgotten, WATCH)).toContain('registryAnswer')
    expect(names({ ...forgotten, imei: '001001012345671' }).slice(0, 3)).toContain('registryAnswer')
  })
  it('asks in the same breath what an answer has brought up', () => {
    expect(names({ ...forgotten, ownership: 'shown' })[0]).toBe('ownershipNote')
    expect(names({ ...forgotten, imei: '001001012345671' })[0]).toBe('registryAnswer')
    expect(names({ ...forgotten, registryAnswer: 'no-answer' })[0]).toBe('registryReason')
    const locked: Facts = { ...forgotten, carrierLocked: 'yes', originalCarrier: 'Skerry Mobile' }
    expect(askNext(given(locked))[0]).toMatchObject({ name: 'carrierCountry', why: 'for-the-order' })
    expect(names({ ...locked, carrierLocked: 'no' })).not.toContain('carrierCountry')
  })
  it('a receipt shown is a proof of purchase: no word more is asked of either', () => {
    const receipt: Facts = { ...forgotten, ownership: 'receipt', ...saidWith({ ownership: 'receipt' }) }
    expect(receipt.proofOfPurchase).toBe('yes')
    for (const name of ['ownershipNote', 'proofOfPurchase'] as const)
      expect(names(receipt)).not.toContain(name)
    expect(saidWith({ ownership: 'box' })).toEqual({})
  })
  it('how likely a proof of purchase is stays the same on the mean, whatever shows the right', () => {
    const after = (priorOf('ownership', {}) ?? []).map(([ownership, share]) => {
      const facts = { ownership, ...saidWith({ ownership } as Facts) } as Facts
      return share * chanceOf('proofOfPurchase', facts)
    })
    expect(after.reduce((all, one) => all + one, 0)).toBeCloseTo(chanceOf('proofOfPurchase', {}), 9)
  })
  it('a device without a radio has no SIM that a code could come to: nobody offers it or counts with it', () => {
    const offered = (device: DeviceOnJob) => offeredAnswers('secondStep', device)
    expect(offered(PHONE)).toContain('sim-in-this-device')
    expect(offered(WATCH)).toEqual(offered(PHONE).filter((value) => value !== 'sim-in-this-device'))
    const prior = priorOf('secondStep', forgotten, WATCH) ?? []
    expect(prior.map(([value]) => value)).not.toContain('sim-in-this-device')
    expect(prior.reduce((all, [, share]) => all + share, 0)).toBeCloseTo(1, 9)
    // A prompt elsewhere, mail, codes, or none: as it would be with the SIM left out by hand.
    const [mail, unknown] = ['mail', 'unknown'].map((way) => prior.find(([value]) => value === way)?.[1])
    expect((mail ?? 0) / (unknown ?? 1)).toBeCloseTo(2, 9)
  })
  it('the customer’s name comes when every check is answered, before what decides little, once', () => {
    const asked = askNext(given(forgotten))
    const at = asked.findIndex(({ name }) => name === 'customer')
    expect(asked[at]).toEqual({ name: 'customer', why: 'to-sign', worthMinor: 0 })
    const after = asked.slice(at + 1).map(({ why }) => why)
    expect(new Set(after)).toEqual(new Set(['may-change-the-route', 'too-late-after']))
    expect(askNext({ ...given(forgotten), customerNamed: true })).toEqual(
      asked.filter(({ name }) => name !== 'customer'),
    )
    // Nothing is agreed on, and nobody has to say who they are.
    expect(askNext(given({ ...forgotten, whose: 'somebody-elses' }))).toEqual([])
  })
  it('asks only what the device makes sensible', () => {
    for (const name of ['imei', 'carrierLocked', 'esimProfile', 'memoryCard'] as const)
      expect(names(forgotten, WATCH)).not.toContain(name)
    expect(names({ ...forgotten, registryAnswer: 'no-answer' })).toContain('registryReason')
    expect(names({ ...forgotten, ownership: 'shown' })).toContain('ownershipNote')
    expect(names({ complaint: 'carrier-lock-only', deviceHere: 'no' })).not.toContain('hazard')
  })
  it('asks on the telephone nothing that only a look at the device could answer', () => {
    const afar = names({ complaint: 'forgotten-lock', deviceHere: 'no' })
    for (const name of ['hazard', 'battery'] as const) expect(afar).not.toContain(name)
    expect(afar).toContain('accountOnDevice')
    expect(names({ complaint: 'forgotten-lock', deviceHere: 'yes' })[0]).toBe('hazard')
  })
  it('asks what is too late after the wipe although it decides nothing, and says so', () => {
    const card = askNext(given(forgotten)).find(({ name }) => name === 'memoryCard')
    expect(card).toEqual({ name: 'memoryCard', why: 'too-late-after', worthMinor: 0 })
  })
  it('“Carrier lock only” says that there is one, and an order has to know whose, and for which model', () => {
    const only: Facts = {
      complaint: 'carrier-lock-only',
      deviceHere: 'no',
      ...saidWith({ complaint: 'carrier-lock-only' }),
    }
    const asked = names(only)
    expect(asked).not.toContain('carrierLocked')
    expect(
      askNext(given(only))
        .filter(({ why }) => why === 'for-the-order')
        .map(({ name }) => name),
    ).toEqual(['modelId', 'originalCarrier', 'carrierCountry'])
    const told = names({ ...only, originalCarrier: 'Skerry Mobile', carrierCountry: 'DE' })
    expect(told).not.toContain('originalCarrier')
    expect(told).not.toContain('carrierCountry')
  })
  it('for a sale with the PIN known, the account is taken off first: nobody is asked how to sign in', () => {
    const complaint = 'for-sale'
    const sale: Facts = {
      ...SEEN,
      complaint,
      ...saidWith({ complaint }),
      accountOnDevice: 'yes',
      proofOfPurchase: 'no',
    }
    const asked = names(sale)
    for (const name of [
      'knowsScreenLock',
      'knowsAccountPassword',
      'secondStep',
      'passwordChangedLately',
      'accountAddress',
    ] as const)
      expect(asked).not.toContain(name)
    // Where the PIN turns out not to be known they are.
    expect(names({ ...sale, knowsScreenLock: 'no' })).toContain('knowsAccountPassword')
  })
  it('the address is asked of whoever will sign in; that it is known is not said before', () => {
    const signsIn: Facts = {
      ...forgotten,
      accountOnDevice: 'yes',
      knowsAccountPassword: 'yes',
      secondStep: 'mail',
    }
    expect(names(signsIn)).toContain('accountAddress')
    expect(planRoute(signsIn, PHONE, NOTHING_DONE).foresight.before).toContain('ask-for-the-address')
    const told = { ...signsIn, accountAddress: 'e.marl at mail.example' }
    expect(names(told)).not.toContain('accountAddress')
    expect(planRoute(told, PHONE, NOTHING_DONE).foresight.before).not.toContain('ask-for-the-address')
  })
  it('the system is asked for where it matters and can be looked up, and may be not known', () => {
    const changes = { ...PHONE, changesWithSystem: true }
    expect(names(forgotten, changes)).toContain('systemVersion')
    expect(names({ ...forgotten, systemVersion: 'unknown' }, changes)).not.toContain('systemVersion')
    expect(names({ ...forgotten, complaint: 'second-hand' }, changes)).not.toContain('systemVersion')
    const atItsWizard = {
      ...given(forgotten, changes),
      progress: { ...NOTHING_DONE, wipeStarted: true, setUpReached: true },
    }
    expect(askNext(atItsWizard).map(({ name }) => name)).not.toContain('systemVersion')
  })
  it('stops when nothing unknown would change the route or open a gate', () => {
    const all: Facts = {
      ...forgotten,
      whose: 'own',
      workManaged: 'no',
      legalMatter: 'no',
      accountOnDevice: 'yes',
      accountAddress: 'e.marl at mail.example',
      knowsAccountPassword: 'yes',
      secondStep: 'mail',
      passwordChangedLately: 'no',
      remoteUnlockSetUp: 'no',
      wrongEntries: 12,
      dataWorth: 'some',
      backup: 'no',
      memoryCard: 'no',
      esimProfile: 'no',
      carrierLocked: 'no',
      keysWork: 'yes',
      proofOfPurchase: 'no',
      ownership: 'shown',
      ownershipNote: 'receipt',
      imei: '001001012345671',
      registryAnswer: 'clean',
      battery: 'at-least-20',
    }
    expect(names(all)).toEqual(['customer'])
    expect(askNext({ ...given(all), customerNamed: true })).toEqual([])
  })
  it('asks nothing more where a gate has closed for good', () => {
    expect(names({ ...forgotten, workManaged: 'yes' })).toEqual([])
  })
})

describe('the worth of a question, by another way', () => {
  const known: Facts = { ...forgotten, accountOnDevice: 'yes', remoteUnlockSetUp: 'no', wrongEntries: 15 }
  /** Enumerates the hidden worlds by the answer instead of deciding anew with each answer. */
  it.each<[FactName, Facts, (world: World) => boolean]>([
    ['accountOnDevice', { knowsAccountPassword: 'no' }, ({ accountOnDevice }) => accountOnDevice],
    [
      'knowsAccountPassword',
      { accountOnDevice: 'yes', secondStep: 'mail' },
      (world) => world.knowsAccountPassword,
    ],
  ])('that of %s is the expected value of knowing it', (name, more, holds) => {
    const { accountOnDevice: _, ...rest } = known
    const now = given({ ...rest, ...more })
    // An act that waits for the question may be done once it was asked, whatever the answer.
    const inVain = given({ ...rest, ...more, [name]: 'unknown' })
    const direct = valueOfKnowing(problemOf(inVain), (world) => String(holds(world)))
    const asked = askNext(now).find((one) => one.name === name)
    expect(direct).toBeGreaterThan(0)
    expect(asked?.worthMinor).toBeCloseTo(direct, 6)
  })
  /** Every fact with a prior: the mean of the best with each answer, less the best without asking. */
  it.each<FactName>(['dataWorth', 'carrierLocked', 'proofOfPurchase', 'keysWork'])(
    'that of %s is never below nothing, and what is gained on the mean',
    (name) => {
      const before = planRoute(known, PHONE, NOTHING_DONE).figures.worthMinor
      const after = (priorOf(name, known) ?? []).reduce(
        (all, [value, share]) =>
          all + share * planRoute({ ...known, [name]: value }, PHONE, NOTHING_DONE).figures.worthMinor,
        0,
      )
      expect(after).toBeGreaterThanOrEqual(before - 1e-6)
      const asked = askNext(given(known)).find(
        (one) => one.name === name && one.why === 'may-change-the-route',
      )
      // Asking takes ten seconds of the bench; what is worth less is not asked.
      if (asked) expect(asked.worthMinor).toBeCloseTo(after - before, 6)
      else
        expect(after - before).toBeLessThanOrEqual((10 / 3600) * USUAL_PRICES.weights.benchHourMinor + 1e-6)
    },
  )
  it('no answer costs anything: of random jobs no question is worth less than nothing, before that is cut off', () => {
    for (const facts of fc.sample(RANDOM_FACTS, { numRuns: 25, seed: 4 })) {
      const now = given(facts)
      const valuer = new Valuer(now, decide(now).policy.worth)
      for (const name of MAY_CHANGE.filter((one) => one !== 'modelId' && facts[one] === undefined))
        expect(valuer.uncut(name), `${name} ${JSON.stringify(facts)}`).toBeGreaterThan(-1e-6)
    }
  })
  it('that a password was changed lately is weighed before anybody has asked, and worth asking', () => {
    const facts: Facts = {
      ...forgotten,
      accountOnDevice: 'yes',
      knowsAccountPassword: 'yes',
      carrierLocked: 'no',
    }
    const p90 = (more: Facts) => {
      const { option } = planRoute({ ...facts, wish: 'reset-from-recovery', ...more }, PHONE, NOTHING_DONE)
      return option.own.calendarMinutes.p90
    }
    expect(p90({ passwordChangedLately: 'no' })).toBeLessThan(120)
    expect(p90({ passwordChangedLately: 'yes' })).toBeGreaterThan(24 * 60)
    const mean = (more: Facts) => planRoute({ ...facts, ...more }, PHONE, NOTHING_DONE).figures.worthMinor
    expect(mean({})).toBeLessThan(mean({ passwordChangedLately: 'no' }))
    expect(mean({})).toBeGreaterThan(mean({ passwordChangedLately: 'yes' }))
  })
  it('what an act waits for is not worth the act: it could be done unasked', () => {
    const facts: Facts = {
      ...forgotten,
      accountOnDevice: 'yes',
      knowsAccountPassword: 'yes',
      secondStep: 'mail',
    }
    const now = given(facts)
    const valuer = new Valuer(now, decide(now).policy.worth)
    const worth = (remoteUnlockSetUp: 'yes' | 'no' | 'unknown') =>
      solve(problemOf(given({ ...facts, remoteUnlockSetUp }))).worth
    // One in four has set it up; asked in vain it may be tried all the same.
    expect(valuer.worthOf('remoteUnlockSetUp')).toBeCloseTo(
      0.25 * worth('yes') + 0.75 * worth('no') - Math.max(worth('unknown'), solve(problemOf(now)).worth),
      6,
    )
    expect(valuer.worthOf('remoteUnlockSetUp')).toBeLessThan(valuer.gainOf('remoteUnlockSetUp'))
  })
  it('the sum over the answers is a chance of one', () => {
    for (const name of Object.keys(forgotten) as FactName[]) {
      const prior = priorOf(name, forgotten)
      if (prior) expect(prior.reduce((all, [, share]) => all + share, 0)).toBeCloseTo(1, 9)
    }
  })
})

describe('deterministic', () => {
  it('the same facts give the same decision, to the last digit', () => {
    const once = JSON.stringify(foresee(given(forgotten)))
    expect(JSON.stringify(foresee(given(forgotten)))).toBe(once)
  })
})
