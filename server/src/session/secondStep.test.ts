import type { Answer, Session } from '@benevox/contract'
import fc from 'fast-check'
import { Secret, TOTP } from 'otpauth'
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { openShop, Person, type TestShop } from '../../test/shop.ts'
import { SecondSteps, stepOf } from './secondStep.ts'

const bytes = (text: string) => new Uint8Array(Buffer.from(text))

describe('which step of time a code is of', () => {
  // RFC 6238 Appendix B, SHA-1: there of eight digits, of which six are the last.
  it.each([
    [59, '94287082'],
    [1_111_111_109, '07081804'],
    [1_111_111_111, '14050471'],
    [1_234_567_890, '89005924'],
    [2_000_000_000, '69279037'],
    [20_000_000_000, '65353130'],
  ])('at %d s', (seconds, digits) => {
    const at = (late: number) =>
      stepOf(digits.slice(2), bytes('12345678901234567890'), new Date((seconds + late) * 1000))
    const step = Math.floor(seconds / 30)
    const into = seconds % 30
    expect(at(0)).toBe(step)
    // RFC 6238 5.2: one step of delay, and a clock that is ahead by as much.
    expect([at(-into - 30), at(59 - into)]).toEqual([step, step])
    expect([at(-into - 31), at(60 - into)]).toEqual([undefined, undefined])
  })
})

let shop: TestShop
beforeAll(async () => {
  shop = await openShop('test-second-step')
})
afterAll(() => shop.close())

describe('each code is good once', () => {
  const START = 1_800_000_000_000
  let now: number
  let steps: SecondSteps
  let secret: Uint8Array
  let spare: readonly string[]
  const codeAt = (ms: number) =>
    new TOTP({ secret: new Secret({ buffer: new Uint8Array(secret).buffer }) }).generate({ timestamp: ms })
  beforeEach(async () => {
    now = START
    await shop.database.query('DELETE FROM second_steps')
    steps = new SecondSteps(shop.database, () => new Date(now))
    const begun = await steps.begin(1, 'Shop: one', 'Zoë & co')
    secret = new Uint8Array(Secret.fromBase32(begun.secret).bytes)
    expect(begun.uri).toMatch(/^otpauth:\/\/totp\/Shop%3A%20one:Zo%C3%AB%20%26%20co\?/)
    expect(secret).toHaveLength(20)
    spare = await steps.confirm(1, codeAt(now))
  })

  it('over any history of codes of the phone, of earlier ones, of spare ones and of wrong ones', async () => {
    type Try = { readonly kind: 'phone' | 'spare' | 'wrong'; readonly at: number }
    const tries: fc.Arbitrary<Try[]> = fc.array(
      fc.record({
        kind: fc.constantFrom('phone', 'spare', 'wrong' as const),
        at: fc.integer({ min: -3, max: 3 }),
      }),
      { minLength: 1, maxLength: 25 },
    )
    // What was let in, told by nothing but which codes were used and when: the oracle counts no steps as the code does.
    const used = new Set([codeAt(START)])
    let newest = START
    await fc.assert(
      fc.asyncProperty(tries, async (history) => {
        for (const { kind, at } of history) {
          now += 10_000
          const ofItsTime = Math.floor(now / 30_000) * 30_000 + at * 30_000
          const code =
            kind === 'phone'
              ? codeAt(ofItsTime)
              : kind === 'spare'
                ? (spare[at + 3] ?? '')
                : `00000${at + 3}00`
          const isIn = await steps
            .enter(1, kind === 'phone' ? `${code.slice(0, 3)} ${code.slice(3)}` : code.toLowerCase())
            .then(
              () => true,
              () => false,
            )
          const isGood =
            kind === 'phone'
              ? Math.abs(at) <= 1 && ofItsTime > Math.floor(newest / 30_000) * 30_000
              : kind === 'spare' && !used.has(code)
          expect([kind, at, isIn]).toEqual([kind, at, isGood])
          if (!isIn) continue
          used.add(code)
          if (kind === 'phone') newest = ofItsTime
        }
      }),
      { numRuns: 12 },
    )
    expect(await steps.spareOf(1)).toBe(8 - spare.filter((code) => used.has(code)).length)
  })

  it('also to two who enter it at one moment', async () => {
    now += 60_000
    const code = codeAt(now)
    const all = await Promise.allSettled(Array.from({ length: 6 }, () => steps.enter(1, code)))
    expect(all.filter(({ status }) => status === 'fulfilled')).toHaveLength(1)
  })

  it('and stands in the database as nobody can read it', async () => {
    const [row] = await shop.database.query<{ secret: Buffer; spare: string }[]>(
      'SELECT secret, spare FROM second_steps',
    )
    expect(row?.secret.includes(Buffer.from(secret))).toBe(false)
    for (const code of spare) expect(JSON.stringify(row?.spare)).not.toContain(code)
  })
})

describe('signing in with a second step', () => {
  const phone = (secret: string, late = 0) =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + late })
  const signIn = (person: Person, who: object) => person.ask<Session>('POST', '/api/session', who)
  /** By the phone's code of now, or by the next one where that was used: however long a busy machine takes. */
  async function signInBy(secret: string, who: object): Promise<number> {
    for (const late of [0, 30_000]) {
      const { status } = await signIn(await fresh(), { ...who, secondStep: phone(secret, late) })
      if (status === 200) return status
    }
    return 401
  }
  const IMKE = { name: 'Imke', password: 'low tide walk' }
  const TEO = { name: 'Teo', password: 'brass lantern' }
  const fresh = async () => {
    const person = new Person(shop.address)
    await person.look()
    return person
  }
  beforeEach(async () => {
    for (const table of ['second_steps', 'guesses']) await shop.database.query(`DELETE FROM ${table}`)
  })

  it('is set up by password and phone, asked for from then on, and taken by an owner from whoever lost it', async () => {
    const teo = await Person.signedIn(shop.address, 1)
    expect((await teo.ask('POST', '/api/second-step', { password: 'brass lamp' })).body.reason.code).toBe(
      'wrong-password',
    )
    const { body: begun } = await teo.ask<Answer<'beginSecondStep'>>('POST', '/api/second-step', {
      password: TEO.password,
    })
    expect(begun.code).toContain('<svg')
    // Nothing is asked for before it is known that the phone has it.
    expect((await signIn(await fresh(), TEO)).status).toBe(200)
    expect((await teo.ask('PUT', '/api/second-step', { secondStep: '000 000' })).body.reason.code).toBe(
      'wrong-second-step',
    )
    const used = phone(begun.secret)
    const { body: done } = await teo.ask<Answer<'confirmSecondStep'>>('PUT', '/api/second-step', {
      secondStep: used,
    })
    expect(done.spare).toHaveLength(8)

    const other = await fresh()
    expect(await signIn(other, TEO)).toMatchObject({
      status: 401,
      body: { reason: { code: 'second-step-needed' } },
    })
    expect(
      (await signIn(other, { ...TEO, password: 'brass lamp', secondStep: phone(begun.secret, 30_000) })).body,
    ).toMatchObject({
      reason: { code: 'wrong-name-or-password' },
    })
    expect((await signIn(other, { ...TEO, secondStep: used })).body).toMatchObject({
      reason: { code: 'wrong-second-step' },
    })
    expect(await signInBy(begun.secret, TEO)).toBe(200)
    expect((await signIn(await fresh(), { ...TEO, secondStep: done.spare[0] })).status).toBe(200)
    expect(await teo.see('/api/second-step')).toEqual({ spare: 7 })

    const imke = await Person.signedIn(shop.address, 2)
    const { people } = await imke.see<Answer<'listStaff'>>('/api/staff')
    expect(people.map(({ name, hasSecondStep }) => [name, hasSecondStep])).toEqual([
      ['Imke', false],
      ['Runa', false],
      ['Teo', true],
    ])
    const id = people.find(({ name }) => name === 'Teo')?.id ?? 0
    expect((await teo.ask('POST', `/api/staff/${id}/second-step/end`)).status).toBe(403)
    expect((await imke.ask('POST', `/api/staff/${id}/second-step/end`)).status).toBe(200)
    // Where the phone was stolen it is signed in nowhere any more; and nobody’s own goes without their password.
    expect((await teo.ask('GET', '/api/second-step')).status).toBe(401)
    const own = people.find(({ name }) => name === 'Imke')?.id ?? 0
    expect((await imke.ask('POST', `/api/staff/${own}/second-step/end`)).body.reason.code).toBe(
      'own-second-step',
    )
    expect((await signIn(await fresh(), TEO)).status).toBe(200)
    const { entries } = await imke.see<Answer<'getSecurityLog'>>('/api/security-log')
    expect(entries.map(({ kind }) => kind)).toEqual(
      expect.arrayContaining(['second-step-begun', 'second-step-taken', 'refused']),
    )
    expect(JSON.stringify(entries)).not.toContain(begun.secret)
  })

  it('is guessed by nobody who knows the password: they wait longer each time', async () => {
    const imke = await Person.signedIn(shop.address, 2)
    const { body: begun } = await imke.ask<Answer<'beginSecondStep'>>('POST', '/api/second-step', {
      password: IMKE.password,
    })
    await imke.ask('PUT', '/api/second-step', { secondStep: phone(begun.secret) })
    const thief = await fresh()
    const said: string[] = []
    for (let nth = 0; nth < 9; nth++) {
      const { body } = await signIn(thief, { ...IMKE, secondStep: '123456' })
      said.push((body as unknown as { reason: { code: string } }).reason.code)
    }
    expect(said.slice(0, 6)).toEqual(Array(6).fill('wrong-second-step'))
    expect(said.slice(6)).toEqual(Array(3).fill('wait-to-enter'))
  })

  it('where the shop wants it, a supervisor without one may do what a technician may, until they have it', async () => {
    const imke = await Person.signedIn(shop.address, 2)
    const { settings, version } = await imke.see<Answer<'getShop'>>('/api/shop')
    expect(
      (await imke.ask('PUT', '/api/shop', { settings: { ...settings, secondStep: true }, version })).status,
    ).toBe(200)
    try {
      expect(
        (await signIn(await fresh(), { name: 'Runa', password: 'ferry at nine' })).body.secondStepDue,
      ).toBe(false)
      const again = await fresh()
      const { body } = await signIn(again, IMKE)
      expect(body).toMatchObject({ secondStepDue: true, staff: { role: 'technician', supervisor: false } })
      const offered = () => again.ask('GET', '/api/security-log')
      expect((await offered()).status).toBe(403)
      const { body: begun } = await again.ask<Answer<'beginSecondStep'>>('POST', '/api/second-step', {
        password: IMKE.password,
      })
      const { body: done } = await again.ask<Answer<'confirmSecondStep'>>('PUT', '/api/second-step', {
        secondStep: phone(begun.secret),
      })
      expect(done.session).toMatchObject({ secondStepDue: false, staff: { role: 'owner', supervisor: true } })
      expect((await offered()).status).toBe(200)
    } finally {
      await shop.database.query('DELETE FROM second_steps')
      await imke.ask('PUT', '/api/shop', { settings, version: version + 1 })
    }
  })

  it('is not got around by a link to choose another password', async () => {
    const imke = await Person.signedIn(shop.address, 2)
    const { body: begun } = await imke.ask<Answer<'beginSecondStep'>>('POST', '/api/second-step', {
      password: IMKE.password,
    })
    await imke.ask('PUT', '/api/second-step', { secondStep: phone(begun.secret) })
    const { people } = await imke.see<Answer<'listStaff'>>('/api/staff')
    const own = people.find(({ name }) => name === 'Imke')?.id ?? 0
    const { body: invited } = await imke.ask<Answer<'invitePerson'>>('POST', `/api/staff/${own}/invitation`)
    const taken = { secret: invited.secret, password: 'some other tide', code: '730164' }
    const other = await fresh()
    expect((await other.ask('POST', '/api/welcome/taken', taken)).body.reason.code).toBe('second-step-needed')
    expect((await signIn(await fresh(), { ...IMKE, secondStep: phone(begun.secret, 30_000) })).status).toBe(
      200,
    )
  })

  it('and one’s own password is changed by the one before: whoever is signed in elsewhere as them is so no more', async () => {
    const [teo, thief] = [await Person.signedIn(shop.address, 1), await Person.signedIn(shop.address, 1)]
    const chosen = { password: 'four brass lanterns', code: '730164' }
    const choose = (more: object) =>
      teo.ask('PUT', '/api/session/secrets', { password: TEO.password, chosen, ...more })
    expect((await choose({ password: 'brass lamp' })).body.reason.code).toBe('wrong-password')
    expect((await choose({ chosen: { ...chosen, code: '111111' } })).status).toBe(400)
    const guessed = { ...chosen, password: 'password1234' }
    expect((await choose({ chosen: guessed })).body.reason.code).toBe('password-guessed')
    expect((await choose({})).status).toBe(200)
    expect((await thief.ask('GET', '/api/sessions')).status).toBe(401)
    expect((await teo.ask('GET', '/api/sessions')).status).toBe(200)
    expect((await signIn(await fresh(), TEO)).status).toBe(401)
    expect((await signIn(await fresh(), { ...TEO, password: chosen.password })).status).toBe(200)
    const { body: begun } = await teo.ask<Answer<'beginSecondStep'>>('POST', '/api/second-step', {
      password: chosen.password,
    })
    await teo.ask('PUT', '/api/second-step', { secondStep: phone(begun.secret) })
    const back = { password: chosen.password, chosen: { password: TEO.password, code: '135792' } }
    expect((await choose(back)).body.reason.code).toBe('second-step-needed')
  })
})
