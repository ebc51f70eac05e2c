import type { Progress } from './facts.ts'
import type { Route } from './route.ts'

/** Where a job waits: the stations of the shop in the order of the work, and the end. */
export type Station = 'counter' | 'bench' | 'account-lock' | 'carrier-lock' | 'hand-back' | 'closed'

/** Derived from the route's present stage; nothing is stored that can be computed. */
export function stationOf(route: Route, progress: Progress): Station {
  if (progress.handedBack) return 'closed'
  const now = route.stages.find(({ state }) => state === 'now')
  switch (now?.id) {
    case 'take-in':
      return route.choices[0]?.action === 'refuse' ? 'hand-back' : 'counter'
    case 'prepare':
    case 'into-recovery':
    case 'gentler':
    case 'reset':
    case 'first-start':
      return 'bench'
    case 'account':
      return 'account-lock'
    case 'carrier':
      return 'carrier-lock'
    case 'hand-back':
    case undefined:
      return 'hand-back'
  }
}
