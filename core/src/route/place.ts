import type { KeyId } from '../catalog/index.ts'
import type { PriceList } from '../price/index.ts'
import type { Experience } from '../results/index.ts'
import type { DeviceOnJob, Facts, RouteAction } from './facts.ts'
import { chanceOf } from './priors.ts'

/** Where a job stands while it is decided: what has been done and learnt on the way. */
export interface Place {
  readonly phase: 'open' | 'account' | 'carrier'
  /** Acts that did not work in this phase, in alphabetical order. */
  readonly failed: readonly RouteAction[]
  /** Acts that had not worked before the reset and tell something of the account, in alphabetical order. */
  readonly before: readonly RouteAction[]
  /** The customer has found the account's password again. */
  readonly passwordFound: boolean
  readonly wiped: boolean
  /** In the carrier phase: how likely the lock is, by what has been tried. Independent of all else. */
  readonly lockChance?: number | undefined
}

export type End =
  | 'works-data-kept'
  | 'works-data-gone'
  | 'account-lock-stays'
  | 'not-solved'
  | 'released'
  | 'carrier-lock-stays'

export interface Circumstances {
  readonly facts: Facts
  readonly device: DeviceOnJob | undefined
  /** Keys that were tested and do nothing. */
  readonly brokenKeys: readonly KeyId[]
  readonly prices: PriceList
  /** How the shop's own jobs have ended. */
  readonly experience: Experience
  /** Acts that a gate closes. */
  readonly closed: ReadonlySet<RouteAction>
  readonly start: Place
}

/** The chance that a carrier lock is on it. */
export const lockChanceOf = ({ facts, device }: Pick<Circumstances, 'facts' | 'device'>): number =>
  device?.cellular === false ? 0 : chanceOf('carrierLocked', facts)
