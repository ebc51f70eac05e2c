import type { Asked } from '@benevox/core/facts'
import type { Basis, Foresight, Given, RouteAction } from '@benevox/core/route'
import pLimit from 'p-limit'
import { shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { plain, useWorker } from '../parts/useWorker.ts'
import type { ForesightWorker } from '../workers/foresight.worker.ts'

const foresightWorker = useWorker<ForesightWorker>(
  () => new Worker(new URL('../workers/foresight.worker.ts', import.meta.url), { type: 'module' }),
)

/**
 * Other ways and what to ask, anew after each change. While one answer is worked out, only the newest of the
 * changes that came meanwhile waits; what is shown is never older than what was shown before.
 */
export function useForesight(given: ComputedRef<Given | undefined>) {
  const foresight = shallowRef<Foresight>()
  const oneAtATime = pLimit(1)
  watch(
    given,
    (next) => {
      if (!next) return
      oneAtATime.clearQueue()
      void oneAtATime(async () => {
        // What was foreseen for other facts is not shown for these. Proxies do not cross to a worker.
        foresight.value = await foresightWorker()
          .foresee(plain(next))
          .catch(() => undefined)
      })
    },
    { immediate: true },
  )
  return foresight
}

/** While somebody reads a question, what each answer to it would bring is worked out. */
export function useReading(given: Ref<Given | undefined>, question: Ref<Asked | undefined>): void {
  watch([given, question], ([now, name]) => {
    // Nobody waits for it.
    if (now && name)
      void foresightWorker()
        .reads(plain(now), name)
        .catch(() => undefined)
  })
}

/** What the figures of an option rest on, while somebody looks at it. */
export function useBasis(given: Ref<Given | undefined>, action: Ref<RouteAction>, isOpen: Ref<boolean>) {
  const basis = shallowRef<readonly Basis[]>()
  watch(
    [given, action, isOpen],
    async ([now, begins, open], _, onCleanup) => {
      let isOld = false
      onCleanup(() => (isOld = true))
      basis.value = undefined
      if (!now || !open) return
      const made = await foresightWorker()
        .basis(plain(now), begins)
        .catch(() => undefined)
      if (!isOld) basis.value = made
    },
    { immediate: true },
  )
  return basis
}
