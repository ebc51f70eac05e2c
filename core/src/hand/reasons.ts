import type { StudiedMethod } from './rank.ts'

/** Why a method stands where it stands. */
export type RankReason =
  'only' | 'first' | 'asGood' | 'fewer' | 'longer' | 'fewerAndLonger' | 'fewerButQuicker' | 'longerButMore'

/** Differences below these are not worth a word: one hand in a hundred, and a twentieth of the time. */
const SAME_CHANCE = 0.01
const SAME_TIME = 0.05

/** One reason a method, in their order. */
export function rankReasons(ranked: readonly StudiedMethod[]): readonly RankReason[] {
  const [first] = ranked
  if (!first) return []
  if (ranked.length === 1) return ['only']
  return ranked.map(({ study }, place): RankReason => {
    if (place === 0) return 'first'
    const chance = study.firstAttempt - first.study.firstAttempt
    const time = study.attemptMs / first.study.attemptMs - 1
    const isFewer = chance < -SAME_CHANCE
    const isLonger = time > SAME_TIME
    if (isFewer && isLonger) return 'fewerAndLonger'
    if (isFewer) return time < -SAME_TIME ? 'fewerButQuicker' : 'fewer'
    if (isLonger) return chance > SAME_CHANCE ? 'longerButMore' : 'longer'
    return 'asGood'
  })
}
