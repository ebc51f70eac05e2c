// Throughput beside bare Express with the driver that asks the same SQL: one read and one write, in turns, in one run.
import { fork } from 'node:child_process'
import { readFileSync, rmSync } from 'node:fs'
import { Agent, request } from 'node:http'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { loadDemo, startServer } from '../lib/application.mjs'
import { startMariadb } from '../lib/mariadb.mjs'
import { programOf } from '../lib/programs.mjs'
import { median } from './figures.mjs'
import { Person } from './writers.mjs'

const AT_A_TIME = 20
const ROUNDS = 7
const ROUND_MS = 4000
const agent = new Agent({ keepAlive: true, maxSockets: AT_A_TIME })

/** One request, as cheaply as Node asks: who asks works on the same cores. @returns the answer, read */
const asked = (port, method, path, headers, body) =>
  new Promise((resolve, reject) => {
    const all = { 'content-type': 'application/json', ...headers }
    const going = request({ agent, host: '127.0.0.1', port, method, path, headers: all }, (answer) => {
      const parts = []
      answer.on('data', (part) => parts.push(part))
      answer.on('end', () => {
        const text = Buffer.concat(parts).toString()
        if (answer.statusCode === 200) resolve(text)
        else reject(new Error(`${method} ${path}: ${answer.statusCode} ${text.slice(0, 300)}`))
      })
    })
    going.once('error', reject)
    going.end(body)
  })

/** Requests a second: each worker at its own job, one after another. */
async function throughput(work) {
  let count = 0
  const from = performance.now()
  const until = from + ROUND_MS
  await Promise.all(
    Array.from({ length: AT_A_TIME }, async (_, nth) => {
      while (performance.now() < until) {
        await work(nth)
        count++
      }
    }),
  )
  return (count * 1000) / (performance.now() - from)
}

export async function measureBesideExpress() {
  const { STAFF } = await programOf('shop')
  const mariadb = await startMariadb({ name: 'perf-express', fresh: true })
  const heard = join(mariadb.dir, 'heard')
  let server
  let peer
  try {
    await loadDemo(mariadb)
    // Heard once, by a server that is ended then: what is measured is listened to by nobody.
    server = await startServer(mariadb, {
      NODE_OPTIONS: `--import ${pathToFileURL(join(import.meta.dirname, 'heard.mjs')).href}`,
      BENEVOX_HEARD: heard,
    })
    const said = await heardOf(server.port, STAFF[0], heard)
    server.kill('SIGTERM')
    await new Promise((resolve) => server.once('exit', resolve))

    server = await startServer(mariadb)
    const person = await new Person(`http://127.0.0.1:${server.port}`).signIn(STAFF[0])
    const open = async () => (await person.ask('POST', '/api/jobs', { key: crypto.randomUUID() })).body
    const [ours, theirs] = [[], []]
    for (let nth = 0; nth < AT_A_TIME; nth++) ours.push(await open())
    for (let nth = 0; nth < AT_A_TIME; nth++) theirs.push(await ready(person, await open()))
    for (const [nth, job] of ours.entries()) ours[nth] = await ready(person, job)
    peer = fork(join(import.meta.dirname, 'bareExpress.mjs'), {
      env: {
        ...process.env,
        BENEVOX_BARE: JSON.stringify({
          database: {
            host: '127.0.0.1',
            port: mariadb.port,
            // Only the same account may do no more than the server does.
            ...(mariadb.server ?? { user: mariadb.user, password: mariadb.password }),
            database: mariadb.database,
          },
          ...said,
          jobs: theirs.map(({ id, ticket, version }) => ({ id, ticket, events: version })),
        }),
      },
    })
    const peerPort = await new Promise((resolve) => peer.once('message', resolve))
    const headers = person.headers
    const versions = {
      ours: ours.map(({ version }) => version),
      theirs: theirs.map(({ version }) => version),
    }
    const reads = (port, jobs) => (nth) => asked(port, 'GET', `/api/jobs/${jobs[nth].id}`, headers)
    const writes = (port, jobs, whose) => async (nth) => {
      const version = versions[whose][nth]
      const body = JSON.stringify({ version, facts: { wrongEntries: version % 40 } })
      const answer = await asked(port, 'PATCH', `/api/jobs/${jobs[nth].id}/facts`, headers, body)
      versions[whose][nth] = JSON.parse(answer).version
    }
    const kinds = {
      read: [reads(server.port, ours), reads(peerPort, theirs)],
      write: [writes(server.port, ours, 'ours'), writes(peerPort, theirs, 'theirs')],
    }
    const rounds = { read: [], write: [] }
    for (let round = 0; round <= ROUNDS; round++)
      for (const [kind, [our, their]] of Object.entries(kinds)) {
        // In turns, so that a machine that is busy for a while is so for both.
        const pair =
          round % 2
            ? [await throughput(our), await throughput(their)]
            : [await throughput(their), await throughput(our)].reverse()
        // The first is to warm up.
        if (round > 0) rounds[kind].push(pair)
      }
    return Object.entries(rounds).map(([kind, pairs]) => ({
      kind,
      statements: said[kind].statements.length,
      ours: median(pairs.map(([our]) => our)),
      bare: median(pairs.map(([, bare]) => bare)),
      share: median(pairs.map(([our, bare]) => our / bare)),
    }))
  } finally {
    server?.kill('SIGTERM')
    peer?.kill()
    agent.destroy()
    await mariadb.stop()
  }
}

/** A job with an answer in it, as the one that was heard. */
const ready = async (person, { id, version }) =>
  (await person.ask('PATCH', `/api/jobs/${id}/facts`, { version, facts: { wrongEntries: 1 } })).body

/** What the server asks its database for one read and one write of a job, once all that it remembers is remembered. */
async function heardOf(port, member, file) {
  const person = await new Person(`http://127.0.0.1:${port}`).signIn(member)
  const { body: opened } = await person.ask('POST', '/api/jobs', { key: crypto.randomUUID() })
  let job = opened
  const hear = async (work) => {
    rmSync(file, { force: true })
    await work()
    const statements = readFileSync(file, 'utf8')
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line))
    return { statements, jobId: opened.id }
  }
  const write = async () => (job = await ready(person, job))
  const read = () => person.ask('GET', `/api/jobs/${job.id}`)
  // Some it asks once and keeps.
  for (let n = 0; n < 3; n++) await write().then(read)
  return {
    write: await hear(
      async () =>
        (job = (
          await person.ask('PATCH', `/api/jobs/${job.id}/facts`, {
            version: job.version,
            facts: { wrongEntries: 7 },
          })
        ).body),
    ),
    read: await hear(read),
  }
}
