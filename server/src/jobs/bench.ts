import type { BenchChange, BenchRecord, Job } from '@benevox/contract'
import { type Pack } from '@benevox/core/catalog'
import { gateName, modelOnJob, type Route } from '@benevox/core/route'
import { ProblemError } from '../http/problem.ts'

/**
 * The bench's record after a change. Order and gates are kept here whatever the screen allows: nothing
 * irreversible is recorded as released before every gate is open.
 * @throws ProblemError `gate-closed` or `not-possible-now` with a sentence
 */
export function benchAfter(
  job: Job,
  { pack, route }: { readonly pack: Pack; readonly route: Route },
  change: BenchChange,
  at: string,
): BenchRecord {
  const { bench } = job
  const need = (holds: boolean, sentence: string) => {
    if (!holds) throw new ProblemError('not-possible-now', sentence)
  }
  switch (change.kind) {
    case 'chose-procedure': {
      const family = modelOnJob(pack, job.facts)?.family
      need(
        family?.procedures.some(({ id }) => id === change.procedureId) ?? false,
        'The model on this job has no such procedure.',
      )
      return { ...bench, procedureId: change.procedureId }
    }
    case 'in-recovery':
      return { ...bench, inRecoveryAt: bench.inRecoveryAt ?? at }
    case 'back-to-keys': {
      need(!bench.wipeStartedAt, 'The wipe has begun.')
      const { inRecoveryAt: _, releasedAt: __, ...rest } = bench
      return rest
    }
    case 'did-not-help': {
      need(!bench.wipeStartedAt, 'The wipe has begun.')
      const before = bench.didNotHelp ?? []
      return { ...bench, didNotHelp: [...before.filter((one) => one !== change.action), change.action] }
    }
    case 'right-device':
      checkRightDevice(job, pack, change)
      return {
        ...bench,
        rightDevice: {
          by: change.by,
          read: change.read,
          ...(change.build ? { build: change.build } : {}),
          at,
        },
      }
    case 'released': {
      need(bench.inRecoveryAt !== undefined, 'The device is not in recovery yet.')
      needGates(route)
      return { ...bench, releasedAt: at }
    }
    case 'wipe-started':
      need(bench.releasedAt !== undefined, 'The last presses have not been released.')
      return { ...bench, wipeStartedAt: bench.wipeStartedAt ?? at }
    case 'wipe-finished':
      need(bench.wipeStartedAt !== undefined, 'The wipe has not begun.')
      return { ...bench, wipeFinishedAt: bench.wipeFinishedAt ?? at }
    case 'first-start':
      need(bench.wipeFinishedAt !== undefined, 'The wipe is not over.')
      return { ...bench, firstStartAt: bench.firstStartAt ?? at }
    case 'set-up':
      need(bench.firstStartAt !== undefined, 'The first start has not begun.')
      return { ...bench, setUpAt: bench.setUpAt ?? at }
    case 'screen-lifted':
      need(!bench.wipeStartedAt, 'The wipe has begun.')
      if (change.how === 'settings') needGates(route)
      return { ...bench, screenLifted: { how: change.how, at } }
  }
}

/** Both resets delete everything: neither goes on before every gate is open. */
function needGates({ wipeGates }: Route): void {
  const closed = wipeGates.filter(({ state }) => state !== 'open')
  if (closed.length > 0)
    throw new ProblemError('gate-closed', `Still closed: ${closed.map(gateName).join('; ')}.`)
}

function checkRightDevice(
  job: Job,
  pack: Pack,
  { by, read }: Extract<BenchChange, { kind: 'right-device' }>,
): void {
  const plain = (text: string) => text.replace(/[\s-]/g, '').toUpperCase()
  const wanted = by === 'tag' ? job.ticket : modelOnJob(pack, job.facts)?.model.modelText
  if (!wanted)
    throw new ProblemError('not-possible-now', 'The model is not on this job: scan the tag instead.')
  if (plain(read) !== plain(wanted))
    throw new ProblemError(
      'gate-closed',
      `This reads ${read}, the job says ${wanted}: this may be another device. Stop and compare.`,
    )
}
