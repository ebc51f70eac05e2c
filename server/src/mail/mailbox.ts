import { z } from 'zod'

const LONGEST_MS = 4000
/** A larger mail is not read: only its head is fetched, so that a person sees who wrote it. In bytes. */
const LARGEST_MAIL = 2 * 1024 * 1024
export const HEAD_OF_A_MAIL = 64 * 1024

const listing = z.object({
  mails: z.array(z.object({ name: z.string().regex(/^[\w.-]{1,100}\.eml$/) })).max(1000),
})

/** A mail as it was fetched, or its head where it is too large. */
export interface Fetched {
  readonly name: string
  readonly eml: Buffer
  readonly isWhole: boolean
}

/** The shop's mailbox over HTTP: lists names, which grow, and hands each mail out as .eml. */
export class Mailbox {
  readonly #address: string
  constructor(address: string) {
    this.#address = address
  }

  /** The next names after one, some hundreds at a time. @throws Error where the mailbox is away */
  async namesAfter(name: string): Promise<readonly string[]> {
    const response = await this.#get(`/mails?after=${encodeURIComponent(name)}`)
    const { mails } = listing.parse(await response.json())
    return mails.map((one) => one.name).sort()
  }

  /** @throws Error where the mailbox is away; undefined where it no longer has that mail */
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
    return fetch(this.#address + path, { signal: AbortSignal.timeout(LONGEST_MS) })
  }
}
