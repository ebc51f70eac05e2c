import type { Reason } from '@benevox/words'
import { MessageChannel, type MessagePort, type Transferable } from 'node:worker_threads'
import type { Pack } from '@benevox/core/catalog'
import Tinypool from 'tinypool'
import { ProblemError } from '../http/problem.ts'
import type { Fetched } from '../mail/mailbox.ts'
import type { ReadMail } from '../mail/reading.ts'
import { takePack } from './slices.ts'
import { jsonOf, readStored, type ChangeAsked, type AttemptsSent, type VersionMade } from './tasks.ts'

/**
 * How long reading may take, those before it and a machine that does much else included; how much memory, and how many
 * may wait for it. What a file may hold is bounded before (`catalog/limits.ts`), so this ends only what hangs.
 */
const LONGEST_MS = 600_000
const MOST_MEMORY_MB = 1536
const MOST_WAITING = 8
/** A stored version up to this many bytes is read at once: sending it to and fro would take as long. */
const SMALL = 300_000

/**
 * Documents that are shown at the counter wait for no catalogue, and for each other: a picture takes much memory.
 * Their time, those before them included, ends before that of the request (`http/problem.ts`), so that whoever keeps
 * one hears that nothing is stored instead of that something may be.
 */
const MOST_DOCUMENTS_WAITING = 12
const LONGEST_DOCUMENT_MS = 8_000
let documentsUnderWay = 0

/** Each beside this one, in what is built, too. */
const FILES = {
  reading: new URL('./thread.mjs', import.meta.url),
  documents: new URL('./documents.mjs', import.meta.url),
} as const
/** By what they are for, one thread each for all of the process. */
const pools = new Map<'reading' | 'documents', Tinypool>()

/** Begun when first it is needed; where it died, the next task has a new one. */
function thread(of: 'reading' | 'documents' = 'reading'): Tinypool {
  const known = pools.get(of)
  if (known) return known
  const pool = new Tinypool({
    filename: FILES[of].href,
    runtime: 'worker_threads',
    minThreads: 0,
    maxThreads: 1,
    idleTimeout: 30_000,
    // Between tasks it is to hear its ports, not to sleep on a lock.
    useAtomics: false,
    maxQueue: of === 'documents' ? MOST_DOCUMENTS_WAITING : MOST_WAITING,
    resourceLimits: { maxOldGenerationSizeMb: MOST_MEMORY_MB },
  })
  // What died while nobody waited for it ends nothing else; whoever waited is told by the task itself.
  pool.on('error', () => undefined)
  pools.set(of, pool)
  return pool
}

async function apart<Made extends { readonly kind: string }>(
  name: string,
  given: unknown,
  transferList: readonly Transferable[] = [],
): Promise<Made> {
  const made = (await withinTime(name, given, transferList)) as
    Made | { readonly kind: 'refused'; readonly problem: ProblemError['problem'] }
  if (!('problem' in made)) return made
  const { code, reason, errors } = made.problem
  // It was made on the other side, and typed there.
  throw new ProblemError(code, reason as Reason, errors ? { errors } : {})
}

async function withinTime(
  name: string,
  given: unknown,
  transferList: readonly Transferable[],
): Promise<unknown> {
  const late = new AbortController()
  return underClock(late, LONGEST_MS, () =>
    thread().run(given, { name, signal: late.signal, transferList: [...transferList] }),
  ).catch((error: unknown) => {
    throw tooLarge(error, late.signal.aborted) ?? error
  })
}

/** Gives a task up where it takes too long. A signal that came after its end would be a fault of the pool. */
async function underClock(late: AbortController, ms: number, task: () => Promise<unknown>): Promise<unknown> {
  const timer = setTimeout(() => late.abort(), ms)
  return task().finally(() => clearTimeout(timer))
}

/** Whether so many wait for a thread that no more may. */
export const isFull = (error: unknown): boolean => /queue is at limit/i.test((error as Error).message)

function tooLarge(error: unknown, isLate: boolean): ProblemError | undefined {
  const { code = '', message = '' } = error as { code?: string; message?: string }
  if (isLate)
    return new ProblemError('bad-request', { code: 'reading-too-long', minutes: LONGEST_MS / 60_000 })
  if (code === 'ERR_WORKER_OUT_OF_MEMORY' || /out of memory|heap/i.test(message))
    return new ProblemError('bad-request', { code: 'reading-too-large' })
  if (isFull(error)) return new ProblemError('not-possible-now', { code: 'others-import' })
  return undefined
}

/** Bytes as they can go over to the thread instead of being copied there: whoever had them has none any more. */
function own(bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const { buffer } = bytes
  // Short ones share their buffer with others; none at all may be everybody's.
  const isAlone =
    buffer instanceof ArrayBuffer && buffer.byteLength === bytes.byteLength && bytes.byteLength > 0
  return isAlone ? new Uint8Array(buffer) : new Uint8Array(bytes)
}

/** @param bytes go over to the thread @throws ProblemError where it is none */
export function readChange(bytes: Uint8Array): Promise<ChangeAsked> {
  const given = own(bytes)
  return apart('readChange', given, [given.buffer])
}
/** @param change goes over to the thread @throws ProblemError with the path of each fault */
export function makeVersion(
  from: Uint8Array,
  change: Uint8Array,
): Promise<VersionMade & { readonly pack: Pack }> {
  const [base, asked] = [new Uint8Array(from), own(change)]
  return withItsPack((port) =>
    apart('makeVersion', { from: base, change: asked, port }, [port, base.buffer, asked.buffer]),
  )
}
/** @throws ProblemError where it is none */
export const readAttempts = (bytes: Uint8Array): Promise<AttemptsSent> => apart('readAttempts', bytes)
export const laidOut = (written: Uint8Array): Promise<Uint8Array> =>
  thread().run(written, { name: 'laidOut' }) as Promise<Uint8Array>
/**
 * A document made anew of what it shows.
 * @returns undefined where that cannot be made of it, or takes too long by itself
 * @throws ProblemError where too many wait already, or those before it take too long
 */
export async function cleanedApart(
  as: 'picture' | 'pdf',
  bytes: Uint8Array,
): Promise<Uint8Array | undefined> {
  const late = new AbortController()
  const isAlone = documentsUnderWay === 0
  documentsUnderWay += 1
  const made = await underClock(late, LONGEST_DOCUMENT_MS, () =>
    thread('documents').run({ as, bytes }, { name: 'clean', signal: late.signal }),
  )
    .catch((error: unknown) => {
      if (isFull(error) || (late.signal.aborted && !isAlone))
        throw new ProblemError('not-possible-now', { code: 'busy-now' })
    })
    .finally(() => {
      documentsUnderWay -= 1
    })
  return made as Uint8Array | undefined
}

/** A mail, where reading it would hold others up; what it says is the same. */
export const readMailApart = (fetched: Fetched): Promise<ReadMail> =>
  thread().run(fetched, { name: 'readMail' }) as Promise<ReadMail>
/** @returns the catalogue, and as JSON what was read */
export async function readVersion(
  written: Uint8Array,
): Promise<{ readonly pack: Pack; readonly read: Uint8Array }> {
  if (written.length <= SMALL) {
    const pack = readStored(written)
    return { pack, read: jsonOf(pack) }
  }
  return withItsPack(async (port) => {
    const given = { written, port }
    return { read: (await thread().run(given, { name: 'giveStored', transferList: [port] })) as Uint8Array }
  })
}

/** What a task makes, with the pack that it gives through the port. */
async function withItsPack<Made>(
  task: (port: MessagePort) => Promise<Made>,
): Promise<Made & { readonly pack: Pack }> {
  const { port1, port2 } = new MessageChannel()
  try {
    return { ...(await task(port2)), pack: await takePack(port1) }
  } finally {
    port1.close()
  }
}
