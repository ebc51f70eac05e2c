// From a changed fact to the route, what it promises, its alternatives and the questions in the order of their worth.
import { median, percentile } from './figures.mjs'

/** Every job of the counter as it grows: one more fact each time, in the order of the questions. */
const JOBS = {
  'forgotten lock': { complaint: 'forgotten-lock', knowsScreenLock: 'no', wrongEntries: 6 },
  'forgotten lock, no password': {
    complaint: 'forgotten-lock',
    knowsScreenLock: 'no',
    accountOnDevice: 'yes',
    knowsAccountPassword: 'no',
    remoteUnlockSetUp: 'yes',
  },
  'forgotten lock, no password, carrier lock': {
    complaint: 'forgotten-lock',
    accountOnDevice: 'yes',
    knowsAccountPassword: 'no',
    carrierLocked: 'yes',
  },
  'too many entries': { complaint: 'too-many-entries', accountOnDevice: 'yes', proofOfPurchase: 'yes' },
  loop: { complaint: 'restarts-into-recovery', dataWorth: 'some', knowsScreenLock: 'yes' },
  freezes: { complaint: 'freezes', accountOnDevice: 'unknown' },
  'for sale': { complaint: 'for-sale', knowsScreenLock: 'yes' },
  'second-hand': { complaint: 'second-hand', sellerReachable: 'unknown', proofOfPurchase: 'yes' },
  'carrier lock': { complaint: 'carrier-lock-only', carrierLocked: 'yes' },
}

export const PHONE = {
  kind: 'phone',
  cellular: true,
  settingsPath: [],
  asksForAccount: true,
  acceptsOldScreenLock: true,
  canReachRecovery: true,
  systemFile: true,
}

export function measureDecisions({
  planRoute,
  promisedBy,
  foresee,
  shopTimeOf,
  NOTHING_DONE,
  USUAL_OPENING,
  USUAL_PRICES,
}) {
  const shop = shopTimeOf(USUAL_OPENING)
  return Object.entries(JOBS).map(([job, facts]) => {
    const names = Object.keys(facts)
    const grown = names.map((_, n) =>
      Object.fromEntries(names.slice(0, n + 1).map((name) => [name, facts[name]])),
    )
    const times = { route: [], all: [] }
    for (let run = 0; run < 12; run++)
      for (const some of grown) {
        const given = { facts: some, device: PHONE, progress: NOTHING_DONE, prices: USUAL_PRICES }
        const from = performance.now()
        const { courses } = planRoute(some, PHONE, NOTHING_DONE, USUAL_PRICES)
        const between = performance.now()
        promisedBy(courses, new Date().toISOString(), shop)
        foresee(given)
        const end = performance.now()
        // The first runs warm the machine up, as the first answers of a morning do.
        if (run < 2) continue
        times.route.push(between - from)
        times.all.push(end - from)
      }
    return {
      job,
      'route ms': median(times.route).toFixed(1),
      'all ms': median(times.all).toFixed(1),
      'p95 ms': percentile(times.all, 0.95).toFixed(1),
    }
  })
}
