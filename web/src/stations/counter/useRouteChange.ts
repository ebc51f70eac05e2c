import { changeOfBars, changeOfRoute, learntBetween } from '@benevox/core/route'
import type { Foresight, Given, Route, RouteChange } from '@benevox/core/route'
import { shallowRef, watch, type Ref } from 'vue'

/**
 * How the route moved last, and by which answers; it stands until it moves again. What is told of the route comes first;
 * where nothing of it moved, the bars that are drawn beside it are compared once they are worked out.
 */
export function useRouteChange(
  route: Ref<Route | undefined>,
  given: Ref<Given | undefined>,
  foresight: Ref<(Foresight & { readonly of: Given }) | undefined>,
): Readonly<Ref<RouteChange | undefined>> {
  const change = shallowRef<RouteChange>()
  let before: { readonly route: Route; readonly given: Given } | undefined
  /** Of the answers that are not foreseen yet, the route itself has told. */
  let isTold = false
  watch(
    [route, given],
    ([now, itsGiven]) => {
      if (!now || !itsGiven) return
      const moved = before && changeOfRoute(before.route, now, learntBetween(before.given, itsGiven))
      if (moved) [change.value, isTold] = [moved, true]
      before = { route: now, given: itsGiven }
    },
    { immediate: true },
  )
  watch(foresight, (now, then) => {
    const bars =
      now && then && !isTold
        ? changeOfBars(then.alternatives, now.alternatives, learntBetween(then.of, now.of))
        : undefined
    change.value = bars ?? change.value
    if (now?.of === given.value) isTold = false
  })
  return change
}
