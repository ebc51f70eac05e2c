import { z } from 'zod'
import { language } from './forms.ts'
import type { Sheet } from './sheet.ts'

/** Whoever has brought it. The name stands with the job itself. */
export const CUSTOMER_SHEETS = {
  /** In which the customer reads, signs and takes papers home. */
  customerLanguage: {
    schema: language,
    field: 'language',
    who: 'customer',
  },
  /** By which day it is needed, on the shop's calendar. What comes later is worth less. */
  neededBy: {
    schema: z.iso.date(),
    field: 'date',
    who: 'customer',
  },
} as const satisfies Readonly<Record<string, Sheet>>
