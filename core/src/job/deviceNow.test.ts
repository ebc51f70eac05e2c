import { expect, it } from 'vitest'
import { opened, worldAt } from '../../test/histories.ts'
import { after, factsOf, methodThatLedIn, situationOf, type Command, type JobState } from './index.ts'

const told = (...commands: readonly Command[]): JobState =>
  commands.reduce((job, command, n) => after(job, command, worldAt(n)), opened())
const answered = (set: Extract<Command, { kind: 'answer' }>['set']): Command => ({
  kind: 'answer',
  set,
  newestCatalogId: 1,
})
const bench = (change: Extract<Command, { kind: 'step' }>['change'], key: string): Command => ({
  kind: 'step',
  key,
  change,
  at: worldAt(9).now,
})

it('what a menu may ask for comes from the job: cable, battery, account, loop', () => {
  expect(situationOf(told())).toMatchObject({ link: 'none', batteryPercent: 60, account: true, wiped: false })
  expect(situationOf(told(answered({ battery: 'external-power' }))).link).toBe('charger')
  expect(situationOf(told(answered({ battery: 'below-20' }))).batteryPercent).toBeLessThan(20)
  expect(situationOf(told(answered({ accountOnDevice: 'no' }))).account).toBe(false)
  expect(situationOf(told(answered({ complaint: 'restarts-into-recovery' }))).loop).toBe(true)
})

it('while it charges it hangs on the charger at what was read; charged, it is no more below the safe level', () => {
  const low = answered({ battery: 'below-20' })
  const charging = told(low, bench({ kind: 'charging-started', fromPercent: 7 }, 'a'))
  expect(situationOf(charging)).toMatchObject({ link: 'charger', batteryPercent: 7 })
  const charged = after(charging, bench({ kind: 'charging-ended' }, 'b'), worldAt(10))
  expect(situationOf(charged)).toMatchObject({ link: 'none', batteryPercent: 60 })
})

it('the cable and the method are those of the attempt that led into recovery last', () => {
  const id = '00000000-0000-4000-8000-00000000000a'
  const job = told(
    answered({ modelId: 'any' }),
    {
      kind: 'start-attempt',
      id,
      methodId: 'slide',
      link: 'computer',
      cable: null,
      runner: null,
      startedAt: worldAt(2).now,
    },
    {
      kind: 'end-attempt',
      id,
      outcome: 'reached',
      seen: [],
      notSeen: [],
      marks: [],
      finishedAt: worldAt(3).now,
    },
  )
  expect([situationOf(job).link, methodThatLedIn(job)]).toEqual(['computer', 'slide'])
  expect(methodThatLedIn(told())).toBeUndefined()
})

it('after a wipe nothing is locked any more, and it says so', () => {
  expect(situationOf(told(bench({ kind: 'wipe-started' }, 'w')))).toMatchObject({
    wiped: true,
    screenLock: false,
  })
})

it('how it behaved at the bench was seen of the model it was taken for: named otherwise, nobody knows', () => {
  const seen = told(answered({ modelId: 'orrelin-vane-3' }), answered({ behavesAsSystem: 12 }))
  expect(factsOf(seen).behavesAsSystem).toBe(12)
  const same = after(seen, answered({ modelId: 'orrelin-vane-3', battery: 'unknown' }), worldAt(10))
  expect(factsOf(same).behavesAsSystem).toBe(12)
  const other = after(seen, answered({ modelId: 'marlune-etude' }), worldAt(10))
  expect([factsOf(other).modelId, factsOf(other).behavesAsSystem]).toEqual(['marlune-etude', undefined])
})
