import { describe, expect, it } from 'vitest'
import { PHONE, SEEN } from './fixtures.ts'
import { bringList, NOTHING_DONE, planRoute, type Facts, type Progress } from './index.ts'

describe('before the wipe, and on the telephone', () => {
  const facts: Facts = {
    ...SEEN,
    accountOnDevice: 'yes',
    knowsAccountPassword: 'yes',
    secondStep: 'mail',
    complaint: 'forgotten-lock',
    knowsScreenLock: 'no',
    wrongEntries: 15,
    remoteUnlockSetUp: 'no',
  }
  const before = (change: Partial<Facts>, done: Partial<Progress> = {}, device = PHONE) =>
    planRoute({ ...facts, ...change }, device, { ...NOTHING_DONE, ...done }).before
  it('says what is too late afterwards', () => {
    expect(
      before({ memoryCard: 'yes', esimProfile: 'yes', backup: 'yes', secondStep: 'sim-in-this-device' }),
    ).toEqual([
      'take-the-card-out',
      'esim-may-go',
      'backup-comes-back',
      'ask-for-the-address',
      'keep-the-esim-line',
    ])
    expect(
      before({ memoryCard: 'no', esimProfile: 'no', backup: 'no', secondStep: 'sim-in-this-device' }),
    ).toEqual(['no-backup', 'ask-for-the-address', 'move-the-sim'])
    expect(before({ complaint: 'carrier-lock-only', carrierLocked: 'yes' })).toEqual([])
    expect(before({ memoryCard: 'yes' }, { inRecovery: true, wipeStarted: true })).toEqual([])
    expect(before({ memoryCard: 'yes', esimProfile: 'yes' }, { handedBack: true })).toEqual([])
  })
  it('does not ask to take off an account that was taken off since', () => {
    const sale: Partial<Facts> = { complaint: 'for-sale', knowsScreenLock: 'yes', accountOnDevice: 'yes' }
    expect(before(sale)).toContain('take-the-account-off')
    expect(before(sale, { accountTakenOff: true })).not.toContain('take-the-account-off')
  })
  const bring = (facts: Facts) => bringList(facts, PHONE, planRoute(facts, PHONE, NOTHING_DONE))
  it('a reset needs the device, its owner, the receipt and whatever answers the account', () => {
    expect(bring({ ...facts, ownership: undefined, deviceHere: 'no', secondStep: 'other-device' })).toEqual([
      'device',
      'person-themselves',
      'receipt-or-box',
      'account-password',
      'phone-of-the-second-step',
    ])
    expect(bring({ ...facts, accountOnDevice: 'no', deviceHere: 'no' })).toEqual([
      'device',
      'person-themselves',
    ])
  })
  it('a carrier order needs the IMEI and not the device', () => {
    expect(bring({ complaint: 'carrier-lock-only', carrierLocked: 'yes', deviceHere: 'no' })).toEqual([
      'imei',
      'person-themselves',
      'receipt-or-box',
      'carriers-terms',
    ])
  })
})
