import { setImmediate } from 'node:timers/promises'
import type { MessagePort } from 'node:worker_threads'
import type { Pack } from '@benevox/core/catalog'

/**
 * A catalogue goes from thread to thread a slice at a time, each when it is asked for: unpacking it whole would hold up
 * everybody else for a quarter of a second.
 */

/** So many families, models or other parts at a time. */
const PARTS = 150

type Slice =
  | { readonly kind: 'rest'; readonly rest: object }
  | { readonly kind: 'parts'; readonly of: string; readonly parts: readonly unknown[] }
  | { readonly kind: 'end' }

/** On the thread that has it. @param port closed from there once all is given */
export function givePack(pack: Pack, port: MessagePort): void {
  const lists = Object.entries(pack).filter(([, value]) => Array.isArray(value)) as [string, unknown[]][]
  const rest = Object.fromEntries(Object.entries(pack).filter(([, value]) => !Array.isArray(value)))
  const slices = (function* (): Generator<Slice> {
    yield { kind: 'rest', rest: { ...rest, ...Object.fromEntries(lists.map(([name]) => [name, []])) } }
    for (const [of, all] of lists)
      for (let n = 0; n < all.length; n += PARTS) yield { kind: 'parts', of, parts: all.slice(n, n + PARTS) }
  })()
  port.on('message', () => port.postMessage(slices.next().value ?? { kind: 'end' }))
}

/** On the thread that is to have it. @throws Error where the other one dies meanwhile */
export async function takePack(port: MessagePort): Promise<Pack> {
  const pack: Record<string, unknown> = {}
  for (;;) {
    const slice = await nextSlice(port)
    if (slice.kind === 'end') return pack as Pack
    if (slice.kind === 'rest') Object.assign(pack, slice.rest)
    else (pack[slice.of] as unknown[]).push(...slice.parts)
    // Whoever else waits has his turn.
    await setImmediate()
  }
}

function nextSlice(port: MessagePort): Promise<Slice> {
  return new Promise((resolve, reject) => {
    const gone = () => reject(new Error('The thread that reads catalogues has ended'))
    port.once('close', gone)
    port.once('message', (slice: Slice) => {
      port.off('close', gone)
      resolve(slice)
    })
    port.postMessage('next')
  })
}
