import type { AccountStepId } from '../../src/account/index.ts'
import {
  after,
  breachesOf,
  mainActionOf,
  orderUnderWay,
  type Command,
  type JobState,
  type OrderChange,
  type StepChange,
  type World,
} from '../../src/job/index.ts'
import { ACCOUNT_SERVICE, handBack, SERVICE, sign, worldAt } from '../histories.ts'

/** What a main action does, as a command; nothing where a person has to say something that nobody here knows. */
function commandOf(
  { station, action }: ReturnType<typeof mainActionOf>,
  job: JobState,
  now: World,
  n: number,
): Command | undefined {
  const bench = (change: StepChange): Command => ({ kind: 'step', key: `f${n}`, change, at: now.now })
  const charged: Command = { kind: 'answer', set: { battery: 'at-least-20' }, newestCatalogId: 1 }
  switch (action.kind) {
    case 'none':
    case 'answer':
    case 'wait-for-device':
      return undefined
    case 'charge':
      return charged
    case 'check': {
      const ids = action.gates.map(({ id }) => id)
      if (ids.includes('right-device')) return bench({ kind: 'right-device', by: 'tag', read: job.ticket })
      return ids.includes('battery') ? charged : undefined
    }
    case 'show-agreement':
      return sign(job, now, n)
    case 'order':
      return {
        kind: 'place-order',
        id: `00000000-0000-4000-9000-${String(n).padStart(12, '0')}`,
        service: station === 'account-lock' ? ACCOUNT_SERVICE : SERVICE,
      }
    case 'follow-order':
      return followedUp(station, job)
    case 'gentler':
      return bench(action.worked)
    case 'attempt':
      return bench({ kind: 'in-recovery' })
    case 'reveal':
      return bench({ kind: 'revealed' })
    case 'tell':
      return bench(action.change)
    case 'came-back':
      return bench({ kind: 'first-start' })
    case 'confirm-account':
      return { kind: 'confirm-account', how: 'step-skipped' }
    case 'account-step': {
      const change = action.does ?? CHOSEN[action.step]
      return change && bench(change)
    }
    case 'carrier-step': {
      return bench(action.does ?? { kind: 'carrier-asked', by: 'telephone' })
    }
    case 'hand-back':
      return handBack(job, now, n)
  }
}

/** What somebody has to choose on the way to the end of the account lock. */
const CHOSEN: { readonly [Step in AccountStepId]?: StepChange } = {
  'sign-in': { kind: 'sign-in-possible' },
  'write-to-the-seller': { kind: 'seller-written', by: 'mail', language: 'en' },
}
const THREE_DAYS_MINUTES = 3 * 24 * 60

/** An order that waits is answered, and what was answered is proven. */
function followedUp(station: string, job: JobState): Command | undefined {
  const order = orderUnderWay(job, station === 'account-lock' ? 'account' : 'carrier')
  if (!order) return undefined
  const change: OrderChange =
    order.state === 'waiting'
      ? { kind: 'answered', answer: 'over-the-air' }
      : order.answer === 'code'
        ? { kind: 'code-entered', worked: true }
        : { kind: 'proven' }
  return { kind: 'change-order', id: order.id, orderVersion: order.version, change }
}

/** Follows the main actions, each done as it should be, until the job is closed. */
export function followed(
  from: JobState,
  world: World,
): { readonly end: 'closed' | 'waits-for-a-person' | 'stuck' | 'breach'; readonly done: readonly string[] } {
  let job = from
  const done: string[] = []
  let waited = 0
  for (let n = 0; n < 40; n++) {
    const now = worldAt(200 + n + waited)
    const main = mainActionOf(job, { ...world, now: now.now })
    done.push(`${main.station}: ${JSON.stringify(main.action).slice(0, 100)}`)
    if (main.action.kind === 'account-step' && main.action.step === 'wait-to-sign-in') {
      waited += THREE_DAYS_MINUTES
      continue
    }
    const command = commandOf(main, job, now, n)
    if (!command) return { end: job.handBack ? 'closed' : 'waits-for-a-person', done }
    const next = after(job, command, now)
    if (next === job) return { end: 'stuck', done }
    if (breachesOf(next).length > breachesOf(job).length) return { end: 'breach', done }
    job = next
  }
  return { end: 'stuck', done }
}
