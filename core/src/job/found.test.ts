import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { SERVICE, sign, handBack } from '../../test/histories.ts'
import { answers, bench, Story, wipe } from '../../test/story.ts'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { customerLetsUsDelete } from '../../test/oracle.ts'
import { foreseeAccountLock } from '../account/index.ts'
import type { Facts } from '../route/index.ts'
import {
  benchActionOf,
  decide,
  factsOf,
  handBackFacts,
  mainActionOf,
  mayShowWipeKeys,
  routeOf,
  standingOf,
  statementsOf,
  stationOfJob,
  whatWasToldOn,
  type Command,
} from './index.ts'

const PROMISED = { half: '2026-11-27T10:00:00.000Z', nineInTen: '2026-11-27T11:00:00.000Z' }
const LATER = { half: '2031-01-02T10:00:00.000Z', nineInTen: '2031-01-03T10:00:00.000Z' }

/** What was found by using it and by attacking it, each as who found it would say it. */

const atTheDevice = [
  bench({ kind: 'in-recovery' }),
  bench({ kind: 'right-device', by: 'tag', read: 'B1001' }),
]
const LOOP: Facts = {
  complaint: 'restarts-into-recovery',
  dataWorth: 'precious',
  backup: 'no',
  knowsScreenLock: 'no',
}

describe('1. “They signed that nothing is deleted, and the bench showed me the wipe keys”', () => {
  it('a loop with precious data: the cache is cleared, and nobody is shown what deletes', () => {
    const story = new Story(LOOP)
    expect(story.terms.storage).toBe('kept')
    story.signs().does(...atTheDevice)
    expect(story.attempts(bench({ kind: 'revealed' }))).toBe('checks-missing')
    expect(mayShowWipeKeys(story.job, story.world)).toBe(false)
    expect(mainActionOf(story.job, story.world).action).toMatchObject({
      kind: 'gentler',
      action: 'clear-cache',
    })
  })
  it('wiped before anybody had signed, it is not sent back for a signature that nobody may give any more', () => {
    const story = new Story({}).does(...wipe)
    expect(story.attempts(sign(story.job, story.world, 0))).toBe('begun')
    expect(standingOf(story.job).breaches).toMatchObject([{ without: 'agreement' }])
    expect(mainActionOf(story.job, story.world)).toEqual({
      station: 'bench',
      action: { kind: 'tell', change: { kind: 'set-up' } },
    })
  })
  it('reset though it was refused, and a carrier lock named only then: nobody is sent for a signature, it goes back as it is', () => {
    const story = new Story({ complaint: 'forgotten-lock' })
    story.signs().does(...atTheDevice, answers({ deviceHere: 'no' }))
    story.does({ kind: 'refuse-agreement' }, bench({ kind: 'screen-lifted', how: 'settings' }))
    story.does(answers({ carrierLocked: 'yes', originalCarrier: 'Skerry Mobile', carrierCountry: 'DE' }))
    expect(story.attempts(sign(story.job, story.world, 0))).toBe('begun')
    expect(mainActionOf(story.job, story.world)).toEqual({
      station: 'counter',
      action: { kind: 'hand-back' },
    })
    expect(handBackFacts(story.handsBack().job)?.deleted).toBe('by-settings')
  })
  it('refused while it stands in recovery: it is led out, and nobody is sent to its keys again', () => {
    const story = new Story({ complaint: 'second-hand', knowsScreenLock: 'no' })
    story.signs().does(...atTheDevice, { kind: 'refuse-agreement' })
    story.does({ kind: 'confirm-account', how: 'signed-in' }, answers({ complaint: 'forgotten-lock' }))
    expect(mainActionOf(story.job, story.world).station).toBe('bench')
    expect(benchActionOf(story.job, story.world)).toEqual({
      kind: 'tell',
      change: { kind: 'back-to-keys' },
    })
    story.does(bench({ kind: 'back-to-keys' }))
    expect(benchActionOf(story.job, story.world)).toEqual({ kind: 'hand-back' })
  })
  it('led into recovery, and then only the carrier lock is left: it is led out, and nobody is sent to its keys again', () => {
    const story = new Story({ complaint: 'second-hand', knowsScreenLock: 'no' })
    story.signs().does(...atTheDevice, { kind: 'confirm-account', how: 'signed-in' })
    story.does(
      answers({
        complaint: 'forgotten-lock',
        carrierLocked: 'yes',
        originalCarrier: 'Skerry Mobile',
        carrierCountry: 'DE',
      }),
    )
    story.does(bench({ kind: 'back-to-keys' }))
    expect(routeOf(story.job, story.world).choices[0]?.action).toBe('carrier-free')
    expect(benchActionOf(story.job, story.world)).toEqual({ kind: 'hand-back' })
  })
  it('wiped all the same, it is a breach on the record', () => {
    const story = new Story(LOOP).signs().does(...atTheDevice, ...wipe)
    expect(standingOf(story.job).breaches).toMatchObject([
      { did: 'deleted-by-recovery', without: 'agreement', by: 'Runa' },
    ])
  })
  it('said to be a carrier’s order on the telephone while it stands in recovery, its battery still counts', () => {
    const story = new Story({ complaint: 'forgotten-lock' }).signs()
    story.does(bench({ kind: 'in-recovery' }), bench({ kind: 'right-device', by: 'tag', read: 'B1001' }))
    story.does(answers({ deviceHere: 'no' }), answers({ complaint: 'carrier-lock-only' }))
    story.does(answers({ hazard: 'swollen-battery' }))
    expect(story.attempts(bench({ kind: 'revealed' }))).toBe('checks-missing')
    expect(mayShowWipeKeys(story.job, story.world)).toBe(false)
  })
  it('of random jobs whose agreement keeps the data, none passes the checks before the wipe', () => {
    let kept = 0
    fc.assert(
      fc.property(RANDOM_FACTS, (facts) => {
        const story = new Story(facts)
        if (story.terms.storage !== 'kept' || story.attempts(sign(story.job, story.world, 0))) return
        kept++
        story.does(...atTheDevice)
        expect(story.attempts(bench({ kind: 'revealed' }))).toBe('checks-missing')
        expect(customerLetsUsDelete(story.events)).toBe(false)
      }),
      { numRuns: 150, seed: 1 },
    )
    expect(kept).toBeGreaterThan(20)
  })
})

describe('2. “It was reset, and the paper says nothing was deleted”', () => {
  it('from recovery, with recovery coming back, the cache cleared and then the wizard', () => {
    const story = new Story({ complaint: 'forgotten-lock' })
      .signs()
      .does(...atTheDevice, bench({ kind: 'revealed' }), ...wipe, bench({ kind: 'recovery-again' }))
      .does(bench({ kind: 'first-start' }), bench({ kind: 'set-up' }), {
        kind: 'confirm-account',
        how: 'signed-in',
      })
      .handsBack()
    expect(handBackFacts(story.job)).toMatchObject({ deleted: 'by-recovery', breaches: [] })
  })
  const SALE: Facts = { complaint: 'for-sale', knowsScreenLock: 'yes' }
  it('from the settings: asked before the deed, the account seen to be off, and said on the paper', () => {
    const story = new Story(SALE)
    expect(story.terms.account).not.toBe('will-be-asked')
    story.signs().does(bench({ kind: 'right-device', by: 'tag', read: 'B1001' }))
    expect(story.attempts(bench({ kind: 'revealed' }))).toBe('account-still-on-it')
    story
      .does(bench({ kind: 'account-taken-off' }), bench({ kind: 'revealed' }))
      .does(bench({ kind: 'screen-lifted', how: 'settings' }))
      .handsBack()
    expect(handBackFacts(story.job)).toMatchObject({
      deleted: 'by-settings',
      breaches: [],
      shownBy: { screen: 'settings', account: 'account-list-empty' },
    })
  })
  it('told when the job is closed already, it changes what the paper says', () => {
    const story = new Story({ complaint: 'forgotten-lock' })
      .signs()
      .does(...atTheDevice)
      .handsBack()
    expect(handBackFacts(story.job)?.deleted).toBe('no')
    story.does(bench({ kind: 'wipe-started' }))
    expect(handBackFacts(story.job)).toMatchObject({
      deleted: 'by-recovery',
      breaches: [{ without: 'not-revealed' }],
    })
  })
  it('and a reset that nobody was shown is recorded, not refused after the deed', () => {
    const story = new Story(SALE).does(bench({ kind: 'screen-lifted', how: 'settings' }))
    expect(standingOf(story.job)).toMatchObject({
      deleted: 'by-settings',
      breaches: [{ without: 'agreement' }],
    })
  })
})

describe('3. “The agreement says no account will be asked for, the last question says it will”', () => {
  it('the agreement, the strip and the foresight of the last question say the same of every random job', () => {
    fc.assert(
      fc.property(RANDOM_FACTS, (facts) => {
        const story = new Story(facts)
        const { choices, agreement, locks } = routeOf(story.job, story.world)
        const acts = choices.map(({ action }) => action)
        const { accountOnDevice, complaint } = story.job.answers
        if (complaint === 'second-hand' || !acts.includes('reset-from-recovery')) return
        const { asks } = foreseeAccountLock({ ...story.job.answers }, 'from-recovery', story.world.device)
        if (asks !== 'no') expect(agreement.terms.account).not.toBe('not-asked')
        // Whoever may still go by the settings first is told so.
        if (accountOnDevice === 'yes' && !acts.includes('reset-from-settings')) {
          expect(agreement.terms.account).toBe('will-be-asked')
          expect(locks.account).toBe('will-appear')
        }
      }),
      { numRuns: 150, seed: 3 },
    )
  })
})

describe('4. “The seller took the account off, and the paper says the screen lock is not clear, see below”', () => {
  it('goes on to the hand-back, and the screen lock is not part of the job', () => {
    const story = new Story({ complaint: 'second-hand', sellerReachable: 'yes', carrierLocked: 'no' }).signs()
    expect(stationOfJob(story.job, story.world)).toBe('account-lock')
    story.does({ kind: 'confirm-account', how: 'step-skipped' })
    expect(stationOfJob(story.job, story.world)).toBe('hand-back')
    story.handsBack()
    expect(story.job.handBack).toMatchObject({
      screen: 'not-part-of-this-job',
      account: 'confirmed-off',
      carrier: 'not-part-of-this-job',
    })
  })
  it('an order alone says nothing of the screen and the account but that they are not part of it', () => {
    const story = new Story({ complaint: 'carrier-lock-only', carrierLocked: 'yes' })
    const says = statementsOf(story.job, story.world)
    expect([says.screen[0], says.account[0], says.carrier[0]]).toEqual([
      'not-part-of-this-job',
      'not-part-of-this-job',
      'on',
    ])
  })
})

describe('5. “Shown to be clear, it says, and nobody has looked”', () => {
  it.each<[string, 'screen' | 'account' | 'carrier', Facts, readonly Command[]]>([
    [
      'a carrier lock that was only answered with no',
      'carrier',
      { complaint: 'forgotten-lock', carrierLocked: 'no' },
      [],
    ],
    [
      'the screen lock of a device that loops after three wipes',
      'screen',
      { complaint: 'forgotten-lock' },
      [...wipe, bench({ kind: 'recovery-again' }), ...wipe, bench({ kind: 'recovery-again' }), ...wipe],
    ],
  ])('%s', (_, lock, facts, commands) => {
    const story = new Story(facts).does(...commands)
    expect(statementsOf(story.job, story.world)[lock]).not.toContain('confirmed-off')
    const says = { ...handBack(story.job, story.world, 0), [lock]: 'confirmed-off' } as Command
    expect(story.attempts(says)).toBe('not-so')
  })
  it('an account signed in on a job on which nothing has happened', () => {
    const story = new Story({ complaint: 'forgotten-lock' })
    expect(story.attempts({ kind: 'confirm-account', how: 'signed-in' })).toBe('not-at-the-wizard')
  })
})

describe('6. “We told them it might fail, it failed, and what they signed is void”', () => {
  it('an agreement holds down every branch it spoke of, whatever fails on the way', () => {
    let failures = 0
    fc.assert(
      fc.property(RANDOM_FACTS, (facts) => {
        const story = new Story(facts)
        if (story.attempts(sign(story.job, story.world, 0))) return
        for (let n = 0; n < 8; n++) {
          const { choices, agreement } = routeOf(story.job, story.world)
          expect(agreement).toMatchObject({ state: 'given', worse: [] })
          const action = choices[0]?.action
          if (!action || LAST_ACTS.includes(action)) return
          failures++
          story.does(bench({ kind: 'did-not-help', action }))
        }
      }),
      { numRuns: 150, seed: 5 },
    )
    expect(failures).toBeGreaterThan(120)
  })
  it('and dies of what it did not speak of', () => {
    const story = new Story({
      complaint: 'forgotten-lock',
      accountOnDevice: 'no',
      carrierLocked: 'no',
    }).signs()
    story.does(answers({ accountOnDevice: 'yes' }))
    expect(routeOf(story.job, story.world).agreement).toMatchObject({
      state: 'void',
      worse: ['account', 'price'],
    })
  })
})
const LAST_ACTS = [
  'reset-from-recovery',
  'reset-from-settings',
  'leave-it',
  'refuse',
  'makers-service',
  'authorised-release',
  'seller-removes-account',
]

describe('7. “The receipt says 0.00, the price is above what they agreed to, and nobody’s name is on it”', () => {
  it('after closing the receipt says what was said when it was signed', () => {
    const story = new Story({ complaint: 'forgotten-lock' }).signs()
    const told = whatWasToldOn(story.job, story.world, PROMISED)
    story.handsBack()
    expect(told?.mostMinor).toBeGreaterThan(0)
    expect(whatWasToldOn(story.job, story.world, LATER)).toEqual(told)
    expect(
      whatWasToldOn(new Story({ complaint: 'forgotten-lock' }).handsBack().job, story.world, PROMISED),
    ).toBeUndefined()
  })
  it('whoever signs has a name', () => {
    const story = new Story({ complaint: 'forgotten-lock' })
    story.does({ kind: 'answer', set: {}, customer: { name: '' }, newestCatalogId: 1 })
    expect(story.attempts(sign(story.job, story.world, 0))).toBe('customer-name-missing')
  })
})

describe('8. “The registry said stolen; I typed clean over it and wiped it”', () => {
  const reported = () => {
    const story = new Story({
      complaint: 'forgotten-lock',
      carrierLocked: 'yes',
      originalCarrier: 'Skerry Mobile',
      carrierCountry: 'DE',
    })
    return story.does(answers({ registryAnswer: 'reported' }))
  }
  it('a report is not an answer that one types over, nor one that goes with another IMEI', () => {
    const story = reported()
    expect(story.attempts(answers({ registryAnswer: 'clean' }))).toBe('report-stands')
    story.does(answers({ imei: '490154203237518' }))
    expect(story.attempts(answers({ registryAnswer: 'clean' }))).toBe('report-stands')
    expect(story.attempts(sign(story.job, story.world, 0))).toBe('reported')
    expect(story.attempts(bench({ kind: 'revealed' }))).toBe('reported')
  })
  it('only the registry itself takes it back, of the same IMEI', () => {
    const story = reported()
    const said = { answer: 'clean', reference: '', feeMinor: 0, currency: '' } as const
    const saysOf = (imei: string): Command => ({ kind: 'registry-said', key: 'q', imei, said })
    story.does({ kind: 'ask-registry', key: 'q', report: false }, saysOf('490154203237518'))
    expect(story.attempts(sign(story.job, story.world, 0))).toBe('reported')
    story.does(saysOf('001001011234561'))
    expect(story.attempts(sign(story.job, story.world, 0))).toBeUndefined()
  })
  it('an answer about the IMEI of before is not an answer about the one that stands there now', () => {
    const story = new Story({ complaint: 'forgotten-lock', imei: '490154203237518' })
    story.does({ kind: 'ask-registry', key: 'q', report: false }, answers({ imei: '001001011234579' }))
    const said = { answer: 'clean', reference: '', feeMinor: 0, currency: '' } as const
    story.does({ kind: 'registry-said', key: 'q', imei: '490154203237518', said })
    expect(factsOf(story.job).registryAnswer).toBeUndefined()
  })
  it('what a person had said of it, a person may take back', () => {
    const story = new Story({ complaint: 'forgotten-lock' })
    expect(factsOf(story.job).registryAnswer).toBe('clean')
    story.does({ kind: 'answer', set: { registryAnswer: null }, newestCatalogId: 1 })
    expect(factsOf(story.job).registryAnswer).toBe('no-answer')
  })
  it.each(['legalMatter', 'workManaged'] as const)(
    '%s, once said, is lifted by a supervisor only',
    (fact) => {
      const story = new Story({ complaint: 'forgotten-lock' }).does(answers({ [fact]: 'yes' }))
      expect(story.attempts(answers({ [fact]: 'no' }))).toBe('stays-once-said')
      expect(story.attempts({ kind: 'answer', set: { [fact]: null }, newestCatalogId: 1 })).toBe(
        'stays-once-said',
      )
      expect(stationOfJob(story.job, story.world)).toBe('hand-back')
      const check = fact === 'legalMatter' ? 'no-legal-matter' : 'not-work-managed'
      const waive = (isSupervisor: boolean): Command => ({
        kind: 'waive-check',
        check,
        reason: 'the authority has agreed in writing',
        supervisor: { name: 'Imke', isSupervisor },
      })
      expect(story.attempts(waive(false))).toBe('not-a-supervisor')
      story.does(waive(true))
      expect(stationOfJob(story.job, story.world)).toBe('counter')
    },
  )
  it('a remote unlock refused on a reported job is not answered through another job’s request', () => {
    const other = new Story({ complaint: 'forgotten-lock', imei: '490154203237518' })
    other.does({ kind: 'remote-said', did: 'begin', requestId: 'r1', state: 'waiting-for-owner' })
    expect(other.attempts({ kind: 'may-ask-remote', requestId: 'r1' })).toBeUndefined()
    const mine = new Story({ complaint: 'forgotten-lock' })
    expect(mine.attempts({ kind: 'may-ask-remote', requestId: 'r1' })).toBe('request-of-another-job')
    expect(reported().attempts({ kind: 'may-ask-remote', requestId: undefined })).toBe('reported')
    other.does(answers({ imei: '001001011234561' }))
    expect(other.attempts({ kind: 'may-ask-remote', requestId: 'r1' })).toBe('request-of-another-job')
  })
})

describe('13. “Ten orders for one click”', () => {
  it('while an order is under way a second one is refused', () => {
    const only = {
      complaint: 'carrier-lock-only',
      carrierLocked: 'yes',
      originalCarrier: 'Skerry Mobile',
    } as const
    const story = new Story({ ...only, carrierCountry: 'DE' }).signs()
    const order = (id: string, because?: 'will-not-wait'): Command => ({
      kind: 'place-order',
      id,
      service: SERVICE,
      because,
    })
    // The same name in another country is another carrier, and costs the fee.
    for (const country of [{}, { carrierCountry: 'DK' }])
      expect(new Story({ ...only, ...country }).signs().attempts(order('a'))).toBe('other-carrier')
    // A fee that nobody has agreed to is not paid.
    expect(new Story({ ...only, carrierCountry: 'DE' }).attempts(order('a'))).toBe('checks-missing')
    // Nor one for what the carrier gives for free, unless somebody has said why.
    expect(story.attempts(order('a'))).toBe('ask-the-carrier-first')
    expect(story.attempts(order('a', 'will-not-wait'))).toBeUndefined()
    expect(story.job.orders[0]?.because).toBe('will-not-wait')
    expect(story.attempts(order('a'))).toBeUndefined()
    expect(story.attempts(order('b'))).toBe('order-under-way')
    expect(story.job.orders).toHaveLength(1)
  })
  it('the registry is asked once at a time', () => {
    const story = new Story({ complaint: 'forgotten-lock' })
    story.does({ kind: 'ask-registry', key: 'a', report: true })
    const again: Command = { kind: 'ask-registry', key: 'b', report: true }
    const refusal = { kind: 'refused', refusal: { code: 'registry-being-asked' } }
    expect(decide(story.job, again, story.world)).toEqual(refusal)
    // An answer that never came does not hold it up for good.
    expect(story.attempts(again)).toBeUndefined()
  })
})
