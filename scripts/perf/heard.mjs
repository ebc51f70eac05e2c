// Loaded before the server by `npm run perf -- express`: writes down what it asks its database, while somebody wants to know.
import { appendFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { join } from 'node:path'

const require = createRequire(import.meta.url)
// Not among what the driver exports: it is only listened to.
const Connection = require(join(require.resolve('mysql2'), '../lib/base/connection.js'))
const { query } = Connection.prototype
const file = process.env.BENEVOX_HEARD
Connection.prototype.query = function (asked, ...more) {
  const sql = typeof asked === 'string' ? asked : asked.sql
  const values = Array.isArray(more[0]) ? more[0] : asked.values
  appendFileSync(file, `${JSON.stringify({ sql, values: values ?? [] }, dated)}\n`)
  return query.call(this, asked, ...more)
}

/** What JSON has no word for stays what it was. */
function dated(key, value) {
  const was = this[key]
  if (was instanceof Date) return { date: was.getTime() }
  if (was instanceof Uint8Array) return { bytes: Buffer.from(was).toString('base64') }
  return value
}
