import type { Command } from './commands.ts'
import { refused, yes, type Decided } from './decided.ts'
import type { JobEvent } from './events.ts'
import type { JobState } from './records.ts'
import { reportNamingAModel, type World } from './standing.ts'

type Ask = Extract<Command, { kind: 'ask-registry' | 'registry-said' }>

/** Longer than any answer takes: a question older than this got none. In milliseconds. */
const LONGEST_QUESTION_MS = 20_000

/** The question is recorded before it is asked, so that nobody asks, and pays, a second time meanwhile. */
export function decideRegistry(job: JobState, command: Ask, world: World): Decided {
  if (command.kind === 'registry-said') {
    const { key, imei, said } = command
    const heard: JobEvent = {
      kind: 'registry-said',
      key,
      record: { at: world.now, imei, source: 'registry', ...said },
    }
    // What a person has compared was the report before.
    const isOtherReport = said.model !== undefined && said.model !== reportNamingAModel(job)?.model
    return isOtherReport && job.answers.reportModel !== undefined
      ? yes(heard, { kind: 'answered', set: { reportModel: null } })
      : yes(heard)
  }
  const { imei } = job.answers
  if (!imei) return refused({ code: 'no-imei' })
  const isOnItsWay =
    job.asking !== null && Date.parse(world.now) - Date.parse(job.asking.at) < LONGEST_QUESTION_MS
  if (isOnItsWay) return refused({ code: 'registry-being-asked' })
  return yes({
    kind: 'registry-asked',
    question: { key: command.key, at: world.now, imei, report: command.report },
  })
}
