import { evolve, viewOf, type JobState } from '@benevox/core/job'
import { USUAL_PRICES } from '@benevox/core/price'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'
import { demoPack } from '../../../demo/demoPack.ts'
import { call } from '../api/client.ts'
import { Queue, type Waiting } from './queue.ts'
import { createJobSession } from './session.ts'
import { sharedOver } from './testBrowser.ts'

const OPENED = '2026-01-01T09:00:00.000Z'
const opened = (id: number): JobState =>
  evolve(undefined, {
    kind: 'opened',
    at: OPENED,
    by: 'Runa',
    id,
    ticket: `B100${id}`,
    pricesId: 1,
    catalogId: 1,
  })
const seen = (job: JobState) => viewOf(job, { device: undefined, prices: USUAL_PRICES })

/** What the server answers, one after the other; a function is asked when its turn comes. */
let answers: ((path: string, body: unknown) => Promise<Response> | Response)[]
let asked: { readonly path: string; readonly body: Record<string, unknown> }[]
const says = (job: JobState) => () => Response.json(seen(job))
const refuses =
  (status: number, code: string, more: object = {}) =>
  () =>
    Response.json(
      {
        type: 'urn:x',
        title: 'x',
        status,
        code,
        detail: `${code}, it said`,
        reason: { code: 'test' },
        ...more,
      },
      { status },
    )
const isAway = () => Promise.reject(new TypeError('fetch failed'))

beforeEach(() => {
  answers = []
  asked = []
  vi.stubGlobal('fetch', (path: string, { body }: { body?: string }) => {
    const read = JSON.parse(body ?? '{}') as Record<string, unknown>
    asked.push({ path, body: read })
    const next = answers.shift()
    return next ? Promise.resolve(next(path, read)) : Promise.reject(new TypeError('nothing more to say'))
  })
})
afterEach(() => vi.unstubAllGlobals())

/** One browser: its shelf, and sessions over it. */
function browser() {
  const kept = new Map<string, string>()
  const queue = new Queue({
    getItem: (name) => kept.get(name) ?? null,
    setItem: (name, text) => void kept.set(name, text),
  })
  const waiting = ref<readonly Waiting[]>([])
  const look = () => (waiting.value = queue.all)
  const last = new Map<number, Promise<unknown>>()
  const shared = sharedOver(queue, () => waiting.value, look, {
    packOf: demoPack,
    alone: (id, send) => {
      const sent = (last.get(id) ?? Promise.resolve()).then(send)
      last.set(
        id,
        sent.catch(() => undefined),
      )
      return sent
    },
  })
  return { shared, waiting }
}
async function loaded(id = 1, job = opened(id)) {
  const { shared, waiting } = browser()
  const session = createJobSession(id, shared)
  answers = [says(job)]
  await session.load()
  asked = []
  return { session, waiting, shared, job }
}
const answered = (job: JobState, set: object): JobState => evolve(job, { kind: 'answered', set })
const told = () => asked.map(({ path }) => path.replace('/api/jobs/', ''))

describe('a job in the browser', () => {
  it('an answer shows at once, is sent with the version that was seen, and is gone once it was taken', async () => {
    const { session, waiting, job } = await loaded()
    session.setFact('battery', 'below-20')
    expect([session.facts.battery, session.hasPending]).toEqual(['below-20', true])
    answers = [says(answered(job, { battery: 'below-20' }))]
    await session.flush()
    expect(asked[0]).toMatchObject({
      path: '/api/jobs/1/facts',
      body: { version: 1, facts: { battery: 'below-20' } },
    })
    expect([waiting.value, session.hasPending, session.saved?.version]).toEqual([[], false, 2])
  })
  it('while an answer is on its way the next one waits for it, and does not change what is being sent', async () => {
    const { session, job } = await loaded()
    session.setFact('battery', 'below-20')
    let arrive: (answer: Response) => void = () => undefined
    answers = [() => new Promise<Response>((resolve) => (arrive = resolve))]
    const sent = session.flush()
    await vi.waitFor(() => expect(asked).toHaveLength(1))
    session.setFact('hazard', 'none')
    const one = answered(job, { battery: 'below-20' })
    answers = [says(answered(one, { hazard: 'none' }))]
    arrive(Response.json(seen(one)))
    await sent
    expect(asked.map(({ body }) => body['facts'])).toEqual([{ battery: 'below-20' }, { hazard: 'none' }])
    expect(session.facts).toMatchObject({ battery: 'below-20', hazard: 'none' })
  })
  it('waits while the server is away, and goes in order when it is back: facts and steps in one queue', async () => {
    const { session, job } = await loaded()
    answers = [isAway, isAway, isAway]
    session.setFact('battery', 'below-20')
    await session.tell({ kind: 'in-recovery' })
    expect([session.away, session.waiting, session.saved?.bench.inRecoveryAt !== undefined]).toEqual([
      true,
      2,
      true,
    ])
    const one = answered(job, { battery: 'below-20' })
    asked = []
    answers = [says(one), says({ ...one, events: 9 })]
    await session.flush()
    expect([told(), session.waiting, session.away]).toEqual([['1/facts', '1/steps'], 0, false])
  })
  it.each([
    [500, 'fault'],
    [401, 'not-signed-in'],
    [429, 'too-many-entries'],
    [503, 'database-away'],
  ])('an answer %i %s is not about what was told: it waits', async (status, code) => {
    const { session } = await loaded()
    answers = [refuses(status, code)]
    await session.tell({ kind: 'in-recovery' })
    expect([session.waiting, session.refusal]).toEqual([1, ''])
  })
  it('a fault that does not pass holds the rest up only so long', async () => {
    const { session } = await loaded()
    answers = Array.from({ length: 10 }, () => refuses(500, 'fault'))
    await session.tell({ kind: 'in-recovery' })
    for (let n = 0; n < 8; n++) await session.flush()
    expect(session.waiting).toBe(1)
    await session.flush()
    expect([session.waiting, session.refusal]).toEqual([0, 'fault, it said'])
  })
  it('what the server refuses is said and let go, and the next goes on', async () => {
    const { session, job } = await loaded()
    answers = [isAway]
    await session.tell({ kind: 'in-recovery' })
    answers = [refuses(409, 'not-possible-now'), says({ ...job, events: 4 })]
    await session.tell({ kind: 'charging-ended' })
    expect([session.refusal, session.waiting]).toEqual(['not-possible-now, it said', 0])
  })
})

describe('steps that are recorded', () => {
  const intakes = (session: Awaited<ReturnType<typeof loaded>>['session'], ...words: string[]) =>
    words.map((word) =>
      session.record(word, (version) =>
        call('recordIntake', {
          params: { id: 1 },
          body: { version, intake: { left: [], marks: [], note: word }, noSecret: [] },
        }),
      ),
    )
  it('two at once go one after the other, the second on the version that the first has made', async () => {
    const { session, job } = await loaded()
    let arrive: (answer: Response) => void = () => undefined
    const one = answered(job, { hazard: 'none' })
    answers = [
      () => new Promise<Response>((resolve) => (arrive = resolve)),
      says(answered(one, { battery: 'unknown' })),
    ]
    const both = intakes(session, 'one', 'two')
    await vi.waitFor(() => expect(asked).toHaveLength(1))
    arrive(Response.json(seen(one)))
    expect(await Promise.all(both)).toEqual([true, true])
    expect(asked.map(({ body }) => body['version'])).toEqual([1, 2])
    expect([session.refusal, session.saved?.version]).toEqual(['', 3])
  })
  it('what is answered while a step is being recorded goes after it, and meets nobody', async () => {
    const { session, job } = await loaded()
    let arrive: (answer: Response) => void = () => undefined
    const one = answered(job, { hazard: 'none' })
    answers = [
      () => new Promise<Response>((resolve) => (arrive = resolve)),
      says(answered(one, { battery: 'below-20' })),
    ]
    const [recorded] = intakes(session, 'one')
    await vi.waitFor(() => expect(asked).toHaveLength(1))
    session.setFact('battery', 'below-20')
    const sent = session.flush()
    arrive(Response.json(seen(one)))
    await sent
    expect(await recorded).toBe(true)
    expect(asked.map(({ body }) => body['version'])).toEqual([1, 2])
    expect([session.refusal, session.conflict, session.waiting]).toEqual(['', undefined, 0])
  })
  it('after one that somebody else met, the next writes nothing over unseen; one begun later is recorded', async () => {
    const { session, job } = await loaded()
    const theirs = answered(job, { hazard: 'none' })
    answers = [refuses(409, 'stale-version', { current: seen(theirs) })]
    expect(await Promise.all(intakes(session, 'one', 'two'))).toEqual([false, false])
    expect(asked).toHaveLength(1)
    expect(session.refusal).toContain('You were recording: one.')
    answers = [says(answered(theirs, { battery: 'unknown' }))]
    expect(await Promise.all(intakes(session, 'again'))).toEqual([true])
    expect([asked[1]?.body['version'], session.refusal]).toEqual([2, ''])
  })
})

describe('an answer that was sent and of which nothing came back', () => {
  it('though it was taken, what is typed on meets nobody: it is another answer, over the first', async () => {
    const { session, waiting, job } = await loaded()
    session.setCustomer({ name: 'Q.' })
    // Taken by the server, and the line went away before its answer.
    answers = [isAway]
    await session.flush()
    session.setCustomer({ name: 'Q. Test' })
    expect(waiting.value).toHaveLength(2)
    const named = (name: string, from: JobState): JobState =>
      evolve(from, { kind: 'answered', set: {}, customer: { ...from.customer, name } })
    const first = named('Q.', job)
    answers = [
      refuses(409, 'stale-version', { current: seen(first) }),
      says(first),
      says(named('Q. Test', first)),
    ]
    await session.flush()
    expect([session.conflict, session.waiting, session.customer.name]).toEqual([undefined, 0, 'Q. Test'])
  })
  it('is marked as sent for every tab before it goes, so that none adds to what is under way', async () => {
    const { session, waiting, job } = await loaded()
    let arrive: (answer: Response) => void = () => undefined
    answers = [() => new Promise<Response>((resolve) => (arrive = resolve))]
    session.setFact('battery', 'below-20')
    expect(waiting.value).not.toMatchObject([{ sent: true }])
    const sent = session.flush()
    await vi.waitFor(() => expect(asked).toHaveLength(1))
    expect(waiting.value).toMatchObject([{ set: { battery: 'below-20' }, sent: true }])
    arrive(Response.json(seen(answered(job, { battery: 'below-20' }))))
    await sent
    expect(waiting.value).toEqual([])
  })
})

describe('two jobs, and slow answers', () => {
  it('an answer given while another job’s is on its way goes to its own job', async () => {
    const { shared } = browser()
    const [one, two] = [createJobSession(1, shared), createJobSession(2, shared)]
    answers = [says(opened(1)), says(opened(2))]
    await one.load()
    await two.load()
    asked = []
    let arrive: (answer: Response) => void = () => undefined
    answers = [
      () => new Promise<Response>((resolve) => (arrive = resolve)),
      says(answered(opened(2), { hazard: 'none' })),
    ]
    one.setFact('battery', 'below-20')
    const first = one.flush()
    await vi.waitFor(() => expect(asked).toHaveLength(1))
    two.setFact('hazard', 'none')
    await two.flush()
    arrive(Response.json(seen(answered(opened(1), { battery: 'below-20' }))))
    await first
    expect(asked.map(({ path, body }) => [path, body['facts']])).toEqual([
      ['/api/jobs/1/facts', { battery: 'below-20' }],
      ['/api/jobs/2/facts', { hazard: 'none' }],
    ])
    expect([one.facts, two.facts]).toEqual([{ battery: 'below-20' }, { hazard: 'none' }])
  })
  it('a job that comes to the session of another is never taken', async () => {
    const { session } = await loaded(1)
    await expect(session.take(seen(opened(2)))).rejects.toThrow('Job 2 came to the session of job 1')
    expect(session.saved?.ticket).toBe('B1001')
  })
  it('of two answers that cross each other the newer stays', async () => {
    const { session, job } = await loaded()
    const newer = answered(answered(job, { battery: 'below-20' }), { hazard: 'none' })
    await session.take(seen(newer))
    await session.take(seen(answered(job, { battery: 'below-20' })))
    expect(session.facts).toEqual({ battery: 'below-20', hazard: 'none' })
  })
})

describe('somebody else at the same job', () => {
  it('changed something else: what is mine is laid over it and sent again', async () => {
    const { session, job } = await loaded()
    const theirs = answered(job, { hazard: 'none' })
    session.setFact('battery', 'below-20')
    answers = [
      refuses(409, 'stale-version', { current: seen(theirs) }),
      says(answered(theirs, { battery: 'below-20' })),
    ]
    await session.flush()
    expect(asked.map(({ body }) => body['version'])).toEqual([1, 2])
    expect([session.conflict, session.facts]).toEqual([undefined, { hazard: 'none', battery: 'below-20' }])
  })
  it.each(['theirs', 'mine'] as const)(
    'changed the very same: both are shown, and %s is kept',
    async (which) => {
      const { session, job } = await loaded()
      const theirs = answered(job, { battery: 'unknown' })
      session.setFact('battery', 'below-20')
      answers = [refuses(409, 'stale-version', { current: seen(theirs) })]
      await session.flush()
      expect(session.conflict).toMatchObject({
        facts: { battery: 'below-20' },
        theirs: { answers: { battery: 'unknown' } },
      })
      // What happened at the device does not wait for that.
      answers = [says({ ...theirs, events: 7 })]
      await session.tell({ kind: 'in-recovery' })
      expect(session.waiting).toBe(1)
      answers = [says({ ...answered(theirs, { battery: 'below-20' }), events: 8 })]
      session.resolve(which)
      await session.flush()
      expect([session.facts.battery, session.waiting, session.conflict]).toEqual([
        which === 'mine' ? 'below-20' : 'unknown',
        0,
        undefined,
      ])
    },
  )
  it('is nobody where a name was sent with a space after it, kept without, and typed on', async () => {
    const { session, job } = await loaded()
    session.setCustomer({ name: 'Q. ' })
    let give = (_: Response): void => undefined
    const kept = { ...job, version: 2, events: job.events + 1, customer: { ...job.customer, name: 'Q.' } }
    answers = [
      () => new Promise((resolve) => (give = resolve)),
      says({ ...kept, version: 3, events: kept.events + 1, customer: { ...job.customer, name: 'Q. Test' } }),
    ]
    const sent = session.flush()
    await vi.waitFor(() => expect(asked).toHaveLength(1))
    session.setCustomer({ name: 'Q. Test' })
    give(Response.json(seen(kept)))
    await sent
    await session.flush()
    expect([session.conflict, session.customer.name, session.waiting]).toEqual([undefined, 'Q. Test', 0])
  })
  it('changed it while this browser was closed: that is met too, though the version is new', async () => {
    const { session, shared, job } = await loaded()
    answers = [isAway]
    session.setFact('battery', 'below-20')
    await session.flush()
    const later = createJobSession(1, shared)
    answers = [says(answered(job, { battery: 'unknown' }))]
    await later.load()
    await later.flush()
    expect(later.conflict).toMatchObject({ facts: { battery: 'below-20' } })
  })
})
