import { z } from 'zod'

const LONGEST_MS = 4000
/** A larger mail is not read: only its head is fetched, so that a person sees who wrote it. In bytes. */
export const LARGEST_MAIL = 2 * 1024 * 1024
export const HEAD_OF_A_MAIL = 64 * 1024

/** Of one look; a mailbox that lists more is asked again. */
const MOST_NAMES = 1000

const listing = z.object({
  mails: z.array(z.object({ name: z.string().regex(/^[\w.-]{1,100}\.eml$/) })),
})

/** A mail as it was fetched, or its head where it is too large. */
export interface Fetched {
  readonly name: string
  readonly eml: Buffer
  readonly isWhole: boolean
}

/** A mailbox that somebody looks into. */
export interface OpenMailbox {
  /** What all its names begin with, and no names of another mailbox; empty: with a digit. */
  readonly prefix: string
  /** The next names after one, some hundreds at a time. @throws Error where the mailbox is away */
  namesAfter(name: string): Promise<readonly string[]>
  /** @throws Error where the mailbox is away; undefined where it no longer has that mail */
  fetch(name: string): Promise<Fetched | undefined>
  close(): Promise<void>
}

/** The shop's mailbox over HTTP: lists names, which grow, and hands each mail out as .eml. */
export class Mailbox implements OpenMailbox {
  readonly prefix = ''
  readonly #address: string
  constructor(address: string) {
    this.#address = address
  }

  async namesAfter(name: string): Promise<readonly string[]> {
    const response = await this.#get(`/mails?after=${encodeURIComponent(name)}`)
    const { mails } = listing.parse(await response.json())
    return mails
      .map((one) => one.name)
      .sort()
      .slice(0, MOST_NAMES)
  }

  close(): Promise<void> {
    return Promise.resolve()
  }

  async fetch(name: string): Promise<Fetched | undefined> {
    const response = await this.#get(`/mails/${name}`)
    if (response.status === 404) return undefined
    if (!response.ok || !response.body) throw new Error(`the mailbox answers ${response.status}`)
    const parts: Buffer[] = []
    let bytes = 0
    for await (const part of response.body as unknown as AsyncIterable<Uint8Array>) {
      parts.push(Buffer.from(part))
      bytes += part.length
      if (bytes > LARGEST_MAIL) break
    }
    const eml = Buffer.concat(parts)
    const isWhole = bytes <= LARGEST_MAIL
    return { name, eml: isWhole ? eml : eml.subarray(0, HEAD_OF_A_MAIL), isWhole }
  }

  #get(path: string): Promise<Response> {
    return fetch(this.#address + path, { redirect: 'error', signal: AbortSignal.timeout(LONGEST_MS) })
  }
}
