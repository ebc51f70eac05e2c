import { checkDigit } from '@benevox/core/imei'
import type { ListedService, SupplyList } from '@benevox/core/supply'
import document from './pack.json' with { type: 'json' }

/** The demo's shop in its made-up ferry port: people, suppliers, carriers. All invented. */
export const SHOP = 'Lantern Slip Repairs, Port Ossel'

/** What this shop answers for, in its own words. */
export const WARRANTY = {
  en: 'We answer for our work for 90 days: if the same lock comes back through it, we see to it again without charge. What was on the device is not part of it.',
  de: 'Für unsere Arbeit stehen wir 90 Tage ein: Kommt dieselbe Sperre durch sie zurück, kümmern wir uns ohne Kosten noch einmal darum. Was auf dem Gerät war, gehört nicht dazu.',
  fr: 'Nous répondons de notre travail pendant 90 jours : si le même verrouillage revient à cause de lui, nous nous en occupons de nouveau sans frais. Ce qui était sur l’appareil n’en fait pas partie.',
  es: 'Respondemos de nuestro trabajo durante 90 días: si el mismo bloqueo vuelve por él, lo atendemos otra vez sin coste. Lo que había en el dispositivo no forma parte.',
}

export const STAFF = [
  { name: 'Runa', password: 'ferry at nine', code: '2468', supervisor: false },
  { name: 'Teo', password: 'brass lantern', code: '1357', supervisor: false },
  { name: 'Imke', password: 'low tide walk', code: '8642', supervisor: true },
] as const

export const SIGN_IN_HINT = `Demo shop. Name: ${STAFF[0].name}, password: ${STAFF[0].password}. Codes to switch person: ${STAFF.map(({ name, code, supervisor }) => `${name} ${code}${supervisor ? ' (owner)' : ''}`).join(', ')}.`

/** A service of the demo that differs from the others in what is given. */
const service = (
  given: Pick<ListedService, 'id' | 'carrier' | 'carrierCountry' | 'feeMinor' | 'minDays' | 'maxDays'> &
    Partial<ListedService>,
): ListedService => ({
  name: '',
  lock: 'carrier',
  models: [],
  currency: 'EUR',
  refundPercent: 0,
  withdrawn: false,
  ...given,
})
const SKERRY = { carrier: 'Skerry Mobile', carrierCountry: 'DE' }

/** Suppliers, carriers and how long carriers may take. */
export const SUPPLY: SupplyList = {
  carriers: [
    { name: 'Skerry Mobile', country: 'DE', askAt: 'skerry.example/unlock' },
    { name: 'Norlane', country: 'DK', askAt: '+45 00 00 00 00' },
  ],
  suppliers: [
    {
      id: 1,
      name: 'Greywater Releases',
      mail: 'orders@greywater.example',
      ordersAt: 'v1/greywater/',
      language: 'en',
      country: 'DE',
      region: 'SH',
      zone: 'Europe/Berlin',
      cutOff: '15:00',
      withdrawn: false,
      services: [
        service({ id: 1, ...SKERRY, feeMinor: 1900, minDays: 1, maxDays: 3 }),
        service({ id: 2, carrier: 'Norlane', carrierCountry: 'DK', feeMinor: 2600, minDays: 2, maxDays: 5 }),
      ],
    },
    {
      id: 2,
      name: 'Keelhouse Codes',
      mail: 'orders@keelhouse.example',
      ordersAt: 'v1/keelhouse/',
      language: 'en',
      country: 'US',
      region: null,
      zone: 'America/New_York',
      cutOff: '12:00',
      withdrawn: false,
      services: [service({ id: 3, ...SKERRY, feeMinor: 1200, minDays: 5, maxDays: 10, refundPercent: 100 })],
    },
    {
      id: 3,
      name: 'Account Office Ossel',
      mail: 'orders@account-office.example',
      ordersAt: 'v1/account-office/',
      language: 'de',
      country: 'DE',
      region: 'SH',
      zone: 'Europe/Berlin',
      cutOff: '12:00',
      withdrawn: false,
      services: [
        service({
          id: 4,
          lock: 'account',
          carrier: '',
          carrierCountry: 'DE',
          feeMinor: 2400,
          minDays: 2,
          maxDays: 10,
        }),
      ],
    },
  ],
  rules: [
    {
      country: 'US',
      workingDays: 2,
      source: 'Voluntary code of the wireless industry (from memory)',
      lookedAt: '2026-11-29',
    },
  ],
}

/** What the made-up registry knows of some devices; all others are clean. */
export const REPORTED: Readonly<Record<string, 'lost' | 'stolen' | 'unpaid'>> = Object.fromEntries(
  (
    [
      ['00100301774410', 'stolen'],
      ['00100101555555', 'lost'],
      ['00100201666666', 'unpaid'],
    ] as const
  ).map(([first, status]) => [`${first}${checkDigit(first)}`, status]),
)

/** Which model its reports name, by the first eight digits of an IMEI; of others they name none. */
export const MODELS_REPORTED: Readonly<Record<string, string>> = Object.fromEntries(
  document.models.flatMap(({ tacs, maker, name }) => tacs.map((tac) => [tac, `${maker} ${name}`])),
)

/** The kit: cables with a number on a flag of tape. */
export const CABLES = [
  { fits: 'usb-c', note: 'grey, one metre', retiredAt: null, retiredBecause: '' },
  { fits: 'usb-c', note: 'short, braided', retiredAt: null, retiredBecause: '' },
  { fits: 'micro-usb', note: 'black', retiredAt: null, retiredBecause: '' },
  { fits: 'usb-c', note: 'came with a lamp', retiredAt: new Date(0), retiredBecause: 'carries no data' },
  { fits: 'contacts', note: 'puck for round watches', retiredAt: null, retiredBecause: '' },
] as const
