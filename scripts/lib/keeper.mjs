// Keeps the server and its mariadbd up: what dies is started again, a server that hangs is ended first.
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { basename } from 'node:path'
import { isRunning } from './processes.mjs'
import { say } from './setup.mjs'

const AGAIN_MS = 1000
const HEALTH_EACH_MS = 5000
const HEALTH_WITHIN_MS = 10_000
/** So many silent answers in a row: a machine that is only busy gives one in time. */
const SILENT_TIMES = 4

/**
 * A file that says which process keeps this data; two would run into each other.
 * @returns who runs already, if anybody does
 */
export function runningAlready(file) {
  if (!existsSync(file)) return undefined
  const { pid, address, script } = JSON.parse(readFileSync(file, 'utf8'))
  return isRunning(pid, script) && pid !== process.pid ? { pid, address } : undefined
}

/**
 * @param mariadb started; undefined where the database is somebody else's to keep
 * @param startMariadb starts it again, on the port it had
 * @param serve starts the server: told the port it had, and the database
 * @param others what is stopped with them, after the server
 * @param runningFile where it says that it runs
 * @returns the address under which the server answers
 */
export async function keep({ mariadb, startMariadb, serve, others = [], runningFile, firstPort }) {
  let stopping = false
  /** The one it has, once it has one: pages that are open find it again there. */
  let port = firstPort
  let server = await serve(port, mariadb)
  port = server.port
  const address = `http://127.0.0.1:${port}/`
  writeFileSync(
    runningFile,
    JSON.stringify({ pid: process.pid, address, script: basename(process.argv[1] ?? '') }),
  )
  watchServer()
  watchMariadb()

  /** A process that dies by itself is started again; what it had acknowledged is on the disk. */
  function watchServer() {
    const endWatch = endWhenSilent(server, address)
    server.once('exit', async () => {
      endWatch()
      if (stopping) return
      say('the server died; starting it again.')
      server = await serveAgain()
      watchServer()
    })
  }

  /** Until it stands: the database it needs may be on its way up itself. */
  async function serveAgain() {
    for (;;) {
      const again = await serve(port, mariadb).catch(() => undefined)
      if (again) return again
      await new Promise((resolve) => setTimeout(resolve, AGAIN_MS))
    }
  }

  function watchMariadb() {
    mariadb?.onExit(async () => {
      if (stopping) return
      say('mariadbd died; starting it again.')
      mariadb = await startMariadb(mariadb.port)
      watchMariadb()
    })
  }

  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'])
    process.on(signal, async () => {
      if (stopping) return
      stopping = true
      rmSync(runningFile, { force: true })
      const ended = new Promise((resolve) => server.once('exit', resolve))
      if (server.exitCode === null && server.signalCode === null && server.kill('SIGTERM')) await ended
      for (const other of others) await other.stop()
      await mariadb?.stop()
      say('stopped.')
      process.exit(0)
    })
  return address
}

/** Ends a server that does not answer any more. @returns ends the watch */
function endWhenSilent(server, address) {
  let silent = 0
  let over = false
  const look = async () => {
    const answers = await fetch(`${address}api/health`, { signal: AbortSignal.timeout(HEALTH_WITHIN_MS) })
      .then(({ ok }) => ok)
      .catch(() => false)
    silent = answers ? 0 : silent + 1
    if (over) return
    if (silent < SILENT_TIMES) timer = setTimeout(() => void look(), HEALTH_EACH_MS).unref()
    else {
      say('the server does not answer; it is ended.')
      server.kill('SIGKILL')
    }
  }
  let timer = setTimeout(() => void look(), HEALTH_EACH_MS).unref()
  return () => {
    over = true
    clearTimeout(timer)
  }
}
