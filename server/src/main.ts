import type { AddressInfo } from 'node:net'
import { createApp } from './app.ts'
import { configFrom } from './config.ts'
import { openDatabase } from './database/dataSource.ts'
import { logOf } from './http/log.ts'
import { keptSeal, Seals } from './seals/seals.ts'
import { serverOf } from './http/connections.ts'

const config = configFrom(process.env)
const log = logOf(config)
const database = await openDatabase(config, undefined, (ms, sql) => log.warn({ ms, sql }, 'slow'))
const { app, life, post, forgetting, firstRun, metrics, devices, warmUp } = createApp(config, database)
await life.reproject()
const isNew = await firstRun.isDue()
if (isNew) console.log(`benevox: this shop is new. The code to set it up: ${firstRun.code}`)
else await warmUp()
post.begin()
forgetting.begin()
const seals = new Seals(database, (seal) => log.info(keptSeal(seal), 'sealed'))
seals.begin()
const server = serverOf(app).listen(config.port, '127.0.0.1')
server.on('listening', () => {
  const { port } = server.address() as AddressInfo
  devices.begin(app, port)
  console.log(`listening on ${port}`)
})
server.on('error', (error: NodeJS.ErrnoException) => {
  // Taken by somebody else: whoever started it asked for any other then.
  if (error.code === 'EADDRINUSE' && config.portMayDiffer) server.listen(0, '127.0.0.1')
  else throw error
})

const counted = config.metricsPort === undefined ? undefined : metrics.listen(config.metricsPort)

const stop = () => {
  counted?.close()
  devices.end()
  post.end()
  forgetting.end()
  seals.end()
  server.close(() => void database.destroy().then(() => process.exit(0)))
  server.closeIdleConnections()
  setTimeout(() => process.exit(0), 5000).unref()
}
for (const signal of ['SIGTERM', 'SIGINT'] as const) process.once(signal, stop)
// Started by a script that died without a word: an orphan would hold the port.
process.once('disconnect', stop)
process.stdout.once('error', stop)
