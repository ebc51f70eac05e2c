import fc from 'fast-check'
import { complaint, type Facts } from '../src/facts/index.ts'

const answer = fc.option(fc.constantFrom('yes', 'no', 'unknown'), { nil: undefined })
const oneOf = <const T extends string | number>(...values: readonly T[]) =>
  fc.option(fc.constantFrom(...values), { nil: undefined })

/** What the counter may learn of a device in any combination; the checks of the intake are apart. */
export const RANDOM_FACTS: fc.Arbitrary<Facts> = fc
  .record({
    complaint: fc.constantFrom(...complaint.options),
    powersOn: answer,
    keysWork: answer,
    screenLock: oneOf('pin', 'pattern', 'none', 'unknown'),
    knowsScreenLock: answer,
    wrongEntries: oneOf(0, 3, 7, 12, 40),
    wipesItself: answer,
    remoteUnlockSetUp: answer,
    online: answer,
    accountOnDevice: answer,
    knowsAccountPassword: answer,
    secondStep: oneOf('mail', 'sim-in-this-device', 'unknown', 'not-set-up'),
    passwordChangedLately: answer,
    dataWorth: oneOf('none', 'some', 'precious', 'unknown'),
    backup: answer,
    memoryCard: answer,
    esimProfile: answer,
    sellerReachable: answer,
    proofOfPurchase: answer,
    carrierLocked: answer,
    contractRunning: answer,
  })
  .map((facts) => Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== undefined)))
