import { describe, expect, it } from 'vitest'
import { handBack } from '../../test/histories.ts'
import { bench, Story, wipe } from '../../test/story.ts'
import { billOfJob, dueMinor, owedMinor, standingBill, type Command } from './index.ts'

const KEY = '00000000-0000-4000-8000-000000000001'

describe('what a job costs in the end', () => {
  it('what was done is what is asked for, and the page that shows another price is told so', () => {
    const story = new Story({ complaint: 'forgotten-lock' }).signs()
    const back = (more: object) => ({ ...handBack(story.job, story.world, 0), ...more }) as Command
    expect(story.attempts(back({ priceMinor: 1 }))).toBe('other-price')
    story.does(bench({ kind: 'in-recovery' }), ...wipe, bench({ kind: 'set-up' }))
    const bill = billOfJob(story.job, story.world)
    expect(bill.lines).toEqual([{ kind: 'work', work: 'reset-from-recovery', minor: 3500, taxedMinor: 3500 }])
    // 35.00 with 19 % in it: 29.41 and 5.59.
    expect([bill.totalMinor, bill.taxMinor]).toEqual([3500, 559])
    expect(story.attempts(back({ priceMinor: 3500, paid: undefined }))).toBe('how-paid')
    expect(story.attempts(back({ priceMinor: 3500, currency: 'CHF' }))).toBe('other-currency')
    expect(story.attempts(back({ priceMinor: 3500, paid: 'cash' }))).toBeUndefined()
    expect(story.job.handBack?.settled).toEqual({ how: 'cash', minor: 3500, roundedMinor: 0 })
  })
  it('without an agreement nothing is asked for but the fees that were paid', () => {
    const nothing = new Story({ complaint: 'forgotten-lock' })
    nothing.does(bench({ kind: 'screen-lifted', how: 'remembered' }))
    expect(billOfJob(nothing.job, nothing.world).totalMinor).toBe(0)
    expect(nothing.attempts(handBack(nothing.job, nothing.world, 0))).toBeUndefined()
    expect(nothing.job.handBack?.settled?.how).toBe('nothing-due')
  })
  it('a deposit is taken off, and too much of it is paid back', () => {
    const story = new Story({ complaint: 'forgotten-lock' }).signs()
    const payment = { key: KEY, minor: 5000, currency: 'EUR', how: 'card' } as const
    story.does({ kind: 'take-payment', payment }, { kind: 'take-payment', payment })
    expect(story.job.payments).toHaveLength(1)
    story.does(bench({ kind: 'in-recovery' }), ...wipe, bench({ kind: 'set-up' }))
    expect(dueMinor(story.job, story.world)).toBe(-1500)
    const line = { key: KEY, text: 'for a regular', minor: -9000, reason: 'comes every year' }
    const add = (isSupervisor: boolean): Command => ({
      kind: 'add-line',
      line,
      supervisor: { name: 'Imke', isSupervisor },
    })
    expect(story.attempts(add(false))).toBe('not-a-supervisor')
    // A discount takes off no more than there is.
    story.does(add(true))
    const { totalMinor, taxMinor } = billOfJob(story.job, story.world)
    expect([totalMinor, taxMinor, dueMinor(story.job, story.world)]).toEqual([0, 0, -5000])
  })
  it('whoever pays later owes it until then, and no more is taken', () => {
    const story = new Story({ complaint: 'forgotten-lock' }).signs()
    story.does(bench({ kind: 'in-recovery' }), ...wipe, bench({ kind: 'set-up' }))
    const pays = (minor: number, nth: number): Command => ({
      kind: 'take-payment',
      payment: { key: KEY.slice(0, -1) + String(nth), minor, currency: 'EUR', how: 'transfer' },
    })
    const later: object = { ...handBack(story.job, story.world, 0), paid: 'later' }
    story.does(later as Command)
    expect(owedMinor(story.job)).toBe(3500)
    expect(story.attempts(pays(3501, 2))).toBe('more-than-owed')
    story.does(pays(1500, 3), pays(2000, 4), pays(2000, 4))
    expect([owedMinor(story.job), story.job.payments?.length]).toEqual([0, 2])
    expect(story.attempts(pays(1, 5))).toBe('more-than-owed')
    const paid = new Story({ complaint: 'forgotten-lock' }).handsBack()
    expect(paid.attempts(pays(1, 6))).toBe('more-than-owed')
  })
  it('a bill is put right by a supervisor: what was too much is paid back, and what came back of a fee later is not asked for', () => {
    const story = new Story({ complaint: 'forgotten-lock' }).signs()
    story.does(bench({ kind: 'in-recovery' }), ...wipe, bench({ kind: 'set-up' }))
    const corrects = (nth: number, more: object = {}): Command => ({
      kind: 'correct-bill',
      key: KEY.slice(0, -1) + String(nth),
      line: { text: 'goodwill', minor: -500 },
      reason: 'the glass was scratched',
      isCancelled: false,
      supervisor: { name: 'Imke', isSupervisor: true },
      totalMinor: 3000,
      paid: 'card',
      ...more,
    })
    expect(story.attempts(corrects(1))).toBe('nothing-to-correct')
    story.handsBack()
    expect(story.attempts(corrects(2, { supervisor: { name: 'Teo', isSupervisor: false } }))).toBe(
      'not-a-supervisor',
    )
    expect(story.attempts(corrects(2, { totalMinor: 2999 }))).toBe('other-price')
    for (const paid of [undefined, 'later']) expect(story.attempts(corrects(2, { paid }))).toBe('how-paid')
    story.does(corrects(2), corrects(2))
    expect(story.job.corrections).toMatchObject([
      { bill: { totalMinor: 3000 }, settled: { how: 'card', minor: -500, roundedMinor: 0 } },
    ])
    expect([standingBill(story.job)?.totalMinor, owedMinor(story.job)]).toEqual([3000, 0])
    story.does(corrects(3, { isCancelled: true, totalMinor: 0, paid: 'cash' }))
    expect(story.job.corrections?.at(-1)?.settled).toEqual({ how: 'cash', minor: -3000, roundedMinor: 0 })
    expect(standingBill(story.job)).toBeUndefined()
    const again = corrects(4, { isCancelled: true, totalMinor: 0, paid: undefined })
    expect(story.attempts(again)).toBe('nothing-to-correct')
    // Cancelled by mistake: made anew, the goodwill still in it, and paid later.
    story.does(corrects(5, { line: undefined, paid: 'later' }))
    expect([standingBill(story.job)?.totalMinor, owedMinor(story.job)]).toEqual([3000, 3000])
  })
})
