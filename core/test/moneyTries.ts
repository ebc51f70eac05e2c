import fc from 'fast-check'
import type { Try } from './histories.ts'

const keyOf = (nth: number) => `00000000-0000-4000-8000-${String(nth).padStart(12, '0')}`

/** Lines on the bill and deposits, by whom and in whatever currency. */
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
    arbitrary: fc
      .tuple(fc.constantFrom(500, 1200, 6000), fc.constantFrom('EUR', 'EUR', 'CHF'))
      .map(([minor, currency]): Try => (_, __, nth) => ({
        kind: 'take-payment',
        payment: { key: keyOf(nth), minor, currency, how: 'cash' },
      })),
  },
]
