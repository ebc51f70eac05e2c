// Building and serving the application: what demo, dev, screenshots and the tests share.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { freePort, serverEnvironment } from './mariadb.mjs'
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

/**
 * Starts the shop's outside world on loopback, made up: a registry and a maker's service over HTTP, a mailbox that takes SMTP.
 * @returns what the server is told of them; started again on the same ports when it dies by itself
 */
export async function startStandIns(reported = {}) {
  const ports = {
    registry: await freePort(),
    mailbox: await freePort(),
    smtp: await freePort(),
    maker: await freePort(),
  }
  const env = {
    ...process.env,
    BENEVOX_REPORTED: JSON.stringify(reported),
    BENEVOX_STAND_IN_PORTS: JSON.stringify(ports),
  }
  let stopping = false
  let child
  const start = () =>
    new Promise((resolve, reject) => {
      child = node('stand-ins/src/main.ts', env, ['ignore', 'pipe', 'inherit', 'ipc'])
      child.stdout.once('data', resolve)
      child.once('exit', (code) => {
        if (stopping) return
        reject(new Error(`the stand-ins ended with ${code}`))
        setTimeout(() => void start().catch(() => undefined), 500)
      })
    })
  await start()
  return {
    env: {
      BENEVOX_REGISTRY: `http://127.0.0.1:${ports.registry}`,
      BENEVOX_MAILBOX: `http://127.0.0.1:${ports.mailbox}`,
      BENEVOX_MAKER: `http://127.0.0.1:${ports.maker}`,
    },
    stop: async () => {
      stopping = true
      const ended = new Promise((resolve) => child.once('exit', resolve))
      if (child.exitCode === null && child.signalCode === null && child.kill('SIGTERM')) await ended
    },
  }
}
