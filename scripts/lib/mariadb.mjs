// A private mariadbd on loopback with its own data folder and generated credentials.
import { spawn, spawnSync } from 'node:child_process'
import { createHash, randomBytes, randomInt } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import net from 'node:net'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { isRunning } from './processes.mjs'
import { give, root, say } from './setup.mjs'

const isRoot = process.getuid?.() === 0

/** Whether a user without rights here can walk into a folder: every folder above lets others through. */
export function othersCanReach(path) {
  for (let dir = path; ; dir = dirname(dir)) {
    if (existsSync(dir) && !(statSync(dir).mode & 0o001)) return false
    if (dir === dirname(dir)) return true
  }
}

/** Inside the project where mariadbd's user can reach it; else in a folder of /var/lib named after the project. */
function dataFolder(name) {
  const inside = join(root, '.benevox', name)
  if (!isRoot || othersCanReach(dirname(inside))) return inside
  const key = createHash('sha256').update(root).digest('hex').slice(0, 10)
  return join('/var/lib', `benevox-${key}`, name)
}

function alive(pid) {
  try {
    process.kill(pid, 0)
    return true
  } catch {
    return false
  }
}

async function until(check, ms, what) {
  for (const end = Date.now() + ms; Date.now() < end;) {
    if (await check()) return
    await new Promise((resolve) => setTimeout(resolve, 60))
  }
  throw new Error(`${what} took longer than ${ms / 1000} s`)
}

function answers(port) {
  return new Promise((resolve) => {
    const socket = net.connect(port, '127.0.0.1')
    socket.once('data', () => (socket.destroy(), resolve(true)))
    socket.once('error', () => resolve(false))
    socket.setTimeout(500, () => (socket.destroy(), resolve(false)))
  })
}

/** Ends a mariadbd that a former start left behind on this data folder. */
async function replaceFormer(pidFile, dataDir) {
  if (!existsSync(pidFile)) return
  const pid = Number(readFileSync(pidFile, 'utf8'))
  if (!isRunning(pid, dataDir)) return
  say(`a former mariadbd still runs (process ${pid}); it is stopped and replaced.`)
  process.kill(pid, 'SIGTERM')
  await until(() => !alive(pid), 180_000, 'stopping the former mariadbd')
}

/** Of InnoDB's own log, where every change stands until it is written over: of another size it is begun anew. */
const LOG_BYTES = [100_663_296, 100_667_392]

/** Places where InnoDB keeps what a change needs to be undone, used in turn: what is large enough is freed afterwards, and cleared. */
const UNDO_SEGMENTS = 128

/**
 * Done by the database itself at each start, with rights that the application has not: `clear_traces` writes over what is
 * kept of former values, and begins the log anew.
 */
const initSql = ({ password, server, changes, replayer }) =>
  [
    'CREATE DATABASE IF NOT EXISTS benevox CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci',
    `CREATE USER IF NOT EXISTS benevox@'127.0.0.1' IDENTIFIED BY '${password}'`,
    "GRANT ALL ON `benevox%`.* TO benevox@'127.0.0.1' WITH GRANT OPTION",
    `CREATE USER IF NOT EXISTS ${server.user}@'127.0.0.1'`,
    // As the folder says it now, whatever was said before.
    `ALTER USER ${server.user}@'127.0.0.1' IDENTIFIED BY '${server.password}'`,
    'CREATE DATABASE IF NOT EXISTS benevox_upkeep',
    `CREATE TABLE IF NOT EXISTS benevox_upkeep.filler (id INT NOT NULL PRIMARY KEY, text VARCHAR(7800) CHARACTER SET latin1 NOT NULL) ENGINE=InnoDB`,
    `INSERT IGNORE INTO benevox_upkeep.filler (id, text) VALUES (1, ''), (2, '')`,
    `CREATE OR REPLACE DEFINER = root@localhost PROCEDURE benevox_upkeep.clear_traces() SQL SECURITY DEFINER ` +
      `BEGIN DECLARE n INT DEFAULT 0; ` +
      `WHILE n < ${UNDO_SEGMENTS * 4} DO ` +
      `START TRANSACTION; UPDATE benevox_upkeep.filler SET text = REPEAT(CHAR(65 + n % 26), 7800); COMMIT; SET n = n + 1; ` +
      `END WHILE; ` +
      `SET GLOBAL innodb_log_file_size = IF(@@GLOBAL.innodb_log_file_size = ${LOG_BYTES[0]}, ${LOG_BYTES[1]}, ${LOG_BYTES[0]}); END`,
    `GRANT EXECUTE ON PROCEDURE benevox_upkeep.clear_traces TO ${server.user}@'127.0.0.1'`,
    // What has been changed one after another is looked at, finished, and deleted where it was copied.
    ...(changes ? [`GRANT RELOAD, BINLOG MONITOR, BINLOG ADMIN ON *.* TO benevox@'127.0.0.1'`] : []),
    // Does again what was done, as whoever did it; a shop that is open has no such account.
    `DROP USER IF EXISTS ${REPLAYER}@'127.0.0.1'`,
    ...(replayer
      ? [
          `CREATE USER ${REPLAYER}@'127.0.0.1' IDENTIFIED BY '${replayer}'`,
          `GRANT ALL ON *.* TO ${REPLAYER}@'127.0.0.1' WITH GRANT OPTION`,
        ]
      : []),
  ]
    .map((statement) => `${statement};\n`)
    .join('')

const REPLAYER = 'benevox_replayer'

/** How many ports are tried: mariadbd itself says whether one is taken. */
const MOST_PORTS = 8

/**
 * Starts mariadbd on a loopback port of its own.
 * @param name the folder's name within the project: each use (demo, test) has its own
 * @param folder another folder, anywhere, for a shop of its own
 * @param fresh forgets all data first
 * @param from begins with the data of this one, which is stopped; only where it is fresh
 * @param port the one it had before; where it is taken by now, another
 * @param replays whether what was done in another one is to be done again: then it has a `replayer` who may
 */
export async function startMariadb({ name, folder, fresh = false, from, port, replays = false }) {
  for (let nth = 1; ; nth++) {
    const started = await startOn({
      dir: folder ?? dataFolder(name),
      fresh: fresh && nth === 1,
      from,
      replays,
      port: nth === 1 && port ? port : randomInt(21_000, 32_000),
    })
    if (started !== 'taken') return started
    if (nth >= MOST_PORTS) give('mariadbd found no port on loopback that is free.')
  }
}

/** Where the shop's own keys are: beside its database, or somewhere else, such as a stick that is not copied with it. */
const keysBeside = (dir) => process.env.BENEVOX_SHOP_KEYS ?? join(dir, 'shop-keys')

/** @returns *taken* where somebody else listens on the port */
async function startOn({ dir, fresh, from, port, replays }) {
  const dataDir = join(dir, 'data')
  const pidFile = join(dir, 'mariadbd.pid')
  await replaceFormer(pidFile, dataDir)
  if (fresh) rmSync(dir, { recursive: true, force: true })
  if (fresh && from && spawnSync('cp', ['-a', dataFolder(from), dir]).status !== 0)
    give(`the data of ${from} cannot be copied.`)
  mkdirSync(dir, { recursive: true })
  const credentialsFile = join(dir, 'credentials.json')
  const asUser = isRoot ? ['--user=mysql'] : []
  // A mariadbd that starts clears its folder for temporary tables: in a shared one, those of others too.
  const ownTmp = join(dir, 'tmp')
  mkdirSync(ownTmp, { recursive: true })
  if (isRoot) spawnSync('chown', ['mysql', ownTmp])

  if (!existsSync(credentialsFile)) {
    rmSync(dataDir, { recursive: true, force: true })
    if (isRoot) spawnSync('chown', ['mysql', dir])
    const made = spawnSync(
      'mariadb-install-db',
      [
        '--no-defaults',
        `--datadir=${dataDir}`,
        `--tmpdir=${ownTmp}`,
        '--auth-root-authentication-method=socket',
        '--skip-test-db',
        ...asUser,
      ],
      { encoding: 'utf8' },
    )
    if (made.status !== 0) give(`mariadb-install-db failed:\n${made.stdout}${made.stderr}`)
    const password = randomBytes(24).toString('base64url')
    writeFileSync(
      credentialsFile,
      JSON.stringify({
        user: 'benevox',
        password,
        database: 'benevox',
        sessionSecret: randomBytes(32).toString('hex'),
      }),
      { mode: 0o600 },
    )
    chmodSync(dataDir, 0o700)
  }

  if (credentialsIn(dir).changesEnd && (await endChanges(dir, port)) === 'taken') return 'taken'
  const credentials = credentialsIn(dir)
  // Of the account that the server works with: a folder from before has none yet.
  credentials.server ??= { user: 'benevox_server', password: randomBytes(24).toString('base64url') }
  writeFileSync(credentialsFile, JSON.stringify(credentials), { mode: 0o600 })
  const init = join(dir, 'init.sql')
  const replayer = replays ? randomBytes(24).toString('base64url') : undefined
  writeFileSync(init, initSql({ ...credentials, replayer }), { mode: 0o600 })
  if (isRoot) spawnSync('chown', ['mysql', init])

  const log = join(dir, 'mariadbd.log')
  const logged = existsSync(log) ? statSync(log).size : 0
  const socket = join(tmpdir(), `benevox-${createHash('sha256').update(dir).digest('hex').slice(0, 10)}.sock`)
  const child = spawn(
    'mariadbd',
    [
      '--no-defaults',
      ...asUser,
      `--datadir=${dataDir}`,
      `--tmpdir=${ownTmp}`,
      `--pid-file=${pidFile}`,
      `--socket=${socket}`,
      '--bind-address=127.0.0.1',
      `--port=${port}`,
      '--skip-name-resolve',
      `--init-file=${init}`,
      '--character-set-server=utf8mb4',
      '--collation-server=utf8mb4_unicode_ci',
      '--default-time-zone=+00:00',
      '--innodb-flush-log-at-trx-commit=1',
      '--innodb-doublewrite=1',
      // What is freed is overwritten with zeros: what was forgotten is in no table, and in nothing kept to undo a change.
      '--innodb-immediate-scrub-data-uncompressed=ON',
      `--innodb-log-file-size=${LOG_BYTES[0]}`,
      '--innodb-buffer-pool-size=128M',
      '--sql-mode=STRICT_ALL_TABLES,NO_ZERO_DATE,NO_ZERO_IN_DATE,ERROR_FOR_DIVISION_BY_ZERO,NO_ENGINE_SUBSTITUTION',
      '--max-allowed-packet=256M',
      `--log-error=${log}`,
      ...changesOf(dir, credentials.changes),
    ],
    { stdio: 'ignore', detached: true, env: { ...process.env, PATH: `${process.env.PATH}:/usr/sbin:/sbin` } },
  )
  let gone = false
  child.once('exit', () => (gone = true))
  const saidSince = () => (existsSync(log) ? readFileSync(log, 'utf8').slice(logged) : '')
  try {
    // What answers on the port may be somebody else's: this one says itself that it is there.
    const isThere = async () => saidSince().includes('ready for connections') && (await answers(port))
    await until(async () => gone || (await isThere()), 180_000, 'starting mariadbd')
  } catch (error) {
    give(`${error.message}; its log: ${log}`)
  }
  if (gone) {
    if (saidSince().includes('Address already in use')) return 'taken'
    give(`mariadbd ended at once; its log: ${log}`)
  }
  writeFileSync(join(dir, 'port'), String(port))
  return {
    ...credentials,
    ...(replayer && { replayer: { user: REPLAYER, password: replayer } }),
    shopKeys: keysBeside(dir),
    dir,
    port,
    pid: child.pid,
    onExit: (then) => child.once('exit', then),
    stop: async () => {
      if (gone) return
      child.kill('SIGTERM')
      await until(() => gone, 180_000, 'stopping mariadbd')
    },
    kill: async () => {
      child.kill('SIGKILL')
      await until(() => gone, 180_000, 'killing mariadbd')
    },
  }
}

/** Where a mariadbd writes down every change, one after another; two days of them at most where nobody copies them. */
const CHANGES_KEPT_S = 2 * 86_400
const changesFolder = (dir) => join(dir, 'changes')
/**
 * What it is started with. @param history a name of the changes since they are written down, another one each time that is begun;
 * undefined where it is not, and what was written down before goes
 */
function changesOf(dir, history) {
  const folder = changesFolder(dir)
  if (!history) {
    rmSync(folder, { recursive: true, force: true })
    return []
  }
  mkdirSync(folder, { recursive: true, mode: 0o700 })
  if (isRoot) spawnSync('chown', ['mysql', folder])
  return [
    `--log-bin=${join(folder, history)}`,
    '--server-id=1',
    '--binlog-format=ROW',
    '--binlog-row-image=FULL',
    '--binlog-annotate-row-events=OFF',
    '--binlog-do-db=benevox',
    // Rows are written down, not statements: a trigger that says something else when it is done again has done nothing.
    '--log-bin-trust-function-creators=ON',
    '--sync-binlog=1',
    `--binlog-expire-logs-seconds=${CHANGES_KEPT_S}`,
  ]
}

const credentialsIn = (dir) => JSON.parse(readFileSync(join(dir, 'credentials.json'), 'utf8'))
const keepCredentials = (dir, credentials) =>
  writeFileSync(join(dir, 'credentials.json'), JSON.stringify(credentials), { mode: 0o600 })

/** Whether changes are written down from the next start on. */
export function writeChanges(dir, wanted) {
  const { changesEnd: _, ...credentials } = credentialsIn(dir)
  const { changes } = credentials
  if (wanted) keepCredentials(dir, { ...credentials, changes: changes ?? randomBytes(4).toString('hex') })
  else if (changes) keepCredentials(dir, { ...credentials, changesEnd: true })
}

/**
 * What was half done when a mariadbd died is settled by what it wrote down, and without that it would not start: it is
 * started by it once more, and stopped, before it is started without.
 * @returns *taken* where somebody else listens on the port
 */
async function endChanges(dir, port) {
  const { changes, changesEnd: _, ...credentials } = credentialsIn(dir)
  keepCredentials(dir, { ...credentials, changes })
  const started = await startOn({ dir, port })
  if (started === 'taken') {
    keepCredentials(dir, { ...credentials, changes, changesEnd: true })
    return started
  }
  await started.stop()
  keepCredentials(dir, credentials)
  return undefined
}

/**
 * A mariadbd that is needed only as long as this process does its work: it does not outlive it.
 * @returns lets go of it: once it is stopped, or somebody else's to stop, a signal means again what it meant
 */
export function endWithThis({ pid }) {
  const end = () => {
    try {
      process.kill(pid, 'SIGTERM')
    } catch {
      // It has ended already.
    }
  }
  const leave = () => process.exit(1)
  process.once('exit', end)
  for (const signal of SIGNALS) process.once(signal, leave)
  return () => {
    process.off('exit', end)
    for (const signal of SIGNALS) process.off(signal, leave)
  }
}
const SIGNALS = ['SIGINT', 'SIGTERM', 'SIGHUP']

/** How to reach the mariadbd that runs on a folder; undefined where none does. */
export function runningOn(dir) {
  const files = ['mariadbd.pid', 'port', 'credentials.json'].map((name) => join(dir, name))
  if (!files.every((file) => existsSync(file))) return undefined
  const [pid, port, credentials] = files.map((file) => readFileSync(file, 'utf8'))
  return isRunning(Number(pid), join(dir, 'data'))
    ? { ...JSON.parse(credentials), port: Number(port), shopKeys: keysBeside(dir) }
    : undefined
}

/** The settings a server process reads from its environment. */
export function serverEnvironment(mariadb, more = {}) {
  return {
    ...process.env,
    BENEVOX_DB_HOST: mariadb.host ?? '127.0.0.1',
    BENEVOX_DB_PORT: String(mariadb.port),
    BENEVOX_DB_USER: mariadb.user,
    BENEVOX_DB_PASSWORD: mariadb.password,
    BENEVOX_DB_NAME: mariadb.database,
    BENEVOX_SESSION_SECRET: mariadb.sessionSecret,
    BENEVOX_SHOP_KEYS: mariadb.shopKeys,
    ...more,
  }
}
