import { dictionary } from '@zxcvbn-ts/language-common'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { refuseGuessed } from './guessed.ts'

const isRefused = async (password: string, words: readonly string[] = []): Promise<boolean> =>
  refuseGuessed(password, words).then(
    () => false,
    (error: unknown) => {
      expect(error).toMatchObject({ problem: { reason: { code: 'password-guessed' } } })
      return true
    },
  )
const letters = (from: number, to: number) =>
  fc.string({ unit: fc.constantFrom(...'abcdefghijklmnopqrstuvwxyz'), minLength: from, maxLength: to })

describe('a new password', () => {
  it('is none of those that leaked most often, as they are, capitalised, with signs for letters or a year after them', async () => {
    const leaked = dictionary['passwords-common'] as string[]
    const long = leaked.filter((one) => one.length >= 12)
    expect(long.length).toBeGreaterThan(100)
    await fc.assert(
      fc.asyncProperty(
        fc.constantFrom(...long),
        fc.constantFrom(...leaked.slice(0, 3000)),
        async (one, short) => {
          const twice = short.repeat(Math.ceil(12 / short.length))
          for (const all of [one, one.toUpperCase(), one[0]?.toUpperCase() + one.slice(1), twice])
            expect(await isRefused(all), all).toBe(true)
        },
      ),
      { numRuns: 60 },
    )
    for (const one of ['password1234', 'P@ssw0rd1234', 'qwertyuiop12', 'abcdefghijklm', '112233445566'])
      expect(await isRefused(one), one).toBe(true)
  })

  it('is not the shop’s name or the person’s, with each other or twice; nor one letter again and again', async () => {
    const words = ['Werkbank Süd & Töchter', 'Þóra']
    for (const one of ['Werkbank Süd', 'werkbankwerkbank', 'ÞóraÞóraÞóra', 'Werkbank Süd & Töchter'])
      expect(await isRefused(one, words), one).toBe(true)
    await fc.assert(
      fc.asyncProperty(
        fc.array(
          fc.constantFrom('werkbank', 'Werkbank', 'SÜD', 'sud', 'Töchter', 'tochter', 'Þóra', 'þora'),
          {
            minLength: 3,
            maxLength: 5,
          },
        ),
        fc.constantFrom('', ' ', '-', ' + ', '_!_'),
        fc.constantFrom('', '!', '2026', '#1'),
        async (some, between, end) => {
          expect(await isRefused(some.join(between) + end, words)).toBe(true)
        },
      ),
    )
    expect(await isRefused('Werkbank und elf Gabeln', words)).toBe(false)
    for (const one of ['a'.repeat(12), 'z'.repeat(200), 'ab'.repeat(100)])
      expect(await isRefused(one), one).toBe(true)
  })

  it('may be any words or signs that nobody has put together before', async () => {
    await fc.assert(
      fc.asyncProperty(fc.array(letters(3, 9), { minLength: 4, maxLength: 6 }), async (some) => {
        const password = some.join(' ')
        fc.pre(new Set(some).size === some.length && new Set(password).size > 7)
        expect(await isRefused(password, ['Lantern Slip Repairs', 'Runa']), password).toBe(false)
      }),
    )
    for (const one of ['nine grey herons', 'four tin buckets', 'ferry at nine', 'x7#kQ2!vR9pL'])
      expect(await isRefused(one, ['Imke']), one).toBe(false)
  })
})
