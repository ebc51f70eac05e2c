import { request } from 'node:http'
import { connect } from 'node:net'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { api, files, type FileRoute, type Route } from '@benevox/contract'
import fc from 'fast-check'
import { z } from 'zod'

/** One request as it goes onto the wire. */
export interface Shot {
  readonly method: string
  readonly path: string
  readonly headers: Readonly<Record<string, string>>
  readonly body: Buffer | undefined
  /** Cut off after so much of it: nobody waits for an answer. */
  readonly cut: number | undefined
  /** Who asks: 0 nobody, else one of the shop. */
  readonly who: number
}

type Schema = z.core.JSONSchema.BaseSchema
const TEXTS = [
  '',
  ' ',
  'A. Quell',
  'PIN 4711',
  '\ud800',
  '\udfff\ud800 x',
  '\u0000',
  '\u202e\u200b',
  'ß'.repeat(200),
  '\u{1F600}'.repeat(60),
  "'; DROP TABLE jobs; -- ",
  '%_\\',
  '2026-02-31',
  '-1',
  'NaN',
  '__proto__',
  'x'.repeat(3000),
] as const
const NUMBERS = [0, -0, -1, 1, 2, 0.5, 1e308, -1e308, 2 ** 31, 2 ** 53, Number.MAX_SAFE_INTEGER] as const
const text = fc.oneof(fc.constantFrom(...TEXTS), fc.string({ maxLength: 20, unit: 'binary' }))
const number = fc.oneof(fc.constantFrom(...NUMBERS), fc.nat(2000))
const INSTANTS = ['2026-12-01T09:00:00.000Z', '0001-01-01T00:00:00Z', '9999-12-31T23:59:59.999Z'] as const

/** What fits a schema, nearly always; so deep at the most. */
function fitting(schema: Schema, root: Schema = schema, depth = 0): fc.Arbitrary<unknown> {
  const within = (one: unknown) => fitting(one as Schema, root, depth + 1)
  if (depth > 8) return fc.constant(null)
  if (schema.$ref) {
    const name = schema.$ref.split('/').at(-1) ?? ''
    return within(root.$defs?.[name] ?? {})
  }
  if (schema.const !== undefined) return fc.constant(schema.const)
  if (schema.enum) return fc.constantFrom(...(schema.enum as unknown[]))
  const ways = schema.anyOf ?? schema.oneOf
  if (ways) return fc.oneof(...ways.map(within))
  switch (schema.type) {
    case 'object': {
      const known = Object.entries(schema.properties ?? {}).map(([name, one]) => [name, within(one)] as const)
      const required = schema.required ?? []
      const record = fc.record(Object.fromEntries(known), {
        requiredKeys: known.map(([name]) => name).filter((name) => required.includes(name)),
      })
      return known.length > 0 ? record : fc.dictionary(text, fc.jsonValue({ maxDepth: 2 }), { maxKeys: 3 })
    }
    case 'array':
      return fc.array(within(schema.items ?? {}), {
        minLength: Math.min(2, schema.minItems ?? 0),
        maxLength: 4,
      })
    case 'string':
      return strings(schema)
    case 'integer':
    case 'number':
      return fc.oneof(
        number,
        fc.integer({
          min: Math.max(-1e6, schema.minimum ?? -5),
          max: Math.max(1, Math.min(1e6, schema.maximum ?? 50)),
        }),
      )
    case 'boolean':
      return fc.boolean()
    case 'null':
      return fc.constant(null)
    default:
      return fc.jsonValue({ maxDepth: 2 })
  }
}

function strings({ format, pattern, minLength = 0 }: Schema): fc.Arbitrary<string> {
  if (format === 'date-time') return fc.constantFrom(...INSTANTS)
  if (format === 'date') return fc.constantFrom('2026-12-01', '0001-01-01', '9999-12-31')
  if (format === 'uuid') return fc.uuid()
  if (format === 'email') return fc.constantFrom('desk@shop.example', 'x@mail.example')
  try {
    if (pattern) return fc.stringMatching(new RegExp(pattern))
  } catch {
    // One that only the schema's own language has.
  }
  return fc.oneof(
    text,
    fc.string({ minLength: Math.min(minLength, 100), maxLength: Math.max(20, minLength) }),
  )
}

/** Something else at one place, or as it is. */
const spoilt = (value: unknown, [where, what]: readonly [number, unknown]): unknown => {
  if (where % 3 === 0) return what
  if (Array.isArray(value) && value.length > 0) {
    const at = where % value.length
    return value.map((one, nth) =>
      nth === at ? spoilt(one, [Math.floor(where / 7), what]) : (one as unknown),
    )
  }
  if (value === null || typeof value !== 'object') return what
  const names = Object.keys(value)
  const name = names[where % Math.max(1, names.length)] ?? 'surprise'
  return { ...value, [name]: spoilt((value as Record<string, unknown>)[name], [Math.floor(where / 7), what]) }
}

const OTHER = fc.oneof(
  text,
  number,
  fc.constantFrom(null, [], {}, true, [[[[]]]]),
  fc.jsonValue({ maxDepth: 3 }),
)
const DEEP = Buffer.from('['.repeat(30_000))
const WIDE = Buffer.from(
  JSON.stringify(Object.fromEntries(Array.from({ length: 9000 }, (_, n) => [`k${n}`, n]))),
)
const BOMB = gzipSync(Buffer.alloc(20_000_000, 0x20))

const bodies = (route: Route | FileRoute): fc.Arbitrary<Buffer | undefined> => {
  const schema =
    'body' in route && route.body
      ? (z.toJSONSchema(route.body, { io: 'input', unrepresentable: 'any' }) as Schema)
      : undefined
  const asJson = (arbitrary: fc.Arbitrary<unknown>) =>
    arbitrary.map((value) => Buffer.from(JSON.stringify(value) ?? 'null'))
  const odd = fc.oneof(
    { weight: 4, arbitrary: asJson(OTHER) },
    { weight: 2, arbitrary: fc.uint8Array({ maxLength: 400 }).map((bytes) => Buffer.from(bytes)) },
    {
      weight: 1,
      arbitrary: fc.constantFrom(DEEP, WIDE, Buffer.alloc(300_000, 0x20), Buffer.from('{"a":1,"a":2,')),
    },
    { weight: 1, arbitrary: fc.constant(undefined) },
  )
  if (!schema) return odd
  const good = fitting(schema)
  return fc.oneof(
    { weight: 8, arbitrary: asJson(good) },
    {
      weight: 5,
      arbitrary: asJson(
        fc.tuple(good, fc.tuple(fc.nat(10_000), OTHER)).map(([value, how]) => spoilt(value, how)),
      ),
    },
    { weight: 2, arbitrary: odd },
  )
}

const PLACES = [
  '0',
  '-1',
  '1e9',
  'x',
  '%00',
  '%ED%A0%80',
  '..%2f..',
  '2147483648',
  "1'--",
  '%E0%A4%A',
  'a'.repeat(600),
] as const

/** A path with each name in it filled. @param known ids that something has */
const paths = ({ path, query }: Route | FileRoute, known: Readonly<Record<string, readonly string[]>>) => {
  const names = [...path.matchAll(/:(\w+)/g)].map(([, name = '']) => name)
  const filled = fc
    .tuple(
      ...names.map((name) =>
        fc.oneof(
          { weight: 6, arbitrary: fc.constantFrom(...(known[name] ?? known['id'] ?? ['1'])) },
          { weight: 1, arbitrary: fc.constantFrom(...PLACES) },
        ),
      ),
    )
    .map((values) => names.reduce((so, name, nth) => so.replace(`:${name}`, values[nth] ?? ''), path))
  const asked = query
    ? fitting(z.toJSONSchema(query, { io: 'input', unrepresentable: 'any' }) as Schema)
    : fc.constant({})
  const search = fc.oneof(
    { weight: 3, arbitrary: asked.map((one) => encoded(one as Record<string, unknown>)) },
    {
      weight: 1,
      arbitrary: fc.constantFrom(
        '',
        '?a[b][c]=1&a=2',
        '?%',
        '?search=%00',
        '?search=%ED%A0%80&x',
        `?${'q=1&'.repeat(900)}`,
      ),
    },
  )
  return fc.tuple(filled, search).map((parts) => parts.join(''))
}
const encoded = (query: Record<string, unknown>): string => {
  const pairs = Object.entries(query).map(
    ([name, value]) => `${name}=${encodeURIComponent(Buffer.from(String(value)).toString()).slice(0, 400)}`,
  )
  return pairs.length > 0 ? `?${pairs.join('&')}` : ''
}

const HEADERS = [
  {},
  {},
  {},
  { 'content-type': 'text/plain' },
  { 'content-type': 'application/json; charset=utf-7' },
  { 'accept-language': 'xx-\u00ff,*;q=9' },
  { 'x-csrf-token': 'nobody' },
  { cookie: 'benevox=s%3Ano.thing; benevox=x; =;;' },
  { range: 'bytes=9-1' },
  { 'if-none-match': '*', 'x-forwarded-for': "'; --, ::1" },
  { 'x-padding': 'p'.repeat(7000) },
] as const

type Packed = 'not' | 'gzip' | 'br' | 'not really' | 'by nothing known' | 'a bomb'
const PACKED = [
  'not',
  'not',
  'not',
  'not',
  'not',
  'gzip',
  'br',
  'not really',
  'by nothing known',
  'a bomb',
] as const
const packed = (body: Buffer, how: Packed): { body: Buffer; headers: Record<string, string> } => {
  switch (how) {
    case 'not':
      return { body, headers: {} }
    case 'gzip':
      return { body: gzipSync(body), headers: { 'content-encoding': 'gzip' } }
    case 'br':
      return { body: brotliCompressSync(body), headers: { 'content-encoding': 'br' } }
    case 'not really':
      return { body, headers: { 'content-encoding': 'gzip' } }
    case 'by nothing known':
      return { body, headers: { 'content-encoding': 'walrus' } }
    case 'a bomb':
      return { body: BOMB, headers: { 'content-encoding': 'gzip' } }
  }
}

/**
 * Random requests over all routes, as many of each.
 * @param known by the names in the paths, what there is
 */
export function shots(known: Readonly<Record<string, readonly string[]>>): fc.Arbitrary<Shot> {
  const routes: readonly (Route | FileRoute)[] = [
    ...Object.values<Route>(api),
    ...Object.values<FileRoute>(files),
  ]
  return fc.oneof(
    ...routes.map((route) =>
      fc
        .record({
          path: paths(route, known),
          body: route.method === 'get' ? fc.constant(undefined) : bodies(route),
          more: fc.constantFrom(...HEADERS),
          how: fc.constantFrom(...PACKED),
          isOther: fc.nat(30),
          cut: fc.oneof({ weight: 30, arbitrary: fc.constant(undefined) }, fc.nat(300)),
          // What ends sessions is seldom asked by those who have one: all that follows would be turned away at the door.
          who: /^\/api\/(session|staff|welcome)/.test(route.path)
            ? fc.oneof({ weight: 19, arbitrary: fc.constant(0) }, fc.nat(3))
            : fc.nat(3),
        })
        .map(({ path, body, more, how, isOther, cut, who }): Shot => {
          const method = (isOther === 0 ? 'PATCH' : route.method).toUpperCase()
          const its = body && packed(body, how)
          return {
            method,
            path,
            headers: { ...(body ? { 'content-type': 'application/json' } : {}), ...more, ...its?.headers },
            body: its?.body,
            cut,
            who,
          }
        }),
    ),
  )
}

/** @returns the status; 0 where the connection was cut, by either side */
export function fire(
  address: string,
  shot: Shot,
  session: Readonly<Record<string, string>>,
): Promise<{ status: number; said: string }> {
  const { hostname, port } = new URL(address)
  const headers = {
    ...session,
    ...shot.headers,
    ...(shot.body ? { 'content-length': String(shot.body.length) } : {}),
  }
  if (shot.cut !== undefined) {
    const lines = Object.entries(headers).map(([name, value]) => `${name}: ${value}\r\n`)
    const whole = Buffer.concat([
      Buffer.from(`${shot.method} ${shot.path} HTTP/1.1\r\nhost: x\r\n${lines.join('')}\r\n`, 'latin1'),
      shot.body ?? Buffer.alloc(0),
    ])
    return new Promise((resolve) => {
      const socket = connect(Number(port), hostname, () => {
        socket.write(whole.subarray(0, Math.max(0, whole.length - 1 - (shot.cut ?? 0))), () =>
          socket.destroy(),
        )
      })
      socket.on('error', () => undefined)
      socket.once('close', () => resolve({ status: 0, said: '' }))
    })
  }
  return new Promise((resolve) => {
    const asked = request({ hostname, port, method: shot.method, path: shot.path, headers }, (response) => {
      let said = ''
      response.on('data', (chunk: Buffer) =>
        said.length < 600 ? (said += chunk.toString('latin1')) : undefined,
      )
      response.on('end', () => resolve({ status: response.statusCode ?? 0, said }))
      response.on('error', () => resolve({ status: 0, said }))
    })
    asked.on('error', () => resolve({ status: 0, said: '' }))
    asked.end(shot.body)
  })
}
