import { describe, expect, it } from 'vitest'
import { ACCOUNT_SERVICE } from '../../test/histories.ts'
import { answers, Story } from '../../test/story.ts'
import type { Facts } from '../route/index.ts'
import {
  accountPlanOf,
  costsTheFee,
  mainActionOf,
  routeOf,
  statementsOf,
  type Command,
  type OrderChange,
} from './index.ts'

/** A stranger’s account, released through an authorised channel. */
describe('4. “The authorised release is a route, but nothing can be ordered”', () => {
  const STRANGERS: Facts = {
    complaint: 'second-hand',
    sellerReachable: 'no',
    proofOfPurchase: 'yes',
    reportModel: 'same',
    knowsAccountPassword: 'no',
    carrierLocked: 'no',
  }
  const release = (id: number): Command => ({
    kind: 'place-order',
    id: `00000000-0000-4000-8000-00000000000${id}`,
    service: ACCOUNT_SERVICE,
  })
  it('an authorised release is ordered at the account desk, followed there, and proven at the wizard alone', () => {
    const story = new Story(STRANGERS).signs()
    const next = () => {
      const { station, action } = mainActionOf(story.job, story.world)
      return [station, action.kind]
    }
    expect(routeOf(story.job, story.world).choices[0]?.action).toBe('authorised-release')
    expect(next()).toEqual(['account-lock', 'order'])
    story.does(release(1))
    expect(next()).toEqual(['account-lock', 'follow-order'])
    expect(story.attempts(release(2))).toBe('order-under-way')
    const [order] = story.job.orders
    const changed = (change: OrderChange): Command => ({
      kind: 'change-order',
      id: order?.id ?? '',
      orderVersion: story.job.orders[0]?.version ?? 0,
      change,
    })
    expect(story.attempts(changed({ kind: 'answered', answer: 'app' }))).toBe('answer-not-of-this-lock')
    story.does(changed({ kind: 'answered', answer: 'over-the-air' }))
    story.does(changed({ kind: 'proven' }))
    expect([story.job.accountConfirmed?.how, next()[0]]).toEqual(['step-skipped', 'hand-back'])
    // What was done is what the desk shows, and nobody is said to have written to a seller.
    const { situation, steps } = accountPlanOf(story.job, story.world, story.world.now)
    expect([situation, steps.map(({ id, state }) => `${id} ${state}`)]).toEqual([
      'authorised-release',
      ['order-the-release done', 'wait-for-the-release done', 'restart-and-skip done'],
    ])
    // It releases no carrier lock.
    expect(statementsOf(story.job, story.world)).toMatchObject({ account: ['confirmed-off'] })
    expect(statementsOf(story.job, story.world).carrier).not.toContain('confirmed-off')
    expect(story.attempts(release(3))).toBe('account-confirmed')
    story.handsBack()
    expect(story.job.handBack?.account).toBe('confirmed-off')
  })
  it('where the report names the model of the job, the summary before paying says so', () => {
    const story = new Story({ ...STRANGERS, reportModel: undefined }).signs()
    const { imei = '', modelId } = story.job.answers
    const said = { answer: 'clean', reference: 'R-1', feeMinor: 400, currency: 'EUR' } as const
    const from = () => costsTheFee('account', story.job, story.world).find(({ id }) => id === 'model')?.from
    const asked = (key: string, model: { readonly model: string; readonly modelId?: string | undefined }) =>
      story.does(
        { kind: 'ask-registry', key, report: true },
        { kind: 'registry-said', key, imei, said: { ...said, ...model } },
      )
    expect([story.attempts(release(1)), from()]).toEqual(['checks-missing', 'answered'])
    asked('a', { model: 'another', modelId: 'another' })
    expect(story.attempts(answers({ reportModel: 'same' }))).toBe('report-names-it')
    asked('b', { model: 'AO-1/DS' })
    story.does(answers({ reportModel: 'same' }))
    // Compared was the report before.
    asked('c', { model: 'AO-2/DS' })
    expect(story.attempts(release(1))).toBe('checks-missing')
    asked('d', { model: 'Any One', modelId })
    expect(from()).toBe('report')
    story.does(release(1))
  })
  it.each<[string, Facts, string]>([
    ['without proof of purchase', { proofOfPurchase: 'no' }, 'checks-missing'],
    ['while nobody has compared the model of the report', { reportModel: undefined }, 'checks-missing'],
    ['of a device that the report does not name', { reportModel: 'other' }, 'checks-missing'],
    ['while the registry gives no answer', { registryAnswer: 'no-answer' }, 'checks-missing'],
    ['of a device without an IMEI', { imei: undefined }, 'no-imei'],
    ['where nothing asks for an account yet', { complaint: 'forgotten-lock' }, 'account-not-asked'],
  ])('no release is ordered %s', (_, facts, code) => {
    const story = new Story({ ...STRANGERS, ...facts }).signs()
    expect(story.attempts(release(1))).toBe(code)
  })
  it('what was released from afar and then seen at the wizard ends its order too', () => {
    const story = new Story(STRANGERS).signs().does(release(1))
    const { id = '', version: orderVersion = 0 } = story.job.orders[0] ?? {}
    story.does(
      { kind: 'change-order', id, orderVersion, change: { kind: 'answered', answer: 'over-the-air' } },
      { kind: 'confirm-account', how: 'step-skipped' },
    )
    expect([story.job.orders[0]?.state, story.job.accountConfirmed?.how]).toEqual([
      'released',
      'step-skipped',
    ])
  })
})
