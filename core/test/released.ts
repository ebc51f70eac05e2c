import { decide, evolve, type Command, type OrderChange } from '../src/job/index.ts'
import { worldAt, type Lived, type SERVICE } from './histories.ts'

/** The release is ordered where it can be, its code comes, and the device takes it. */
export function withTheReleaseOf(service: typeof SERVICE, { job, events }: Lived) {
  const id = '00000000-0000-4000-9000-000000000001'
  const changes: readonly OrderChange[] = [
    { kind: 'answered', answer: 'code', code: '12345678' },
    { kind: 'code-entered', worked: true },
  ]
  const commands: readonly Command[] = [
    { kind: 'place-order', id, service, because: 'will-not-wait' },
    ...changes.map((change, nth) => ({ kind: 'change-order' as const, id, orderVersion: nth + 1, change })),
  ]
  return commands.reduce<Lived>(
    (so, command) => {
      const decided = decide(so.job, command, worldAt(199))
      if (decided.kind === 'refused') return so
      return { job: decided.events.reduce(evolve, so.job), events: [...so.events, ...decided.events] }
    },
    { job, events },
  )
}
