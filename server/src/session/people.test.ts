import type { Answer, Problem, Session } from '@benevox/contract'
import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { openShop, Person, type TestShop } from '../../test/shop.ts'
import { People } from './people.ts'

let shop: TestShop
let imke: Person
let runa: Person
beforeAll(async () => {
  shop = await openShop('test-people')
  imke = await Person.signedIn(shop.address, 2)
  runa = await Person.signedIn(shop.address)
})
afterAll(() => shop.close())

type Invited = Answer<'addPerson'>
const stranger = async () => {
  const person = new Person(shop.address)
  await person.look()
  return person
}
const reasonOf = ({ body }: { body: unknown }) => (body as Problem).reason
const listed = async (name: string) =>
  (await imke.see<Answer<'listStaff'>>('/api/staff')).people.find((one) => one.name === name)
const choose = (person: Person, secret: string, more: object = {}) =>
  person.ask<Session>('POST', '/api/welcome/taken', {
    secret,
    password: 'four tin buckets',
    code: '730164',
    ...more,
  })

describe('somebody new', () => {
  it('chooses password and code by a link that works once, and is not to be had from the database', async () => {
    const { body } = await imke.ask<Invited>('POST', '/api/staff', { name: 'Odalys', role: 'technician' })
    expect(body.people.find(({ name }) => name === 'Odalys')).toMatchObject({
      role: 'technician',
      leftAt: null,
    })
    const rows = JSON.stringify(await shop.database.query('SELECT * FROM invitations'))
    expect(rows).not.toContain(body.secret)
    const person = await stranger()
    expect(await person.ask('POST', '/api/welcome', { secret: body.secret })).toMatchObject({
      status: 200,
      body: { name: 'Odalys' },
    })
    // Neither what is too short, nor what is somebody's already.
    expect((await choose(person, body.secret, { password: 'short' })).status).toBe(400)
    expect(reasonOf(await choose(person, body.secret, { password: 'OdalysOdalys' }))).toEqual({
      code: 'password-guessed',
    })
    const two = await Promise.all([choose(person, body.secret), choose(await stranger(), body.secret)])
    expect(two.map(({ status }) => status).toSorted()).toEqual([200, 404])
    expect(reasonOf(await choose(await stranger(), body.secret))).toMatchObject({
      code: 'no-such-invitation',
    })
    const again = await stranger()
    expect(
      (await again.ask('POST', '/api/session', { name: 'Odalys', password: 'four tin buckets' })).status,
    ).toBe(200)
    expect(
      (await runa.ask<Session>('POST', '/api/session/switch', { code: '730164' })).body.staff?.name,
    ).toBe('Odalys')
    runa = await Person.signedIn(shop.address)
    const another = await imke.ask<Invited>('POST', '/api/staff', { name: 'Vesper', role: 'technician' })
    expect(reasonOf(await choose(await stranger(), another.body.secret, { code: '730164' }))).toMatchObject({
      code: 'code-taken',
    })
  })

  it('has a name of their own, for good: also somebody who left is not taken for them', async () => {
    const id = (await listed('Vesper'))?.id
    expect((await imke.ask('POST', `/api/staff/${id}/leave`, {})).status).toBe(200)
    expect(
      reasonOf(await imke.ask('POST', '/api/staff', { name: 'vesper', role: 'technician' })),
    ).toMatchObject({ code: 'name-taken' })
    expect((await listed('Vesper'))?.leftAt).not.toBeNull()
  })

  it('has three days for it, and the newest link only', async () => {
    let now = Date.now()
    const people = new People(shop.database, () => new Date(now))
    const id = (await listed('Odalys'))?.id ?? 0
    const first = await people.invite(id, 3)
    const second = await people.invite(id, 3)
    await expect(people.invited(first)).rejects.toThrow(/leads nowhere/)
    expect((await people.invited(second)).name).toBe('Odalys')
    now += 72 * 3_600_000 + 1
    await expect(people.invited(second)).rejects.toThrow(/leads nowhere/)
    await expect(people.take(second, 'another long one', '730165')).rejects.toThrow(/leads nowhere/)
  })
})

describe('somebody who leaves', () => {
  it('is signed in nowhere from then on, and what they did stays theirs', async () => {
    const teo = await Person.signedIn(shop.address, 1)
    const job = await teo.openJob()
    const id = (await listed('Teo'))?.id
    expect((await runa.ask('POST', `/api/staff/${id}/leave`, {})).status).toBe(403)
    await imke.ask('POST', `/api/staff/${id}/leave`, {})
    expect((await teo.ask('GET', '/api/jobs')).status).toBe(401)
    expect((await runa.events(job))[0]).toMatchObject({ by: 'Teo', kind: 'opened' })
    await imke.ask('POST', `/api/staff/${id}/return`, {})
    // Back, and still signed in nowhere.
    expect((await teo.ask('GET', '/api/jobs')).status).toBe(401)
    expect((await (await Person.signedIn(shop.address, 1)).ask('GET', '/api/jobs')).status).toBe(200)
  })

  it('is never the last owner, nor are two who let each other go at a time', async () => {
    const id = (await listed('Imke'))?.id
    expect(reasonOf(await imke.ask('POST', `/api/staff/${id}/leave`, {}))).toEqual({ code: 'last-owner' })
    expect(
      reasonOf(await imke.ask('PATCH', `/api/staff/${id}`, { name: 'Imke', role: 'supervisor' })),
    ).toEqual({ code: 'last-owner' })
    const other = (await listed('Teo'))?.id
    await imke.ask('PATCH', `/api/staff/${other}`, { name: 'Teo', role: 'owner' })
    const teo = await Person.signedIn(shop.address, 1)
    const both = await Promise.all([
      imke.ask('POST', `/api/staff/${other}/leave`, {}),
      teo.ask('POST', `/api/staff/${id}/leave`, {}),
    ])
    expect(both.filter(({ status }) => status === 200)).toHaveLength(1)
    await shop.database.query(`UPDATE staff SET left_at = NULL, role = IF(name = 'Teo', 'technician', role)`)
    imke = await Person.signedIn(shop.address, 2)
  })
})

describe('sessions and the log', () => {
  it('are seen and ended by whom they are of, and all of them by an owner', async () => {
    const [one, two] = [await Person.signedIn(shop.address, 1), await Person.signedIn(shop.address, 1)]
    const mine = (await one.see<Answer<'listSessions'>>('/api/sessions')).sessions
    expect(new Set(mine.map(({ name }) => name))).toEqual(new Set(['Teo']))
    expect(mine.filter(({ isThis }) => isThis)).toHaveLength(1)
    const whole = (await imke.see<Answer<'listSessions'>>('/api/sessions')).sessions
    expect(new Set(whole.map(({ name }) => name))).toContain('Runa')
    const runas = whole.find(({ name }) => name === 'Runa')?.id
    expect((await one.ask('DELETE', `/api/sessions/${runas}`)).status).toBe(404)
    const this_ = mine.find(({ isThis }) => isThis)?.id
    for (const { id } of mine) if (id !== this_) await one.ask('DELETE', `/api/sessions/${id}`)
    expect([(await one.ask('GET', '/api/jobs')).status, (await two.ask('GET', '/api/jobs')).status]).toEqual([
      200, 401,
    ])
    expect((await imke.ask('DELETE', `/api/sessions/${runas}`)).status).toBe(200)
  })

  it('say who did what to whom, without a secret, and cannot be changed', async () => {
    const { entries } = await imke.see<Answer<'getSecurityLog'>>('/api/security-log')
    const kinds = new Set(entries.map(({ kind }) => kind))
    for (const kind of ['signed-in', 'person-added', 'person-left', 'password-chosen', 'session-ended'])
      expect(kinds).toContain(kind)
    expect(entries.find(({ kind }) => kind === 'person-added')).toMatchObject({ by: 'Imke' })
    expect(JSON.stringify(entries)).not.toMatch(/buckets|730164|ferry/)
    await expect(shop.database.query('DELETE FROM security_log')).rejects.toThrow(/append-only/)
    await expect(shop.database.query(`UPDATE security_log SET kind = 'x'`)).rejects.toThrow(/append-only/)
  })
})

describe('over random histories', () => {
  it('somebody always keeps the shop, whoever has left is nobody anywhere, and the log has each deed that was done', async () => {
    const ROLES = ['technician', 'supervisor', 'owner'] as const
    const names = ['Runa', 'Teo', 'Imke']
    const ids = await Promise.all(names.map(async (name) => (await listed(name))?.id ?? 0))
    const deed = fc.oneof(
      fc.record({ by: fc.nat(2), to: fc.nat(2), role: fc.constantFrom(...ROLES) }),
      fc.record({ by: fc.nat(2), to: fc.nat(2), goes: fc.boolean() }),
    )
    await fc.assert(
      fc.asyncProperty(fc.array(deed, { minLength: 6, maxLength: 14 }), async (deeds) => {
        await shop.database.query(
          `UPDATE staff SET left_at = NULL, role = 'owner' WHERE name IN ('Runa', 'Teo', 'Imke')`,
        )
        const people = await Promise.all(names.map((_, nth) => Person.signedIn(shop.address, nth)))
        /** What each is, as somebody at the door would have it: a session that ended once stays ended. */
        const who = names.map(() => ({
          role: 'owner' as (typeof ROLES)[number],
          isHere: true,
          isSignedIn: true,
        }))
        const logged = async () =>
          Number(
            (
              (await shop.database.query(
                `SELECT COUNT(*) AS n FROM security_log WHERE kind IN ('person-changed', 'person-left', 'person-returned')`,
              )) as { n: string }[]
            )[0]?.n,
          )
        const before = await logged()
        let done = 0
        for (const one of deeds) {
          const [by, to] = [who[one.by], who[one.to]]
          const path = `/api/staff/${ids[one.to]}`
          if (!by || !to) throw new Error('nobody')
          const said = await ('role' in one
            ? people[one.by]?.ask('PATCH', path, { name: names[one.to], role: one.role })
            : people[one.by]?.ask('POST', `${path}/${one.goes ? 'leave' : 'return'}`, {}))
          const othersKeepIt = who.some((other) => other !== to && other.isHere && other.role === 'owner')
          const isStill = 'role' in one ? to.isHere && one.role === 'owner' : !one.goes && to.role === 'owner'
          const expected = !by.isSignedIn
            ? 401
            : by.role !== 'owner'
              ? 403
              : othersKeepIt || isStill
                ? 200
                : 409
          expect(said?.status).toBe(expected)
          if (expected !== 200) continue
          done++
          if ('role' in one) to.role = one.role
          else to.isHere = !one.goes
          if (!to.isHere) to.isSignedIn = false
        }
        expect(who.some(({ isHere, role }) => isHere && role === 'owner')).toBe(true)
        expect(await logged()).toBe(before + done)
        for (const [nth, person] of people.entries())
          expect((await person.ask('GET', '/api/jobs')).status).toBe(who[nth]?.isSignedIn ? 200 : 401)
      }),
      { numRuns: 12, seed: 1901 },
    )
  })
})
