import fc from 'fast-check'
import { expect } from 'vitest'
import { agreementText, LANGUAGES, plainAgreement, problemText, wordsIn } from '@benevox/words'
import {
  accountPlanOf,
  after,
  carrierPlanOf,
  decide,
  factsOf,
  hasName,
  listedOf,
  mainActionOf,
  progressOf,
  routeOf,
  standingOf,
  statementsOf,
  type Command,
  type JobState,
} from '../../src/job/index.ts'
import { answerOf, FACT_NAMES, isSaid, offeredAnswers } from '../../src/facts/index.ts'
import { answersTo, askNext, type Facts } from '../../src/route/index.ts'
import { ACCOUNT_SERVICE, SERVICE, sign, worldAt } from '../histories.ts'
import { law } from '../lives.ts'
import {
  intakeForbids,
  isShownOff,
  reportNamesTheDevice,
  reportStands,
  screenWasSeenOpen,
  somethingWasDeleted,
  stepsIn,
  wasDone,
} from '../oracle.ts'

const LATER = worldAt(300)
const SHOP = { zone: 'Europe/Berlin', country: 'DE' }
const ENGLISH = wordsIn('en', SHOP)
const OTHERS = LANGUAGES.filter((one) => one !== 'en').map((one) => wordsIn(one, SHOP))
const answers = (set: Facts, name?: string): Command => ({
  kind: 'answer',
  set,
  ...(name !== undefined && { customer: { name } }),
  newestCatalogId: 1,
})

/** What somebody types for a name, and whether anybody can be called by it. */
const TYPED = [
  ['A. Quell', true],
  ['7', true],
  ['Ẹ̀ṣọ́', true],
  ['李', true],
  ['', false],
  ['   ', false],
  ['\u200b', false],
  ['–', false],
] as const
/** What comes of the data, as the stages of the route say it and as the agreement does. */
const SAYS = [
  ['kept', 'We delete nothing on the device', 'Nothing on the device will be deleted'],
  ['perhaps', 'If the gentler options do not help, everything', 'If that does not help, the device is reset'],
  ['gone', 'Everything on the internal storage', 'The reset deletes everything'],
] as const
/** To ask takes long: one history in so many is. */
const ONE_IN = 2

/** The questions and the words of the counter against what is told, and against what is signed. */
export const LAWS_OF_SAYING = [
  law({
    says: 'whatever is refused is said in a whole sentence, in each language in its own words',
    often: { refused: 1 / 2, 'for a check': 1 / 10 },
    step({ refusal }, seen) {
      if (!refusal) return
      const english = problemText(refusal, ENGLISH)
      const others = OTHERS.map((words) => problemText(refusal, words))
      expect(others, refusal.code).not.toContain(english)
      for (const text of [english, ...others]) {
        expect(text, refusal.code).toMatch(/^\S.{10,}[.!?]$/s)
        expect(text, refusal.code).not.toMatch(/undefined|[{}]/)
      }
      seen('refused')
      if (refusal.code === 'checks-missing') seen('for a check')
    },
  }),
  law({
    says: 'the customer’s name is asked for as long as the signing would want it, and no longer',
    often: { 'signed with a name': 0, 'asked for one': 0 },
    draw: fc.tuple(fc.nat(ONE_IN - 1), fc.constantFrom(...TYPED)),
    end({ job }, [nth, [name, isName]], seen) {
      if (nth > 0) return
      const typed = after(job, answers({}, name), LATER)
      if (typed.customer.name !== name) return
      const signed = decide(typed, sign(typed, LATER, 0), LATER)
      const asked = askNext({
        facts: factsOf(typed),
        device: LATER.device,
        progress: progressOf(typed),
        prices: LATER.prices,
        customerNamed: hasName(typed.customer) || undefined,
      }).some((question) => question.name === 'customer')
      if (isName) expect(asked).toBe(false)
      else expect(signed.kind).toBe('refused')
      if (signed.kind !== 'refused') return seen('signed with a name')
      if (signed.refusal.code !== 'customer-name-missing') return
      expect(isName).toBe(false)
      // Nothing is asked where a check is closed for good.
      if (routeOf(typed, LATER).choices[0]?.action === 'refuse') return
      expect(asked).toBe(true)
      seen('asked for one')
    },
  }),
  law({
    says: 'what an answer makes of the job is among what is worked out before anybody gives it',
    often: { answered: 1 / 2, 'says more than it was asked': 1 / 50 },
    draw: fc.constantFrom(...FACT_NAMES.filter((name) => offeredAnswers(name).length > 0)),
    end({ job }, drawn, seen) {
      const facts = factsOf(job)
      const given = { facts, device: LATER.device, progress: progressOf(job), prices: LATER.prices }
      // Two of them say more than they were asked. The registry’s word is said with where it was asked.
      for (const name of new Set([drawn, 'ownership', 'complaint'] as const)) {
        if (isSaid(facts[name]) || name === 'registryAnswer') continue
        const foreseen = answersTo(given, name).map((one) => one.facts)
        for (const choice of offeredAnswers(name, LATER.device)) {
          const told = after(job, answers({ [name]: answerOf(name, choice) }), LATER)
          if (told === job) continue
          const became = factsOf(told)
          seen('answered')
          if (Object.keys(became).length > Object.keys(facts).length + 1) seen('says more than it was asked')
          expect(foreseen).toContainEqual(became)
        }
      }
    },
  }),
  law({
    says: 'after a reset from recovery the account lock is shown as done only where somebody has seen its end at the wizard',
    often: { open: 1 / 20 },
    step({ job, world, so }, seen) {
      const told = so.flatMap((event) => (event.kind === 'step-made' ? [event.step.change.kind] : []))
      if (!told.includes('wipe-started') || standingOf(job).deleted !== 'by-recovery') return
      const stage = routeOf(job, world).stages.find(({ id }) => id === 'account')
      if (so.some(({ kind }) => kind === 'account-confirmed')) return
      seen('open')
      expect(stage?.state).not.toBe('done')
    },
  }),
  law({
    says: 'before it is signed, the stages of the route say of the data what the agreement says of it; a reset is done where something was deleted',
    often: { kept: 1 / 10, perhaps: 1 / 10, gone: 1 / 10, 'reset done': 1 / 10 },
    step({ job, world, so }, seen) {
      const isResetDone = routeOf(job, world).stages.some(
        ({ id, state }) => id === 'reset' && state === 'done',
      )
      if (isResetDone) {
        expect(somethingWasDeleted(so)).toBe(true)
        seen('reset done')
      }
      if (job.agreement || job.handBack || standingOf(job).deleted !== 'no') return
      const { stages, agreement } = routeOf(job, world)
      const said = stages.flatMap(({ note }) => (note ? [ENGLISH.say(`note.${note.code}`)] : [])).join(' ')
      const subject = { ticket: job.ticket, device: world.model?.name ?? '' }
      const agreed = plainAgreement(agreementText(agreement.terms, subject, ENGLISH))
      const told = SAYS.filter(([, stage]) => said.includes(stage)).map(([what]) => what)
      const written = SAYS.filter(([, , paper]) => agreed.includes(paper)).map(([what]) => what)
      expect(written).toHaveLength(1)
      // A short way, to the hand-back or to others, says nothing of the device.
      if (told.length === 0) return
      expect(told).toEqual(written)
      told.forEach(seen)
    },
  }),
  law({
    says: 'a device is clean by the registry’s word, or by that of somebody who says where and by whom it was asked',
    often: { clean: 1 / 4, 'one key': 1 / 2 },
    end({ job, events }, _, seen) {
      for (const event of events) {
        if (event.kind !== 'registry-said' || event.record.answer !== 'clean') continue
        const { source, asked } = event.record
        if (source === 'by-hand') expect(asked?.where && asked.by).toBeTruthy()
        seen('clean')
      }
      if (job.handBack) return
      seen('one key')
      expect(decide(job, answers({ registryAnswer: 'clean' }), LATER).kind).toBe('refused')
    },
  }),
  law({
    says: 'a screen lock nobody knows is clear on the strip once it was seen so, not when a wipe has begun',
    often: { clear: 1 / 10, 'wiped, not yet seen': 1 / 20 },
    step({ job, world, so }, seen) {
      const { complaint, knowsScreenLock, screenLock } = factsOf(job)
      const isLockedOut = complaint === 'forgotten-lock' || complaint === 'too-many-entries'
      if (!isLockedOut || knowsScreenLock === 'yes' || screenLock === 'none') return
      const { screen } = routeOf(job, world).locks
      if (screen === 'clear') expect(screenWasSeenOpen(so)).toBe(true)
      else expect(screen).toBe('locked')
      if (screen === 'clear') seen('clear')
      else if (somethingWasDeleted(so)) seen('wiped, not yet seen')
    },
  }),
  law({
    says: 'strip and lists call a lock off where an event showed it so; where only somebody said so it is not tested',
    often: { 'shown off': 1 / 3, 'not tested': 1 / 3 },
    step({ job, world, so }, seen) {
      const { locks } = listedOf(job, { ...world, family: undefined, model: world.model })
      for (const lock of ['screen', 'account', 'carrier'] as const) {
        if (locks[lock] === 'clear') {
          expect(isShownOff(lock, so)).toBe(true)
          expect(statementsOf(job, world)[lock]).toEqual(['confirmed-off'])
          seen('shown off')
        } else if (locks[lock] === 'off-untested') {
          expect(statementsOf(job, world)[lock]).not.toContain('confirmed-off')
          seen('not tested')
        }
      }
    },
  }),
  law({
    says: 'whoever showed a receipt has a proof of purchase: the later word stands, the other is asked anew',
    often: { contradicted: 1 / 10 },
    draw: fc.array(
      fc.oneof(
        fc.constantFrom('receipt', 'receipt', 'box', null).map((ownership) => ({ ownership })),
        fc.constantFrom('yes', 'no', 'no', null).map((proofOfPurchase) => ({ proofOfPurchase })),
      ),
      { minLength: 4, maxLength: 8 },
    ),
    step({ job }) {
      const { ownership, proofOfPurchase } = factsOf(job)
      if (ownership === 'receipt') expect(proofOfPurchase).toBe('yes')
    },
    end({ job }, said, seen) {
      let now = job
      for (const set of said) {
        const before = factsOf(now)
        const next = after(now, answers(set as Facts), LATER)
        if (next === now) continue
        now = next
        const { ownership, proofOfPurchase } = factsOf(now)
        if (ownership === 'receipt') expect(proofOfPurchase).toBe('yes')
        const [[name, value] = []] = Object.entries(set)
        if (name && value !== null) expect(factsOf(now)[name as keyof Facts]).toBe(value)
        if (before.ownership === 'receipt' && ownership === undefined && value !== null) seen('contradicted')
      }
    },
  }),
  law({
    says: 'what a job waits for is the same on its page, whenever somebody looks, as in the lists that were made before',
    often: { 'on the page': 1 / 20, listed: 1 / 50 },
    end({ job }, _, seen) {
      const world = worldAt(200)
      const waitsAt = (now: string) => [
        ...accountPlanOf(job, world, now).waits,
        ...carrierPlanOf(job, world, now).waits,
      ]
      const page = waitsAt(world.now)
      if (page.length > 0) seen('on the page')
      expect(waitsAt(LATER.now)).toEqual(page)
      const { waits, allWaits } = listedOf(job, { ...world, family: undefined, model: world.model })
      const isLed = waits && page.some(({ for: what }) => what === waits.for)
      if (!isLed) return
      seen('listed')
      expect(page).toContainEqual(waits)
      // The calendar has all of them, and what is ordered beside.
      const kinds = (all: readonly { readonly for: string }[]) => all.map(({ for: what }) => what).sort()
      const ordered = job.orders
        .filter(({ state }) => state === 'waiting')
        .map(({ lock = 'carrier' }) => ({ for: lock }))
      expect(kinds(allWaits)).toEqual(kinds([...page, ...ordered]))
      // Nothing on the page is over before what the lists show first.
      for (const { until } of page) expect(Date.parse(until)).toBeGreaterThanOrEqual(Date.parse(waits.until))
    },
  }),
  law({
    says: 'a release that is waited for is to be seen to once the last day of its promise is over, and not before, whatever the supplier says since',
    often: { ordered: 1 / 300 },
    end({ job }, _, seen) {
      for (const [service, step, planAt] of [
        [SERVICE, 'wait-for-the-supplier', carrierPlanOf],
        [ACCOUNT_SERVICE, 'wait-for-the-release', accountPlanOf],
      ] as const) {
        const id = '00000000-0000-4000-9000-000000000000'
        const place = { kind: 'place-order', id, service, because: 'will-not-wait' } as const
        if (decide(job, place, LATER).kind !== 'done') continue
        seen('ordered')
        const later = { kind: 'delayed', until: '2026-04-20' } as const
        const ordered = after(job, place, LATER)
        const delayed = after(ordered, { kind: 'change-order', id, orderVersion: 1, change: later }, LATER)
        const stateAt = (of: JobState, ms: number) =>
          planAt(of, LATER, new Date(ms).toISOString())
            .steps.map((one) => (one.id === step ? one.state : undefined))
            .find((state) => state !== undefined)
        const over = Date.parse(service.promise.latestBefore)
        for (const of of [ordered, delayed])
          expect([step, stateAt(of, over - 1), stateAt(of, over)]).toEqual([step, 'waiting', 'due'])
      }
    },
  }),
  law({
    says: 'a release of an account is ordered only of a device that the registry’s report names, whatever was said before of another',
    often: { same: 1 / 50, other: 1 / 50, 'nobody has said': 1 / 10 },
    step({ job, so, events }, seen) {
      const named = reportNamesTheDevice(so)
      seen(named)
      expect(factsOf(job).reportModel ?? 'nobody has said').toBe(named)
      const isOrdered = events.some(
        (event) => event.kind === 'order-placed' && event.order.lock === 'account',
      )
      if (isOrdered) expect(named).toBe('same')
    },
  }),
  law({
    says: 'where only its own page denies the carrier lock it was brought in for, nothing is called done before a SIM shows it',
    often: { 'to be tried': 1 / 100, tried: 1 / 100 },
    step({ job, world, so }, seen) {
      if (factsOf(job).complaint !== 'carrier-lock-only' || job.handBack) return
      if (reportStands(so) || intakeForbids(so)) return
      const looks = stepsIn(so).flatMap(({ change }) =>
        change.kind === 'carrier-lock-seen' || change.kind === 'other-sim-works' ? [change] : [],
      )
      const last = looks.at(-1)
      if (last === undefined) return
      const isDenied = last.kind === 'carrier-lock-seen' && !last.on && last.by === 'own-page'
      const isOff = isShownOff('carrier', so)
      const { station } = mainActionOf(job, world)
      if (isOff) seen('tried')
      if (!isDenied || isOff) return
      seen('to be tried')
      expect(station).not.toBe('hand-back')
      const { now, steps } = carrierPlanOf(job, world, world.now)
      if (steps.some(({ id }) => id === 'see-that-it-is-off')) expect(now).toBeDefined()
    },
  }),
  law({
    says: 'a step at the desks of the two locks that is shown as done was done, also once the lock is off another way',
    often: { 'account off': 1 / 50, 'carrier off': 1 / 50 },
    step({ job, world, so }, seen) {
      const [account, carrier] = [accountPlanOf, carrierPlanOf].map((planOf) => planOf(job, world, world.now))
      const done = [...(account?.steps ?? []), ...(carrier?.steps ?? [])].filter(
        ({ state }) => state === 'done',
      )
      for (const { id } of done) expect([id, wasDone(so, id)]).toEqual([id, true])
      if (job.accountConfirmed) {
        seen('account off')
        expect(account?.now).toBeUndefined()
      }
      if (progressOf(job).carrierReleased) {
        seen('carrier off')
        expect(carrier?.now).toBeUndefined()
      }
    },
  }),
]
