import { configFrom } from '../server/src/config.ts'
import { openDatabase } from '../server/src/database/dataSource.ts'
import { DEMO_JOBS } from './jobs.ts'
import { loadDemo } from './load.ts'
import { pastJobs } from './past.ts'

/** Started by the scripts: fills the database that its environment names with the demo, and with its past where that is asked for. */
const database = await openDatabase(configFrom(process.env))
const past = process.env['BENEVOX_DEMO_PAST'] === 'yes' ? pastJobs() : []
await loadDemo(database, [...past, ...DEMO_JOBS])
await database.destroy()
