import { composeFamily, keyId, type Cue, type KeyId, type Method } from '@benevox/core/catalog'
import {
  adviceOf,
  BestOrder,
  diagnose,
  diagnoseCameBack,
  diagnoseRestart,
  isOfTheHand,
  Knowledge,
  linkAskedFor,
  nextThings,
  RUNS_FOR_ONE,
  studyDiagnosis,
  tellingFamiliesApart,
  type Cause,
  type Correction,
  type Findings,
  type AttemptMade,
} from '@benevox/core/diagnosis'
import { seeded } from '@benevox/core/hand'
import { methodSheet } from '@benevox/core/method'
import { compileFamily } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'
import { ENGLISH } from '../words/src/english.ts'
import { adviceText, adviceWhyText } from '../words/src/index.ts'

const pack = demoPack()
type Start = ConstructorParameters<typeof Knowledge>[1]
const known = new Map<string, Knowledge>()

/** Family by its number in the table of the trade (1 to 16), as the demo's catalogue has them in order. */
function familyOf(number: number) {
  const family = pack.families[number - 1]
  if (!family) throw new Error(`No family ${number}`)
  return { family, machine: compileFamily(composeFamily(pack, family).composed), prior: 1 }
}
type Known = ReturnType<typeof familyOf>
function knowledgeOf(number: number, start: Start = 'on-locked'): Knowledge {
  const name = `${number} ${start}`
  const made = known.get(name) ?? new Knowledge([familyOf(number)], start)
  known.set(name, made)
  return made
}
interface Failed {
  readonly seen: readonly Cue[]
  readonly notSeen?: readonly Cue[]
  readonly way?: string
  readonly cable?: string
  readonly link?: AttemptMade['link']
}
function triesOf(knowledge: Knowledge, failed: readonly Failed[]): readonly AttemptMade[] {
  return failed.map(({ way, ...said }) => {
    const method = (knowledge.ways.find(({ method }) => method.id === way) ?? knowledge.ways[0])?.method
    if (!method) throw new Error('No way from here')
    return { method, reached: false, ...said }
  })
}
function after(number: number, failed: readonly Failed[], start?: Start, findings: Findings = {}) {
  const knowledge = knowledgeOf(number, start)
  const attempts = triesOf(knowledge, failed)
  const { causes, belief } = diagnose(knowledge, attempts, findings)
  return { knowledge, attempts, causes, next: nextThings(knowledge, belief, attempts, findings) }
}
const kinds = (causes: readonly Cause[]) => causes.map(({ correction }) => correction.kind)
/** All chance of the corrections that are of one kind. */
const chanceOf = (causes: readonly Cause[], ...these: readonly Correction['kind'][]) =>
  causes.reduce((sum, { correction, chance }) => sum + (these.includes(correction.kind) ? chance : 0), 0)

const LONG_BUZZ: Failed = { seen: ['long-buzz', 'lock-screen'] }
const NO_BUZZ: Failed = { seen: ['lock-screen'], notSeen: ['short-buzz', 'long-buzz'] }

describe('what is said after a failed attempt, whatever was seen', () => {
  const SEEN: readonly (readonly Cue[])[] = [
    ['lock-screen'],
    ['dark', 'lock-screen'],
    ['logo', 'lock-screen'],
    ['long-buzz', 'lock-screen'],
    ['charge-blank'],
    ['charge-percent'],
    ['download-page'],
    [],
  ]
  const cases = pack.families.flatMap((_, at) =>
    knowledgeOf(at + 1).ways.flatMap(({ method }) =>
      SEEN.map((seen) => ({
        name: `family ${at + 1}, ${method.id}: ${seen.join(', ') || 'nothing'}`,
        number: at + 1,
        method,
        seen,
      })),
    ),
  )
  it.each(cases)('$name: a moment has one correction, and the reason is that of the advice', (one) => {
    const knowledge = knowledgeOf(one.number)
    const attempts: readonly AttemptMade[] = [{ method: one.method, reached: false, seen: one.seen }]
    const { causes, belief } = diagnose(knowledge, attempts)
    for (const kind of ['sooner', 'later'] as const) {
      const steps = causes.flatMap(({ correction }) =>
        correction.kind === kind ? [cueBefore(one.method, correction.step)] : [],
      )
      expect(new Set(steps).size, kind).toBe(steps.length)
    }
    const { chart } = methodSheet(familyOf(one.number).machine, one.method)
    const next = nextThings(knowledge, belief, attempts).find(({ kind }) => kind === 'attempt')
    if (!chart || next?.kind !== 'attempt') return
    const advice = adviceOf(next, causes, attempts)
    const says = adviceText(advice, one.method, chart, ENGLISH)
    const why = adviceWhyText(advice.why, one.method, chart, ENGLISH)
    if (next.charge || next.otherCable || next.way.method.id !== one.method.id) return
    // Done again with the same cable: only what the hand does can be what changes.
    expect(why, says).not.toMatch(/on the cable|flat battery|does not work|another model|restarts again/)
  })
  it('never takes a key that was found broken, and says so where no way goes without it', () => {
    const random = seeded(26)
    let without = 0
    let none = 0
    const keyed = pack.families.map((_, at) => familyOf(at + 1))
    const needs = ({ family }: Known) =>
      family.methods.filter(({ from }) => from === 'on-locked').map((way) => keysUsed(way).join())
    const unlike = keyed.flatMap((one) =>
      keyed
        .filter(({ machine }) => machine.keys.join() === one.machine.keys.join())
        .filter((other) => needs(other).join() !== needs(one).join())
        .map((other) => [one, other]),
    )
    const alone = Array.from({ length: 2 }, () => [keyed[Math.floor(random() * keyed.length)] as Known])
    const drawn = Array.from({ length: 4 }, () => unlike[Math.floor(random() * unlike.length)] ?? [])
    const pairs = [...alone, ...drawn].map((of) => new Knowledge(of, 'on-locked'))
    for (let nth = 0; nth < 120; nth++) {
      // Of a device that may be of either of two families, one may have a way without it where the other has none.
      const knowledge = pairs[nth % pairs.length]
      if (!knowledge) throw new Error('No pair')
      const keys = [...new Set(knowledge.ways.flatMap(({ method }) => keysUsed(method)))]
      const one = Math.floor(random() * keys.length)
      const broken = keys.filter((_, at) => at === one || random() < 0.15)
      const works = keys.filter((key) => !broken.includes(key) && random() < 0.3)
      const findings: Findings = {
        keys: Object.fromEntries([
          ...broken.map((key) => [key, 'broken'] as const),
          ...works.map((key) => [key, 'works'] as const),
        ]),
      }
      const attempts = knowledge.ways
        .filter(() => random() < 0.4)
        .map(({ method }): AttemptMade => ({
          method,
          reached: false,
          seen: SEEN[Math.floor(random() * 4)] ?? [],
        }))
      const { belief } = diagnose(knowledge, attempts, findings)
      const next = nextThings(knowledge, belief, attempts, findings)
      const open = knowledge.ways.filter(
        ({ method }) => !keysUsed(method).some((key) => broken.includes(key)),
      )
      const said = JSON.stringify([knowledge.families[0]?.family.id, broken, attempts.length])
      const tried = next.flatMap((thing) => (thing.kind === 'attempt' ? [thing.way.method.id] : []))
      expect(
        tried.filter((id) => !open.some(({ method }) => method.id === id)),
        said,
      ).toEqual([])
      if (open.length > 0) expect(tried.length, said).toBeGreaterThan(0)
      else {
        const [first] = next.filter(({ kind }) => kind !== 'go-on')
        expect([first?.kind, first?.kind === 'repair' && broken.includes(first.key)], said).toEqual([
          'repair',
          true,
        ])
      }
      if (open.length > 0) without++
      else none++
    }
    expect(Math.min(without, none)).toBeGreaterThan(10)
  })
  /** Every key that the steps name, read off their text. */
  function keysUsed(method: Method): readonly KeyId[] {
    const text = JSON.stringify(method.steps)
    return keyId.options.filter((key) => text.includes(`"${key}"`))
  }
  /** The last thing waited for or looked at before a step: what its moment hangs on. */
  function cueBefore({ steps }: Method, step: number): number {
    return steps.findLastIndex(
      (one, index) => index < step && ['wait', 'choose', 'tap', 'type'].includes(one.do),
    )
  }

  it.each([
    [3, 'anew-until-menu'],
    [3, 'anew-at-the-logo'],
    [4, 'anew'],
    [12, 'anew-until-menu'],
  ])('family %i, %s: the lock screen alone: too late at the dark, not the wrong key', (number, way) => {
    expect(after(number, [{ seen: ['lock-screen'], way }]).causes[0]?.correction.kind).toBe('sooner')
  })
})

/** The rows of the trade's table of what a failure leaves behind; common practice, no source. */
describe('each trace of a failure points at its cause, by the twin alone', () => {
  it.each([1, 3, 6, 12, 16])('family %i: a long buzz, then the lock screen: no data link', (number) => {
    const { causes } = after(number, [LONG_BUZZ])
    expect(causes[0]?.correction.kind).toBe('data-link')
    expect(causes[0]?.chance).toBeGreaterThan(0.8)
  })
  it('family 4: no buzz, lock screen: moved too late, or let go too early', () => {
    const { causes } = after(4, [NO_BUZZ])
    expect(kinds(causes)[0]).toBe('sooner')
    expect(chanceOf(causes, 'sooner', 'later')).toBeGreaterThan(chanceOf(causes, 'right-key', 'one-key'))
  })
  it.each([1, 2, 16])(
    'family %i: the charge sign comes back: pressed too soon, or not fully off',
    (number) => {
      const { causes } = after(number, [{ seen: ['charge-percent'] }])
      const later = chanceOf(causes, 'later')
      for (const other of ['sooner', 'right-key', 'one-key', 'test-key', 'charge', 'data-link'] as const)
        expect(later, other).toBeGreaterThan(chanceOf(causes, other))
    },
  )
  it.each([
    [1, 'on-locked'],
    [2, 'on-locked'],
    [15, 'on-locked'],
    [12, 'off'],
    [16, 'off'],
  ] as const)('family %i, %s: the download page: the other volume key', (number, start) => {
    const { causes, next } = after(number, [{ seen: ['download-page'] }], start)
    expect(causes[0]?.correction).toEqual({ kind: 'right-key', key: 'volume-up', not: 'volume-down' })
    expect(next[0]).toMatchObject({ kind: 'go-on', place: 'download-page', on: { kind: 'leave' } })
  })
  it('family 6: the bootloader page: both volumes were still down at the restart; one goes on from there', () => {
    const { causes, next } = after(6, [{ seen: ['bootloader-page'] }])
    expect(causes[0]?.correction).toEqual({ kind: 'sooner', step: 5 })
    expect(next[0]).toMatchObject({ kind: 'go-on', on: { kind: 'inputs' } })
  })
  it('a bootloader page on a family that has none: another family', () => {
    expect(kinds(after(4, [{ seen: ['bootloader-page'] }]).causes)[0]).toBe('other-family')
  })
  it('family 11: the lying robot is there already: power held, volume-up tapped', () => {
    const [next] = after(11, [{ seen: ['robot'] }]).next
    expect(next).toMatchObject({
      kind: 'go-on',
      on: {
        kind: 'inputs',
        ways: [{ steps: [{ input: { kind: 'press', key: 'volume-up', with: ['power'] } }] }],
      },
    })
  })
  it('family 13: the service menu is a place: from its first line to recovery', () => {
    const [next] = after(13, [{ seen: ['service-menu'] }]).next
    expect(
      next?.kind === 'go-on' && next.on.kind === 'inputs' && next.on.ways[0]?.steps[0]?.input,
    ).toMatchObject({
      kind: 'press',
      key: 'upper',
    })
  })
  it.each([5, 7, 8, 10])('family %i, off: nothing at all: a flat battery, then a broken key', (number) => {
    const { causes } = after(number, [{ seen: [] }], 'off')
    expect(kinds(causes)[0]).toBe('charge')
    expect(chanceOf(causes, 'charge', 'test-key')).toBeGreaterThan(0.6)
  })
  it.each([1, 8])('family %i: recovery comes back after the reset: a loop', (number) => {
    expect(diagnoseRestart(familyOf(number), 'recovery-menu')[0]?.cause.kind).toBe('loop')
    expect(diagnoseRestart(familyOf(number), 'set-up')[0]?.cause.kind).toBe('sound')
  })
  it.each([1, 4, 8])('family %i: back in recovery again and again is a line mistaken ever less', (number) => {
    const chanceOfSlip = (times: number) =>
      diagnoseRestart(familyOf(number), 'recovery-menu', times).find(
        ({ cause }) => cause.kind === 'other-line',
      )?.chance ?? 0
    const chances = [1, 2, 3].map(chanceOfSlip)
    expect(chances[1]).toBeLessThan(chances[0] as number)
    expect(chances[2]).toBeLessThan(chances[1] as number)
  })
  it('what comes back: cache, then reset again, then repair; a mistaken line is only taken rightly', () => {
    const nexts = (number: number) => [1, 2, 3].map((times) => diagnoseCameBack(familyOf(number), times).next)
    expect(nexts(1)).toEqual(['clear-cache', 'reset-again', 'repair'])
    expect(nexts(9)[0]).toBe('restart')
    expect(nexts(9)[2]).toBe('repair')
  })
  it.each(pack.families.map((_, index) => index + 1))(
    'family %i: what comes back three times loops',
    (number) => {
      const [first] = diagnoseRestart(familyOf(number), 'recovery-menu', 3)
      expect(first?.cause.kind).toBe('loop')
      expect(first?.chance).toBeGreaterThan(0.9)
      expect(diagnoseRestart(familyOf(number), 'set-up')[0]?.cause.kind).toBe('sound')
    },
  )
})

describe('what stays is told from what passes', () => {
  it('family 4: four misses in a row are no longer *late*, but a broken volume-up, and it is to be tested', () => {
    const first = after(4, [NO_BUZZ])
    expect(kinds(first.causes)[0]).toBe('sooner')
    expect(first.next[0]?.kind).toBe('attempt')
    const fourth = after(4, [NO_BUZZ, NO_BUZZ, NO_BUZZ, NO_BUZZ])
    expect(fourth.causes[0]?.correction).toEqual({ kind: 'test-key', key: 'volume-up' })
    expect(fourth.next[0]).toMatchObject({ kind: 'test-key', key: 'volume-up' })
    expect(chanceOf(fourth.causes, 'sooner')).toBeLessThan(0.05)
  })
  it('a key that was tested and works is not suspected again; one that is broken is a repair', () => {
    const works = after(4, [NO_BUZZ, NO_BUZZ, NO_BUZZ], undefined, { keys: { 'volume-up': 'works' } })
    expect(
      works.causes.some(({ correction }) => correction.kind === 'test-key' && correction.key === 'volume-up'),
    ).toBe(false)
    expect(works.next.some((one) => one.kind === 'test-key' && one.key === 'volume-up')).toBe(false)
    const broken = after(4, [NO_BUZZ, NO_BUZZ], undefined, { keys: { 'volume-up': 'broken' } })
    expect(broken.next[0]).toMatchObject({ kind: 'repair', key: 'volume-up' })
  })
  it('a bad cable stays with its number: with another one its fault is gone', () => {
    const { knowledge, attempts, next } = after(1, [{ ...LONG_BUZZ, cable: '3' }])
    expect(next[0]).toMatchObject({ kind: 'attempt', otherCable: true })
    const both = [...attempts, ...triesOf(knowledge, [{ ...LONG_BUZZ, cable: '4' }])]
    const trusted = { cables: { '4': { noData: 0.001, dead: 0.001 } } }
    const { belief } = diagnose(knowledge, both, trusted)
    const third = belief.filter(({ cable }) => cable === '3').reduce((sum, { chance }) => sum + chance, 0)
    const fourth = belief.filter(({ cable }) => cable === '4').reduce((sum, { chance }) => sum + chance, 0)
    expect(third).toBeGreaterThan(fourth)
  })
  it('a charger where data is asked for needs no other cable', () => {
    const { next, causes } = after(1, [{ ...LONG_BUZZ, link: 'charger' }])
    expect(kinds(causes)[0]).toBe('data-link')
    expect(next[0]).toMatchObject({ kind: 'attempt', otherCable: false })
  })
  it('a question is asked where its answer changes what to do: a flat battery or a dead cable', () => {
    const { next } = after(2, [{ seen: [] }], 'off')
    const ask = next.findIndex(({ kind }) => kind === 'ask')
    expect(ask).toBeGreaterThanOrEqual(0)
    const came = after(2, [{ seen: ['charge-blank', 'charge-percent'] }], 'off')
    const not = after(2, [{ seen: [], notSeen: ['charge-blank', 'charge-percent'] }], 'off')
    expect(chanceOf(not.causes, 'data-link', 'charge')).toBeGreaterThan(0.8)
    expect(chanceOf(came.causes, 'data-link', 'charge')).toBeLessThan(0.4)
  })
  it('the same question has the same answer every time', () => {
    const fresh = new Knowledge([familyOf(4)], 'on-locked')
    const attempts = triesOf(fresh, [NO_BUZZ])
    expect(diagnose(fresh, attempts).causes).toEqual(after(4, [NO_BUZZ]).causes)
    expect(RUNS_FOR_ONE.ordinary).toBeGreaterThan(50)
  })
})

describe('a model that is not known', () => {
  const few = [1, 4, 10].map((number) => ({ ...familyOf(number), prior: 1 / 3 }))
  const knowledge = new Knowledge(few, 'on-locked')
  it('is narrowed down by what is seen: a long buzz is of a family with a gate', () => {
    const { families } = diagnose(knowledge, triesOf(knowledge, [LONG_BUZZ]))
    expect(families[0]?.familyId).toBe('forced-off-data-gate')
    expect(families[0]?.chance).toBeGreaterThan(0.9)
  })
  it('is not narrowed down by a success that several families share', () => {
    const ways = new Set(knowledge.ways.map(({ method }) => method.id))
    expect(ways.size).toBeGreaterThan(3)
    const reached = triesOf(knowledge, [{ seen: ['recovery-menu'], way: 'slide' }]).map((one) => ({
      ...one,
      reached: true,
    }))
    const chances = new Map(
      diagnose(knowledge, reached).families.map(({ familyId, chance }) => [familyId, chance]),
    )
    // A slide also gets family 10 in, which only stays off in the dark: both are as likely as before.
    for (const shared of ['slide-at-dark', 'two-minutes-of-nothing'])
      expect(chances.get(shared)).toBeGreaterThan(0.3)
  })
  it('has an attempt that tells the families apart best, worth at most the bits there are', () => {
    const { belief } = diagnose(knowledge, [])
    const ranked = tellingFamiliesApart(knowledge, belief)
    expect(ranked[0]?.bits).toBeGreaterThan(0.5)
    expect(ranked[0]?.bits).toBeLessThanOrEqual(Math.log2(3) + 1e-9)
    const alone = knowledgeOf(4)
    for (const { bits } of tellingFamiliesApart(alone, diagnose(alone, []).belief))
      expect(bits).toBeCloseTo(0, 9)
  })
})

describe('said in a sentence', () => {
  const advice = (number: number, failed: readonly Failed[], start?: Start, findings?: Findings) => {
    const { attempts, causes, next } = after(number, failed, start, findings)
    const { machine } = familyOf(number)
    const { method } = attempts[0] as AttemptMade
    const { chart } = methodSheet(machine, method)
    if (!chart || !next[0]) throw new Error('Nothing to say')
    const advised = adviceOf(next[0], causes, attempts)
    return {
      says: adviceText(advised, method, chart, ENGLISH),
      why: adviceWhyText(advised.why, method, chart, ENGLISH),
    }
  }
  it.each([
    [1, [LONG_BUZZ], 'Take another cable that carries data, at another port of a computer.'],
    [4, [NO_BUZZ], 'Sooner. At the black screen: slide from volume-down to volume-up, keep power.'],
    [
      4,
      [NO_BUZZ, NO_BUZZ, NO_BUZZ],
      'Test volume-up: press it alone at the lit lock screen and see whether it responds.',
    ],
    [11, [{ seen: ['robot'] }], 'Go on from here: lying figure, “no command”.'],
  ] as const)('family %i', (number, failed, says) => {
    const { says: said, why } = advice(number, failed)
    expect(said).toBe(says)
    expect(why.length).toBeGreaterThan(20)
  })
  it('with what was seen as its reason', () => {
    expect(advice(1, [LONG_BUZZ]).why).toBe(
      'Seen: long buzz, then lock screen. The likeliest cause: no data on the cable.',
    )
    expect(advice(4, [NO_BUZZ, NO_BUZZ, NO_BUZZ]).why).toContain('lock screen, 3 times')
    expect(isOfTheHand({ kind: 'sooner', step: 1 })).toBe(true)
  })
})

describe('the study', () => {
  const phones = [1, 3, 4, 9, 10].map(familyOf)
  it(
    'has the rule stay near the best possible, and well below what goes by rote',
    { timeout: 600_000 },
    () => {
      const { ours, ruleAlone, inOrder, same, knowingFault, knowingAll } = studyDiagnosis(phones, 40, {
        seed: 3,
      })
      expect(ours.mean).toBeLessThan(0.6 * inOrder.mean)
      expect(ours.mean).toBeLessThan(1.35 * knowingFault.mean)
      expect(ours.mean).toBeLessThan(ruleAlone.mean)
      expect(ruleAlone.mean).toBeLessThan(inOrder.mean)
      expect(inOrder.mean).toBeLessThan(same.mean)
      expect(knowingAll.mean).toBeLessThanOrEqual(knowingFault.mean)
      expect(knowingFault.gaveUp).toBe(0)
    },
  )
  it('is the same for a seed, and another for another', () => {
    const [first, again, other] = [5, 5, 6].map((seed) => studyDiagnosis(phones, 4, { seed }).inOrder.all)
    expect(again).toEqual(first)
    expect(other).not.toEqual(first)
  })

  const knowledge = new Knowledge(
    [1, 4, 10].map((number) => ({ ...familyOf(number), prior: 1 / 3 })),
    'on-locked',
  )
  it('knows the best order: no fixed order that is told as much needs fewer attempts', () => {
    const best = new BestOrder(knowledge)
    // By hand, over all orders: a device is got in by the first way of the order that is one of its family's.
    const reaches = knowledge.families.map((family) =>
      knowledge.ways.map(({ method }) => {
        const table = knowledge.table(family, method, linkAskedFor(method))
        return (table.cells[0]?.[1]?.[0]?.reached ?? 0) > 0.5
      }),
    )
    const firstOf = (order: readonly number[]) =>
      reaches.reduce((sum, ofWays) => sum + 1 + order.findIndex((way) => ofWays[way]), 0) / reaches.length
    const ways = knowledge.ways.map((_, way) => way)
    const orders = ways.flatMap((a) => ways.flatMap((b) => ways.map((c) => [a, b, c])))
    const whole = orders.filter((order) => reaches.every((ofWays) => order.some((way) => ofWays[way])))
    const fixed = Math.min(...whole.map(firstOf))
    expect(whole.length).toBeGreaterThan(10)
    expect(best.expectedAttempts).toBeGreaterThanOrEqual(1)
    expect(best.expectedAttempts).toBeLessThanOrEqual(fixed + 1e-9)
  })
  it('needs one attempt where there is one family', () => {
    expect(new BestOrder(knowledgeOf(4)).expectedAttempts).toBe(1)
  })
})
