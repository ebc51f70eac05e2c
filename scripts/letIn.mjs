// npm run let-in -- NAME: for whoever keeps the computer, where an owner has lost password or phone: a link to choose another one.
import { databaseOf } from './lib/shopBackups.mjs'
import { dataFolderOfShop } from './lib/folder.mjs'
import { runningAlready } from './lib/keeper.mjs'
import { programOf } from './lib/programs.mjs'
import { ensureDebian, ensureNodeModules, give, say } from './lib/setup.mjs'
import { join } from 'node:path'

const name = process.argv.slice(2).join(' ').trim()
if (!name) give('whom? npm run let-in -- NAME')
const folder = dataFolderOfShop()
ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()
const { letIn } = await programOf('upkeep')

try {
  const { database, stop } = await databaseOf(folder)
  try {
    const secret = await letIn(database, name)
    const at = runningAlready(join(folder, 'running.json'))?.address ?? 'http://127.0.0.1:4180/'
    say(`${name} chooses another password and code here, once, within three days:`)
    say(`${at}welcome#${secret}`)
    say('their second step at sign-in is removed; it stands in the log of the shop.')
  } finally {
    await stop()
  }
} catch (error) {
  give(error.message)
}
