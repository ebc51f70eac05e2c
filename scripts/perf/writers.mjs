// Fifty people writing at once on fifty jobs, with a cold and with a warm server; and lists of five thousand open jobs.
import { performance } from 'node:perf_hooks'
import { loadDemo, startServer } from '../lib/application.mjs'
import { startMariadb } from '../lib/mariadb.mjs'
import { programOf } from '../lib/programs.mjs'
import { median } from './figures.mjs'

const WRITERS = 50
const JOBS = 5000
const STATIONS = ['counter', 'bench', 'account-lock', 'carrier-lock', 'hand-back']

/** A person at a browser, as far as asking goes. */
export class Person {
  #cookie = ''
  #token = ''
  constructor(address) {
    this.address = address
  }
  /** By which the server knows them. */
  get headers() {
    return { cookie: this.#cookie, 'x-csrf-token': this.#token }
  }
  async ask(method, path, body) {
    const response = await fetch(this.address + path, {
      method,
      headers: { 'content-type': 'application/json', ...this.headers },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    })
    const cookie = response.headers.get('set-cookie')
    if (cookie) this.#cookie = cookie.split(';')[0]
    const answer = await response.json()
    if (answer.csrfToken) this.#token = answer.csrfToken
    return { status: response.status, body: answer }
  }
  /** A file of any length: nothing of it is kept. */
  async download(path) {
    const from = performance.now()
    const response = await fetch(this.address + path, { headers: { cookie: this.#cookie } })
    let bytes = 0
    let firstMs
    for await (const chunk of response.body) {
      firstMs ??= performance.now() - from
      bytes += chunk.length
    }
    return { status: response.status, bytes, firstMs }
  }
  async signIn({ name, password }) {
    await this.ask('GET', '/api/session')
    await this.ask('POST', '/api/session', { name, password })
    return this
  }
}

export const quantile = (sorted, share) =>
  sorted[Math.min(sorted.length - 1, Math.floor(sorted.length * share))] ?? 0

/** Each writer changes its own job again and again: an answer, then a told step, and looks at it. */
async function write(people, jobs, seconds) {
  const tookMs = []
  let errors = 0
  const until = performance.now() + seconds * 1000
  await Promise.all(
    jobs.map(async (job, n) => {
      const person = people[n % people.length]
      let { version } = job
      for (let turn = 0; performance.now() < until; turn++) {
        const from = performance.now()
        const { status, body } =
          turn % 6
            ? await person.ask('PATCH', `/api/jobs/${job.id}/facts`, {
                version,
                facts: { wrongEntries: turn % 40 },
              })
            : await person.ask('POST', `/api/jobs/${job.id}/steps`, {
                told: { key: crypto.randomUUID(), at: new Date().toISOString() },
                change: { kind: 'key-tested', key: 'power', state: 'works' },
              })
        tookMs.push(performance.now() - from)
        if (status === 200) version = body.version
        else errors++
        // A person is slower than this by far; a job of hundreds of told steps is none.
        await new Promise((resolve) => setTimeout(resolve, 300))
      }
    }),
  )
  tookMs.sort((a, b) => a - b)
  return {
    requests: tookMs.length,
    errors,
    'median ms': Math.round(quantile(tookMs, 0.5)),
    'p99 ms': Math.round(quantile(tookMs, 0.99)),
    'worst ms': Math.round(tookMs.at(-1) ?? 0),
  }
}

/**
 * @param seconds how long the writers go on, half of it each with a cold and a warm server
 * @param openJobs how many jobs stand open when they are listed
 */
export async function measureWriters(seconds = 180, openJobs = JOBS) {
  const { STAFF } = await programOf('shop')
  const mariadb = await startMariadb({ name: 'perf-writers', fresh: true })
  await loadDemo(mariadb)
  let server = await startServer(mariadb, { BENEVOX_LOG: 'error' })
  const signedIn = async () => {
    const address = `http://127.0.0.1:${server.port}`
    return Promise.all(STAFF.map((member) => new Person(address).signIn(member)))
  }
  const facts = {
    modelId: 'orrelin-vane-5',
    complaint: 'forgotten-lock',
    hazard: 'none',
    knowsScreenLock: 'no',
  }
  /** Each with a note of its own: no two jobs are alike, and no route is found because another job has it. */
  const open = async (person) => {
    const { body } = await person.ask('POST', '/api/jobs', { key: crypto.randomUUID() })
    const own = { ...facts, ownershipNote: `Receipt of ${body.ticket}` }
    return (await person.ask('PATCH', `/api/jobs/${body.id}/facts`, { version: body.version, facts: own }))
      .body
  }
  const rows = {}
  try {
    let people = await signedIn()
    const jobs = await Promise.all(Array.from({ length: WRITERS }, (_, n) => open(people[n % people.length])))
    // Begun anew, so that nothing is held in memory.
    const ended = new Promise((resolve) => server.once('exit', resolve))
    server.kill('SIGTERM')
    await ended
    server = await startServer(mariadb, { BENEVOX_LOG: 'error' })
    people = await signedIn()
    const now = () =>
      Promise.all(jobs.map(async ({ id }) => (await people[0].ask('GET', `/api/jobs/${id}`)).body))
    rows['50 writers, cold server'] = await write(people, jobs, seconds / 2)
    rows['50 writers, warm server'] = await write(people, await now(), seconds / 2)

    while ((await people[0].ask('GET', '/api/jobs')).body.counts.counter < openJobs)
      await Promise.all(Array.from({ length: 40 }, (_, n) => open(people[n % people.length])))
    const tookMs = []
    let listed = 0
    for (const station of STATIONS) {
      let after = ''
      while (after !== null) {
        const from = performance.now()
        const { body } = await people[0].ask(
          'GET',
          `/api/jobs?station=${station}${after ? `&after=${after}` : ''}`,
        )
        tookMs.push(performance.now() - from)
        listed += body.jobs.length
        after = body.after
      }
    }
    tookMs.sort((a, b) => a - b)
    return {
      rows,
      lists: `${listed} open jobs listed in ${tookMs.length} pages: median ${median(tookMs).toFixed(1)} ms, p99 ${quantile(tookMs, 0.99).toFixed(1)} ms, worst ${tookMs.at(-1).toFixed(1)} ms`,
    }
  } finally {
    server.kill('SIGTERM')
    await mariadb.stop()
  }
}
