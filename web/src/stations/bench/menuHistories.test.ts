import { jobOf, methodThatLedIn, situationOf, viewOf, type JobEvent } from '@benevox/core/job'
import { placesOf, wayOnFrom } from '@benevox/core/diagnosis'
import { seeded, type Random } from '@benevox/core/hand'
import { giveInput, letRest, perform, planOf, quickestPath, type PathGoal } from '@benevox/core/method'
import { USUAL_PRICES } from '@benevox/core/price'
import { durationsAt, Twin, USUAL_SITUATION, type Machine } from '@benevox/core/twin'
import type { Family, Method } from '@benevox/core/catalog'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { computed, effectScope, ref } from 'vue'
import { machineOf, pack } from '../../../../demo/families.ts'
import { useCatalog } from '../../api/catalog.ts'
import { useMenuPlace } from './useMenuPlace.ts'

/**
 * What the bench shows of a device in its menus is where the device is: random histories of a technician who follows
 * what is shown, waits, and looks again, on units that are quicker and slower than the middling one. The device is
 * the simulator, run on; the bench is told only what a technician tells it.
 */
const HISTORIES = 6
const MOVES = 14
const OPENED = Date.parse('2026-01-01T09:00:00.000Z')

const methods = pack.families.flatMap((family) =>
  family.methods
    .filter(({ goal }) => goal === 'recovery-menu')
    .map((method) => ({ name: `${family.id}, ${method.id}`, family, method })),
)
const one = <T>(of: readonly T[], random: Random): T => {
  const found = of[Math.floor(random() * of.length)]
  if (found === undefined) throw new Error('Nothing to draw from')
  return found
}

/** A unit of the family: each of its durations anywhere in its range. */
const unitOf = ({ durations }: Machine, random: Random) =>
  durations.map(({ minMs, maxMs }) => minMs + (maxMs - minMs) * random())

const atMs = (ms: number) => new Date(OPENED + ms).toISOString()
const OPENED_JOB: JobEvent = {
  kind: 'opened',
  at: atMs(0),
  by: 'Runa',
  id: 1,
  ticket: 'B1001',
  pricesId: 1,
  catalogId: 1,
}

interface Stage {
  readonly twin: Twin
  readonly machine: Machine
  readonly events: readonly JobEvent[]
}

/** A device that was led into its recovery by a method, and the job as it was told. */
function ledIn(family: Family, method: Method, random: Random): Stage | undefined {
  const machine = machineOf(family)
  const link = method.steps.find((step) => step.do === 'plug')?.link ?? 'none'
  const answered: JobEvent = {
    kind: 'answered',
    set: {
      battery: one(['at-least-20', 'below-20', 'external-power'] as const, random),
      accountOnDevice: one(['yes', 'no'] as const, random),
    },
  }
  const before = situationOf(jobOf([OPENED_JOB, answered]))
  const durations = unitOf(machine, random)
  const done = perform(machine, method, before, durations)
  // A unit that this method does not lead in: the bench is not in the menu then.
  if (!done.reached || done.stuckAtStep !== undefined) return undefined
  const plan = planOf(machine, method, before)
  const twin = new Twin(machine, plan.start, plan.situation, durations)
  for (const { atMs, input } of done.actions) twin.apply(atMs, [input])
  twin.advanceTo(Math.max(twin.nowMs, done.endedAtMs))
  expect(twin.stateIndex).toBe(done.finalState)
  const attempt = {
    id: crypto.randomUUID(),
    familyId: family.id,
    methodId: method.id,
    modelId: 'one',
    systemVersion: null,
    link,
    cable: null,
    runner: null,
    startedAt: atMs(0),
    finishedAt: null,
    outcome: null,
    seen: [],
    notSeen: [],
    marks: [],
    by: 'Runa',
  }
  const end = {
    id: attempt.id,
    seen: [],
    notSeen: [],
    marks: [],
    outcome: 'reached' as const,
    finishedAt: atMs(twin.nowMs),
  }
  const step = {
    key: crypto.randomUUID(),
    at: atMs(twin.nowMs),
    by: 'Runa',
    change: { kind: 'in-recovery' },
  } as const
  return {
    twin,
    machine,
    events: [
      OPENED_JOB,
      answered,
      { kind: 'attempt-started', attempt },
      { kind: 'attempt-ended', ...end },
      { kind: 'step-made', step },
    ],
  }
}

function benchOf(family: Family, events: readonly JobEvent[], wiped: boolean, now: Date) {
  const job = jobOf(events)
  const clock = ref(now)
  const menus = effectScope().run(() =>
    useMenuPlace(
      {
        id: 1,
        situation: situationOf(job),
        methodThatLedIn: methodThatLedIn(job),
        saved: viewOf(job, { device: undefined, prices: USUAL_PRICES }),
      },
      computed(() => family),
      computed(() => wiped),
      clock,
    ),
  )
  if (!menus) throw new Error('No scope')
  return { menus, clock }
}

const elsewhereInTheMenu = ({ stateIndex, state: { cursor } }: Twin, { states }: Machine): PathGoal => ({
  kind: 'state',
  isGoal: (index) => index !== stateIndex && states[index]?.cursor?.menu === cursor?.menu,
})

describe('what the bench shows is where the device is', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    useCatalog().inUse = { id: 1, pack } as never
  })

  it.each(methods)('$name', ({ name, family, method }) => {
    const random = seeded(name.length * 7919)
    let led = 0
    for (let nth = 0; nth < HISTORIES; nth++) {
      const stage = ledIn(family, method, random)
      if (!stage) continue
      led++
      const { twin, machine, events } = stage
      const nowDate = () => new Date(OPENED + twin.nowMs)
      const job = jobOf(events)
      const { menus, clock } = benchOf(family, events, false, nowDate())
      const told: string[] = []
      const agrees = () => {
        clock.value = nowDate()
        if (menus.isGone.value) return
        expect([told.join(', '), menus.state.value?.name]).toEqual([told.join(', '), twin.state.name])
      }
      const clicks = () => {
        const { cursor } = twin.state
        if (cursor && cursor.menu !== menus.state.value?.cursor?.menu) menus.atMenu(cursor.menu)
        if (cursor) menus.atItem(cursor.item)
      }
      agrees()
      for (let move = 0; move < MOVES && twin.state.cursor && !twin.wiped; move++) {
        if (menus.isGone.value) {
          told.push('looks')
          twin.advanceTo(twin.nowMs + 3000 * random())
          const isStill = twin.state.name === menus.state.value?.name
          if (isStill) {
            // As told, one key first; then the line that is seen to be marked is clicked.
            const way = quickestPath(
              machine,
              twin.stateIndex,
              elsewhereInTheMenu(twin, machine),
              situationOf(job),
            )
            for (const { input } of way?.steps.slice(0, 1) ?? []) giveInput(twin, machine, input)
            clock.value = nowDate()
            if (!twin.state.cursor) break
            clicks()
          } else if (twin.state.cursor && random() < 0.5) clicks()
          else if (!menus.hasLeft()) break
          agrees()
          continue
        }
        const { beforeLastQuestion = [], lastQuestion = [] } = menus.toWipe.value ?? {}
        const dice = random()
        if (dice < 0.4) {
          const waitMs = random() * 20_000
          told.push(`waits ${Math.round(waitMs)}`)
          twin.advanceTo(twin.nowMs + waitMs)
        } else if (dice < 0.7 && beforeLastQuestion.length > 0) {
          told.push(`does ${menus.text(beforeLastQuestion)}`)
          for (const { input } of beforeLastQuestion) giveInput(twin, machine, input)
          menus.given(beforeLastQuestion)
        } else if (dice < 0.75 && beforeLastQuestion.length === 0) {
          told.push(`does ${menus.text(lastQuestion)}`)
          for (const { input } of lastQuestion) giveInput(twin, machine, input)
        } else {
          // On the way to something else the technician stops, and clicks the line where the device stands.
          const way = one([beforeLastQuestion, menus.toCache.value, menus.toRestart.value], random)
          const some = way.slice(0, 1 + Math.floor(random() * (way.length - 1)))
          told.push(`does ${menus.text(some)} and clicks`)
          for (const { input } of some) giveInput(twin, machine, input)
          letRest(twin, 600_000)
          clock.value = nowDate()
          if (!twin.state.cursor) break
          clicks()
        }
        if (twin.wiped || !twin.state.cursor) break
        agrees()
      }
      if (!twin.wiped) continue
      letRest(twin, 3_000_000)
      if (!twin.state.cursor) continue
      const after = benchOf(family, events, true, nowDate())
      expect([told.join(', '), after.menus.state.value?.name]).toEqual([told.join(', '), twin.state.name])
    }
    expect(led).toBeGreaterThan(0)
  })

  it.each(pack.families.map((family) => ({ name: family.id, family })))(
    '$name: led on from a page that it showed already, it stands where the bench says',
    ({ family }) => {
      const machine = machineOf(family)
      const inRecovery = { key: 'one', at: atMs(0), by: 'Runa', change: { kind: 'in-recovery' } } as const
      const events: readonly JobEvent[] = [OPENED_JOB, { kind: 'step-made', step: inRecovery }]
      const { menus } = benchOf(family, events, false, new Date(OPENED))
      for (const place of placesOf({ machine })) {
        const on = wayOnFrom({ machine, family }, place, USUAL_SITUATION)
        for (const { state, steps } of on?.kind === 'inputs' ? on.ways : []) {
          const twin = new Twin(machine, state, USUAL_SITUATION, durationsAt(machine, 'median'))
          for (const { input } of steps) giveInput(twin, machine, input)
          letRest(twin, 600_000)
          expect([place, menus.state.value?.name]).toEqual([place, twin.state.name])
        }
      }
    },
  )
})
