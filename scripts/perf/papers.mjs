// What others wait for while receipts and cards are printed, asked from outside the server.
import { performance } from 'node:perf_hooks'
import { loadDemo, startServer } from '../lib/application.mjs'
import { startMariadb } from '../lib/mariadb.mjs'
import { programOf } from '../lib/programs.mjs'
import { median } from './figures.mjs'
import { Person, quantile } from './writers.mjs'

const ROUNDS = 8
/** Between two questions of the other person, in milliseconds. */
const PAUSE_MS = 10

export async function measurePapers() {
  const [{ STAFF }, { demoPack }] = await Promise.all([programOf('shop'), programOf('measured')])
  const mariadb = await startMariadb({ name: 'perf-papers', fresh: true })
  await loadDemo(mariadb)
  const server = await startServer(mariadb, { BENEVOX_LOG: 'error' })
  const address = `http://127.0.0.1:${server.port}`
  const [family] = demoPack().families
  const papers = { receipt: '/api/jobs/1/receipt.pdf', card: `/api/catalog/families/${family.id}/card.pdf` }
  const rows = []
  try {
    const one = await new Person(address).signIn(STAFF[0])
    const other = await new Person(address).signIn(STAFF[1])
    for (const [paper, path] of Object.entries(papers)) {
      const [printMs, tookMs] = [[], []]
      // The first finds its fonts.
      for (let round = -1; round < ROUNDS; round++) {
        const from = performance.now()
        let isOver = false
        const printing = one.download(path).finally(() => (isOver = true))
        while (!isOver) {
          const asked = performance.now()
          await other.ask('GET', '/api/jobs/1')
          if (round >= 0) tookMs.push(performance.now() - asked)
          await new Promise((resolve) => setTimeout(resolve, PAUSE_MS))
        }
        const { status } = await printing
        if (status !== 200) throw new Error(`${paper}: ${status}`)
        if (round >= 0) printMs.push(performance.now() - from)
      }
      tookMs.sort((a, b) => a - b)
      rows.push({
        paper,
        'printed in ms': Math.round(median(printMs)),
        'requests meanwhile': tookMs.length,
        'median ms': Math.round(quantile(tookMs, 0.5)),
        'worst ms': Math.round(tookMs.at(-1) ?? 0),
      })
    }
  } finally {
    server.kill('SIGTERM')
    await mariadb.stop()
  }
  return rows
}
