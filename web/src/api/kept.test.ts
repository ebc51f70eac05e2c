import type { Job } from '@benevox/contract'
import { describe, expect, it } from 'vitest'
import { withKept, type Sending } from './kept.ts'

const job: Pick<Job, 'id' | 'bench' | 'tries' | 'facts'> = {
  id: 7,
  bench: {},
  tries: [],
  facts: { modelId: 'a-model' },
}
const start: Sending = {
  kind: 'start',
  jobId: 7,
  body: { id: 'one', procedureId: 'slide', link: 'none', startedAt: '2026-01-01T10:00:00.000Z' },
}
const finish = (seen: 'lock-screen'[], finishedAt: string): Sending => ({
  kind: 'finish',
  jobId: 7,
  tryId: 'one',
  body: { outcome: 'failed', seen, notSeen: [], marks: [], finishedAt },
})
const step = (kind: 'in-recovery' | 'wipe-started' | 'back-to-keys', at: string): Sending => ({
  kind: 'step',
  jobId: 7,
  body: { told: { key: kind, at }, change: { kind } },
})

describe('a job while the server is away', () => {
  it('shows what happened at the device, in order', () => {
    const here = withKept(
      job,
      [
        start,
        finish(['lock-screen'], '2026-01-01T10:00:30.000Z'),
        step('in-recovery', '2026-01-01T10:01:00.000Z'),
      ],
      'Runa',
    )
    expect(here.tries).toMatchObject([{ id: 'one', outcome: 'failed', seen: ['lock-screen'], by: 'Runa' }])
    expect(here.bench.inRecoveryAt).toBe('2026-01-01T10:01:00.000Z')
    expect(withKept(here, [step('back-to-keys', '')], 'Runa').bench.inRecoveryAt).toBeUndefined()
  })
  it('shows a try once, also when the server has it already, and ends it where it ended first', () => {
    const has = withKept(job, [start, finish([], '2026-01-01T10:00:30.000Z')], 'Runa')
    const again = withKept(has, [start, finish(['lock-screen'], '2026-01-01T10:05:00.000Z')], 'Teo')
    expect(again.tries).toMatchObject([
      { finishedAt: '2026-01-01T10:00:30.000Z', seen: ['lock-screen'], by: 'Runa' },
    ])
  })
  it('leaves other jobs alone', () => {
    expect(withKept({ ...job, id: 8 }, [start, step('wipe-started', '')], 'Runa')).toMatchObject({
      bench: {},
      tries: [],
    })
  })
})
