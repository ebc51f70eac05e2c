import { createHash } from 'node:crypto'
import type { Session } from '@benevox/contract'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { serverEnvironment } from '../../../scripts/lib/mariadb.mjs'
import { createApp } from '../app.ts'
import { DatabaseSessionStore } from './store.ts'
import { configFrom } from '../config.ts'
import { listen, openShop, Person, type TestShop } from '../../test/shop.ts'

let shop: TestShop
beforeAll(async () => {
  shop = await openShop('test-session')
})
afterAll(() => shop.close())

describe('signing in', () => {
  it('takes the right name and password, and only them', async () => {
    const person = new Person(shop.address)
    await person.look()
    for (const [name, password] of [
      ['Runa', 'wrong'],
      ['Nobody', 'ferry at nine'],
      ['Runa', ''],
    ] as const) {
      const { status } = await person.ask('POST', '/api/session', { name, password })
      expect([401, 400]).toContain(status)
      expect((await person.ask('GET', '/api/jobs')).status).toBe(401)
    }
    const { body } = await person.ask<Session>('POST', '/api/session', {
      name: 'Runa',
      password: 'ferry at nine',
    })
    expect(body.staff?.name).toBe('Runa')
    expect((await person.ask('GET', '/api/jobs')).status).toBe(200)
  })

  it('keeps the session in the database: another server on it knows the person', async () => {
    const person = await Person.signedIn(shop.address)
    const { server, address } = await listen(
      createApp(configFrom(serverEnvironment(shop.mariadb)), shop.database).app,
    )
    const elsewhere = new Person(address)
    elsewhere.cookie = person.cookie
    expect((await elsewhere.ask<Session>('GET', '/api/session')).body.staff?.name).toBe('Runa')
    server.closeAllConnections()
    server.close()
  })

  it('stores neither password nor code but an argon2id hash', async () => {
    const rows = await shop.database.query<{ password_hash: string; code_hash: string }[]>(
      'SELECT password_hash, code_hash FROM staff',
    )
    for (const row of rows) for (const hash of Object.values(row)) expect(hash).toMatch(/^\$argon2id\$/)
  })

  it('sets a cookie that scripts and other sites do not get, under a policy without inline scripts', async () => {
    const person = new Person(shop.address)
    await person.look()
    const { headers } = await person.ask('POST', '/api/session', { name: 'Runa', password: 'ferry at nine' })
    expect(headers.get('set-cookie')).toMatch(/HttpOnly; SameSite=Strict/)
    const policy = headers.get('content-security-policy') ?? ''
    // WebAssembly may be compiled, for the barcode reader; text may not be evaluated.
    expect(/script-src ([^;]*)/.exec(policy)?.[1]).toBe("'self' 'wasm-unsafe-eval'")
  })

  it('signs out', async () => {
    const person = await Person.signedIn(shop.address)
    await person.ask('DELETE', '/api/session')
    expect((await person.ask('GET', '/api/jobs')).status).toBe(401)
  })
})

describe('a session', () => {
  it('stands in the database by a digest only: who reads that is nobody', async () => {
    const person = await Person.signedIn(shop.address)
    const secret = decodeURIComponent(person.cookie).replace(/^benevox=s:([^.]+).*$/, '$1')
    expect(secret.length).toBeGreaterThanOrEqual(32)
    const rows = JSON.stringify(
      await shop.database.query('SELECT HEX(digest) AS digest, content FROM sessions'),
    )
    expect(rows).not.toContain(secret)
    expect(rows).toContain(createHash('sha256').update(secret).digest('hex').toUpperCase())
  })

  it('ends for somebody who leaves, at once and everywhere, and their password and code are nobody’s', async () => {
    const here = await Person.signedIn(shop.address, 1)
    const there = await Person.signedIn(shop.address, 1)
    const imke = await Person.signedIn(shop.address, 2)
    await shop.database.query(`UPDATE staff SET left_at = NOW(3) WHERE name = 'Teo'`)
    for (const person of [here, there]) expect((await person.ask('GET', '/api/jobs')).status).toBe(401)
    const again = new Person(shop.address)
    await again.look()
    const { status } = await again.ask('POST', '/api/session', { name: 'Teo', password: 'brass lantern' })
    expect(status).toBe(401)
    expect((await imke.ask('POST', '/api/session/switch', { code: '1357' })).body.code).toBe(
      'wrong-credentials',
    )
    await shop.database.query(`UPDATE staff SET left_at = NULL WHERE name = 'Teo'`)
  })

  it('ends after four hours in which nobody did anything, and after twelve whatever they do', async () => {
    let now = Date.now()
    const store = new DatabaseSessionStore(shop.database, () => new Date(now))
    const keep = (id: string) =>
      new Promise((resolve) => store.set(id, { staffId: 1, cookie: {} } as never, resolve))
    const has = (id: string) =>
      new Promise((resolve) => store.get(id, (_, session) => resolve(session?.role ?? 'nobody')))
    await keep('idle')
    await keep('busy')
    now += 3.9 * 3_600_000
    expect(await has('busy')).toBe('technician')
    now += 0.2 * 3_600_000
    expect([await has('idle'), await has('busy')]).toEqual(['nobody', 'technician'])
    for (let hours = 4.1; hours < 11.8; hours += 1.5) {
      now += 1.5 * 3_600_000
      if (hours + 1.5 < 12) expect([hours, await has('busy')]).toEqual([hours, 'technician'])
      // What it holds may change: it lasts no longer for that.
      await keep('busy')
    }
    expect(await has('busy')).toBe('nobody')
  })
})

describe('changing person at the shared machine', () => {
  it('takes one code, and changes are then in the new person’s name', async () => {
    const person = await Person.signedIn(shop.address)
    const { body } = await person.ask<Session>('POST', '/api/session/switch', { code: '1357' })
    expect(body.staff?.name).toBe('Teo')
    const job = await person.openJob()
    expect((await person.events(job)).map(({ by, kind }) => `${by} ${kind}`)).toEqual(['Teo opened'])
  })
  it('refuses a code nobody has, and one from somebody not signed in', async () => {
    const person = await Person.signedIn(shop.address)
    expect((await person.ask('POST', '/api/session/switch', { code: '0000' })).body.code).toBe(
      'wrong-credentials',
    )
    const stranger = new Person(shop.address)
    await stranger.look()
    expect((await stranger.ask('POST', '/api/session/switch', { code: '1357' })).body.code).toBe(
      'not-signed-in',
    )
  })
})

describe('forged requests', () => {
  it('are refused: a change without the session’s token', async () => {
    const person = await Person.signedIn(shop.address)
    for (const token of ['', 'f'.repeat(256)]) {
      person.token = token
      const { status, body } = await person.ask('POST', '/api/jobs', { key: crypto.randomUUID() })
      expect([status, body.code]).toEqual([403, 'forged-request'])
    }
  })
})

describe('trying passwords', () => {
  it('ends after some wrong entries', async () => {
    const person = new Person(shop.address)
    await person.look()
    const codes = new Set<string>()
    for (let n = 0; n < 24; n++)
      codes.add(
        (await person.ask('POST', '/api/session', { name: 'Runa', password: `guess ${n}` })).body.code,
      )
    expect(codes).toContain('too-many-entries')
    expect(
      (await person.ask('POST', '/api/session', { name: 'Runa', password: 'ferry at nine' })).status,
    ).toBe(429)
  })
})
