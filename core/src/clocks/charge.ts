/** What decides how quickly a device charges. */
export interface Charging {
  /** The battery's capacity, in milliampere hours. */
  readonly capacityMah: number
  /** What the charger gives, in watts. */
  readonly watts: number
}

/** A lithium battery's middling voltage, in volts, and the part of the power that is not lost. Common practice, no source. */
const VOLTS = 3.85
const KEPT = 0.85
/** From flat a battery is charged slowly at first. Common practice, no source. */
const FLAT_BELOW_PERCENT = 3
const SLOW_START_MS = 180_000

/** Below this nobody wipes, unless on external power. Common practice, no source. */
export const SAFE_PERCENT = 20

/**
 * How long a device charges from one level to another, in milliseconds: energy over power, and the slow start of a
 * flat battery.
 * @param fromPercent 0 to 100
 * @returns 0 where it is there already
 */
export function chargeMs(fromPercent: number, toPercent: number, { capacityMah, watts }: Charging): number {
  if (toPercent <= fromPercent) return 0
  const wattHours = (capacityMah / 1000) * VOLTS * ((toPercent - fromPercent) / 100)
  const slowMs = fromPercent < FLAT_BELOW_PERCENT ? SLOW_START_MS : 0
  return Math.round((wattHours / (watts * KEPT)) * 3_600_000 + slowMs)
}

/** Quick, middling and slow, by the kind of device; a watch lies on its puck. Common practice, no source. */
const USUAL = {
  phone: [
    { capacityMah: 2500, watts: 15 },
    { capacityMah: 4000, watts: 10 },
    { capacityMah: 5000, watts: 5 },
  ],
  tablet: [
    { capacityMah: 5000, watts: 18 },
    { capacityMah: 7000, watts: 12 },
    { capacityMah: 9000, watts: 7.5 },
  ],
  watch: [
    { capacityMah: 250, watts: 2.5 },
    { capacityMah: 400, watts: 1.5 },
    { capacityMah: 600, watts: 1 },
  ],
} as const

/** The same for a device of which neither battery nor charger is known: the quickest, a middling, the slowest. */
export function chargeRange(
  kind: keyof typeof USUAL,
  fromPercent: number,
  toPercent = SAFE_PERCENT,
): { readonly minMs: number; readonly medianMs: number; readonly maxMs: number } {
  const [quick, middling, slow] = USUAL[kind]
  return {
    minMs: chargeMs(fromPercent, toPercent, quick),
    medianMs: chargeMs(fromPercent, toPercent, middling),
    maxMs: chargeMs(fromPercent, toPercent, slow),
  }
}
