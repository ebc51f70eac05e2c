// npm run backup: one backup of the shop, now. `-- --to FOLDER` says where they go and with which passphrase, with `--changes` that every
// change is kept beside them, too; `-- --only-changes` copies those now; `-- --check FILE` tries one out. Once it is said where to, the running shop makes one each day by itself.
import { existsSync } from 'node:fs'
import { resolve } from 'node:path'
import { parseArgs } from 'node:util'
import { passphrase } from './lib/asked.mjs'
import { dataFolderOfShop } from './lib/folder.mjs'
import { ensureDebian, ensureNodeModules, give, say } from './lib/setup.mjs'

const { to, check, changes, 'only-changes': onlyChanges } = asked()
const folder = dataFolderOfShop()
ensureDebian({ 'mariadb-server': 'mariadbd' })
ensureNodeModules()
const { backUp, copyChanges, isSameDisk, settingsOf, setUp } = await import('./lib/shopBackups.mjs')

try {
  if (onlyChanges) await copyNow()
  else if (check) await tryIt(resolve(check))
  else await makeOne()
} catch (error) {
  give(error.message)
}

function asked() {
  try {
    const { values } = parseArgs({
      options: {
        to: { type: 'string' },
        check: { type: 'string' },
        changes: { type: 'boolean' },
        'only-changes': { type: 'boolean' },
      },
    })
    if (values.changes && !values.to) throw new Error('--changes goes with --to FOLDER')
    return values
  } catch (error) {
    return give(error.message)
  }
}

async function makeOne() {
  if (!existsSync(folder)) throw new Error(`there is no shop in ${folder}`)
  if (to) {
    if (settingsOf(folder)) say('backups made so far keep the passphrase they were made with.')
    setUp(folder, { to: resolve(to), passphrase: await passphrase({ twice: true }), changes })
    if (changes)
      say(
        'every change is written down from the next start on, and copied there each five minutes, for two days.',
      )
    say(
      'write the passphrase down and keep it away from this computer: without it no backup can be opened, by anybody.',
    )
    if (isSameDisk(folder, resolve(to)))
      say('these backups lie on the same disk as the shop: they are lost with it. Another disk is better.')
  }
  const { file, bytes, seconds } = await backUp(folder)
  say(`${file}: ${Math.ceil(bytes / 1000)} kB, restored and compared, ${seconds} s.`)
}

async function copyNow() {
  const until = await copyChanges(folder)
  if (until && process.stdout.isTTY) say(`every change is kept until ${until.toISOString()}.`)
  if (!until)
    throw new Error(
      'the shop does not run, or its changes are not written down: npm run backup -- --to FOLDER --changes',
    )
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
