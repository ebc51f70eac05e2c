import { configFrom } from '../server/src/config.ts'
import { openDatabase } from '../server/src/database/dataSource.ts'
import { loadDemo } from './load.ts'

/** Started by the scripts: fills the database that its environment names with the demo. */
const database = await openDatabase(configFrom(process.env))
await loadDemo(database)
await database.destroy()
