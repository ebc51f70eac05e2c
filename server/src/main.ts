import { createApp } from './app.ts'
import { configFrom } from './config.ts'
import { dataSourceFor } from './database/dataSource.ts'

const config = configFrom(process.env)
const database = await dataSourceFor(config).initialize()
await database.runMigrations()
const server = createApp(config, database).listen(config.port, '127.0.0.1', (error) => {
  if (error) throw error
  console.log(`listening on ${config.port}`)
})

for (const signal of ['SIGTERM', 'SIGINT'] as const)
  process.once(signal, () => {
    server.close(() => void database.destroy().then(() => process.exit(0)))
    server.closeIdleConnections()
    setTimeout(() => process.exit(0), 5000).unref()
  })
