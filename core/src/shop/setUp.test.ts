import fc from 'fast-check'
import { expect, it } from 'vitest'
import { LEFT, leftToSetUp } from './index.ts'

const server = { host: 'mail.shop.example', port: 465, protection: 'tls' } as const
const USUAL = { work: { reset: 3500, order: 1500 } }

it('what is left to set up is what nobody has, in one order', () => {
  fc.assert(
    fc.property(fc.record(Object.fromEntries(LEFT.map((one) => [one, fc.boolean()]))), (isDone) => {
      const left = leftToSetUp({
        settings: isDone['own-mail'] ? { mail: 'a@shop.example' } : {},
        connections: {
          ...(isDone['mail-server'] && { smtp: server }),
          ...(isDone['mailbox'] && { mailbox: { ...server, folder: 'INBOX' } }),
          ...(isDone['registry'] && { registry: 'https://registry.example' }),
        },
        supply: {
          carriers: isDone['carriers'] ? ['Carrier'] : [],
          suppliers: isDone['suppliers'] ? ['Supplier'] : [],
        },
        prices: { work: { ...USUAL.work, ...(isDone['prices'] && { order: 1501 }) } },
        usual: USUAL,
        hasBackups: isDone['backups'],
      })
      expect(left).toEqual(LEFT.filter((one) => !isDone[one]))
    }),
  )
})
