// The peer of `npm run perf -- express`: Express and the driver alone, asking the database word for word what Benevox asks it.
import express from 'express'
import { createPool } from 'mysql2/promise'

const { database, read, write, jobs } = JSON.parse(process.env.BENEVOX_BARE)
const POOL_SIZE = 10

const isOf = (value, kind) => value !== null && typeof value === 'object' && kind in value
const lived = (value) => {
  if (Array.isArray(value)) return value.map(lived)
  if (isOf(value, 'date')) return new Date(value.date)
  return isOf(value, 'bytes') ? Buffer.from(value.bytes, 'base64') : value
}
const pool = createPool({
  ...database,
  connectionLimit: POOL_SIZE,
  timezone: 'Z',
  supportBigNumbers: true,
  bigNumberStrings: true,
})
/** How often each job was changed: an event has the next number of its job. */
const nths = new Map(jobs.map(({ id, events }) => [id, events]))
const tickets = new Map(jobs.map(({ id, ticket }) => [id, ticket]))

/** The values that were heard, of another job. */
function valuesOf({ sql, values }, id) {
  const all = lived(values)
  if (sql.startsWith('INSERT INTO job_events')) {
    const nth = nths.get(id) + 1
    nths.set(id, nth)
    const [, , ...more] = all[0][0]
    return [[[id, nth, ...more]]]
  }
  if (sql.startsWith('UPDATE jobs')) {
    const [, , , ...more] = all
    const nth = nths.get(id)
    return [tickets.get(id), nth, nth, ...more.slice(0, -1), id]
  }
  return sql.includes('jobs') ? all.map((value) => (value === read.jobId ? id : value)) : all
}
const app = express()
app.use(express.json())
app.get('/api/jobs/:id', async (request, response) => {
  const id = Number(request.params.id)
  let state
  for (const one of read.statements) {
    const [rows] = await pool.query(one.sql, valuesOf(one, id))
    state = rows[0]?.state ?? state
  }
  response.json(JSON.parse(state))
})
app.patch('/api/jobs/:id/facts', async (request, response) => {
  const id = Number(request.params.id)
  const connection = await pool.getConnection()
  try {
    let state
    for (const one of write.statements) {
      const [rows] = await connection.query(one.sql, valuesOf(one, id))
      state = rows[0]?.state ?? state
    }
    response.json({ ...JSON.parse(state), version: request.body.version + 1 })
  } finally {
    connection.release()
  }
})
app.listen(0, '127.0.0.1', function () {
  process.send(this.address().port)
})
