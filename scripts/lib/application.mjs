// Building and serving the application: what demo, dev, screenshots and the tests share.
import { spawn, spawnSync } from 'node:child_process'
import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { createInterface } from 'node:readline'
import { serverEnvironment } from './mariadb.mjs'
import { compressIn } from './compressed.mjs'
import { program, programOf, stampOf } from './programs.mjs'
import { give, root, say, workDir } from './setup.mjs'

export const webDist = join(root, 'web', 'dist')

/** Builds the interface, compressed beside, unless it was built from its sources as they are. */
export async function buildWeb() {
  const stamp = join(workDir, 'web-built')
  const sources = stampOf([
    'web',
    'core/src',
    'contract/src',
    'words/src',
    'words/languages',
    'package-lock.json',
  ])
  if (existsSync(join(webDist, 'index.html')) && existsSync(stamp) && readFileSync(stamp, 'utf8') === sources)
    return
  say('building the interface …')
  const done = spawnSync(
    process.execPath,
    [join(root, 'node_modules/vite/bin/vite.js'), 'build', 'web', '--logLevel', 'warn'],
    { cwd: root, stdio: 'inherit' },
  )
  if (done.status !== 0) give('building the interface failed; the words of the builder stand above.')
  await compressIn(webDist)
  writeFileSync(stamp, sources)
}

const start = async (name, env, stdio) =>
  spawn(process.execPath, ['--enable-source-maps', await program(name)], { cwd: root, env, stdio })

/**
 * Fills a new database with the demo, in one transaction; a filled one is left alone without asking it. With its past it has
 * months of results to show.
 */
export async function loadDemo(mariadb, { past = false } = {}) {
  const loaded = join(mariadb.dir, 'demo-loaded')
  if (existsSync(loaded)) return
  const child = await start(
    'demo',
    serverEnvironment(mariadb, past ? { BENEVOX_DEMO_PAST: 'yes' } : {}),
    'inherit',
  )
  const code = await new Promise((resolve) => child.once('exit', resolve))
  if (code !== 0) give('loading the demo failed; the error stands above.')
  writeFileSync(loaded, '')
}

/** By their folders: databases whose tables are of this version, and whose server's account may use them. */
const prepared = new Set()

/** The tables are made by one account and used by another, which changes no table and no record. */
async function accountOfServer(mariadb) {
  if (!mariadb.server) return mariadb
  if (!prepared.has(mariadb.dir)) {
    const { prepare } = await programOf('upkeep')
    await prepare(mariadb, mariadb.server.user)
    prepared.add(mariadb.dir)
  }
  return { ...mariadb, ...mariadb.server }
}

/**
 * Starts the server and resolves once it listens; its `port` is the one it says it has bound. `BENEVOX_PORT` 0, as it
 * is without one: any that is free.
 * @param log where its log goes; without one, what it says of errors stands in the terminal
 */
export async function startServer(mariadb, more, log) {
  const env = serverEnvironment(await accountOfServer(mariadb), { BENEVOX_PORT: '0', ...more })
  const child = await start('server', env, ['ignore', 'pipe', 'inherit', 'ipc'])
  const lines = createInterface({ input: child.stdout })
  return new Promise((resolve, reject) => {
    lines.on('line', (line) => {
      const bound = /^listening on (\d+)$/.exec(line)
      if (bound) resolve(Object.assign(child, { port: Number(bound[1]) }))
      // What it has to say to whoever started it is no log.
      else if (line.startsWith('benevox: ')) console.log(line)
      else log?.write(`${line}\n`)
    })
    child.once('exit', (code) => reject(new Error(`the server ended with ${code}`)))
  })
}

/**
 * Starts the shop's outside world on loopback, made up: a registry and a maker's service over HTTP, a mailbox that takes SMTP.
 * @param known what the registry knows: the status of an IMEI, the model of its first eight digits
 * @returns what the server is told of them; started again on the same ports when it dies by itself
 */
export async function startStandIns({ reported = {}, models = {} } = {}, resultAfterMs = undefined) {
  /** Where they answer, as they said it when they first stood. */
  let where
  let stopping = false
  let child
  const begin = async () => {
    const env = {
      ...process.env,
      BENEVOX_REPORTED: JSON.stringify(reported),
      BENEVOX_MODELS_REPORTED: JSON.stringify(models),
      ...(resultAfterMs ? { BENEVOX_RESULT_AFTER_MS: String(resultAfterMs) } : {}),
      ...(where ? { BENEVOX_STAND_IN_PORTS: JSON.stringify(portsOf(where)) } : {}),
    }
    child = await start('stand-ins', env, ['ignore', 'pipe', 'inherit', 'ipc'])
    return new Promise((resolve, reject) => {
      child.stdout.once('data', (line) => resolve(JSON.parse(String(line))))
      child.once('exit', (code) => {
        if (stopping) return
        reject(new Error(`the stand-ins ended with ${code}`))
        setTimeout(() => void begin().catch(() => undefined), 500)
      })
    })
  }
  where = await begin()
  return {
    env: {
      BENEVOX_MAIL: 'counter@shop.example',
      BENEVOX_REGISTRY: where.registry,
      BENEVOX_MAILBOX: where.mailbox,
      BENEVOX_SMTP: where.smtp,
      BENEVOX_IMAP: where.imap,
      BENEVOX_MAKER: where.maker,
      BENEVOX_SUPPLIERS: where.suppliers,
    },
    stop: async () => {
      stopping = true
      const ended = new Promise((resolve) => child.once('exit', resolve))
      if (child.exitCode === null && child.signalCode === null && child.kill('SIGTERM')) await ended
    },
  }
}

function portsOf({ registry, mailbox, maker, suppliers, smtpPort, imap }) {
  const portOf = (address) => Number(new URL(address).port)
  return {
    registry: portOf(registry),
    mailbox: portOf(mailbox),
    maker: portOf(maker),
    suppliers: portOf(suppliers),
    smtp: smtpPort,
    imap: portOf(imap),
  }
}
