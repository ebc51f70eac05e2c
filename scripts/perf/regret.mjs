// Shops whose true chances are others than the usual ones, and what their own results are worth to the route.
const JOBS = [0, 50, 100, 200, 500, 1000, 2000, 4000]
/** In what share of the jobs somebody begins with another option than the route's. */
const OTHERWISE = { 'one in four begins otherwise': 0.25, 'one in ten': 0.1 }

/** @returns rows for a table: the regret after so many jobs, the mean of so many shops */
export function measureRegret({ learningCurve, trueChances }, shops) {
  const columns = Object.entries(OTHERWISE).map(([name, share]) => {
    const curves = Array.from({ length: shops }, (_, n) =>
      learningCurve(trueChances(n + 1), JOBS, n + 101, share),
    )
    return { name, means: JOBS.map((_, at) => curves.reduce((sum, curve) => sum + curve[at], 0) / shops) }
  })
  return Object.fromEntries(
    JOBS.map((jobs, at) => [
      `${jobs} jobs`,
      Object.fromEntries(
        columns.flatMap(({ name, means }) => [
          [name, Math.round(means[at])],
          [`${name}: of the first`, `${((means[at] / means[0]) * 100).toFixed(1)} %`],
        ]),
      ),
    ]),
  )
}
