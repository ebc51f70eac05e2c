// Building and serving the application: what demo, dev, screenshots and the tests share.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { serverEnvironment } from './mariadb.mjs'
import { give, root, say, workDir } from './setup.mjs'

export const webDist = join(root, 'web', 'dist')

/** The newest change among everything the interface is built from. */
function newestSource() {
  let newest = 0
  const walk = (path) => {
    const stat = statSync(path)
    if (stat.isDirectory())
      readdirSync(path)
        .filter((name) => name !== 'node_modules' && name !== 'dist')
        .forEach((name) => walk(join(path, name)))
    else newest = Math.max(newest, stat.mtimeMs)
  }
  for (const part of ['web', 'core/src', 'contract/src', 'package-lock.json']) walk(join(root, part))
  return newest
}

/** Builds the interface unless what is built is newer than its sources. */
export function buildWeb() {
  const stamp = join(workDir, 'web-built')
  const newest = String(newestSource())
  if (existsSync(join(webDist, 'index.html')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === newest)
    return
  say('building the interface …')
  const done = spawnSync(
    process.execPath,
    [join(root, 'node_modules/vite/bin/vite.js'), 'build', 'web', '--logLevel', 'warn'],
    { cwd: root, stdio: 'inherit' },
  )
  if (done.status !== 0) give('building the interface failed; the words of the builder stand above.')
  writeFileSync(stamp, newest)
}

const node = (file, env, stdio) =>
  spawn(process.execPath, ['--import', 'tsx', join(root, file)], { cwd: root, env, stdio })

/** Fills a new database with the demo, in one transaction; a filled one is left alone without asking it. */
export function loadDemo(mariadb) {
  const loaded = join(mariadb.dir, 'demo-loaded')
  if (existsSync(loaded)) return Promise.resolve()
  return new Promise((resolve) => {
    node('demo/load.ts', serverEnvironment(mariadb), 'inherit').once('exit', (code) => {
      if (code !== 0) give('loading the demo failed; the error stands above.')
      writeFileSync(loaded, '')
      resolve()
    })
  })
}

/** Starts the server and resolves once it listens. */
export function startServer(mariadb, more) {
  return new Promise((resolve, reject) => {
    const child = node('server/src/main.ts', serverEnvironment(mariadb, more), [
      'ignore',
      'pipe',
      'inherit',
      'ipc',
    ])
    child.stdout.on('data', (text) => String(text).startsWith('listening') && resolve(child))
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)))
  })
}
