import { mkdtempSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { get, type IncomingMessage } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { brotliDecompressSync, gunzipSync } from 'node:zlib'
import { afterAll, beforeAll, expect, it } from 'vitest'
import { compressIn } from '../../../scripts/lib/compressed.mjs'
import { openShop, type TestShop } from '../../test/shop.ts'

const folder = mkdtempSync(join(tmpdir(), 'benevox-web-'))
const CODE = `export const words = ${JSON.stringify(Array.from({ length: 4000 }, (_, nth) => `word ${nth}`))}`
let shop: TestShop
beforeAll(async () => {
  mkdirSync(join(folder, 'assets'))
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Benevox</title>')
  writeFileSync(join(folder, 'assets', 'code.js'), CODE)
  writeFileSync(join(folder, 'assets', 'small.js'), 'export {}')
  await compressIn(folder)
  shop = await openShop('test-web', { BENEVOX_WEB: folder })
})
afterAll(() => shop.close())

/** As it comes over the wire: `fetch` would unpack it. */
const asked = (path: string, accepts: string) =>
  new Promise<{ readonly response: IncomingMessage; readonly bytes: Buffer }>((resolve, reject) => {
    get(`${shop.address}${path}`, { headers: { 'accept-encoding': accepts } }, (response) => {
      const parts: Buffer[] = []
      response.on('data', (part: Buffer) => parts.push(part))
      response.on('end', () => {
        resolve({ response, bytes: Buffer.concat(parts) })
      })
    }).on('error', reject)
  })

it.each([
  ['br, gzip', 'br', (bytes: Buffer) => brotliDecompressSync(bytes)],
  ['gzip', 'gzip', (bytes: Buffer) => gunzipSync(bytes)],
  ['identity', undefined, (bytes: Buffer) => bytes],
] as const)('who accepts %s gets code as %s, the same once unpacked', async (accepts, encoding, unpacked) => {
  const { response, bytes } = await asked('/assets/code.js', accepts)
  expect([response.statusCode, response.headers['content-encoding']]).toEqual([200, encoding])
  expect(response.headers['content-type']).toContain('javascript')
  expect(response.headers['cache-control']).toContain('immutable')
  if (encoding) {
    expect(bytes.length).toBeLessThan(CODE.length / 3)
    expect(response.headers.vary).toContain('Accept-Encoding')
  }
  expect(unpacked(bytes).toString()).toBe(CODE)
})

it('what is small comes as it is, a screen as the page, and nothing from outside the folder', async () => {
  expect((await asked('/assets/small.js', 'br')).bytes.toString()).toBe('export {}')
  expect((await asked('/counter/12', 'br')).bytes.toString()).toContain('<title>Benevox</title>')
  const { bytes } = await asked('/assets/..%2f..%2f..%2f..%2fetc%2fpasswd', 'br')
  expect(bytes.toString()).not.toContain(readFileSync('/etc/passwd', 'utf8').split('\n')[0])
})

it('a page is framed by nobody, styled by its own files only, and asks a device for its camera at most', async () => {
  const { headers } = (await asked('/counter', 'br')).response
  const policy = String(headers['content-security-policy'])
  expect(policy).toContain("frame-ancestors 'none'")
  expect(policy).toMatch(/style-src 'self'(;|$)/)
  expect(policy).not.toContain('unsafe-inline')
  expect(headers['permissions-policy']).toMatch(/camera=\(self\).*microphone=\(\).*usb=\(\)/)
})
