import { useSessionStorage } from '@vueuse/core'

/** The last jobs that are kept: nobody works on more in a day at one machine. */
const MOST_KEPT = 50

/** Jobs of this tab of which somebody has said something once, and is not asked again. */
export function useJobsOfTab(what: 'in-hand' | 'keys-all-the-same') {
  const ids = useSessionStorage<readonly number[]>(`benevox.${what}`, [])
  return {
    has: (id: number): boolean => ids.value.includes(id),
    add(id: number): void {
      ids.value = [...ids.value, id].slice(-MOST_KEPT)
    },
  }
}
