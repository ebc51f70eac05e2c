import { expect, it } from 'vitest'
import { isSameCarrier } from './index.ts'

it.each([
  ['skerry mobile', 'Skerry Mobile'],
  ['SKERRY  MOBILE ', 'Skerry Mobile'],
  ['Skerry\u00a0Mobile', 'Skerry Mobile'],
  ['ＳＫＥＲＲＹ Mobile', 'Skerry Mobile'],
])('“%s” is %s, as the customer meant it', (said, listed) => {
  expect(isSameCarrier(said, listed)).toBe(true)
  expect(isSameCarrier(listed, said)).toBe(true)
})
it.each([
  ['Skerry', 'Skerry Mobile'],
  ['Skerry Mobil', 'Skerry Mobile'],
  [undefined, 'Skerry Mobile'],
  [undefined, undefined],
])('%s is not %s', (said, listed) => {
  expect(isSameCarrier(said, listed)).toBe(false)
})
