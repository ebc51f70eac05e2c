import { readPack, type Pack } from '@benevox/core/catalog'
import { checkPack, perform, wayOut, wayToWipe, whereTheWipeEnds } from '@benevox/core/method'
import {
  durationsAt,
  runnableFamily,
  Twin,
  USUAL_SITUATION,
  type Machine,
  type Situation,
} from '@benevox/core/twin'
import fc from 'fast-check'
import { expect, it } from 'vitest'
import { press } from './families.ts'
import document from './pack.json' with { type: 'json' }
import { flawText } from '../words/src/index.ts'
import { ENGLISH } from '../words/src/english.ts'

/**
 * Good packs with something changed at random. The check never fails itself; and what it lets pass is led, by the
 * functions that the bench uses and by another hand, from every start that has a method to the wipe and out.
 * `BENEVOX_MUTATIONS` so many.
 */
const RUNS = Number(process.env['BENEVOX_MUTATIONS'] ?? 250)

type Json = null | boolean | number | string | Json[] | { [name: string]: Json }
const whole = document as unknown as {
  families: Json[]
  fragments: Json[]
  models: Json[]
  commonMethods: Json[]
} & Record<string, Json>
/** A pack of one family with the parts it uses, so that a fault is soon found. */
const packOf = (index: number): Json => {
  const family = whole.families[index] as { compose: { fragment: string }[]; id: string }
  const used = new Set(family.compose.map(({ fragment }) => fragment))
  return structuredClone({
    ...whole,
    families: [family as unknown as Json],
    fragments: whole.fragments.filter((one) => used.has((one as { id: string }).id)),
    models: whole.models
      .filter((one) => (one as { family?: string }).family === family.id)
      .map((one) => ({ ...(one as object), updates: [] }) as Json),
  })
}

/** Everything in a document that can be changed: what holds it, and its name or place there. */
function places(
  part: Json,
  found: { holder: Json[] | { [name: string]: Json }; at: string | number }[] = [],
) {
  if (part === null || typeof part !== 'object') return found
  for (const at of Array.isArray(part) ? part.keys() : Object.keys(part)) {
    found.push({ holder: part, at })
    places((part as Record<string | number, Json>)[at] as Json, found)
  }
  return found
}

const change = fc.record({
  where: fc.nat(1_000_000),
  from: fc.nat(1_000_000),
  how: fc.constantFrom(
    'away',
    'alike',
    'alike',
    'alike',
    'alike',
    'other',
    'twice',
    'number',
    'flag',
    'nothing',
    'text',
    'swapped',
  ),
  number: fc.oneof(
    fc.integer({ min: -5, max: 5 }),
    fc.integer({ min: 1, max: 200_000 }),
    fc.constantFrom(0, 0.5, 1e9),
  ),
})

function mutated(
  pack: Json,
  { where, from, how, number }: typeof change extends fc.Arbitrary<infer One> ? One : never,
): void {
  const all = places(pack).filter(({ holder }) => holder !== pack)
  const target = all[where % all.length]
  const source = all[from % all.length]
  if (!target || !source) return
  const holder = target.holder as Record<string | number, Json>
  const other = (source.holder as Record<string | number, Json>)[source.at] as Json
  switch (how) {
    case 'away':
      if (Array.isArray(target.holder)) target.holder.splice(Number(target.at), 1)
      else Reflect.deleteProperty(holder, target.at)
      break
    case 'alike': {
      // What stands under the same name elsewhere: another state to go to, another key, another time.
      const alike = all.filter(({ at }) => at === target.at)
      const one = alike[from % alike.length]
      if (one)
        holder[target.at] = structuredClone((one.holder as Record<string | number, Json>)[one.at] as Json)
      break
    }
    case 'other':
      if (typeof other === typeof holder[target.at]) holder[target.at] = structuredClone(other)
      break
    case 'twice':
      if (Array.isArray(target.holder)) target.holder.push(structuredClone(holder[target.at] as Json))
      break
    case 'swapped':
      if (Array.isArray(target.holder)) target.holder.reverse()
      break
    case 'number':
      holder[target.at] = number
      break
    case 'flag':
      holder[target.at] = number > 0
      break
    case 'nothing':
      holder[target.at] = null
      break
    case 'text':
      holder[target.at] =
        ['constructor', 'a'.repeat(60), '', 'lock.lock', 'recovery.main@wipe', 'power'][from % 6] ?? ''
  }
}

/** What the bench would say, done by a hand of the tests on units in the middle and at both ends. */
function driven(pack: Pack): readonly string[] {
  const wrong: string[] = []
  for (const family of pack.families) {
    const { machine } = runnableFamily(pack, family)
    for (const method of family.methods.filter(({ goal }) => goal === 'recovery-menu')) {
      const { finalState } = perform(machine, method, USUAL_SITUATION, durationsAt(machine, 'median'))
      for (const unit of ['min', 'median', 'max'] as const) {
        const why = driveOn(machine, finalState, unit)
        if (why) wrong.push(`${family.id} ${method.id} ${unit}: ${why}`)
      }
    }
  }
  return wrong
}

function driveOn(machine: Machine, from: number, unit: 'min' | 'median' | 'max'): string | undefined {
  const nameOf = (state: number) => machine.states[state]?.name
  const twinAt = (state: number, around: Situation) =>
    new Twin(machine, state, around, durationsAt(machine, unit))
  const way = wayToWipe(machine, from, USUAL_SITUATION)
  if (!way) return `no way to the wipe from ${nameOf(from)}`
  const twin = twinAt(from, USUAL_SITUATION)
  for (const { input } of [...way.beforeLastQuestion, ...way.lastQuestion]) press(twin, input)
  if (!twin.wiped) return `the way to the wipe ends at ${twin.state.name}`
  const ends = whereTheWipeEnds(machine, from, USUAL_SITUATION)
  if (ends === undefined) return 'nobody knows where the wipe ends'
  const wiped = { ...USUAL_SITUATION, wiped: true, screenLock: false }
  const after = twinAt(ends, wiped)
  for (const { input } of wayOut(machine, ends, wiped)) press(after, input)
  while (after.nextDeadlineMs() <= 3_600_000 && after.state.screen !== 'set-up')
    after.advanceTo(after.nextDeadlineMs())
  if (after.state.screen !== 'set-up') return `after the wipe it stands at ${after.state.name}`
  const out = twinAt(from, USUAL_SITUATION)
  for (const { input } of wayOut(machine, from, USUAL_SITUATION)) press(out, input)
  while (!out.state.cursor && out.nextDeadlineMs() <= 3_600_000 && out.state.screen !== 'lock-screen')
    out.advanceTo(out.nextDeadlineMs())
  return out.state.cursor ? `the way out ends at ${out.state.name}` : undefined
}

it('a pack with something changed is refused, or found out, or leads where it says', () => {
  const met = { refused: 0, found: 0, passed: 0 }
  fc.assert(
    fc.property(
      fc.nat(whole.families.length - 1),
      fc.array(change, { minLength: 1, maxLength: 4 }),
      (index, changes) => {
        const pack = packOf(index)
        for (const one of changes) mutated(pack, one)
        const reading = readPack(pack)
        if (reading.kind === 'refused') {
          met.refused++
          for (const { flaw } of reading.faults) expect(flawText(flaw, ENGLISH)).toMatch(/^[A-Z“0-9].{8,}\.$/)
          return
        }
        if (checkPack(reading.pack).some(({ code }) => code !== 'unused' && code !== 'unreachable'))
          met.found++
        else {
          met.passed++
          expect(driven(reading.pack)).toEqual([])
        }
      },
    ),
    { numRuns: RUNS },
  )
  for (const count of Object.values(met)) expect(count).toBeGreaterThan(RUNS / 200)
})
