import { describe, expect, it } from 'vitest'
import { answers, bench, Story, wipe } from '../../test/story.ts'
import type { Facts } from '../route/index.ts'
import { accountPlanOf, factsOf, handBackFacts, mainActionOf, statementsOf, standingOf } from './index.ts'

/** How the account lock ends, from the agreement to what the hand-back may say. */

const leadTo = ({ job, world }: Story) => {
  const { station, action } = mainActionOf(job, world)
  return [station, action.kind]
}
const planOf = ({ job, world }: Story) => accountPlanOf(job, world, world.now)

describe('a device that should not ask for an account', () => {
  const wiped = () => new Story({ accountOnDevice: 'no' }).signs().does(...wipe, bench({ kind: 'set-up' }))

  it('is not handed back as tested before somebody has gone through its wizard', () => {
    const story = wiped()
    expect(leadTo(story)).toEqual(['account-lock', 'confirm-account'])
    expect(planOf(story)).toMatchObject({
      situation: 'never-asks',
      now: 'see-that-it-never-asks',
      proves: true,
    })
    expect(statementsOf(story.job, story.world).account).not.toContain('confirmed-off')
    story.does({ kind: 'confirm-account', how: 'never-asked' })
    expect(leadTo(story)[0]).toBe('hand-back')
    expect(statementsOf(story.job, story.world).account).toEqual(['confirmed-off'])
  })
  it.each<[string, Facts, string]>([
    ['whose password the customer knows', { knowsAccountPassword: 'yes' }, 'owner-signs-in'],
    ['whose password nobody knows', { knowsAccountPassword: 'no' }, 'password-first'],
  ])(
    'and asks all the same, for an account %s: it is led on, and not handed back as free',
    (_, facts, ends) => {
      const story = wiped().does(bench({ kind: 'asked-after-all' }))
      story.does(answers(facts))
      expect(factsOf(story.job).accountOnDevice).toBe('yes')
      expect(leadTo(story)[0]).toBe('account-lock')
      expect(planOf(story).situation).toBe(ends)
      expect(statementsOf(story.job, story.world).account).toEqual(['on', 'not-tested'])
    },
  )
})

describe('the maker’s service', () => {
  const SECOND_HAND: Facts = {
    complaint: 'second-hand',
    sellerReachable: 'no',
    proofOfPurchase: 'yes',
    dataWorth: 'none',
  }
  const sent = () => new Story(SECOND_HAND).signs().does(bench({ kind: 'service-sent' }))

  it('is led from the desk, waited for, and the document says what it deletes', () => {
    const story = new Story(SECOND_HAND).signs()
    expect(planOf(story)).toMatchObject({ situation: 'makers-service', does: { kind: 'service-sent' } })
    expect(leadTo(story)).toEqual(['account-lock', 'account-step'])
    story.does(bench({ kind: 'service-sent' }), bench({ kind: 'service-returned', unlocked: true }))
    expect(leadTo(story)).toEqual(['account-lock', 'confirm-account'])
    story.does({ kind: 'confirm-account', how: 'never-asked' }).handsBack()
    expect(handBackFacts(story.job)).toMatchObject({
      deleted: 'by-service',
      wasAtService: true,
      shownBy: { account: 'never-asked' },
      breaches: [],
    })
  })
  it('gives it back and it asks all the same: the next option is led, and what it held is not said to be there', () => {
    const story = sent().does(bench({ kind: 'service-returned', unlocked: false }))
    expect(planOf(story).situation).not.toBe('makers-service')
    story.handsBack()
    expect(handBackFacts(story.job)).toMatchObject({ deleted: 'no', wasAtService: true })
  })
  it.each<[string, () => Story, string[]]>([
    ['as agreed', sent, []],
    [
      'before anybody agreed',
      () => new Story(SECOND_HAND).does(bench({ kind: 'service-sent' })),
      ['agreement'],
    ],
    [
      'under an agreement that does not speak of it',
      () => new Story({ complaint: 'freezes' }).signs().does(bench({ kind: 'service-sent' })),
      ['agreement'],
    ],
    [
      'what a police matter holds',
      () => new Story({ ...SECOND_HAND, legalMatter: 'yes' }).does(bench({ kind: 'service-sent' })),
      ['barred'],
    ],
  ])('sent there %s', (_, told, without) => {
    expect(standingOf(told().job).breaches.map((one) => one.without)).toEqual(without)
  })
})
