import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { RANDOM_FACTS } from '../../test/randomFacts.ts'
import { USUAL_PRICES } from '../price/index.ts'
import type { Facts } from '../facts/index.ts'
import { PHONE, SEEN } from './fixtures.ts'
import { changeOfBars, changeOfRoute, foresee, learntBetween, optionBars, planRoute } from './index.ts'
import { NOTHING_DONE, type Figures, type Route } from './index.ts'

/** One answer more, or another one, on what is known. */
const ONE_MORE = fc
  .tuple(RANDOM_FACTS, RANDOM_FACTS, fc.nat(), fc.boolean())
  .map(([known, other, nth, seen]): [before: Facts, after: Facts] => {
    const before = seen ? { ...SEEN, ...known } : known
    const [name, answer] = Object.entries(other)[nth % Object.keys(other).length] ?? []
    return [before, name === undefined ? before : { ...before, [name]: answer }]
  })
const routeOf = (facts: Facts) => planRoute(facts, PHONE, NOTHING_DONE)

/** What stands on the page of a route: the words of the list, and the bar, its time and its price as figures. */
function drawn({ choices, afterwards, agreement, option, figures }: Route) {
  const ends = endsOf(option.own)
  return {
    first: choices[0]?.action,
    list: choices.map(({ action }) => action),
    afterwards,
    isVoid: agreement.state === 'void',
    ends,
    helps: (ends['works-data-kept'] ?? 0) + (ends['works-data-gone'] ?? 0),
    later: Object.fromEntries(choices.slice(1).map(({ action, chance }) => [action, chance])),
    minutes: option.own.calendarMinutes.p90,
    price: figures.quote,
  }
}
type Drawn = ReturnType<typeof drawn>
function endsOf(own: Figures): Readonly<Record<string, number>> {
  const [bar] = optionBars([own])
  return Object.fromEntries(bar?.ends.map(({ how, from, to }) => [how, to - from]) ?? [])
}

const further = (one: Record<string, number>, other: Record<string, number>) =>
  Math.max(
    0,
    ...Object.keys({ ...one, ...other }).map((key) => Math.abs((one[key] ?? 0) - (other[key] ?? 0))),
  )

const inPart = (before: number, after: number) => Math.abs(after - before) / Math.max(1, before, after)
const isOtherPrice = (one: Figures['quote'], other: Figures['quote']) =>
  Math.max(Math.abs(one.mostMinor - other.mostMinor), Math.abs(one.leastMinor - other.leastMinor)) >
  0.05 * Math.max(1, one.mostMinor, other.mostMinor)

/** What of two pages is not the same to the eye. */
function movedOn(one: Drawn, other: Drawn): readonly string[] {
  const moved: Readonly<Record<string, boolean>> = {
    list: one.list.join() !== other.list.join() || one.afterwards.join() !== other.afterwards.join(),
    agreement: other.isVoid && !one.isVoid,
    ends: further(one.ends, other.ends) >= 0.05,
    later: further(one.later, other.later) >= 0.05,
    time: inPart(one.minutes, other.minutes) > 0.1,
    price: isOtherPrice(one.price, other.price),
  }
  return Object.keys(moved).filter((what) => moved[what])
}

describe('the sentence beside the options', () => {
  it('stands there where something moved to be seen, and only there; and it is so on the bars', () => {
    const kinds = new Set<string>()
    fc.assert(
      fc.property(ONE_MORE, ([known, more]) => {
        const [before, after] = [routeOf(known), routeOf(more)]
        const [one, other] = [drawn(before), drawn(after)]
        const change = changeOfRoute(before, after, learntBetween(given(known), given(more)))
        const moved = movedOn(one, other)
        expect(change !== undefined, moved.join()).toBe(moved.length > 0)
        if (!change) return
        kinds.add(change.kind)
        const helped = ({ first, helps, later }: Drawn) =>
          change.to === first ? helps : (later[change.to ?? ''] ?? Number.NaN)
        const isSo = {
          first: () => one.first === 'ask-first' && other.first !== 'ask-first',
          'other-first': () => one.first !== other.first && other.first === change.to,
          refused: () => other.first === 'refuse' && one.first !== 'refuse',
          fallback: () => one.list.join() !== other.list.join() && one.first === other.first,
          sooner: () =>
            [(page: Drawn) => page.list, (page: Drawn) => page.afterwards].some(
              (list) =>
                isBefore(list(one), change.from, change.to) && isBefore(list(other), change.to, change.from),
            ),
          afterwards: () => one.afterwards.join() !== other.afterwards.join(),
          'agreement-void': () => other.isVoid,
          likelier: () => helped(other) - helped(one) >= 0.05,
          'less-likely': () => helped(one) - helped(other) >= 0.05,
          'ends-otherwise': () =>
            (other.ends[change.end ?? ''] ?? 0) > (one.ends[change.end ?? ''] ?? 0) &&
            change.to === other.first,
          longer: () => other.minutes > one.minutes && change.to === other.first,
          shorter: () => other.minutes < one.minutes && change.to === other.first,
          price: () => moved.includes('price'),
          'price-of-one': () => moved.includes('price'),
        }
        expect(isSo[change.kind](), change.kind).toBe(true)
      }),
      { numRuns: 600 },
    )
    expect([...kinds].length, [...kinds].join()).toBeGreaterThan(7)
  })
  it('stands there, too, where only bars of other options moved, and names one that did', () => {
    const kinds = new Set<string>()
    fc.assert(
      fc.property(ONE_MORE, ([known, more]) => {
        const [one, other] = [barsOf(known), barsOf(more)]
        const change = changeOfBars(one, other, [])
        const [order, orderNow] = [one, other].map((bars) => bars.map(({ action }) => action).join())
        const moved = other.filter(({ action, own }) => {
          const was = one.find((bar) => bar.action === action)?.own
          return (
            was &&
            (further(endsOf(was), endsOf(own)) >= 0.05 ||
              inPart(was.calendarMinutes.p90, own.calendarMinutes.p90) > 0.1 ||
              isOtherPrice(was.quote, own.quote))
          )
        })
        expect(change !== undefined).toBe(order !== orderNow || moved.length > 0)
        if (!change) return
        kinds.add(change.kind)
        if (order === orderNow) expect(moved.map(({ action }) => action)).toContain(change.to)
        else expect(['fallback', 'sooner']).toContain(change.kind)
      }),
      { numRuns: 150 },
    )
    expect([...kinds].length, [...kinds].join()).toBeGreaterThan(3)
  })
  it('names what was answered, and the keys where one was found broken', () => {
    expect(learntBetween(given({}), given({ powersOn: 'yes' }))).toEqual(['powersOn'])
    expect(learntBetween(given({ keysWork: 'no' }), given({ keysWork: 'no' }, ['power']))).toEqual([
      'keysWork',
    ])
    expect(learntBetween(given({ keysWork: 'yes' }), given({ keysWork: 'no' }, ['power']))).toEqual([
      'keysWork',
    ])
    expect(learntBetween(given({}), given({}))).toEqual([])
  })
})

/** Whether of two that are both on a list the one comes before the other. */
function isBefore(list: readonly string[], one = '', other = '') {
  return list.includes(one) && list.includes(other) ? list.indexOf(one) < list.indexOf(other) : undefined
}

function given(facts: Facts, brokenKeys: readonly 'power'[] = []) {
  return { facts, progress: { brokenKeys } }
}

const barsOf = (facts: Facts) =>
  foresee({ facts, device: PHONE, progress: NOTHING_DONE, prices: USUAL_PRICES }).alternatives
