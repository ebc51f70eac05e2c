import { taxWithin } from './bill.ts'
import type { PriceList } from './priceList.ts'

/** One way a job may go, with what it would cost then: work that succeeded and fees that were paid. */
export interface Course {
  /** 0 to 1; the courses of a job sum to 1. */
  readonly chance: number
  readonly workMinor: number
  readonly feesMinor: number
}

/** What the customer is told: a range where the route branches. All in minor units, tax included. */
export interface Quote {
  readonly currency: string
  readonly leastMinor: number
  /** No course costs more, however unlikely: it is said to the customer as *at most*. */
  readonly mostMinor: number
  /** The mean over the courses. */
  readonly meanMinor: number
  /** The tax within the highest price; on fees passed on none is added. */
  readonly taxInMostMinor: number
  /** Asked for when the device is taken in: all fees that may come, and a share of the work. */
  readonly depositMinor: number
}

/** The chance below which a course counts neither for the least price nor for the deposit. */
const UNLIKELY = 0.005

/** From the courses of a route to a quote. */
export function quoteOf(
  courses: readonly Course[],
  prices: Pick<PriceList, 'currency' | 'taxRate' | 'depositShare'>,
): Quote {
  const possible = courses.filter(({ chance }) => chance > 0)
  const told = possible.filter(({ chance }) => chance >= UNLIKELY)
  const totals = told.map(totalOf)
  const dearest = dearestOf(possible)
  const usualDearest = dearestOf(told)
  const chances = told.reduce((all, { chance }) => all + chance, 0)
  const mean = told.reduce(
    (all, { chance, workMinor, feesMinor }) => all + chance * (workMinor + feesMinor),
    0,
  )
  return {
    currency: prices.currency,
    leastMinor: totals.length > 0 ? Math.min(...totals) : 0,
    mostMinor: dearest ? totalOf(dearest) : 0,
    meanMinor: chances > 0 ? Math.round(mean / chances) : 0,
    taxInMostMinor: taxWithin(dearest?.workMinor ?? 0, prices.taxRate),
    depositMinor:
      (usualDearest?.feesMinor ?? 0) +
      Math.round(((usualDearest?.workMinor ?? 0) * prices.depositShare) / 100) * 100,
  }
}

const totalOf = ({ workMinor, feesMinor }: Course): number => workMinor + feesMinor

function dearestOf(courses: readonly Course[]): Course | undefined {
  return courses.reduce<Course | undefined>(
    (most, one) => (!most || totalOf(one) > totalOf(most) ? one : most),
    undefined,
  )
}
