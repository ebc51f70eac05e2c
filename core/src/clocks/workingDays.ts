import { DateTime } from 'luxon'

/** Which days a supplier works. */
export interface WorkingCalendar {
  /** IANA time zone of the supplier. */
  readonly zone: string
  /** Weekdays not worked, 1 = Monday to 7 = Sunday (ISO 8601). */
  readonly weekend: readonly number[]
  /** An order placed at or after this local time counts from the next working day; `HH:mm`. */
  readonly cutOff: string
  /** Whether a local day, `YYYY-MM-DD`, is a public holiday of the supplier's country and region. */
  readonly isPublicHoliday: (day: string) => boolean
}

/** A promise in working days: the earliest and latest day, local to the supplier. */
export interface WorkingDayPromise {
  /** The day that counts as the day of the order. */
  readonly countsFrom: string
  readonly earliest: string
  readonly latest: string
  /** The end of the latest day as an instant, ISO 8601 in UTC (half-open: not included). */
  readonly latestBefore: string
}

/** Whether a local day, `YYYY-MM-DD`, is worked. */
export function isWorkingDay(
  calendar: Pick<WorkingCalendar, 'weekend' | 'isPublicHoliday'>,
  day: string,
): boolean {
  return (
    !calendar.weekend.includes(DateTime.fromISO(day, { zone: 'utc' }).weekday) &&
    !calendar.isPublicHoliday(day)
  )
}

/**
 * When an order is promised: `minDays` to `maxDays` working days after the day it counts from, which is the
 * day of the order, or the next working day when it came in after the cut-off or on a free day.
 * @param orderedAt instant, ISO 8601
 * @throws RangeError when the instant or the zone cannot be read, or no working day is found within a year
 */
export function promiseInWorkingDays(
  calendar: WorkingCalendar,
  orderedAt: string,
  days: { readonly min: number; readonly max: number },
): WorkingDayPromise {
  const ordered = DateTime.fromISO(orderedAt, { zone: calendar.zone })
  if (!ordered.isValid) throw new RangeError(`Not an instant in ${calendar.zone}: ${orderedAt}`)
  // Days are counted on the calendar, where all are alike; which instants they are depends on the zone.
  let day: DateTime = ordered.setZone('utc', { keepLocalTime: true }).startOf('day')
  const late = ordered.toFormat('HH:mm') >= calendar.cutOff
  if (late || !isWorkingDay(calendar, isoDay(day))) day = nextWorkingDay(calendar, day)
  const earliest = addWorkingDays(calendar, day, days.min)
  const latest = addWorkingDays(calendar, day, days.max)
  return {
    countsFrom: isoDay(day),
    earliest: isoDay(earliest),
    latest: isoDay(latest),
    // A day may begin later than at midnight, where clocks go forward then.
    latestBefore:
      DateTime.fromISO(isoDay(latest), { zone: calendar.zone })
        .plus({ days: 1 })
        .startOf('day')
        .toUTC()
        .toISO() ?? '',
  }
}

function addWorkingDays(calendar: WorkingCalendar, from: DateTime, count: number): DateTime {
  let day = from
  for (let added = 0; added < count; added++) day = nextWorkingDay(calendar, day)
  return day
}

function nextWorkingDay(calendar: WorkingCalendar, from: DateTime): DateTime {
  for (let ahead = 1; ahead <= 366; ahead++) {
    const day = from.plus({ days: ahead })
    if (isWorkingDay(calendar, isoDay(day))) return day
  }
  throw new RangeError('No working day within a year')
}

function isoDay(date: DateTime): string {
  return date.toFormat('yyyy-MM-dd')
}
