import fc from 'fast-check'
import type { JobState } from '../src/job/index.ts'
import { histories } from './histories.ts'

/** Random histories each; `npm run histories` lives a hundred thousand. */
export const RUNS = Number(process.env['BENEVOX_HISTORIES'] ?? 300)
export const always = (property: fc.IPropertyWithHooks<never> | fc.IRawProperty<unknown>) =>
  fc.assert(property as fc.IRawProperty<unknown>, { numRuns: RUNS })
/** A whole hour for a hundred thousand on a busy machine. */
export const LONG = 3_600_000
export const most = histories(60)
/** A job apart from how often it was changed. */
export const withoutCounts = ({ version: _, events: __, ...rest }: JobState) => rest
