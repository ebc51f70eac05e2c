// npm run keys: another key of the shop, by which the keys of all its jobs are sealed from now on; the shop may be open meanwhile.
import { dataFolderOfShop } from './lib/folder.mjs'
import { ensureDebian, ensureNodeModules, give, say } from './lib/setup.mjs'

const folder = dataFolderOfShop()
ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()
const { databaseOf, settingsOf } = await import('./lib/shopBackups.mjs')
const { programOf } = await import('./lib/programs.mjs')
const { changeKeys } = await programOf('upkeep')

try {
  const { database, stop } = await databaseOf(folder)
  try {
    say('another key; this takes a minute or more …')
    const jobs = await changeKeys(database)
    say(`the keys of ${jobs} jobs are sealed by the new key of the shop, and the old one is gone.`)
    say('backups made before keep the key they were made with.')
    if (settingsOf(folder)) say('make one with the new key: npm run backup')
  } finally {
    await stop()
  }
} catch (error) {
  give(error.message)
}
