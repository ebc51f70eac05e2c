import { z } from 'zod'

/** How long a carrier may take to answer, by the rule of a country. */
export const carrierRule = z.strictObject({
  /** ISO 3166, two letters. */
  country: z.string().regex(/^[A-Z]{2}$/, 'country-code'),
  workingDays: z.int().min(0).max(365),
  /** Where that is said, and when it was looked at: it may have changed since. */
  source: z.string().trim().min(1).max(200),
  lookedAt: z.iso.date(),
})
export type CarrierRule = z.infer<typeof carrierRule>

export const ruleOf = (rules: readonly CarrierRule[], country: string | undefined): CarrierRule | undefined =>
  rules.find((rule) => rule.country === country)
