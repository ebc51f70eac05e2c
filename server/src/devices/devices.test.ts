import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { request as askPlain } from 'node:http'
import { request as askSecure } from 'node:https'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { connect } from 'node:tls'
import { api, type Answer } from '@benevox/contract'
import fc from 'fast-check'
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest'
import { Person, openShop, type TestShop } from '../../test/shop.ts'
import { secureServerOf, serverOf } from '../http/connections.ts'
import { isPrivate, newAuthority, newCertificate, type Pair } from './authority.ts'
import { Certificates } from './certificates.ts'
import { Listening } from './listening.ts'

const DAY_MS = 86_400_000
const NOW = new Date()
const later = (days: number) => new Date(NOW.getTime() + days * DAY_MS)

describe('which networks nobody outside is in', () => {
  // The first and the last address of each, and those beside: RFC 1918 3, RFC 3927 2.1, RFC 1122 3.2.1.3.
  it.each([
    ['10.0.0.0', true],
    ['10.255.255.255', true],
    ['9.255.255.255', false],
    ['11.0.0.0', false],
    ['172.16.0.0', true],
    ['172.31.255.255', true],
    ['172.15.255.255', false],
    ['172.32.0.0', false],
    ['192.168.0.0', true],
    ['192.168.255.255', true],
    ['192.167.255.255', false],
    ['192.169.0.0', false],
    ['169.254.0.1', true],
    ['169.253.255.255', false],
    ['127.0.0.1', true],
    ['192.0.2.2', false],
    ['100.64.0.1', false],
  ])('%s: %s', (address, expected) => expect(isPrivate(address)).toBe(expected))
})

describe('the authority of a computer', () => {
  /** Whether a device that trusts this authority believes it, as OpenSSL judges: the other implementation. */
  async function isBelieved(authority: Pair, shown: Pair): Promise<string> {
    const secure = secureServerOf((_, response) => response.end(), shown)
    const listening = new Listening(
      secure,
      serverOf((_, response) => response.end()),
    )
    await listening.begin(0, '127.0.0.1')
    try {
      return await new Promise((resolve) => {
        const { port } = listening
        const socket = connect(
          {
            host: '127.0.0.1',
            port,
            ca: authority.cert,
            servername: '',
            checkServerIdentity: () => undefined,
          },
          () => resolve('yes'),
        )
        socket.on('error', ({ message }) => resolve(message)).unref()
      })
    } finally {
      listening.end()
    }
  }

  it('vouches for private networks alone, even for whoever has its key', async () => {
    const authority = await newAuthority('counter one; CN=other', NOW)
    const believed = async (called: { addresses?: string[]; names?: string[] }) =>
      isBelieved(authority, await newCertificate(authority, { addresses: [], names: [], ...called }, NOW))
    expect(
      await believed({ addresses: ['192.168.1.20', '10.9.8.7', '127.0.0.1'], names: ['counter.local'] }),
    ).toBe('yes')
    for (const outside of ['192.0.2.2', '8.8.8.8', '172.32.0.1'])
      expect(await believed({ addresses: [outside] })).toBe('permitted subtree violation')
    for (const name of ['bank.example', 'local.example', 'notlocal'])
      expect(await believed({ names: [name] })).toBe('permitted subtree violation')
    const other = await newAuthority('counter one', NOW)
    expect(
      await isBelieved(other, await newCertificate(authority, { addresses: ['10.1.1.1'], names: [] }, NOW)),
    ).not.toBe('yes')
  })
})

describe('the certificates a computer keeps', () => {
  let folder: string
  beforeEach(() => {
    folder = join(mkdtempSync(join(tmpdir(), 'benevox-tls-')), 'tls')
  })
  afterEach(() => rmSync(join(folder, '..'), { recursive: true }))
  const CALLED = { addresses: ['192.168.1.20'], names: ['counter.local'] }
  const inUse = (called = CALLED, now = NOW) => new Certificates(folder).inUse(called, 'counter', now)

  it('are the same while they are good, and no device is told of another authority when they are replaced', async () => {
    const first = await inUse()
    expect(await inUse()).toEqual(first)
    expect(await inUse(CALLED, later(366))).toEqual(first)
    const moved = await inUse({ ...CALLED, addresses: ['192.168.1.21'] })
    expect(moved.cert).not.toBe(first.cert)
    const renewed = await inUse({ ...CALLED, addresses: ['192.168.1.21'] }, later(368))
    expect(renewed.cert).not.toBe(moved.cert)
    expect(renewed.until.getTime()).toBeGreaterThan(later(368 + 396).getTime())
    writeFileSync(join(folder, 'machine.pem'), 'cut of')
    const anew = await inUse()
    for (const one of [moved, renewed, anew]) expect(one.authority).toEqual(first.authority)
  })
  it('are for nobody else to read', async () => {
    await inUse()
    const modes = [folder, join(folder, 'authority.pem'), join(folder, 'machine.pem')].map(
      (path) => statSync(path).mode & 0o077,
    )
    expect(modes).toEqual([0, 0, 0])
  })
  it('are not made anew in silence where devices trust an authority that cannot be read', async () => {
    await inUse()
    const file = join(folder, 'authority.pem')
    writeFileSync(file, readFileSync(file, 'utf8').slice(0, 400))
    await expect(inUse()).rejects.toThrow('authority.pem')
  })
  it('are somebody else’s where the shop has such, as long as they belong together', async () => {
    const [one, other] = [await newAuthority('one', NOW), await newAuthority('other', NOW)]
    const [cert, key] = [`${folder}.crt`, `${folder}.key`]
    writeFileSync(cert, one.cert)
    writeFileSync(key, one.key)
    const own = new Certificates(folder, { cert, key })
    const used = await own.inUse(CALLED, 'counter', NOW)
    expect([used.cert, used.authority]).toEqual([one.cert, undefined])
    writeFileSync(key, other.key)
    await expect(own.inUse(CALLED, 'counter', NOW)).rejects.toThrow('another certificate')
  })
})

describe('a shop with other devices', () => {
  const AT = '127.0.0.15'
  let folder: string
  let shop: TestShop
  let owner: Person
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'benevox-tls-'))
    shop = await openShop('test-devices', { BENEVOX_TLS: join(folder, 'tls'), BENEVOX_DEVICES_AT: AT })
    owner = await Person.signedIn(shop.address, 2)
  })
  afterAll(async () => {
    await shop.close()
    rmSync(folder, { recursive: true })
  })
  const devices = async () => (await owner.see<Answer<'getDevices'>>('/api/devices')).devices
  async function want(otherDevices: boolean): Promise<number> {
    const { settings, version } = await owner.see<Answer<'getShop'>>('/api/shop')
    return (await owner.ask('PUT', '/api/shop', { settings: { ...settings, otherDevices }, version })).status
  }
  interface Told {
    readonly status: number
    readonly headers: Record<string, string | string[] | undefined>
    readonly text: string
  }
  /** As another device asks, by its own means. @param ca what it trusts; none: it speaks plainly */
  const asks = (path: string, ca?: string, { method = 'GET', body = '', headers = {} } = {}): Promise<Told> =>
    new Promise((resolve, reject) => {
      const port = new URL(shop.address).port
      const options = {
        host: AT,
        port,
        path,
        method,
        headers: { 'content-type': 'application/json', ...headers },
        agent: false,
      }
      const asking = (ca === undefined ? askPlain(options) : askSecure({ ...options, ca })).on(
        'error',
        reject,
      )
      asking.on('response', (response) => {
        const parts: Buffer[] = []
        response.on('data', (part: Buffer) => parts.push(part))
        response.on('end', () =>
          resolve({
            status: response.statusCode ?? 0,
            headers: response.headers,
            text: Buffer.concat(parts).toString(),
          }),
        )
      })
      asking.end(body)
    })

  it('is reached by none before its owner wants it, and by none after; what was open is closed', async () => {
    expect(await devices()).toMatchObject({ isOn: false, addresses: [], begin: null })
    await expect(asks('/')).rejects.toThrow('ECONNREFUSED')
    await fc.assert(
      fc.asyncProperty(fc.array(fc.boolean(), { minLength: 1, maxLength: 6 }), async (wishes) => {
        for (const wish of wishes) {
          expect(await want(wish)).toBe(200)
          const reached = await asks('/').then(
            ({ status }) => status,
            ({ code }: NodeJS.ErrnoException) => code,
          )
          expect([(await devices())?.isOn, reached]).toEqual([wish, wish ? 200 : 'ECONNREFUSED'])
        }
      }),
      { numRuns: 8 },
    )
    expect(await (await Person.signedIn(shop.address)).ask('PUT', '/api/shop', {})).toMatchObject({
      status: 403,
    })
  })

  it('tells whoever speaks plainly how to trust it, and nothing of the shop, whatever they ask', async () => {
    await want(true)
    const secret = (await owner.see<Answer<'getShop'>>('/api/shop')).settings.name
    for (const { method, path } of Object.values(api)) {
      const { status, text, headers } = await asks(path.replaceAll(/:\w+/g, '1'), undefined, {
        method: method.toUpperCase(),
      })
      expect([method, path, status]).toEqual([method, path, method === 'get' ? 200 : 405])
      expect(text).not.toContain(secret)
      expect(headers['set-cookie']).toBeUndefined()
      if (method === 'get') expect(text).toContain('href="/benevox.crt"')
    }
    expect((await asks('/', undefined, { headers: { 'accept-language': 'fr-FR,fr;q=0.9' } })).text).toContain(
      '<html lang="fr">',
    )
  })

  it('speaks TLS to whoever trusts it: a cookie that goes nowhere else, and never plainly again', async () => {
    await want(true)
    const { text: ca } = await asks('/benevox.crt')
    const named = await asks('/api/session', ca)
    expect(named.headers['strict-transport-security']).toMatch(/^max-age=\d{8}; includeSubDomains$/)
    const who = JSON.stringify({ name: 'Imke', password: 'low tide walk' })
    const signedIn = await asks('/api/session', ca, {
      method: 'POST',
      body: who,
      headers: { 'x-csrf-token': 'nobody' },
    })
    expect(signedIn.status).toBe(200)
    const [cookie = ''] = signedIn.headers['set-cookie'] ?? []
    expect(cookie).toMatch(/^__Host-benevox=/)
    for (const part of ['; Path=/', '; HttpOnly', '; Secure', '; SameSite=Strict'])
      expect(cookie).toContain(part)
    expect(cookie).not.toContain('Domain')
    const headers = { cookie: cookie.split(';')[0] ?? '' }
    expect((await asks('/api/shop', ca, { headers })).status).toBe(200)
    expect((await asks('/api/shop', ca)).status).toBe(401)
    // On loopback all is as it was.
    const plain = await fetch(`${shop.address}/api/session`)
    expect(plain.headers.get('strict-transport-security')).toBeNull()
    expect(owner.cookie).toMatch(/^benevox=/)
  })

  it('is believed by nobody who trusts another authority', async () => {
    await want(true)
    const { cert } = await newAuthority('another', NOW)
    await expect(asks('/api/session', cert)).rejects.toThrow(/self-signed|unable to (verify|get)/)
  })
})

describe('behind a reverse proxy', () => {
  const forwarded = { 'x-forwarded-for': '203.0.113.9', 'x-forwarded-proto': 'https' }
  it.each([
    ['whose word is taken', { BENEVOX_PROXY: 'loopback' }, '__Host-benevox', '203.0.113.9'],
    ['that nobody named', {}, 'benevox', '127.0.0.1'],
  ])('%s', async (_, more: Record<string, string>, cookie, address) => {
    const shop = await openShop('test-devices-proxy', more)
    try {
      const response = await fetch(`${shop.address}/api/session`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', 'x-csrf-token': 'nobody', ...forwarded },
        body: JSON.stringify({ name: 'Imke', password: 'low tide walk' }),
      })
      expect(response.headers.get('set-cookie')?.split('=')[0]).toBe(cookie)
      const [row] = (await shop.database.query('SELECT address FROM security_log')) as { address: string }[]
      expect(row?.address).toBe(address)
    } finally {
      await shop.close()
    }
  })
})
