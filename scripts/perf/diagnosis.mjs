// Tries until recovery with our next-attempt rule, against repeating, a fixed order, and knowing everything.
import { median, percentile } from './figures.mjs'

/** More families with the same keys the best possible order cannot be found for; the first so many are measured. */
const MOST_ALIKE = 14

export function measureDiagnosis({ studyDiagnosis, composeFamily, compileFamily }, pack, devices = 1000) {
  const alike = new Map()
  const families = pack.families
    .filter(({ kind }) => kind === 'phone')
    .filter(({ keys }) => {
      const same = keys
        .map(({ id }) => id)
        .sort()
        .join()
      alike.set(same, (alike.get(same) ?? 0) + 1)
      return alike.get(same) <= MOST_ALIKE
    })
    .map((family) => ({ family, machine: compileFamily(composeFamily(pack, family).composed) }))
  const study = studyDiagnosis(families, devices, { seed: 11, nowMs: () => performance.now() })
  const half = (all, hidden) => all.filter((_, n) => (n % 2 === 1) === hidden)
  const mean = (all) => all.reduce((sum, one) => sum + one, 0) / all.length
  const row = (name, { all }) => ({
    'next attempt by': name,
    median: median(all),
    mean: mean(all).toFixed(2),
    'known, median': median(half(all, false)),
    'known, mean': mean(half(all, false)).toFixed(2),
    'hidden, median': median(half(all, true)),
    'hidden, mean': mean(half(all, true)).toFixed(2),
    'gave up': all.filter((one) => one === 12).length,
  })
  return {
    rows: [
      row('our rule, begun as the bench begins', study.ours),
      row('our rule alone', study.ruleAlone),
      row('(a) the same again', study.same),
      row('(b) a fixed order', study.inOrder),
      row('(c) the best possible, knowing the fault', study.knowingFault),
      row('knowing fault and family', study.knowingAll),
    ],
    answers: {
      count: study.answerMs.length,
      'median ms': median(study.answerMs).toFixed(0),
      'p95 ms': percentile(study.answerMs, 0.95).toFixed(0),
      'first ones, worst ms': Math.max(...study.answerMs).toFixed(0),
    },
  }
}
