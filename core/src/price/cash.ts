import Big from 'big.js'

/**
 * The least that changes hands in cash, in minor units, where not every coin is in use.
 * Source: Unicode CLDR, supplemental currency data (cash digits, cash rounding).
 */
const LEAST_COIN: Readonly<Record<string, number>> = {
  AMD: 100,
  CAD: 5,
  CHF: 5,
  CRC: 100,
  CZK: 100,
  DKK: 50,
  GYD: 100,
  // It has no smaller part in use.
  HUF: 5,
  MNT: 100,
  MUR: 100,
  NOK: 100,
  RSD: 100,
  SEK: 100,
  TWD: 100,
  TZS: 100,
  UZS: 100,
}

/** An amount as it is paid in cash, in minor units; half a coin is rounded away from zero. */
export function inCash(minor: number, currency: string): number {
  const coin = LEAST_COIN[currency] ?? 1
  return Number(new Big(minor).div(coin).round(0, Big.roundHalfUp).times(coin))
}
