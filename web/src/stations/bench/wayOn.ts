import type { WayOn } from '@benevox/core/diagnosis'
import { inParts, type KeyChart } from '@benevox/core/method'
import { menuLineText, stepTexts } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/**
 * The way on from a place in lines: one for each line that the place may open on, where the ways differ.
 * @param chartOf the chart of a way of the family, where the place is left by one
 */
export function wayOnLines(
  on: WayOn,
  chartOf: (methodId: string) => KeyChart | undefined,
): readonly string[] {
  if (on.kind === 'there') return [say('wayOn.inRecovery')]
  if (on.kind === 'leave') {
    const chart = chartOf(on.method.id)
    return chart ? stepTexts(on.method, chart, words) : []
  }
  const lines = on.ways.map(({ shows, steps }) => ({
    shows,
    line: menuLineText(inParts(steps), words) || say('wayOn.letGo'),
  }))
  const [first, ...others] = lines
  return first && others.every(({ line }) => line === first.line)
    ? [first.line]
    : lines.map(({ shows, line }) =>
        shows ? say('history.line', { what: say('menus.shows', { page: shows }), more: line }) : line,
      )
}
