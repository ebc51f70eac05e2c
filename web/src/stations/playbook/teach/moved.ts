/** Moves one of a list by one place, in the list itself. */
export function move<One>(list: One[], index: number, by: -1 | 1): void {
  const [one] = list.splice(index, 1)
  if (one !== undefined) list.splice(index + by, 0, one)
}
