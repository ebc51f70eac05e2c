import type { Asked, Facts } from '@benevox/core/facts'
import { USUAL_PRICES } from '@benevox/core/price'
import {
  NOTHING_DONE,
  ORDINARY,
  type Basis,
  type Foresight,
  type Given,
  type RouteAction,
} from '@benevox/core/route'
import pLimit from 'p-limit'
import { shallowRef, watch, type ComputedRef, type Ref } from 'vue'
import { plain, useWorker } from '../parts/useWorker.ts'
import { workedOutAhead } from '../workers/ahead.ts'
import type { ForesightWorker } from '../workers/foresight.worker.ts'

const beginWorker = () =>
  new Worker(new URL('../workers/foresight.worker.ts', import.meta.url), { type: 'module' })
const foresightWorker = useWorker<ForesightWorker>(beginWorker)
/** Works while nobody waits; who waits has the other one for themselves. */
const aheadWorker = useWorker<ForesightWorker>(beginWorker)
/** Proxies do not cross to a worker. */
const { foresee, reads } = workedOutAhead(
  (given) => {
    isAsked = true
    return foresightWorker().foresee(plain(given))
  },
  (given) => aheadWorker().foresee(plain(given)),
)

/** The first answers of a job nobody has: whoever works them out has its program compiled for those that come. */
const FIRST_ANSWERS: readonly Facts[] = [
  {},
  { hazard: 'none' },
  { hazard: 'none', complaint: 'too-many-entries' },
  { hazard: 'none', complaint: 'for-sale' },
  { hazard: 'none', complaint: 'too-many-entries', whose: 'own' },
]

/** How often they are worked out: after that the program is as quick as it gets. */
const WARM_UP_ROUNDS = 4

/**
 * Begins the workers while nobody waits for them: the first answer is then as quick as those after it. Ends as soon as
 * somebody asks.
 */
export async function getReadyToForesee(): Promise<void> {
  const each = Array.from({ length: WARM_UP_ROUNDS }, () => FIRST_ANSWERS).flat()
  for (const facts of each) {
    if (isAsked) return
    const given = { facts, device: ORDINARY, progress: NOTHING_DONE, prices: USUAL_PRICES }
    await Promise.all([foresightWorker().foresee(given), aheadWorker().foresee(given)]).catch(() => undefined)
  }
}
let isAsked = false

/**
 * Other ways and what to ask, anew after each change. While one answer is worked out, only the newest of the
 * changes that came meanwhile waits; what is shown is never older than what was shown before.
 */
export function useForesight(given: ComputedRef<Given | undefined>) {
  const foresight = shallowRef<Foresight & { readonly of: Given }>()
  const oneAtATime = pLimit(1)
  watch(
    given,
    (next) => {
      if (!next) return
      oneAtATime.clearQueue()
      void oneAtATime(async () => {
        // What was foreseen for other facts is not shown for these.
        foresight.value = await foresee(next).then(
          (foreseen) => ({ ...foreseen, of: next }),
          () => undefined,
        )
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
    if (now && name) void reads(now, name).catch(() => undefined)
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
