/**
 * Those who ask while somebody else’s reading goes on are read for together, once it has ended: what each is told was read after they
 * asked, as if each had read alone.
 * @param read fails for all it was made for, and for nobody after
 */
export function readTogether<Of>(read: () => Promise<Of>): () => Promise<Of> {
  let current: Promise<Of> | undefined
  let next: Promise<Of> | undefined
  const begin = (): Promise<Of> => {
    const mine = read().finally(() => {
      if (current === mine) current = undefined
    })
    current = mine
    return mine
  }
  return () => {
    if (next) return next
    if (!current) return begin()
    next = current
      .catch(() => undefined)
      .then(() => {
        next = undefined
        return begin()
      })
    return next
  }
}
