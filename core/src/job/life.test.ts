import { expect, it } from 'vitest'
import { opened } from '../../test/histories.ts'
import { LAWS_OF_DEEDS } from '../../test/laws/deeds.ts'
import { LAWS_OF_TELLING } from '../../test/laws/told.ts'
import { holdInEveryLife } from '../../test/lives.ts'
import { evolve } from './index.ts'

holdInEveryLife('whatever anybody does, in whatever order', [...LAWS_OF_DEEDS, ...LAWS_OF_TELLING])

it('a job begins empty, with the event that opens it and no other', () => {
  expect(opened()).toMatchObject({ version: 1, events: 1, steps: [], customer: { name: '' } })
  expect(() => evolve(undefined, { kind: 'file-removed', id: 'x' })).toThrow('opens it')
})
