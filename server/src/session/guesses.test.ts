import type { Job, Problem, Session } from '@benevox/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, type TestShop } from '../../test/shop.ts'
import { ProblemError } from '../http/problem.ts'
import { Guesses, guessingCode } from './guesses.ts'

let shop: TestShop
beforeAll(async () => {
  shop = await openShop('test-guesses')
})
afterAll(() => shop.close())

const refusedBy = ({ body }: { body: Problem }) => (body.reason as { code: string } | undefined)?.code
const enter = (person: Person, job: Job, code: string) =>
  person.ask('POST', `/api/jobs/${job.id}/gates`, {
    gate: 'not-work-managed',
    reason: 'its administrator is here',
    version: job.version,
    code,
  })

describe('a supervisor’s code', () => {
  it('is guessed by nobody: not in many sessions, nor many at a time, nor with one’s own code between', async () => {
    const sessions = await Promise.all(Array.from({ length: 4 }, () => Person.signedIn(shop.address)))
    const job = await sessions[0]?.openJob()
    if (!job) throw new Error('no job')
    // Teo's is somebody's, and is no more told from nobody's than any.
    expect(refusedBy(await enter(sessions[0] as Person, job, '1357'))).toBe('no-supervisors-code')
    const from = performance.now()
    const all = await Promise.all(
      Array.from({ length: 40 }, (_, n) => enter(sessions[n % 4] as Person, job, String(7000 + n))),
    )
    const seconds = (performance.now() - from) / 1000
    const looked = all.filter((one) => refusedBy(one) === 'no-supervisors-code')
    // Five cost nothing; then each that was let through has waited twice as long as the one before, however slow the machine is.
    expect(looked.length).toBeLessThanOrEqual(5 + Math.ceil(Math.log2(1 + seconds / 2)) + 1)
    // A machine that is too busy to count lets nothing be tried.
    for (const one of all)
      expect(['no-supervisors-code', 'wait-to-enter', 'nothing-stored', 'database-busy']).toContain(
        refusedBy(one),
      )
    await shop.database.query('UPDATE guesses SET free_at = NOW(3) + INTERVAL 10 MINUTE WHERE failures > 0')
    // The right one waits as well, and so does one's own.
    const right = await enter(sessions[1] as Person, job, '8642')
    expect([right.status, refusedBy(right)]).toEqual([429, 'wait-to-enter'])
    expect((await sessions[2]?.ask('POST', '/api/session/switch', { code: '2468' }))?.status).toBe(429)
    // Another person at the same machine does not.
    const teo = await Person.signedIn(shop.address, 1)
    expect((await teo.ask<Session>('POST', '/api/session/switch', { code: '1357' })).status).toBe(200)
    const noted = (await shop.database.query(
      `SELECT COUNT(*) AS n FROM security_log WHERE kind = 'refused' AND JSON_VALUE(detail, '$.what') = 'supervisorsCode'`,
    )) as { n: string }[]
    expect(Number(noted[0]?.n)).toBe(looked.length + 1)
  })

  it('entered rightly by several at one moment lets each of them in, whoever’s clock was read first', async () => {
    let now = Date.parse('2030-01-01T00:00:00Z')
    const guesses = new Guesses(shop.database, () => new Date((now += 1)))
    for (let nth = 0; nth < 5; nth++) {
      const enter = () =>
        guesses.entering(guessingCode(78), () => Promise.resolve('in'), { isForgiven: true })
      expect(await Promise.all([enter(), enter(), enter()])).toEqual(['in', 'in', 'in'])
    }
  })

  it('entered by very many at one moment is right or has to wait: nobody waits in a circle for somebody else’s row', async () => {
    for (let nth = 0; nth < 4; nth++) {
      const guesses = new Guesses(shop.database)
      const said = await Promise.all(
        Array.from({ length: 40 }, () =>
          guesses
            .entering(guessingCode(200 + nth), () => Promise.resolve('in'), { isForgiven: true })
            .catch((error: unknown) =>
              error instanceof ProblemError ? error.problem.code : String(error as Error),
            ),
        ),
      )
      expect(said.filter((one) => one !== 'in' && one !== 'too-many-entries')).toEqual([])
      expect(said).toContain('in')
    }
  })

  it('knowing one’s own takes no wrong entry away, and waits outlive a restart', async () => {
    let now = new Date('2030-01-01T00:00:00Z')
    const wrong = () => Promise.reject(new Error('wrong'))
    const right = () => Promise.resolve('right')
    const told = (guesses: Guesses, work: () => Promise<string>) =>
      guesses.entering(guessingCode(77), work).catch((error: Error) => error.message)
    const guesses = new Guesses(shop.database, () => now)
    const said: string[] = []
    for (let n = 0; n < 6; n++) {
      said.push(await told(guesses, right))
      said.push(await told(guesses, wrong))
    }
    expect(said.filter((one) => one === 'wrong')).toHaveLength(6)
    const again = new Guesses(shop.database, () => now)
    expect(await told(again, right)).toMatch(/Wait 2 seconds/)
    now = new Date(now.getTime() + 2000)
    expect(await told(again, right)).toBe('right')
    // Nor does a clock that was a year ahead once keep anybody out; what was wrong then is counted all the same.
    const real = now
    now = new Date(now.getTime() + 365 * 86_400_000)
    for (let n = 0; n < 12; n++) await told(again, wrong)
    now = real
    expect(await told(again, right)).toBe('right')
    expect(await told(again, wrong)).toBe('wrong')
    expect(await told(again, right)).toMatch(/Wait \d+ seconds/)
    // Nor one that was some minutes ahead whoever has nothing to wait for.
    now = new Date(real.getTime() + 2 * 86_400_000)
    expect(await told(again, right)).toBe('right')
    now = new Date(now.getTime() - 300_000)
    expect(await told(again, right)).toBe('right')
  })
})

describe('signing in', () => {
  it('is stopped for nobody by what a stranger sends without a token, or with wrong passwords of another name', async () => {
    const stranger = new Person(shop.address)
    for (let n = 0; n < 25; n++)
      expect((await stranger.ask('POST', '/api/session', { name: 'Imke', password: 'x' })).body.code).toBe(
        'forged-request',
      )
    await stranger.look()
    for (let n = 0; n < 12; n++)
      await stranger.ask('POST', '/api/session', { name: 'Nobody here', password: 'x' })
    const teo = await Person.signedIn(shop.address, 1)
    expect((await teo.see<Session>('/api/session')).staff?.name).toBe('Teo')
  })

  it('of nobody nothing is kept', async () => {
    const count = async () =>
      Number(((await shop.database.query('SELECT COUNT(*) AS n FROM sessions')) as { n: string }[])[0]?.n)
    const before = await count()
    for (let n = 0; n < 30; n++) {
      const person = new Person(shop.address)
      const { headers } = await person.ask('GET', '/api/session')
      expect(headers.get('set-cookie')).toBeNull()
    }
    expect(await count()).toBe(before)
  })
})
