import { describe, expect, it } from 'vitest'
import { cpuMs } from '../../test/cpuMs.ts'
import { looksLikeSecret } from './index.ts'

/** As technicians write; a fact of the trade: common practice, no source. */
const SECRETS = [
  'PIN 4711',
  'pin: 0852',
  'her PIN is 99120',
  'PIN=1234',
  'Passwort: Sommer2019',
  'password is hunter2!',
  'pw “tide”',
  'Kennwort = katze',
  'mot de passe : soleil',
  'contraseña: verano22',
  'pattern 1-4-7-8-9',
  'Muster: L',
  'draws 1 2 5 8 9 on the dots',
  '7→4→1→2→3',
  'try 2580 first',
  'says it was 1990 or 4862',
  'code 482913 came by text',
  'second-step code 482 913',
  'verification code G-482913',
  'backup codes: 8812 4410',
  'PUK 12345678',
  'passcode "ferry"',
]
const HARMLESS = [
  'Receipt with the same IMEI',
  'Box, IMEI 49-015420-323751-8',
  '490154203237518 dialled, same on the box',
  '4901542032375181 is the long form',
  'Receipt no. 48213, 12.03.2024',
  'Rechnung 5521 vom 3.4.2023',
  'bought 2021 for 249 €',
  'EUR 1299 paid',
  'carrier code 00491827',
  'network key 1234567890123456',
  'Call back on +49 461 123456',
  'Tel. 0461 23456',
  'Model OR-V510, ticket B1012',
  'PIN forgotten, 12 attempts so far',
  'PIN not known',
  'password changed yesterday',
  'Password: unknown',
  'The owner knows the PIN',
  'ID card no. L01X00T47 seen',
  'Pattern forgotten since 2024-11-02',
  'passport 123456 seen',
  'at 14:30, after 3500 photos were copied',
  'charged to 80 % with 5000 mAh',
  'No cellular radio: no IMEI to ask the registry with',
  'comes back at 17:45',
  'Harbour street 1204',
  'case no. 2024/4471 of the police',
  'registry down since 10:15, tried twice',
  'the child’s pattern lock, the guardian decides',
]

describe('a text that looks like a secret of the customer', () => {
  it.each(SECRETS)('is questioned: %s', (text) => {
    const suspicion = looksLikeSecret(text)
    expect(suspicion).toBeDefined()
    expect(text).toContain(suspicion?.found)
  })
  it.each(HARMLESS)('is left alone: %s', (text) => {
    expect(looksLikeSecret(text)).toBeUndefined()
  })
  it('tells what it saw', () => {
    expect(looksLikeSecret('PIN 4711')).toEqual({ kind: 'announced', found: '4711' })
    expect(looksLikeSecret('try 2580 first')).toEqual({ kind: 'figure', found: '2580' })
    expect(looksLikeSecret('7→4→1→2→3')).toEqual({ kind: 'pattern', found: '7→4→1→2→3' })
  })
  it('answers at once on the longest text a field takes', () => {
    for (const long of ['1 '.repeat(250), 'a1-'.repeat(166), '0'.repeat(500), 'pin '.repeat(125)])
      expect(cpuMs(() => looksLikeSecret(long))).toBeLessThan(100)
  })
})
