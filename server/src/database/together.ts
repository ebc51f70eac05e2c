/** As long as a request is waited for: a reading that has not come back by then never may. */
const PATIENCE_MS = 12_000

/**
 * Those who ask while somebody else’s reading goes on are read for together, once it has ended: what each is told was read after they
 * asked, as if each had read alone.
 * @param read fails for all it was made for, and for nobody after; nobody waits for one that hangs but who asked meanwhile
 * @param now in milliseconds
 */
export function readTogether<Of>(
  read: () => Promise<Of>,
  now: () => number = () => performance.now(),
): () => Promise<Of> {
  let current: Promise<Of> | undefined
  let next: Promise<Of> | undefined
  let begunAt = 0
  const begin = (): Promise<Of> => {
    begunAt = now()
    const mine = read().finally(() => {
      if (current === mine) current = undefined
    })
    current = mine
    return mine
  }
  return () => {
    if (current && now() - begunAt > PATIENCE_MS) current = next = undefined
    if (next) return next
    if (!current) return begin()
    const waiting = current
      .catch(() => undefined)
      .then(() => {
        if (next === waiting) next = undefined
        return begin()
      })
    next = waiting
    return waiting
  }
}
