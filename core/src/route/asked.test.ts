import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { agreementText, plainAgreement, wordsIn } from '@benevox/words'
import { USUAL_PRICES } from '../price/index.ts'
import {
  askNext,
  NOTHING_DONE,
  planRoute,
  type DeviceOnJob,
  type FactName,
  type Facts,
  type Gate,
  type Route,
} from './index.ts'
import { gatesOfAnOrder, gatesOfTheJob } from './gates.ts'
import { PHONE, WATCH } from './fixtures.ts'

/** What the gates stand on, each answered, or not, or so that it closes for good. */
const oneOf = <const T extends string>(...values: readonly T[]) =>
  fc.option(fc.constantFrom(...values), { nil: undefined, freq: 2 })
const GATE_FACTS: fc.Arbitrary<Facts> = fc
  .record({
    hazard: oneOf('none', 'hot'),
    registryAnswer: oneOf('clean', 'no-answer', 'reported'),
    registryReason: oneOf('the registry is down', ''),
    whose: oneOf('own', 'childs-guardian-here', 'somebody-elses'),
    workManaged: oneOf('no', 'unknown', 'yes'),
    legalMatter: oneOf('no', 'unknown'),
    ownership: oneOf('shown', 'not-shown'),
    ownershipNote: oneOf('receipt', ''),
    battery: oneOf('at-least-20', 'below-20', 'unknown'),
    imei: oneOf('001001011234561'),
    deviceHere: oneOf('yes', 'no'),
    originalCarrier: oneOf('Skerry Mobile'),
    carrierCountry: oneOf('DE'),
  })
  .map((facts) => Object.fromEntries(Object.entries(facts).filter(([, value]) => value !== undefined)))

const JOBS = Number(process.env['BENEVOX_JOBS'] ?? 120)
const jobs = fc.sample(fc.tuple(RANDOM_FACTS, GATE_FACTS), {
  numRuns: JOBS,
  seed: Number(process.env['BENEVOX_SEED'] ?? 15),
})
const isUnanswered = (facts: Facts, name: FactName) => facts[name] === undefined || facts[name] === ''
const SEEN_ON_THE_DEVICE: readonly FactName[] = ['hazard', 'battery']
/** Opened by the customer’s hand, or with the device in hand: no answer opens them. */
const NOT_BY_ANSWERS: readonly Gate['id'][] = ['agreement', 'right-device']

/** The answers that open. */
const OPENS: Facts = {
  hazard: 'none',
  registryAnswer: 'clean',
  whose: 'own',
  workManaged: 'no',
  legalMatter: 'no',
  ownership: 'shown',
  ownershipNote: 'receipt',
  battery: 'at-least-20',
  imei: '001001011234561',
  registryReason: 'it is down',
  accountAddress: 'a@example.org',
}

/** The gates that an answer may open and that are closed now. */
function gatesAt(facts: Facts, device: DeviceOnJob): readonly Gate[] {
  const { choices, wipeGates } = planRoute(facts, device, NOTHING_DONE)
  const mayReset = choices.some(({ action }) => action.startsWith('reset'))
  return [
    ...gatesOfTheJob(facts, NOTHING_DONE),
    ...(mayReset ? wipeGates : []),
    ...(facts.carrierLocked === 'yes' ? gatesOfAnOrder(facts, device, NOTHING_DONE) : []),
  ].filter(({ id, state }) => state === 'closed' && !NOT_BY_ANSWERS.includes(id))
}

/** What the list before the wipe tells to find out, and the question for it. */
const FINDS_OUT = [
  ['ask-for-the-address', 'accountAddress'],
  ['ask-how-it-comes', 'secondStep'],
  ['look-for-a-card', 'memoryCard'],
  ['ask-for-the-esim', 'esimProfile'],
  ['ask-for-the-backup', 'backup'],
] as const

const DELETING: readonly string[] = ['reset-from-recovery', 'reset-from-settings', 'makers-service']
const STRANGERS: Facts = {
  complaint: 'second-hand',
  sellerReachable: 'no',
  proofOfPurchase: 'yes',
  dataWorth: 'none',
}
const ENGLISH = wordsIn('en', { zone: 'Europe/Berlin', country: 'DE' })
const SETTINGS_FIRST: Facts = { complaint: 'freezes', knowsScreenLock: 'yes', accountOnDevice: 'yes' }

/** The random jobs with their routes, each third of a watch. @param more what is said of the nth besides */
function* routes(more: (n: number) => Facts | false = () => false) {
  for (const [n, [some, gates]] of jobs.entries()) {
    const facts: Facts = { ...some, ...gates, ...more(n) }
    const device = n % 3 === 2 ? WATCH : PHONE
    yield { facts, device, route: planRoute(facts, device, NOTHING_DONE) }
  }
}
const agreedIn = ({ agreement }: Route) =>
  plainAgreement(agreementText(agreement.terms, { ticket: 'B1', device: 'X' }, ENGLISH))

describe('the questions on the page and the gates at signing', () => {
  it(`no gate of ${JOBS} random jobs stays closed for want of an answer that is not asked for`, () => {
    let closed = 0
    for (const { facts, device, route } of routes()) {
      const given = { facts, device, progress: NOTHING_DONE, prices: USUAL_PRICES }
      if (route.choices[0]?.action === 'refuse') continue
      const asked = askNext(given).map(({ name }) => name)
      for (const gate of gatesAt(facts, device)) {
        const open = gate.facts.filter((name) => isUnanswered(facts, name))
        // On the telephone nobody can look at it.
        if (facts.deviceHere === 'no' && open.every((name) => SEEN_ON_THE_DEVICE.includes(name))) continue
        const answered: Facts = {
          ...facts,
          ...Object.fromEntries(open.map((name) => [name, OPENS[name] ?? 'yes'])),
        }
        // What another answer closes no further one opens.
        if (gatesAt(answered, device).some(({ id }) => id === gate.id)) continue
        closed++
        const said = `${gate.id} of ${JSON.stringify(facts)}: ${asked.join()}`
        expect(
          open.some((name) => asked.includes(name)),
          said,
        ).toBe(true)
      }
    }
    expect(closed).toBeGreaterThan(JOBS / 2)
  })
  it(`what ${JOBS} random jobs have to find out before the wipe is asked for`, () => {
    const found = new Map<string, number>()
    // Of every second one nothing of it was asked yet.
    const unasked = Object.fromEntries(FINDS_OUT.map(([, name]) => [name, undefined]))
    const often = (n: number): Facts | false => n % 2 === 1 && { ...unasked, accountOnDevice: 'yes' }
    for (const { facts, device, route } of routes(often)) {
      if (route.choices[0]?.action === 'refuse') continue
      const open = FINDS_OUT.filter(
        ([step, name]) => route.before.includes(step) && facts[name] === undefined,
      )
      if (open.length === 0) continue
      const asked = askNext({ facts, device, progress: NOTHING_DONE, prices: USUAL_PRICES })
      for (const [step, name] of open) {
        expect(
          asked.some((one) => one.name === name),
          `${step}: ${JSON.stringify(facts)}`,
        ).toBe(true)
        found.set(step, (found.get(step) ?? 0) + 1)
      }
    }
    expect([...found.keys()].sort()).toEqual(FINDS_OUT.map(([step]) => step).sort())
  })
  it(`of an account the stages of ${JOBS} random jobs say what the agreement says: none, perhaps, or surely`, () => {
    const met = new Map<string, number>()
    // Often the PIN is known and the account is on it: then the settings come first.
    for (const { route } of routes((n) => n % 4 === 1 && SETTINGS_FIRST)) {
      const note = route.stages.find(({ id }) => id === 'account')?.note
      if (!note) continue
      const said = ENGLISH.say(`note.${note.code}`)
      const told =
        note.code === 'will-not-ask' ? 'none' : / may | can make /.test(said) ? 'perhaps' : 'surely'
      const agreed = agreedIn(route)
      const written = !/(device|asks) .*account/.test(agreed)
        ? 'none'
        : agreed.includes('may ask for an account')
          ? 'perhaps'
          : 'surely'
      expect([told, said, agreed]).toEqual([written, said, agreed])
      met.set(told, (met.get(told) ?? 0) + 1)
    }
    for (const told of ['none', 'perhaps', 'surely'])
      expect([told, (met.get(told) ?? 0) > 5]).toEqual([told, true])
  })
  it(`no stage of ${JOBS} random jobs is for a carrier lock that the strip shows clear or not there`, () => {
    const met = new Map<string, number>()
    for (const { facts, route } of routes()) {
      const staged = route.stages.some(({ id }) => id === 'carrier')
      const { carrier } = route.locks
      if (facts.complaint === 'carrier-lock-only') continue
      if (carrier === 'clear' || carrier === 'not-there')
        expect([facts, carrier, staged]).toEqual([facts, carrier, false])
      met.set(`${carrier} ${String(staged)}`, (met.get(`${carrier} ${String(staged)}`) ?? 0) + 1)
    }
    for (const is of ['clear false', 'not-there false', 'locked true'])
      expect([is, (met.get(is) ?? 0) > 5]).toEqual([is, true])
  })
  it(`in ${JOBS} random jobs who does not know the password signs in where it was found, never where that failed`, () => {
    const atTheWizard = { ...NOTHING_DONE, wipeStarted: true, setUpReached: true, accountAsked: true }
    let met = 0
    for (const [said, gates] of jobs) {
      const facts: Facts = {
        ...said,
        ...gates,
        ...OPENS,
        knowsAccountPassword: 'no',
        complaint: 'forgotten-lock',
      }
      const { choices } = planRoute(facts, PHONE, atTheWizard)
      const signsIn = choices.findIndex(({ action }) => action === 'sign-in')
      if (signsIn < 1) continue
      const before = choices.slice(0, signsIn + 1).findLast(({ after }) => after === 'it-worked')
      expect([facts, before?.after]).toEqual([facts, 'it-worked'])
      met += 1
    }
    expect(met).toBeGreaterThan(2)
  })
  it(`the agreement of ${JOBS} random jobs says that gentler ways come first where one does, and only there`, () => {
    const met = new Map<string, number>()
    // Often there is a stranger's account, and a proof of purchase.
    for (const { facts, route } of routes((n) => n % 4 === 1 && STRANGERS)) {
      const first = route.choices.find(({ action }) => action !== 'recover-account')?.action ?? 'refuse'
      const agreed = agreedIn(route)
      const isFirst = DELETING.includes(first) ? 'deletes' : 'keeps'
      if (agreed.includes('We first attempt what keeps'))
        expect([facts, first, isFirst]).toEqual([facts, first, 'keeps'])
      if (agreed.includes('deletes everything on the device'))
        expect([facts, first, isFirst]).toEqual([facts, first, 'deletes'])
      met.set(first, (met.get(first) ?? 0) + 1)
    }
    for (const first of ['makers-service', 'reset-from-recovery', 'clear-cache'])
      expect([first, (met.get(first) ?? 0) > 2]).toEqual([first, true])
  })
})
