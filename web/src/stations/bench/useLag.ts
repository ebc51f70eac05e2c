import { lagFrom } from '@benevox/core/hand'
import { useLocalStorage } from '@vueuse/core'
import { computed } from 'vue'
import { useSession } from '../../api/session.ts'

const MOST_KEPT = 60

/** How long the technician at this machine takes from a cue to the key that reports it; learnt in dry runs. */
export function useLag() {
  const sessions = useSession()
  const samples = useLocalStorage<Record<string, number[]>>('benevox.lag', {})
  const mine = computed(() => samples.value[String(sessions.session?.staff?.id ?? '')] ?? [])
  return {
    lagMs: computed(() => Math.round(lagFrom(mine.value))),
    count: computed(() => mine.value.length),
    learn(ms: number): void {
      const who = String(sessions.session?.staff?.id ?? '')
      samples.value = { ...samples.value, [who]: [...mine.value, Math.round(ms)].slice(-MOST_KEPT) }
    },
  }
}
