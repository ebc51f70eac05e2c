import fc from 'fast-check'
import { expect, it } from 'vitest'
import { handedBackAt } from '../../test/handedBack.ts'
import { histories, live, OPENED } from '../../test/histories.ts'
import { jobOf, tookOf, type JobEvent, type JobState } from './index.ts'
import { LONGEST_PAUSE_MS, spentOf } from './spent.ts'
import { standingOf } from './steps.ts'

const MINUTE = 60_000
const at = (minute: number) =>
  new Date(Date.parse(OPENED.kind === 'opened' ? OPENED.at : '') + minute * MINUTE).toISOString()
const minuteOf = (instant: string) => (Date.parse(instant) - Date.parse(at(0))) / MINUTE

/** Minute by minute, what a clock on the wall would have counted. */
function bySampling(job: JobState): Readonly<Record<string, number>> {
  const { account, carrier } = standingOf(job)
  const end = minuteOf(job.handBack?.at ?? at(0))
  const told = job.told?.find(({ what }) => what === 'ready')
  const ready = Math.min(end, told ? minuteOf(told.at) : end)
  const works = [
    ...job.steps.map((one) => one.at),
    ...job.attempts.flatMap((one) => [one.startedAt, one.finishedAt ?? one.startedAt]),
  ]
    .map((instant) => Math.max(0, minuteOf(instant)))
    .filter((minute) => minute <= ready)
    .sort((one, other) => one - other)
  const waits = [
    ...job.orders.map((one) => [one.orderedAt, one.answeredAt ?? null]),
    [account.recovery?.startedAt, account.recovery?.endedAt ?? null],
    [account.seller?.writtenAt, account.seller?.answeredAt ?? null],
    [account.service?.sentAt, account.service?.returnedAt ?? null],
    [carrier.asked?.at, carrier.asked?.answeredAt ?? carrier.worksAt ?? null],
  ].flatMap(([from, to]) => (from ? [[minuteOf(from), to ? minuteOf(to) : Infinity] as const] : []))
  const begun = Math.min(
    job.agreement?.kind === 'signed' ? minuteOf(job.agreement.at) : end,
    works[0] ?? end,
    ready,
  )
  const sums = { 'at-counter': 0, 'at-bench': 0, waited: 0, 'until-fetched': 0 }
  for (let minute = 0; minute < end; minute++) {
    const isWaiting = minute < ready && waits.some(([from, to]) => from <= minute && minute < to)
    const before = works.findLast((one) => one <= minute)
    const after = works.find((one) => one > minute)
    const isWorking =
      before !== undefined && after !== undefined && (after - before) * MINUTE <= LONGEST_PAUSE_MS
    if (minute < begun) sums['at-counter']++
    if (isWaiting) sums.waited++
    else if (isWorking) sums['at-bench']++
    if (told && minute >= ready) sums['until-fetched']++
  }
  return sums
}

const handedBack = (minute: number): JobEvent => handedBackAt(at(minute))

it('the time of random jobs goes where a clock on the wall counts it, minute by minute', () => {
  const met = new Map<string, number>()
  fc.assert(
    fc.property(
      histories(60),
      fc.option(fc.nat(900), { nil: undefined }),
      fc.nat(3000),
      (history, told, later) => {
        const { events, job } = live(history)
        const last = Math.max(
          1,
          ...job.steps.map((one) => minuteOf(one.at)),
          ...job.attempts.map((one) => minuteOf(one.finishedAt ?? one.startedAt)),
        )
        const ready: JobEvent[] =
          told === undefined || job.handBack
            ? []
            : [
                {
                  kind: 'customer-told',
                  told: {
                    key: OPENED.kind,
                    what: 'ready',
                    how: 'telephone',
                    language: 'en',
                    by: 'Runa',
                    at: at(told),
                  },
                },
              ]
        const closed = jobOf([
          OPENED,
          ...events,
          ...ready,
          ...(job.handBack ? [] : [handedBack(Math.ceil(last) + later)]),
        ])
        const wanted = bySampling(closed)
        const spent = Object.fromEntries(spentOf(closed).map(({ of, minutes }) => [of, minutes]))
        for (const [of, minutes] of Object.entries(wanted)) {
          expect(spent[of] ?? 0, of).toBeCloseTo(minutes, 0)
          if (minutes > 0) met.set(of, (met.get(of) ?? 0) + 1)
        }
        // At the bench and waiting at once is nobody.
        const all = (Date.parse(closed.handBack?.at ?? '') - Date.parse(closed.openedAt)) / MINUTE
        expect((spent['at-bench'] ?? 0) + (spent['waited'] ?? 0)).toBeLessThanOrEqual(all)
      },
    ),
    { numRuns: 300, seed: 2018 },
  )
  for (const of of ['at-counter', 'at-bench', 'waited', 'until-fetched'])
    expect(met.get(of), of).toBeGreaterThan(20)
})

it('an open job has spent nothing yet; wipe and first start are one after the other', () => {
  const step = (
    kind: 'wipe-started' | 'wipe-finished' | 'first-start' | 'set-up',
    minute: number,
  ): JobEvent => ({
    kind: 'step-made',
    step: { key: kind, at: at(minute), by: 'Runa', change: { kind } },
  })
  const events = [
    OPENED,
    step('wipe-started', 10),
    step('wipe-finished', 14),
    step('first-start', 15),
    step('set-up', 24),
  ]
  expect(spentOf(jobOf(events))).toEqual([])
  const closed = jobOf([...events, handedBack(60)])
  const took = Object.fromEntries(tookOf(closed).map(({ of, minutes }) => [of, minutes]))
  expect(took).toEqual({ wipe: 4, 'first-start': 9, 'wipe-and-start': 14, 'at-counter': 10, 'at-bench': 14 })
})
