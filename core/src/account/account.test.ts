import { describe, expect, it } from 'vitest'
import { earliestSignIn, foreseeAccountLock, type AccountFacts } from './index.ts'
import { accountText, codeAfterwards, wordsIn } from '@benevox/words'

const ENGLISH = wordsIn('en', { zone: 'Europe/Berlin', country: 'IE' })

const asking = { asksForAccount: true, acceptsOldScreenLock: false }
const known: AccountFacts = {
  accountOnDevice: 'yes',
  accountAddress: 'e.marl at mail.example',
  knowsAccountPassword: 'yes',
  secondStep: 'mail',
}
const foresee = (
  facts: Partial<AccountFacts> = {},
  way: 'from-recovery' | 'from-settings' | 'none' = 'from-recovery',
) => foreseeAccountLock({ ...known, ...facts }, way, asking)

describe('whether the account lock will ask', () => {
  it.each<[string, ReturnType<typeof foresee>, string, string]>([
    ['a reset from recovery with an account on it', foresee(), 'yes', 'account-on-it'],
    ['a reset from the settings', foresee({}, 'from-settings'), 'no', 'reset-from-settings'],
    ['no reset at all', foresee({}, 'none'), 'no', 'no-reset'],
    ['no account on it', foresee({ accountOnDevice: 'no' }), 'no', 'no-account'],
    [
      'nobody knows whether one is on it',
      foresee({ accountOnDevice: 'unknown' }),
      'maybe',
      'account-not-known',
    ],
    ['nobody asked', foresee({ accountOnDevice: undefined }), 'maybe', 'account-not-known'],
    ['a system of before', foresee({ systemVersion: 4 }), 'no', 'system-before-the-lock'],
    ['the first system that may have it', foresee({ systemVersion: 5 }), 'maybe', 'account-on-it'],
    ['a later system', foresee({ systemVersion: 6 }), 'yes', 'account-on-it'],
    ['a stranger’s account, whatever is done', foresee({ isStrangers: true }, 'none'), 'yes', 'asks-already'],
  ])('%s', (_, { asks, why }, expectedAsks, expectedWhy) => {
    expect([asks, why]).toEqual([expectedAsks, expectedWhy])
  })
  it('a family that does not ask', () => {
    const family = { asksForAccount: false, acceptsOldScreenLock: false }
    expect(foreseeAccountLock(known, 'from-recovery', family)).toMatchObject({
      asks: 'no',
      why: 'family-does-not-ask',
    })
  })
})

describe('who can answer, and how the second step arrives', () => {
  it('the customer, the old PIN where the family takes it, or the password has to be found first', () => {
    expect(foresee().who).toBe('customer')
    expect(foresee({ knowsAccountPassword: 'no' }).who).toBe('password-first')
    expect(foresee({ knowsAccountPassword: undefined }).who).toBe('not-known')
    const family = { asksForAccount: true, acceptsOldScreenLock: true }
    const facts: AccountFacts = { ...known, knowsAccountPassword: 'no', knowsScreenLock: 'yes' }
    expect(foreseeAccountLock(facts, 'from-recovery', family).who).toBe('old-screen-lock')
    expect(foresee({ isStrangers: true }).who).toBe('previous-owner')
  })
  it('a family that takes the old PIN may ask for it also where the owner signs in', () => {
    const family = { asksForAccount: true, acceptsOldScreenLock: true }
    expect(foreseeAccountLock(known, 'from-recovery', family)).toMatchObject({
      who: 'customer',
      mayAskOldLock: true,
    })
    expect(foresee().mayAskOldLock).toBe(false)
    expect(
      foreseeAccountLock({ ...known, accountOnDevice: 'no' }, 'from-recovery', family).mayAskOldLock,
    ).toBe(false)
  })
  it('a text to the SIM in this very device: the SIM goes into a spare phone first, an eSIM may be gone', () => {
    expect(foresee({ secondStep: 'sim-in-this-device' }).before).toEqual(['move-the-sim'])
    expect(foresee({ secondStep: 'sim-in-this-device', esimProfile: 'yes' }).before).toEqual([
      'keep-the-esim-line',
    ])
    expect(codeAfterwards({ secondStep: 'sim-in-this-device' }, ENGLISH)).toContain('spare phone')
    // An eSIM cannot be put into another phone, and after the reset it may be gone.
    const esim = codeAfterwards({ secondStep: 'sim-in-this-device', esimProfile: 'yes' }, ENGLISH)
    expect([esim.includes('spare phone'), esim.includes('carrier')]).toEqual([false, true])
    expect(codeAfterwards({ secondStep: 'mail', esimProfile: 'yes' }, ENGLISH)).toBe('')
    expect(foresee({ secondStep: 'not-set-up' }).before).toEqual([])
    expect(foresee({ secondStep: undefined }).before).toEqual(['ask-how-it-comes'])
  })
  it('the address is written down before the reset: the device asks for it', () => {
    expect(foresee({ accountAddress: undefined }).before).toContain('ask-for-the-address')
    expect(foresee().before).toEqual(['open-the-mail-elsewhere'])
  })
})

describe('the wait after a changed password (the platform owner’s help pages, from memory)', () => {
  it('is 24 hours, formerly 72; where the system is not known, between', () => {
    const lately: Partial<AccountFacts> = { passwordChangedLately: 'yes' }
    expect(foresee({ ...lately, systemVersion: 12 }).waitHours).toEqual({ from: 24, to: 24 })
    expect(foresee({ ...lately, systemVersion: 7 }).waitHours).toEqual({ from: 72, to: 72 })
    expect(foresee(lately).waitHours).toEqual({ from: 24, to: 72 })
    expect(foresee({ passwordChangedLately: 'no' }).waitHours).toEqual({ from: 0, to: 0 })
  })
  it('also comes to whoever must recover the password, and has an earliest time', () => {
    const foreseen = foresee({ knowsAccountPassword: 'no', systemVersion: 12 })
    expect(earliestSignIn(foreseen, '2026-03-28T20:00:00Z')).toBe('2026-03-29T20:00:00.000Z')
  })
})

it('is told in sentences', () => {
  for (const facts of [
    {},
    { isStrangers: true },
    { secondStep: 'sim-in-this-device' as const },
    { accountOnDevice: 'no' as const },
  ])
    for (const sentence of accountText(foresee(facts), ENGLISH)) expect(sentence).toMatch(/^[A-Z].*\.$/)
  expect(accountText(foresee({ passwordChangedLately: 'yes' }), ENGLISH).at(-1)).toContain('24 to 72 hours')
})
