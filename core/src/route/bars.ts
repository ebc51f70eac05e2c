import { HOW_IT_ENDS, type Figures, type HowItEnds } from './figures.ts'

/** A stretch of a line, from 0 to 1 of its whole length. */
export interface Stretch {
  readonly from: number
  readonly to: number
}

/** An option as a picture: how it ends as one bar, and its time and price as lines that all options share. */
export interface OptionBar {
  /** In the order of HOW_IT_ENDS, those that come at all; together they are the whole bar. */
  readonly ends: readonly (Stretch & { readonly how: HowItEnds; readonly chance: number })[]
  /** From what is not exceeded in half of all cases to what is not in nine of ten. */
  readonly time: Stretch
  /** From the least price to the most. */
  readonly price: Stretch
}

/**
 * Options side by side: the longest time and the highest price of all are the ends of their lines.
 * @returns one for each, in their order; where all cost or take nothing their lines stand at 0
 */
export function optionBars(options: readonly Figures[]): readonly OptionBar[] {
  const longest = Math.max(0, ...options.map(({ calendarMinutes }) => calendarMinutes.p90))
  const dearest = Math.max(0, ...options.map(({ quote }) => quote.mostMinor))
  const of = (value: number, whole: number) => (whole > 0 ? value / whole : 0)
  return options.map(({ howItEnds, calendarMinutes, quote }) => ({
    ends: endsOf(howItEnds),
    time: { from: of(calendarMinutes.p50, longest), to: of(calendarMinutes.p90, longest) },
    price: { from: of(quote.leastMinor, dearest), to: of(quote.mostMinor, dearest) },
  }))
}

function endsOf(howItEnds: Figures['howItEnds']): OptionBar['ends'] {
  let from = 0
  return HOW_IT_ENDS.filter((how) => howItEnds[how] > 0).map((how) => {
    const to = from + howItEnds[how]
    const end = { how, chance: howItEnds[how], from, to }
    from = to
    return end
  })
}
