import { USUAL_PRICES } from '@benevox/core/price'
import type { Queue, Waiting } from './queue.ts'
import type { Shared } from './session.ts'

/** What the sessions of a browser share in tests: one person at one computer, over one queue. */
export function sharedOver(
  queue: Queue,
  waiting: () => readonly Waiting[],
  look: () => void,
  more: Pick<Shared, 'alone' | 'packOf'> & Partial<Shared>,
): Shared {
  return {
    waiting,
    look,
    queue: {
      add: (one) => (queue.add(one), look()),
      replace: (one) => (queue.replace(one), look()),
      remove: (key) => (queue.remove(key), look()),
    },
    newestCatalogId: () => 1,
    pricesOf: () => USUAL_PRICES,
    timeOf: () => undefined,
    ensure: () => Promise.resolve(),
    by: () => 'Runa',
    runner: () => '00000000-0000-4000-8000-000000000001',
    changed: () => undefined,
    ...more,
  }
}
