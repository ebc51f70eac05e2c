import type { MessagePort } from 'node:worker_threads'
import { api, type Body, type Problem } from '@benevox/contract'
import { resultsInPresentForm } from '@benevox/core/results'
import { hostileParts, readPack, tooMuchIn, type Pack, type PackAsWritten } from '@benevox/core/catalog'
import { changed, digestOf, faulty } from '../catalog/change.ts'
import { checked } from '../http/mount.ts'
import { ProblemError } from '../http/problem.ts'
import { readPlainly } from '../http/tricks.ts'
import { givePack } from './slices.ts'

export { readMail } from '../mail/reading.ts'

/**
 * What is large is read and checked here, on a thread of its own: nobody else waits for it. Documents go to and fro as the
 * bytes of their JSON: copying those costs next to nothing, a string of two million letters a fiftieth of a second.
 */

/** Nothing was made of it, and why. */
interface Refused {
  readonly kind: 'refused'
  readonly problem: Problem
}
/** A change of the catalogue as it was asked for, the change itself as JSON. */
export interface ChangeAsked {
  readonly kind: 'read'
  readonly base: number
  readonly note: string
  readonly change: Uint8Array
}
/** What a change makes: the document and its catalogue as read; that itself is given through the port. */
export interface VersionMade {
  readonly kind: 'made'
  readonly written: Uint8Array
  readonly read: Uint8Array
  readonly digest: string
}
export interface AttemptsSent {
  readonly kind: 'read'
  readonly sent: Body<'mergeResults'>
}

export const readChange = (bytes: Uint8Array): ChangeAsked | Refused =>
  orRefused(() => {
    const body = checked('body', api.changeCatalog.body, documentIn(bytes)) as Body<'changeCatalog'>
    return { kind: 'read', base: body.base, note: body.note, change: jsonOf(body.change) }
  })

/** @param from the document that the change was made from */
export const makeVersion = ({
  from,
  change,
  port,
}: {
  readonly from: Uint8Array
  readonly change: Uint8Array
  readonly port: MessagePort
}): VersionMade | Refused =>
  orRefused(() => {
    const asked = readJson(change) as Body<'changeCatalog'>['change']
    const document = changed(readJson(from) as PackAsWritten, asked)
    const reading = readPack(document)
    if (reading.kind === 'refused') throw faulty(reading.faults, asked)
    const written = jsonOf(document)
    givePack(reading.pack, port)
    return { kind: 'made', written, read: jsonOf(reading.pack), digest: digestOf(written) }
  })

export const readAttempts = (bytes: Uint8Array): AttemptsSent | Refused =>
  orRefused(() => ({
    kind: 'read',
    sent: checked(
      'body',
      api.mergeResults.body,
      resultsInPresentForm(documentIn(bytes)),
    ) as Body<'mergeResults'>,
  }))

/** A version that is stored. @throws Error where it is not valid: nothing else is ever stored */
export function readStored(written: Uint8Array): Pack {
  const reading = readPack(readJson(written))
  if (reading.kind === 'refused') throw new Error('A stored version of the catalogue is not valid')
  return reading.pack
}

/** The same, given through the port. @returns it as JSON */
export function giveStored({
  written,
  port,
}: {
  readonly written: Uint8Array
  readonly port: MessagePort
}): Uint8Array {
  const pack = readStored(written)
  givePack(pack, port)
  return jsonOf(pack)
}

/** A document as somebody reads and edits it. */
export const laidOut = (written: Uint8Array): Uint8Array => jsonOf(readJson(written), 2)

export const jsonOf = (value: unknown, indent = 0): Uint8Array =>
  new TextEncoder().encode(JSON.stringify(value, null, indent))
const readJson = (bytes: Uint8Array): unknown => JSON.parse(new TextDecoder().decode(bytes))

/** A body as JSON. @throws ProblemError where it is none, or more than anybody would write */
function documentIn(bytes: Uint8Array): unknown {
  let text: string
  try {
    text = new TextDecoder('utf-8', { fatal: true }).decode(bytes)
  } catch {
    throw new ProblemError('bad-json', { code: 'not-utf8' })
  }
  const tooMuch = tooMuchIn(text)
  if (tooMuch)
    throw new ProblemError('bad-request', { code: 'import-refused', path: [], flaw: tooMuch, more: 0 })
  let document: unknown
  try {
    document = readPlainly(JSON.parse(text))
  } catch {
    throw new ProblemError('bad-json', { code: 'not-json' })
  }
  const [hostile] = hostileParts(document)
  if (hostile) throw new ProblemError('bad-request', { code: 'import-refused', ...hostile, more: 0 })
  return document
}

function orRefused<Made>(make: () => Made): Made | Refused {
  try {
    return make()
  } catch (error) {
    if (error instanceof ProblemError) return { kind: 'refused', problem: error.problem }
    throw error
  }
}
