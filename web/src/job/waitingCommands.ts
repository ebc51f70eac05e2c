import type { Command } from '@benevox/core/job'
import type { Waiting } from './queue.ts'

/** When what waits happened, ISO 8601; an answer has no instant of its own. */
export const happenedAt = (one: Waiting, openedAt: string): string =>
  one.kind === 'step'
    ? one.at
    : one.kind === 'attempt'
      ? one.body.startedAt
      : one.kind === 'attempt-end'
        ? one.body.finishedAt
        : openedAt

/** What waits, as the command that the server will make of it. */
export function commandOf(one: Waiting, newestCatalogId: number, runner: string): Command {
  switch (one.kind) {
    case 'answer':
      return {
        kind: 'answer',
        set: one.set,
        customer: one.customer,
        noSecret: one.noSecret,
        newestCatalogId,
      }
    case 'step':
      return { kind: 'step', key: one.key, change: one.change, at: one.at }
    case 'attempt':
      return {
        ...one.body,
        kind: 'start-attempt',
        cable: one.body.cable ?? null,
        runner: one.body.runner ?? runner,
      }
    case 'attempt-end':
      return { ...one.body, kind: 'end-attempt', id: one.attemptId }
  }
}
