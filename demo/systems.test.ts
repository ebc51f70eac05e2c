import { modelInPack, versionsOfModel } from '@benevox/core/catalog'
import {
  diagnose,
  familyChances,
  Knowledge,
  linkAskedFor,
  nextThings,
  reachedIn,
  type AttemptMade,
} from '@benevox/core/diagnosis'
import { seeded } from '@benevox/core/hand'
import { after, factsOf, surroundingsIn, type Command } from '@benevox/core/job'
import { AS_IT_CAME, modelOnJob, systemOf, versionsOnJob, wayOfAttempt } from '@benevox/core/route'
import { runnableFamily } from '@benevox/core/twin'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drawDevice, SimulatedBench } from '../core/src/diagnosis/simulatedBench.ts'
import { opened, worldAt } from '../core/test/histories.ts'
import { demoPack } from './demoPack.ts'

const pack = demoPack()

describe('what a device may be where nobody knows its system', () => {
  it.each([
    ['orrelin-vane-3', [undefined, 12]],
    ['orrelin-vane-4', [undefined, 13]],
    ['marlune-etude', [undefined, 13]],
    ['tesmar-juno', [undefined]],
    ['nobody-knows-this', []],
  ])('%s: from %j on', (modelId, systems) => {
    expect(versionsOfModel(pack, modelId).map(({ fromSystem }) => fromSystem)).toEqual(systems)
  })

  it('each version is what the model is found as with it, and with every later one up to the next', () => {
    for (const { id } of pack.models) {
      const versions = versionsOfModel(pack, id)
      for (let system = 1; system <= 40; system++)
        expect(modelInPack(pack, id, system)?.family).toBe(
          versions.findLast(({ fromSystem }) => (fromSystem ?? 0) <= system)?.family,
        )
    }
  })

  it('an update inside the family that a model has from a version on is one too, and the same twice is none', () => {
    const updates = [11, 12].map((fromSystem) => ({ fromSystem, family: 'changed-by-an-update' }))
    const models = pack.models
      .filter(({ id }) => id === 'marlune-etude')
      .map((etude) => ({ ...etude, family: 'wait-then-volume-first', updates }))
    expect(versionsOfModel({ ...pack, models }, 'marlune-etude').map(({ fromSystem }) => fromSystem)).toEqual(
      [undefined, 11, 13],
    )
  })

  it('a version that is known leaves one; one that was seen is followed, and the others stay possible', () => {
    const facts = { modelId: 'orrelin-vane-3' }
    expect(versionsOnJob(pack, { ...facts, systemVersion: 14 }).map(({ family }) => family.id)).toEqual([
      'forced-off-data-gate',
    ])
    const seen = { ...facts, behavesAsSystem: 12 }
    expect(modelOnJob(pack, seen)?.family.id).toBe('forced-off-data-gate')
    expect(versionsOnJob(pack, seen)).toHaveLength(2)
    expect([systemOf(seen), systemOf({ ...facts, behavesAsSystem: AS_IT_CAME })]).toEqual([12, undefined])
    expect(modelOnJob(pack, { ...seen, systemVersion: 9 })?.family.id).toBe('let-power-go-by-count')
  })
})

describe('a hidden version is told by what is seen', () => {
  /** Attempts until recovery, and how likely the true version is then. */
  function worked(modelId: string, seed: number): { readonly attempts: number; readonly chance: number } {
    const versions = versionsOfModel(pack, modelId).map(({ fromSystem, family }) => {
      const named = { ...family, id: `from-${fromSystem ?? 0}` }
      return { family: named, machine: runnableFamily(pack, named).machine, prior: 1 / 2 }
    })
    const knowledge = known.get(modelId) ?? new Knowledge(versions, 'on-locked')
    known.set(modelId, knowledge)
    const random = seeded(seed)
    const device = { ...drawDevice(versions, true, random), hidden: { kind: 'nothing' as const } }
    const bench = new SimulatedBench(device, random)
    const attempts: AttemptMade[] = []
    while (attempts.length < 8 && attempts.at(-1)?.reached !== true) {
      const { belief } = diagnose(knowledge, attempts)
      const next = nextThings(knowledge, belief, attempts, {}).find(({ kind }) => kind === 'attempt')
      if (next?.kind !== 'attempt') break
      const trace = bench.try(next.way, 0)
      const { method } = next.way
      const made = {
        method,
        link: linkAskedFor(method),
        reached: trace !== undefined && reachedIn(trace),
      }
      attempts.push({ ...made, seen: trace === undefined ? [] : bench.report(trace) })
    }
    const { belief } = diagnose(knowledge, attempts)
    const chances = familyChances(belief)
    const chance = chances.find(({ familyId }) => familyId === device.family.family.id)?.chance ?? 0
    return { attempts: attempts.at(-1)?.reached ? attempts.length : 99, chance }
  }
  const known = new Map<string, Knowledge>()

  const of20 = (modelId: string) => Array.from({ length: 20 }, (_, seed) => worked(modelId, seed + 1))
  const shareOf = <T>(all: readonly T[], is: (one: T) => boolean) => all.filter(is).length / all.length

  it('where another family took over: into recovery within a few attempts, and then it is known which it is', () => {
    const all = of20('orrelin-vane-3')
    expect(shareOf(all, ({ attempts }) => attempts <= 3)).toBeGreaterThan(0.9)
    expect(shareOf(all, ({ chance }) => chance > 0.9)).toBeGreaterThan(0.9)
  })
  it('where a method of the later version works on both: led into recovery, and not sure of what was not seen', () => {
    const all = of20('marlune-etude')
    expect(shareOf(all, ({ attempts }) => attempts <= 3)).toBeGreaterThan(0.9)
    expect(shareOf(all, ({ chance }) => chance < 0.1)).toBeLessThan(0.1)
  })
})

describe('whatever is learnt of the model and its system, in whatever order', () => {
  const models = ['orrelin-vane-3', 'orrelin-vane-4', 'marlune-etude', 'orrelin-vane-5']
  const answer = (set: Extract<Command, { kind: 'answer' }>['set']): Command => ({
    kind: 'answer',
    set,
    newestCatalogId: 1,
  })
  const learnt = fc.oneof(
    fc.constantFrom(...models).map((modelId) => answer({ modelId })),
    fc.constantFrom(null, 9, 12, 13, 14).map((systemVersion) => answer({ systemVersion })),
    fc.constantFrom(null, AS_IT_CAME, 12, 13).map((behavesAsSystem) => answer({ behavesAsSystem })),
    // The nth method that is shown.
    fc.nat({ max: 3 }),
  )

  it('what is shown is one of what it may be, and an attempt stays one by the steps that were shown', () => {
    let made = 0
    fc.assert(
      fc.property(fc.constantFrom(...models), fc.array(learnt, { maxLength: 30 }), (modelId, steps) => {
        let job = opened()
        const shown = new Map<string, string>()
        for (const [n, step] of [answer({ modelId }), ...steps].entries()) {
          const around = surroundingsIn(pack, factsOf(job))
          const method = typeof step === 'number' ? around.family?.methods[step] : undefined
          const id = `00000000-0000-4000-8000-0000000000${String(n).padStart(2, '0')}`
          const { now: startedAt } = worldAt(n)
          const rest = { link: 'none', cable: null, runner: null, startedAt } as const
          const command: Command | undefined =
            typeof step !== 'number'
              ? step
              : method && { kind: 'start-attempt', id, methodId: method.id, ...rest }
          if (command) job = after(job, command, { ...worldAt(n), ...around })
          if (method && job.attempts.some((one) => one.id === id)) {
            shown.set(id, JSON.stringify(method.steps))
            made++
          }
          const { family } = surroundingsIn(pack, factsOf(job))
          expect(versionsOnJob(pack, factsOf(job)).map((one) => one.family)).toContain(family)
          for (const attempt of job.attempts)
            expect(JSON.stringify(wayOfAttempt(pack, attempt)?.steps)).toBe(shown.get(attempt.id))
        }
      }),
      { numRuns: 300 },
    )
    expect(made).toBeGreaterThan(300)
  })
})
