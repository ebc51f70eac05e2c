import type { JobEvent } from '../src/job/index.ts'

/** A device that is handed back as it is, and nothing charged. @param at ISO 8601, in UTC */
export const handedBackAt = (at: string): JobEvent => ({
  kind: 'handed-back',
  record: {
    screen: 'on',
    account: 'on',
    carrier: 'none',
    whoSignsIn: '',
    returned: ['device'],
    note: '',
    priceMinor: 0,
    currency: 'EUR',
    at,
  },
})
