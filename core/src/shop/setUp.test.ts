import fc from 'fast-check'
import { expect, it } from 'vitest'
import { LEFT, leftToSetUp } from './index.ts'

const server = { host: 'mail.shop.example', port: 465, protection: 'tls' } as const
const USUAL = { work: { reset: 3500, order: 1500 }, retention: { contact: 180, signature: 3650 } }

it('what is left to set up is what nobody has, in one order', () => {
  fc.assert(
    fc.property(
      fc.record(Object.fromEntries(LEFT.map((one) => [one, fc.boolean()]))),
      fc.subarray([...LEFT]),
      (isDone, right) => {
        const left = leftToSetUp({
          settings: { ...(isDone['own-mail'] && { mail: 'a@shop.example' }), rightAsItIs: right },
          connections: {
            ...(isDone['mail-server'] && { smtp: server }),
            ...(isDone['mailbox'] && { mailbox: { ...server, folder: 'INBOX' } }),
            ...(isDone['registry'] && { registry: 'https://registry.example' }),
          },
          supply: {
            carriers: isDone['carriers'] ? ['Carrier'] : [],
            suppliers: isDone['suppliers'] ? ['Supplier'] : [],
          },
          prices: {
            work: { ...USUAL.work, ...(isDone['prices'] && { order: 1501 }) },
            retention: { ...USUAL.retention, ...(isDone['retention'] && { contact: 90 }) },
          },
          catalogVersion: isDone['catalogue'] ? 2 : 1,
          usual: USUAL,
          hasBackups: isDone['backups'],
        })
        expect(left).toEqual(LEFT.filter((one) => !isDone[one] && !right.includes(one)))
      },
    ),
  )
})
