import { benchWith, type BenchChange, type BenchRecord, type Job } from '@benevox/contract'
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
      break
    }
    case 'key-tested':
    case 'charging-started':
    case 'charging-ended':
    case 'in-recovery':
      break
    case 'back-to-keys':
    case 'did-not-help':
      need(!bench.wipeStartedAt, 'The wipe has begun.')
      break
    case 'right-device':
      checkRightDevice(job, pack, change)
      break
    case 'released':
      need(bench.inRecoveryAt !== undefined, 'The device is not in recovery yet.')
      needGates(route)
      break
    case 'wipe-started':
      need(bench.releasedAt !== undefined, 'The last presses have not been released.')
      break
    case 'wipe-finished':
      need(bench.wipeStartedAt !== undefined, 'The wipe has not begun.')
      break
    case 'first-start':
      // Once wiped, it may also be restarted after the cache was cleared.
      need(bench.wipeFinishedAt !== undefined || (bench.cameBack ?? 0) > 0, 'The wipe is not over.')
      break
    case 'recovery-again':
      need(bench.firstStartAt !== undefined, 'It has not been restarted after the wipe.')
      need(!bench.setUpAt, 'The set-up wizard was there already.')
      break
    case 'set-up':
      need(bench.firstStartAt !== undefined, 'The first start has not begun.')
      break
    case 'screen-lifted':
      need(!bench.wipeStartedAt, 'The wipe has begun.')
      if (change.how === 'settings') needGates(route)
      break
  }
  return benchWith(bench, change, at)
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
