import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { newCode } from './index.ts'

const isTaken = (digits: string) => newCode.safeParse(digits).success

describe('a new personal code', () => {
  it('is none of those that are chosen most often', () => {
    // Six digits, from lists of leaked codes; from memory.
    const often =
      '123456 654321 111111 000000 121212 123123 112233 123321 131313 696969 101010 007007 222222 789012'
    expect(often.split(' ').filter(isTaken)).toEqual([])
    expect(['12345678', '87654321', '12341234', '11223344', '19911991', '12344321'].filter(isTaken)).toEqual(
      [],
    )
  })

  it('is six to eight digits and nothing else; of all that are six, one in two hundred at most is refused', () => {
    let refused = 0
    for (let code = 0; code < 1_000_000; code++) if (!isTaken(String(code).padStart(6, '0'))) refused++
    expect(refused).toBeGreaterThan(1000)
    expect(refused).toBeLessThan(5000)
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(isTaken(text) && !/^\d{6,8}$/.test(text)).toBe(false)
      }),
    )
    expect(['00491', '004918271', '00491a', ' 004918', '٠٠٤٩١٨'].filter(isTaken)).toEqual([])
  })
})
