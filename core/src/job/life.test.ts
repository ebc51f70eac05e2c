import { expect, it } from 'vitest'
import { opened, worldAt } from '../../test/histories.ts'
import { LAWS_OF_BILLS } from '../../test/laws/billed.ts'
import { LAWS_OF_THE_CUSTOMER } from '../../test/laws/customer.ts'
import { LAWS_OF_DEEDS } from '../../test/laws/deeds.ts'
import { LAWS_OF_SAYING } from '../../test/laws/said.ts'
import { LAWS_OF_TELLING } from '../../test/laws/told.ts'
import { holdInEveryLife } from '../../test/lives.ts'
import { decide, evolve } from './index.ts'

holdInEveryLife('whatever anybody does, in whatever order', [
  ...LAWS_OF_DEEDS,
  ...LAWS_OF_TELLING,
  ...LAWS_OF_SAYING,
  ...LAWS_OF_BILLS,
  ...LAWS_OF_THE_CUSTOMER,
])

it('an answer in which the customer is left out records nothing of the customer', () => {
  const answered = decide(
    opened(),
    { kind: 'answer', set: { battery: 'below-20' }, customer: {}, newestCatalogId: 1 },
    worldAt(1),
  )
  expect(answered).toEqual({ kind: 'done', events: [{ kind: 'answered', set: { battery: 'below-20' } }] })
})

it('a job begins empty, with the event that opens it and no other', () => {
  expect(opened()).toMatchObject({ version: 1, events: 1, steps: [], customer: { name: '' } })
  expect(() => evolve(undefined, { kind: 'file-removed', id: 'x' })).toThrow('opens it')
})
