import {
  folded,
  keyOfCarrier,
  keyOfService,
  type ListedService,
  type ListedSupplier,
  type SupplyList,
} from './list.ts'

/** What is wrong in a list beyond the form of each field. */
export type SupplyFaultCode =
  | 'name-twice'
  | 'service-twice'
  | 'carrier-not-listed'
  | 'account-has-no-carrier'
  | 'carrier-needed'
  | 'days-crossed'
  | 'other-currency'
  | 'no-holidays'
  | 'rule-twice'
  | 'looked-at-in-future'
  | 'id-twice'
  | 'gone'
  | 'not-the-same'

export interface SupplyFault {
  readonly code: SupplyFaultCode
  /** Where: the names of what it is about, the widest first. */
  readonly of: readonly string[]
}

/** The day that has begun somewhere already: what was looked up today, wherever that is, was not looked up in the future. */
export const latestToday = (now: Date): string =>
  new Date(now.getTime() + FURTHEST_AHEAD_MS).toISOString().slice(0, 10)
const FURTHEST_AHEAD_MS = 14 * 3_600_000

/**
 * Everything that keeps a list from being used.
 * @param around the shop's currency, as fees in another could not be compared; today, `YYYY-MM-DD`; and whether the public
 *   holidays of a country and region are known, where that is to be asked
 */
export function checkSupply(list: SupplyList, around: Around): readonly SupplyFault[] {
  return [
    ...twice(list.carriers, ({ name, country }) => keyOfCarrier(name, country)).map(({ name }) =>
      fault('name-twice', name),
    ),
    ...twice(list.suppliers, ({ name }) => folded(name)).map(({ name }) => fault('name-twice', name)),
    ...twice(list.suppliers, ({ id }) => String(id)).map(({ name }) => fault('id-twice', name)),
    ...twice(
      list.suppliers.flatMap(({ services }) => services),
      ({ id }) => String(id),
    ).map((service) => fault('id-twice', nameOfService(service))),
    ...list.suppliers.flatMap((supplier) => faultsOf(supplier, list, around)),
    ...twice(list.rules, ({ country }) => country).map(({ country }) => fault('rule-twice', country)),
    ...list.rules
      .filter(({ lookedAt }) => lookedAt > around.today)
      .map(({ country }) => fault('looked-at-in-future', country)),
  ]
}

interface Around {
  readonly currency: string
  readonly today: string
  readonly hasHolidays?: ((country: string, region: string | undefined) => boolean) | undefined
}

function faultsOf(
  supplier: ListedSupplier,
  list: SupplyList,
  { currency, hasHolidays = () => true }: Around,
): readonly SupplyFault[] {
  const known = new Set(list.carriers.map(({ name, country }) => keyOfCarrier(name, country)))
  const of = (code: SupplyFaultCode, service: ListedService) =>
    fault(code, supplier.name, nameOfService(service))
  return [
    // The days of a promise are counted by them: a calendar that is not known would promise wrongly.
    ...(hasHolidays(supplier.country, supplier.region ?? undefined)
      ? []
      : [fault('no-holidays', supplier.name)]),
    ...twice(supplier.services, keyOfService).map((service) => of('service-twice', service)),
    ...supplier.services.flatMap((service) => [
      ...(service.minDays > service.maxDays ? [of('days-crossed', service)] : []),
      ...(service.currency === currency || service.withdrawn ? [] : [of('other-currency', service)]),
      ...carrierFaults(service, known).map((code) => of(code, service)),
    ]),
  ]
}

function carrierFaults(service: ListedService, known: ReadonlySet<string>): readonly SupplyFaultCode[] {
  const { lock, carrier, carrierCountry, withdrawn } = service
  if (lock === 'account') return carrier === '' ? [] : ['account-has-no-carrier']
  if (carrier === '') return ['carrier-needed']
  return known.has(keyOfCarrier(carrier, carrierCountry)) || withdrawn ? [] : ['carrier-not-listed']
}

/**
 * What a new list may not change of the one in use: whoever was ordered from stays in it, withdrawn at most, and a service
 * stays what was ordered, or its results would be another one's.
 */
export function lostBetween(before: SupplyList, after: SupplyList): readonly SupplyFault[] {
  const suppliers = new Map(after.suppliers.map((one) => [one.id, one]))
  return before.suppliers.flatMap((supplier) => {
    const now = suppliers.get(supplier.id)
    if (!now) return [fault('gone', supplier.name)]
    return supplier.services.flatMap((service) => {
      const found = now.services.find(({ id }) => id === service.id)
      if (!found) return [fault('gone', supplier.name, nameOfService(service))]
      const isSame =
        found.lock === service.lock &&
        keyOfCarrier(found.carrier, found.carrierCountry) ===
          keyOfCarrier(service.carrier, service.carrierCountry)
      return isSame ? [] : [fault('not-the-same', supplier.name, nameOfService(service))]
    })
  })
}

export const nameOfService = ({
  carrier,
  carrierCountry,
  name,
}: Pick<ListedService, 'carrier' | 'carrierCountry' | 'name'>): string =>
  [carrier, carrierCountry, name].filter((part) => part !== '').join(' ')

const fault = (code: SupplyFaultCode, ...of: string[]): SupplyFault => ({ code, of })

function twice<One>(all: readonly One[], keyOf: (one: One) => string): readonly One[] {
  const seen = new Set<string>()
  return all.filter((one) => {
    const key = keyOf(one)
    if (seen.has(key)) return true
    seen.add(key)
    return false
  })
}
