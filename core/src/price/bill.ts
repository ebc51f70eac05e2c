import Big from 'big.js'
import { z } from 'zod'
import { WORK } from './priceList.ts'

const minor = z.int().min(-10_000_000).max(10_000_000)
/** In minor units, tax included; and how much of it tax is in: fees passed on have none added. */
const amounts = { minor, taxedMinor: minor }

/** One line of a bill. What is taken off or has come back is below zero. */
export const billLine = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('work'), work: z.enum(WORK), ...amounts }),
  z.strictObject({ kind: z.literal('registry-report'), reference: z.string(), ...amounts }),
  z.strictObject({ kind: z.literal('order'), supplier: z.string(), ...amounts }),
  z.strictObject({ kind: z.literal('refund'), supplier: z.string(), ...amounts }),
  z.strictObject({ kind: z.literal('makers-service'), ...amounts }),
  /** A discount, or something of the shop's own, with the reason and who answers for it. */
  z.strictObject({
    kind: z.literal('own'),
    text: z.string(),
    reason: z.string(),
    by: z.string(),
    ...amounts,
  }),
  /** What was agreed is the most: the rest is not asked for. */
  z.strictObject({ kind: z.literal('within-agreed'), ...amounts }),
])
export type BillLine = z.infer<typeof billLine>

export const bill = z.strictObject({
  currency: z.string().regex(/^[A-Z]{3}$/),
  /** The share of tax on top of the net price: 0.19 is 19 %. */
  taxRate: z.number().min(0).max(1),
  lines: z.array(billLine),
  totalMinor: z.int().min(0),
  /** The tax within the total. */
  taxMinor: z.int().min(0),
})
export type Bill = z.infer<typeof bill>

/** The tax within a price that includes it, rounded to a minor unit, half up. */
export function taxWithin(grossMinor: number, taxRate: number): number {
  const gross = new Big(grossMinor)
  return Number(gross.minus(gross.div(new Big(taxRate).plus(1))).round(0, Big.roundHalfUp))
}

/** How much of these lines tax is in, in minor units. */
export const taxedOf = (lines: readonly Pick<BillLine, 'taxedMinor'>[]): number =>
  lines.reduce((sum, { taxedMinor }) => sum + taxedMinor, 0)

/**
 * A bill of these lines. It is never below nothing: a discount takes off no more than there is; and never above what
 * was agreed: what is more is taken off, of the taxed part first.
 */
export function billOf(
  lines: readonly BillLine[],
  { currency, taxRate, mostMinor }: Pick<Bill, 'currency' | 'taxRate'> & { readonly mostMinor: number },
): Bill {
  const stands: BillLine[] = []
  let total = 0
  const add = (line: BillLine) => {
    stands.push(line)
    total += line.minor
  }
  for (const line of lines) if (line.kind !== 'own') add(line)
  for (const line of lines) {
    if (line.kind !== 'own') continue
    const off = Math.max(line.minor, -total)
    // A discount is one of the work first; of fees passed on it takes no tax off.
    if (off !== 0) add({ ...line, minor: off, taxedMinor: Math.max(off, -taxedOf(stands)) })
  }
  if (total > mostMinor) {
    const off = mostMinor - total
    add({ kind: 'within-agreed', minor: off, taxedMinor: Math.max(off, -taxedOf(stands)) })
  }
  return {
    currency,
    taxRate,
    lines: stands,
    totalMinor: total,
    taxMinor: taxWithin(taxedOf(stands), taxRate),
  }
}
