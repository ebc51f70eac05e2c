// Files that only a passphrase opens: packed by gzip, sealed by age (age-encryption.org/v1), with a line before and a digest after what
// stands in them. And clients of MariaDB's, as all of them are called.
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import {
  closeSync,
  createReadStream,
  createWriteStream,
  fsyncSync,
  openSync,
  renameSync,
  rmSync,
} from 'node:fs'
import { dirname } from 'node:path'
import { Readable } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { createGunzip, createGzip } from 'node:zlib'
import { Decrypter, Encrypter } from 'age-encryption'

/** Why a file is not taken, in a sentence for whoever gave it. */
class Refused extends Error {}

const END = '-- benevox end sha256 '
const END_BYTES = END.length + 64 + 1
/** What is being written has this at its end, until it is whole. */
export const UNFINISHED = '.unfinished'

/**
 * Writes one file: it has its name only once it is whole and on the disk.
 * @param begin the line it begins with, before what its head says
 * @param head asked once the body has begun
 * @param body its bytes
 * @param effort of the passphrase's key, as a power of two (age's own is 18)
 * @returns the digest of its body
 * @throws where the body or the disk fails; nothing is left of it then
 */
export async function writeSealed({ file, begin, head, body, passphrase, effort = 18 }) {
  const part = `${file}${UNFINISHED}`
  const hash = createHash('sha256')
  let sha256
  async function* text() {
    let isBegun = false
    const headLine = () => `${begin}${JSON.stringify(head())}\n`
    for await (const chunk of body) {
      if (!isBegun) yield headLine()
      isBegun = true
      hash.update(chunk)
      yield chunk
    }
    if (!isBegun) yield headLine()
    sha256 = hash.digest('hex')
    yield `${END}${sha256}\n`
  }
  async function* sealed(source) {
    const encrypter = new Encrypter()
    encrypter.setPassphrase(passphrase)
    encrypter.setScryptWorkFactor(effort)
    yield* await encrypter.encrypt(Readable.toWeb(Readable.from(source)))
  }
  try {
    await pipeline(text, createGzip(), sealed, createWriteStream(part, { mode: 0o600, flags: 'wx' }))
    onTheDisk(part)
    renameSync(part, file)
    onTheDisk(dirname(file))
  } catch (error) {
    rmSync(part, { force: true })
    throw error
  }
  return sha256
}

function onTheDisk(path) {
  const handle = openSync(path, 'r')
  fsyncSync(handle)
  closeSync(handle)
}

/**
 * What stands in such a file.
 * @param begin the line it has to begin with
 * @param seen is told its head, and at the end the digest
 * @throws where the passphrase is another one, or the file is none, or is not whole
 */
export async function* opened(file, passphrase, begin, seen) {
  try {
    yield* content(file, passphrase, begin, seen)
  } catch (error) {
    // What those who unpack it say of a file that was cut or changed is no sentence; what the disk says is.
    throw error instanceof Refused || error.syscall ? error : new Refused('it is not whole')
  }
}

async function* content(file, passphrase, begin, seen) {
  const hash = createHash('sha256')
  let held = Buffer.alloc(0)
  const plain = Readable.from(unsealed(file, passphrase)).compose(createGunzip())
  for await (const chunk of plain) {
    held = Buffer.concat([held, chunk])
    if (!seen.head) {
      const line = held.indexOf('\n')
      if (line < 0) continue
      const head = held.subarray(0, line).toString()
      if (!head.startsWith(begin)) throw new Refused('it is no backup of Benevox')
      seen.head = JSON.parse(head.slice(begin.length))
      held = held.subarray(line + 1)
    }
    if (held.length <= END_BYTES) continue
    const now = held.subarray(0, -END_BYTES)
    held = held.subarray(-END_BYTES)
    hash.update(now)
    yield now
  }
  seen.sha256 = hash.digest('hex')
  if (held.toString() !== `${END}${seen.sha256}\n`) throw new Refused('it is not whole')
}

async function* unsealed(file, passphrase) {
  const decrypter = new Decrypter()
  decrypter.addPassphrase(passphrase)
  const plain = await decrypter.decrypt(Readable.toWeb(createReadStream(file))).catch((error) => {
    if (error.syscall) throw error
    throw new Refused(
      error.message.startsWith('no identity')
        ? 'the passphrase is another one'
        : 'it is no backup of Benevox',
    )
  })
  yield* plain
}

/** A client of MariaDB's: its password stands in no list of processes. */
export function client(program, { host = '127.0.0.1', port, user, password, database }, more) {
  const child = spawn(
    program,
    [
      '--no-defaults',
      `--host=${host}`,
      `--port=${port}`,
      '--protocol=tcp',
      `--user=${user}`,
      '--default-character-set=utf8mb4',
      '--max-allowed-packet=256M',
      ...more,
      database,
    ],
    { env: { ...process.env, MYSQL_PWD: password }, stdio: ['pipe', 'pipe', 'pipe'] },
  )
  let words = ''
  child.stderr.on('data', (text) => (words += String(text)))
  child.ended = new Promise((resolve, reject) => {
    child.once('error', reject)
    child.once('close', (code) =>
      code === 0
        ? resolve()
        : reject(new Error(`${program} ended with ${code}: ${words.slice(0, 500).trim()}`)),
    )
  })
  child.ended.catch(() => undefined)
  return child
}

/** What a statement answers, row by row. */
export async function asked(database, sql) {
  const child = client('mariadb', database, ['--batch', '--skip-column-names', `--execute=${sql}`])
  child.stdin.end()
  let text = ''
  for await (const chunk of child.stdout) text += String(chunk)
  await child.ended
  return text
    .split('\n')
    .filter((line) => line !== '')
    .map((line) => line.split('\t'))
}
