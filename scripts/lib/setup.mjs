// What a fresh machine lacks: Debian's packages and the project's own. Plain Node, since nothing is installed yet.
import { spawnSync } from 'node:child_process'
import { existsSync, mkdirSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const root = dirname(dirname(dirname(fileURLToPath(import.meta.url))))
export const workDir = join(root, '.benevox')
mkdirSync(workDir, { recursive: true })

export function say(sentence) {
  console.log(`benevox: ${sentence}`)
}

/** Ends with a sentence and no stack: what went wrong is the reader's to mend, not the program's. */
export function give(up) {
  console.error(`benevox: ${up}`)
  process.exit(1)
}

/** Whether a program is installed, by its name. */
export function onPath(program) {
  return ['/usr/sbin', '/usr/bin', '/usr/local/bin', '/sbin', '/bin'].some((dir) =>
    existsSync(join(dir, program)),
  )
}

/** Installs Debian packages whose program is missing, as root or through sudo. */
export function ensureDebian(packages) {
  const missing = Object.entries(packages)
    .filter(([, program]) => !onPath(program))
    .map(([name]) => name)
  if (missing.length === 0) return
  const command = `apt-get update && apt-get install -y --no-install-recommends ${missing.join(' ')}`
  const isRoot = process.getuid?.() === 0
  if (!isRoot && !onPath('sudo'))
    give(`${missing.join(' and ')} must be installed first. As root: ${command}`)
  say(`installing ${missing.join(' and ')} from Debian's packages …`)
  const shell = isRoot ? ['sh', ['-c', command]] : ['sudo', ['sh', '-c', command]]
  const done = spawnSync(shell[0], shell[1], {
    stdio: ['inherit', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  })
  if (done.status !== 0) give(`installing failed. Run this as root and start again: ${command}`)
}

/** Whether node_modules is there, and not older than the lock file. */
export function nodeModulesAreThere() {
  const installed = join(root, 'node_modules', '.package-lock.json')
  return (
    existsSync(installed) && statSync(installed).mtimeMs >= statSync(join(root, 'package-lock.json')).mtimeMs
  )
}

/** Runs `npm ci` where they are not. */
export function ensureNodeModules() {
  if (nodeModulesAreThere()) return
  say('installing the packages of the project …')
  const done = spawnSync('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], {
    cwd: root,
    stdio: ['ignore', 'ignore', 'inherit'],
  })
  if (done.status !== 0) give('npm ci failed; its words stand above.')
}
