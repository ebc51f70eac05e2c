import { benchWith, type Body, type BenchChange, type Job, type TryRecord } from '@benevox/contract'

/** What happened at the device and is on its way to the server. */
export type Sending =
  | { readonly kind: 'start'; readonly jobId: number; readonly body: Body<'startTry'> }
  | {
      readonly kind: 'finish'
      readonly jobId: number
      readonly tryId: string
      readonly body: Body<'finishTry'>
    }
  | {
      readonly kind: 'step'
      readonly jobId: number
      readonly body: {
        readonly told: { readonly key: string; readonly at: string }
        readonly change: BenchChange
      }
    }

/** The job as it is here: what the server has, and over it what it has not acknowledged yet, in order. */
export function withKept<Known extends Pick<Job, 'id' | 'bench' | 'tries' | 'facts'>>(
  job: Known,
  queue: readonly Sending[],
  by: string,
): Known {
  let { bench } = job
  const tries = [...job.tries]
  for (const one of queue) {
    if (one.jobId !== job.id) continue
    switch (one.kind) {
      case 'step':
        bench = benchWith(bench, one.body.change, one.body.told.at)
        break
      case 'start':
        if (!tries.some(({ id }) => id === one.body.id)) tries.push(begun(job, one.body, by))
        break
      case 'finish': {
        const at = tries.findIndex(({ id }) => id === one.tryId)
        const made = tries[at]
        const { outcome, seen, notSeen, marks, finishedAt } = one.body
        if (made)
          tries[at] = { ...made, outcome, seen, notSeen, marks, finishedAt: made.finishedAt ?? finishedAt }
      }
    }
  }
  return { ...job, bench, tries }
}

function begun({ facts }: Pick<Job, 'facts'>, body: Body<'startTry'>, by: string): TryRecord {
  return {
    id: body.id,
    familyId: '',
    procedureId: body.procedureId,
    modelId: facts.modelId ?? '',
    link: body.link,
    cable: body.cable ?? null,
    runner: body.runner ?? null,
    startedAt: body.startedAt,
    finishedAt: null,
    outcome: null,
    seen: [],
    notSeen: [],
    marks: [],
    by,
  }
}
