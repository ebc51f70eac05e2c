import { describe, expect, it } from 'vitest'
import { checkDigit, imeisOnLabel } from './index.ts'

const imei = (first14: string) => `${first14}${checkDigit(first14)}`
const ONE = imei('00100101123456')
const TWO = imei('00100101123457')

describe('the codes of a label', () => {
  it('are read as they stand, alone or among words', () => {
    expect(imeisOnLabel([ONE, 'SN: RF8N20', '4006381333931']).imeis.map(({ digits }) => digits)).toEqual([
      ONE,
    ])
    const many = `IMEI1:${ONE};IMEI2: ${TWO}\nSN:ABC123`
    expect(imeisOnLabel([many])).toMatchObject({ imeis: [{ digits: ONE }, { digits: TWO }], isPair: true })
  })
  it('are paired only where they are neighbours of one type, and one code twice is one', () => {
    expect(imeisOnLabel([ONE, TWO]).isPair).toBe(true)
    expect(imeisOnLabel([ONE, imei('00100201123457')]).isPair).toBe(false)
    expect(imeisOnLabel([ONE, ONE]).imeis).toHaveLength(1)
  })
  it('take the software-version form and fourteen digits only where the code says IMEI', () => {
    const first14 = ONE.slice(0, 14)
    expect(imeisOnLabel([`IMEISV: ${first14}03`]).imeis[0]?.digits).toBe(ONE)
    expect(imeisOnLabel([`IMEI ${first14}`]).imeis[0]?.digits).toBe(ONE)
    expect(imeisOnLabel([`${first14}03`, first14]).imeis).toEqual([])
  })
  it('take no misread number, no long article number and no filler for an IMEI', () => {
    const wrong = ONE.slice(0, 14) + ((Number(ONE[14]) + 1) % 10)
    const long = `${ONE}12345`
    expect(imeisOnLabel([wrong, long, '000000000000000', ''])).toEqual({
      imeis: [],
      isPair: false,
      others: [wrong, long, '000000000000000', ''],
    })
  })
})
