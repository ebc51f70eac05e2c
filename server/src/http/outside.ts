import type { Silence } from '@benevox/core/job'
import type { z } from 'zod'

/** How long something outside may take before it is taken for silent, in milliseconds. */
const LONGEST_MS = 5000

/** What something outside answered, or why it did not. */
export type FromOutside<Said> = { readonly said: Said } | { readonly silence: Silence }

/**
 * Asks a service outside over HTTP. Whatever is not a whole answer is none: silence, faults and nonsense are never
 * taken for one.
 * @param body sent as JSON, by POST unless told otherwise
 */
export async function askOutside<Said>(
  url: string,
  answer: z.ZodType<Said>,
  body?: object,
  method = body ? 'POST' : 'GET',
): Promise<FromOutside<Said>> {
  try {
    const response = await fetch(url, {
      method,
      // Whoever is asked answers themselves.
      redirect: 'error',
      signal: AbortSignal.timeout(LONGEST_MS),
      headers: { 'content-type': 'application/json' },
      ...(body ? { body: JSON.stringify(body) } : {}),
    })
    if (response.status === 404) return { silence: { why: 'unknown' } }
    if (!response.ok) return { silence: { why: 'fault', status: response.status } }
    const read = answer.safeParse(await response.json())
    return read.success ? { said: read.data } : { silence: { why: 'unreadable' } }
  } catch (error) {
    if (error instanceof SyntaxError) return { silence: { why: 'unreadable' } }
    const isSlow = error instanceof DOMException && error.name === 'TimeoutError'
    return { silence: { why: isSlow ? 'slow' : 'unreachable' } }
  }
}
