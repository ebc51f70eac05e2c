import fc from 'fast-check'
import { correctedBill, lineOf } from '../src/job/index.ts'
import type { Try } from './histories.ts'

const keyOf = (nth: number) => `00000000-0000-4000-8000-${String(nth).padStart(12, '0')}`

/** What was billed put right: made anew with a line or none, or cancelled, by whom and however it is paid. */
export const CORRECTIONS: fc.Arbitrary<Try> = fc
  .record({
    minor: fc.constantFrom(undefined, -700, 450),
    isCancelled: fc.boolean(),
    isSupervisor: fc.constantFrom(true, true, true, false),
    paid: fc.constantFrom('cash', 'card', 'later', undefined),
    isTwice: fc.boolean(),
  })
  .map(({ minor, isCancelled, isSupervisor, paid, isTwice }): Try => (job, world, nth) => {
    const key = (isTwice ? job.corrections?.at(-1)?.key : undefined) ?? keyOf(nth)
    const line = minor === undefined ? undefined : { text: 'put right', minor }
    const said = { key, line, reason: 'was wrong before' }
    const made = lineOf({ ...said, by: 'Imke', at: world.now })
    return {
      kind: 'correct-bill',
      ...said,
      isCancelled,
      supervisor: { name: 'Imke', isSupervisor },
      totalMinor: isCancelled ? 0 : correctedBill(job, made, world).totalMinor,
      paid,
    }
  })

/** Lines on the bill, deposits and bills put right, by whom and in whatever currency. */
export const MONEY_TRIES: readonly { readonly weight: number; readonly arbitrary: fc.Arbitrary<Try> }[] = [
  {
    weight: 1,
    arbitrary: fc
      .tuple(fc.constantFrom(-500, -99_999, 350), fc.boolean())
      .map(([minor, isSupervisor]): Try => (_, __, nth) => ({
        kind: 'add-line',
        line: { key: keyOf(nth), text: 'for a regular', minor, reason: 'comes every year' },
        supervisor: { name: 'Imke', isSupervisor },
      })),
  },
  {
    weight: 1,
    arbitrary: fc.oneof(
      {
        weight: 2,
        arbitrary: fc
          .tuple(fc.constantFrom(500, 1200, 6000), fc.constantFrom('EUR', 'EUR', 'CHF'))
          .map(([minor, currency]): Try => (_, __, nth) => ({
            kind: 'take-payment',
            payment: { key: keyOf(nth), minor, currency, how: 'cash' },
          })),
      },
      { weight: 1, arbitrary: CORRECTIONS },
    ),
  },
]
