import type { DurationOf, OutcomeOf } from '../results/index.ts'
import { resetSolves } from './acts.ts'
import type { DeviceOnJob, Facts, RouteAction } from './facts.ts'
import { remembersAfter } from './usual.ts'

/** Which of the counted chances and measured times an act stands on. */
export interface Sources {
  readonly chances: readonly OutcomeOf[]
  readonly times: readonly DurationOf[]
}

const of = (chances: readonly OutcomeOf[], times: readonly DurationOf[] = []): Sources => ({ chances, times })

/** What the figures of an act stand on, by itself: not what follows where it did not help. */
export function sourcesOf(
  action: RouteAction,
  facts: Facts,
  device: Pick<DeviceOnJob, 'acceptsOldScreenLock'> | undefined,
): Sources {
  const { complaint, wrongEntries, proofOfPurchase, contractRunning } = facts
  // A loop that ends in recovery is there already.
  const reached: readonly OutcomeOf[] =
    complaint === 'restarts-into-recovery' ? [] : [device ? 'recovery-reached' : 'recovery-unknown-model']
  switch (action) {
    case 'remember':
      return of([remembersAfter(Number(wrongEntries ?? 0))])
    case 'remote-unlock':
      return of(['remote-unlock'])
    case 'reset-from-settings':
      return of([complaint === 'freezes' ? 'settings-reset-freezing' : 'settings-reset'])
    case 'clear-cache':
      return of([...reached, 'cache-cleared'])
    case 'install-system-again':
      return of([...reached, 'system-installed'])
    case 'reset-from-recovery':
      return of([...reached, resetSolves(complaint)], device ? ['keys'] : [])
    case 'sign-in':
      return of(['sign-in', ...(device?.acceptsOldScreenLock ? (['old-lock'] as const) : [])])
    case 'account-page':
      return of(['account-page'])
    case 'recover-account':
      return of(['account-recovery'], ['account-recovery'])
    case 'seller-removes-account':
      return of(['previous-owner'], ['previous-owner'])
    case 'makers-service':
      return of(
        [
          ...(proofOfPurchase === 'no' ? [] : (['service-with-proof'] as const)),
          ...(proofOfPurchase === 'yes' ? [] : (['service-without-proof'] as const)),
        ],
        ['makers-service'],
      )
    case 'authorised-release':
      return of(['authorised-release'], ['authorised-release'])
    case 'carrier-free':
      return of(
        [
          ...(contractRunning === 'yes' ? [] : (['carrier'] as const)),
          ...(contractRunning === 'no' ? [] : (['carrier-in-contract'] as const)),
        ],
        ['carrier'],
      )
    case 'carrier-order':
      return of(['supplier'], ['supplier'])
    default:
      return of([])
  }
}
