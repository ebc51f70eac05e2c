import type { Job, JobEvent, Order, OrderChange } from '@benevox/contract'
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

export function orderStands({ state, answer, code, triesMade }: Order): string {
  return [
    say(`order.${state}`),
    ...(answer ? [say(`orderAnswer.${answer}`)] : []),
    ...(code ? [code] : []),
    ...(triesMade > 0 ? [say('order.entriesMade', { count: triesMade })] : []),
  ].join(', ')
}

export function orderChangeText(change: OrderChange): string {
  if (change.kind === 'answered')
    return [say(`orderAnswer.${change.answer}`), ...(change.code ? [change.code] : [])].join(', ')
  if (change.kind === 'code-entered') return say(change.worked ? 'order.codeTaken' : 'order.codeRefused')
  return eventText({ kind: `order-${change.kind}` })
}

/** What happened, as the history tells it; how it came to work again where that is known. */
export function eventText({ kind, how }: Pick<JobEvent, 'kind'> & { readonly how?: unknown }): string {
  const lifted = kind === 'screen-lifted' ? words.find(`lifted.${String(how)}`) : undefined
  return lifted ?? words.find(`event.${kind}`) ?? kind
}
