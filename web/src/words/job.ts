import type { Job, Order, OrderChange } from '@benevox/contract'
import { eventText as eventTextIn } from '@benevox/words'
import { say, words } from './index.ts'

/** How far a job has come, in one line: shown where somebody else was quicker. */
export function jobStands({ station, bench, accountConfirmed, handBack }: Job): string {
  const { setUpAt, firstStartAt, wipeFinishedAt, wipeStartedAt, revealedAt, inRecoveryAt } = bench
  const steps = {
    'set-up': setUpAt,
    'first-start': firstStartAt,
    'wipe-finished': wipeFinishedAt,
    'wipe-started': wipeStartedAt,
    revealed: revealedAt,
    'in-recovery': inRecoveryAt,
  }
  const furthest = Object.entries(steps).find(([, at]) => at !== undefined)?.[0]
  return [
    say(`station.${station}`),
    ...(furthest ? [eventText({ kind: furthest })] : []),
    ...(accountConfirmed ? [eventText({ kind: 'account-confirmed' })] : []),
    ...(handBack ? [eventText({ kind: 'handed-back' })] : []),
  ].join(', ')
}

export function orderStands({ state, answer, code, entriesMade }: Order): string {
  return [
    say(`order.${state}`),
    ...(answer ? [say(`orderAnswer.${answer}`)] : []),
    ...(code ? [code] : []),
    ...(entriesMade > 0 ? [say('order.entriesMade', { count: entriesMade })] : []),
  ].join(', ')
}

export function orderChangeText(change: OrderChange): string {
  if (change.kind === 'answered')
    return [say(`orderAnswer.${change.answer}`), ...(change.code ? [change.code] : [])].join(', ')
  if (change.kind === 'second-code') return [say('event.order-second-code'), change.code].join(', ')
  if (change.kind === 'code-entered') return say(change.worked ? 'order.codeTaken' : 'order.codeRefused')
  return eventText({ kind: `order-${change.kind}` })
}

/** What happened, as the history tells it. */
export const eventText = ({ kind }: { readonly kind: string }): string => eventTextIn({ kind }, words)
