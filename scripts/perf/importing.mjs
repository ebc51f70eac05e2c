// What others wait for while a catalogue of two megabytes is taken in, asked from outside the server.
import { performance } from 'node:perf_hooks'
import { loadDemo, startServer } from '../lib/application.mjs'
import { startMariadb } from '../lib/mariadb.mjs'
import { programOf } from '../lib/programs.mjs'
import { median } from './figures.mjs'
import { Person, quantile } from './writers.mjs'

const BYTES = 2_000_000
const ROUNDS = 5
/** Between two questions of the other person, in milliseconds. */
const PAUSE_MS = 20

/** The demo's catalogue with so many listed models more that it comes to the size. */
function large(pack, round) {
  const [model] = pack.models
  const listed = (n) => ({
    ...model,
    id: `listed-${round}-${n}`,
    name: `Listed ${n}`,
    modelText: `L${round}-${n}`,
    tacs: [],
  })
  const room = BYTES - JSON.stringify(pack).length
  const count = Math.ceil(room / JSON.stringify(listed(10_000)).length)
  return { ...pack, models: [...pack.models, ...Array.from({ length: count }, (_, n) => listed(n))] }
}

export async function measureImporting() {
  const [{ STAFF }, { demoPack }] = await Promise.all([programOf('shop'), programOf('measured')])
  const mariadb = await startMariadb({ name: 'perf-importing', fresh: true })
  await loadDemo(mariadb)
  const server = await startServer(mariadb, { BENEVOX_LOG: 'error' })
  const address = `http://127.0.0.1:${server.port}`
  const tookMs = []
  const importsMs = []
  try {
    const supervisor = await new Person(address).signIn(STAFF.find(({ supervisor }) => supervisor))
    const other = await new Person(address).signIn(STAFF[0])
    const { body: opened } = await other.ask('POST', '/api/jobs', { key: crypto.randomUUID() })
    let { version } = opened
    for (let round = 0; round < ROUNDS; round++) {
      const { body: catalog } = await supervisor.ask('GET', '/api/catalog')
      const body = {
        base: catalog.id,
        note: 'Two megabytes',
        change: { kind: 'pack', pack: large(demoPack(), round) },
      }
      const from = performance.now()
      let isOver = false
      const importing = supervisor.ask('POST', '/api/catalog', body).finally(() => (isOver = true))
      // What lies between is this process writing the file out.
      await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
      for (let turn = 0; !isOver; turn++) {
        const asked = performance.now()
        if (turn % 3 === 2) {
          const { body: job } = await other.ask('PATCH', `/api/jobs/${opened.id}/facts`, {
            version,
            facts: { wrongEntries: turn % 40 },
          })
          version = job.version
        } else await other.ask('GET', turn % 3 === 0 ? '/api/jobs?station=bench' : `/api/jobs/${opened.id}`)
        tookMs.push(performance.now() - asked)
        await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
      }
      const { status } = await importing
      if (status !== 200) throw new Error(`Nothing was taken in: ${status}`)
      importsMs.push(performance.now() - from)
    }
  } finally {
    server.kill('SIGTERM')
    await mariadb.stop()
  }
  tookMs.sort((a, b) => a - b)
  return {
    imports: ROUNDS,
    'one takes ms': Math.round(median(importsMs)),
    'requests meanwhile': tookMs.length,
    'median ms': Math.round(quantile(tookMs, 0.5)),
    'p99 ms': Math.round(quantile(tookMs, 0.99)),
    'worst ms': Math.round(tookMs.at(-1) ?? 0),
  }
}
