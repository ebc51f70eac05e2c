import type { Locale } from '../procedure/index.ts'
import type { StudiedVariant } from './rank.ts'

/** The phrases of one interface language for why a variant stands where it does. */
interface RankPhrases {
  readonly only: string
  readonly first: string
  readonly asGood: string
  readonly fewer: (of100: string, firstOf100: string) => string
  readonly longer: (seconds: string, firstSeconds: string) => string
  readonly since: (minus: string) => string
  readonly both: (one: string, other: string) => string
  readonly but: (minus: string, plus: string) => string
  readonly more: (of100: string, firstOf100: string) => string
  readonly quicker: (seconds: string, firstSeconds: string) => string
}

const PHRASES: Readonly<Record<Locale, RankPhrases>> = {
  en: {
    only: 'The only proven way from here.',
    first: 'First: the best chance for each minute spent.',
    asGood: 'As good as the first.',
    fewer: (of100, first) => `fewer hands manage it at once (${of100} of 100 against ${first})`,
    more: (of100, first) => `more hands manage it at once (${of100} of 100 against ${first})`,
    longer: (seconds, first) => `a try takes longer (${seconds} s against ${first} s)`,
    quicker: (seconds, first) => `a try is quicker (${seconds} s against ${first} s)`,
    since: (minus) => `After the first, since ${minus}.`,
    both: (one, other) => `After the first, since ${one} and ${other}.`,
    but: (minus, plus) => `After the first: ${plus}, but ${minus}.`,
  },
}

/** Differences below these are not worth a word: one hand in a hundred, and a twentieth of the time. */
const SAME_CHANCE = 0.01
const SAME_TIME = 0.05

/** One sentence a variant, in their order: why it stands where it stands. */
export function rankReasons(ranked: readonly StudiedVariant[], locale: Locale): readonly string[] {
  const words = PHRASES[locale]
  const [first] = ranked
  if (!first) return []
  if (ranked.length === 1) return [words.only]
  const of100 = ({ study }: StudiedVariant) => hundredths(study.firstTry)
  const seconds = ({ study }: StudiedVariant) => String(Math.round(study.tryMs / 1000))
  return ranked.map((variant, place) => {
    if (place === 0) return words.first
    const chance = variant.study.firstTry - first.study.firstTry
    const time = variant.study.tryMs / first.study.tryMs - 1
    const fewer = words.fewer(of100(variant), of100(first))
    const longer = words.longer(seconds(variant), seconds(first))
    const isFewer = chance < -SAME_CHANCE
    const isLonger = time > SAME_TIME
    if (isFewer && isLonger) return words.both(fewer, longer)
    if (isFewer)
      return time < -SAME_TIME
        ? words.but(fewer, words.quicker(seconds(variant), seconds(first)))
        : words.since(fewer)
    if (isLonger)
      return chance > SAME_CHANCE
        ? words.but(longer, words.more(of100(variant), of100(first)))
        : words.since(longer)
    return words.asGood
  })
}

/** A chance as hands out of a hundred, never a bare 0 or 100 for what is neither. */
export function hundredths(chance: number): string {
  const of100 = Math.round(chance * 100)
  if (of100 === 100 && chance < 1) return 'over 99'
  if (of100 === 0 && chance > 0) return 'under 1'
  return String(of100)
}
