import type { Method } from '@benevox/core/catalog'
import { seeded } from '@benevox/core/hand'
import {
  awaitedCues,
  isTooEarly,
  perform,
  methodSheet,
  runLine,
  type AwaitedCue,
  type KeyChart,
} from '@benevox/core/method'
import { durationsAt, runnableFamily, USUAL_SITUATION, type Machine } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'

const pack = demoPack()
const UNITS = 12

function chartOf(machine: Machine, method: Method): KeyChart {
  const { chart } = methodSheet(machine, method)
  if (!chart) throw new Error(`${method.id} has no chart.`)
  return chart
}

describe.each(pack.families.map((family) => [family.name, family] as const))('%s', (_, family) => {
  const { machine } = runnableFamily(pack, family)
  const quickest = Array.from(durationsAt(machine, 'min'))
  const slowest = durationsAt(machine, 'max')
  const random = seeded(family.id.length * 31 + 7)

  /** A unit of its own: each of its times somewhere between the quickest and the slowest. */
  const unit = () => quickest.map((ms, index) => ms + random() * ((slowest[index] ?? ms) - ms))

  it.each(family.methods.map((method) => [method.id, method] as const))(
    'what is reported in %s never says more than came, and says exactly that where everything is reported',
    (_id, method) => {
      const chart = chartOf(machine, method)
      const awaited = awaitedCues(chart)
      for (let n = 0; n < UNITS; n++) {
        const came = perform(machine, method, USUAL_SITUATION, unit())
        if (!came.reached) continue
        const reportsEach = n % 2 === 0
        let zeroMs = 0
        let reported: AwaitedCue | undefined
        let lastSaidAt = 0
        for (const [index, { step }] of awaited.entries()) {
          const cameMs = came.stepEndsMs[step] ?? came.endedAtMs
          const isLast = index === awaited.length - 1
          // Just before it comes, the step to be done is not yet the one after it.
          expect(runLine(chart, cameMs - zeroMs - 1, reported).step).toBeLessThanOrEqual(
            reportsEach ? step : chart.stepEnds.length,
          )
          // However late it is reported: the next one is not said before any unit shows it.
          const after = awaited[index + 1]
          const before = awaited[index - 1]
          if (reportsEach && after) {
            const soonest = (before?.at.ms ?? 0) + after.at.earliestMs - (before?.at.earliestMs ?? 0)
            const late = runLine(chart, Math.max(cameMs - zeroMs, soonest - 1), reported).next
            expect(awaited.findIndex((cue) => cue === late)).toBe(index)
          }
          if (!reportsEach && !isLast && random() < 0.5) continue
          const said = runLine(chart, cameMs + 1500 * random() - zeroMs, reported).next
          const saidAt = Math.max(cameMs + 2000 * random(), lastSaidAt + 80)
          // Whoever reports within two seconds of what came is never told that it is too early.
          if (reportsEach && said) expect(isTooEarly(saidAt - lastSaidAt, said, reported)).toBe(false)
          lastSaidAt = saidAt
          const saidIndex = awaited.findIndex((cue) => cue === said)
          if (reportsEach) expect(saidIndex).toBe(index)
          else expect(saidIndex).toBeLessThanOrEqual(index)
          if (!said) continue
          reported = said
          zeroMs = cameMs - said.at.ms
        }
      }
    },
  )
})

it('two cues of one moment are two: the second is not taken for the third', () => {
  const family = pack.families.find(({ id }) => id === 'cable-in-the-dark')
  const method = family?.methods.find(({ id }) => id === 'cable-at-dark')
  if (!family || !method) throw new Error('No such family.')
  const chart = chartOf(runnableFamily(pack, family).machine, method)
  const [dark, buzz, menu] = awaitedCues(chart)
  expect([dark?.cue, buzz?.cue, menu?.cue]).toEqual(['dark', 'short-buzz', 'recovery-menu'])
  expect(dark?.at.ms).toBe(buzz?.at.ms)
  expect(runLine(chart, (dark?.at.ms ?? 0) + 1, dark).next).toBe(buzz)
  // Power is let go and the cable put in before the buzz is felt.
  expect(runLine(chart, (dark?.at.ms ?? 0) + 900, dark).step).toBe((dark?.step ?? 0) + 1)
  expect(runLine(chart, (dark?.at.ms ?? 0) + 1, buzz).next).toBe(menu)
})
