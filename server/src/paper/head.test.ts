import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { wordsIn } from '@benevox/words'
import { headRows } from './head.ts'

/** The clock of a zone by its distance from UTC alone, in minutes. */
function minutesFromUtc(zone: string, at: Date): number {
  const said = new Intl.DateTimeFormat('en', { timeZone: zone, timeZoneName: 'longOffset' }).format(at)
  const [, sign = '+', hours = '0', minutes = '0'] = /GMT(?:([+-])(\d\d):(\d\d))?/.exec(said) ?? []
  return (sign === '-' ? -1 : 1) * (Number(hours) * 60 + Number(minutes))
}

describe('what every paper says alike', () => {
  it('is dated by the calendar and the clock of the shop (against the distance from UTC)', () => {
    const zones = ['Europe/Berlin', 'Pacific/Auckland', 'America/St_Johns', 'Asia/Kathmandu', 'UTC']
    const instants = fc.date({
      min: new Date('2000-01-01'),
      max: new Date('2050-01-01'),
      noInvalidDate: true,
    })
    fc.assert(
      fc.property(fc.constantFrom(...zones), instants, (zone, instant) => {
        const at = instant.toISOString()
        const there = new Date(instant.getTime() + minutesFromUtc(zone, instant) * 60_000).toISOString()
        const { day, moment } = wordsIn('en', { zone, country: 'DE' })
        const utc = { timeZone: 'UTC' } as const
        expect(day(at)).toBe(new Date(there).toLocaleDateString('en-GB', { ...utc, dateStyle: 'long' }))
        expect(moment(at)).toContain(there.slice(11, 16))
      }),
    )
  })
  it('is both IMEIs of a phone, and of a device without one its serial number', () => {
    const said = (facts: Parameters<typeof headRows>[2]) =>
      JSON.stringify(
        headRows(
          wordsIn('en', { zone: 'UTC', country: 'DE' }),
          { name: 'O. Brandal', contact: '' },
          facts,
          undefined,
        ),
      )
    const phone = said({ imei: '490154203237518', imeiSecond: '352099001761481', serialNumber: 'SN-7' })
    for (const number of ['49-015420-323751-8', '35-209900-176148-1', 'SN-7']) expect(phone).toContain(number)
    const watch = said({ serialNumber: 'WX-1' })
    expect(watch).toContain('WX-1')
    expect(watch).not.toContain('IMEI')
    expect(said({})).toContain('none')
  })
})
