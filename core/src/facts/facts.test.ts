import { describe, expect, it } from 'vitest'
import { z } from 'zod'
import { FACT_NAMES, facts, isPersonal, secondsToAsk, sheetOf, type FactName } from './index.ts'

/** The answers that its schema lists; undefined where any text or number will do. */
function listed(name: FactName): readonly string[] | undefined {
  const { schema } = sheetOf(name)
  return schema instanceof z.ZodEnum ? schema.options.map(String) : undefined
}
const offered = (name: FactName) => sheetOf(name).choices ?? []

describe.each(FACT_NAMES)('%s', (name) => {
  const sheet = sheetOf(name)
  it('offers answers that it takes, each once, and every answer there is but for the wish', () => {
    const answers = offered(name)
    expect(new Set(answers).size).toBe(answers.length)
    for (const answer of answers)
      expect(facts.safeParse({ [name]: name === 'wrongEntries' ? Number(answer) : answer }).success).toBe(
        true,
      )
    if (name !== 'wish' && listed(name)) expect(new Set(answers)).toEqual(new Set(listed(name)))
    // Without a field of its own it has answers to choose from.
    expect(answers.length > 0).toBe(sheet.field === undefined)
  })
  it('expects answers that it takes, with chances that add up to 1', () => {
    const { prior } = sheet
    if (prior === undefined) return
    if (typeof prior === 'number' || !Array.isArray(prior)) {
      const chances = typeof prior === 'number' ? [prior] : Object.values(prior)
      for (const chance of chances) expect(chance >= 0 && chance <= 1).toBe(true)
      expect(listed(name)).toEqual(expect.arrayContaining(['yes', 'no']))
      return
    }
    for (const [answer] of prior) expect(facts.safeParse({ [name]: answer }).success).toBe(true)
    expect(prior.reduce((sum, [, chance]) => sum + chance, 0)).toBeCloseTo(1, 12)
  })
  it('waits for no other that waits for it', () => {
    const before: FactName[] = []
    for (let at: FactName | undefined = name; at; at = sheetOf(at).after) {
      expect(before).not.toContain(at)
      before.push(at)
    }
  })
  it('is weighed by its answers where it may change the route', () => {
    // A model is weighed by what knowing its keys is worth.
    if (sheet.mayChange && name !== 'modelId') expect(sheet.prior).toBeDefined()
  })
})

it('what points to a person is what a list that stays must not repeat', () => {
  expect(FACT_NAMES.filter(isPersonal).toSorted()).toEqual(
    [
      'accountAddress',
      'boxImei',
      'imei',
      'imeiSecond',
      'ownershipNote',
      'registryReason',
      'sellerMail',
      'serialNumber',
    ].toSorted(),
  )
  expect(isPersonal('toString')).toBe(false)
})
it('a look is shorter than a question, and a question shorter than fetching a paper', () => {
  expect(['hazard', 'whose', 'imei'].map((name) => secondsToAsk(name as FactName))).toEqual([2, 8, 60])
})
