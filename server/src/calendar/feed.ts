import type { Waits } from '@benevox/core/job'
import type { Words } from '@benevox/words'
import ical, { ICalCalendarMethod } from 'ical-generator'

/** A job that waits for something, as a list has it. */
export interface Waiting {
  readonly ticket: string
  readonly device: string
  readonly waits: Waits
}

const LASTS_MS = 15 * 60_000
/** What the library adds for one calendar program alone; the standard properties say the same. Folded lines go with it. */
const OF_ONE_PROGRAM = /^X-(?!WR-|PUBLISHED-)[^\r\n]*\r?\n(?:[ \t][^\r\n]*\r?\n)*/gm
const DAY = /^\d{4}-\d{2}-\d{2}$/

/**
 * All that the shop waits for, as iCalendar (RFC 5545): an entry each at the time it should be over, without the name of
 * anybody. The same wait keeps its name, so that an entry that is fetched again moves and is not doubled.
 * @param made ISO 8601 in UTC
 */
export function calendarOf(words: Words, shop: string, jobs: readonly Waiting[], made: string): string {
  const calendar = ical({
    name: shop,
    prodId: { company: 'Benevox', product: 'Benevox' },
    method: ICalCalendarMethod.PUBLISH,
    ttl: 900,
  })
  for (const { ticket, device, waits } of jobs) {
    const { until } = waits
    const isDay = DAY.test(until)
    calendar.createEvent({
      id: `${ticket}-${waits.for}-${waits.since}`,
      stamp: made,
      summary: words.say('shelf.line', {
        ticket,
        device: device || words.say('shelf.device'),
        what: words.say(`waits.${waits.for}`),
      }),
      start: isDay ? new Date(`${until}T00:00:00Z`) : new Date(until),
      ...(isDay ? { allDay: true } : { end: new Date(Date.parse(until) + LASTS_MS) }),
    })
  }
  return calendar.toString().replace(OF_ONE_PROGRAM, '')
}
