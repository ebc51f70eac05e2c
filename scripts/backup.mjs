// npm run backup: one backup of the shop, now. `-- --to FOLDER` says where they go and with which passphrase, `-- --check FILE` tries
// one out. Once it is said where to, the running shop makes one each day by itself.
import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { passphrase } from './lib/asked.mjs'
import { dataFolderOfShop } from './lib/folder.mjs'
import { ensureDebian, ensureNodeModules, give, say } from './lib/setup.mjs'

const { to, check } = asked()
const folder = dataFolderOfShop()
ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()
const { backUp, isSameDisk, settingsOf, setUp } = await import('./lib/shopBackups.mjs')

try {
  if (check) await tryIt(resolve(check))
  else await makeOne()
} catch (error) {
  give(error.message)
}

function asked() {
  try {
    return parseArgs({ options: { to: { type: 'string' }, check: { type: 'string' } } }).values
  } catch (error) {
    return give(error.message)
  }
}

async function makeOne() {
  if (!existsSync(folder)) throw new Error(`there is no shop in ${folder}`)
  if (to) {
    if (settingsOf(folder)) say('backups made so far keep the passphrase they were made with.')
    setUp(folder, { to: resolve(to), passphrase: await passphrase({ twice: true }) })
    say(
      'write the passphrase down and keep it away from this machine: without it no backup can be opened, by anybody.',
    )
    if (isSameDisk(folder, resolve(to)))
      say('these backups lie on the same disk as the shop: they are lost with it. Another disk is better.')
  }
  const { file, bytes, seconds } = await backUp(folder)
  say(`${file}: ${Math.ceil(bytes / 1000)} kB, restored and compared, ${seconds} s.`)
}

async function tryIt(file) {
  if (!existsSync(file)) throw new Error(`there is no ${file}`)
  const { tryOut } = await import('./lib/backup.mjs')
  const { programOf } = await import('./lib/programs.mjs')
  const { opensAll } = await programOf('upkeep')
  const known = settingsOf(folder)?.passphrase
  const { madeAt } = await tryOut(file, known ?? (await passphrase()), folder, opensAll)
  say(`${file}: made ${madeAt}, restored and compared.`)
}
