import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { live, opened, TOLD_CHANGE, worldAt } from '../../test/histories.ts'
import { always, LONG, most, RUNS, withoutCounts } from '../../test/lives.ts'
import { after, evolve, type Command } from './index.ts'

describe('what is told of the device', () => {
  const told = fc.array(fc.tuple(TOLD_CHANGE, fc.nat(40)), { minLength: 1, maxLength: 8 })
  it(
    'gives the same job in whatever order it arrives, and however often',
    () => {
      always(
        fc.property(
          most,
          told,
          fc.array(fc.nat(1000), { minLength: 20, maxLength: 20 }),
          (history, steps, shuffle) => {
            const { job } = live(history)
            if (job.handBack) return
            const world = worldAt(300)
            const commands = steps.map(([change, minute], n): Command => ({
              kind: 'bench',
              key: `t${n}`,
              change,
              at: worldAt(100 + minute).now,
            }))
            const all = (these: readonly Command[]) =>
              these.reduce((one, command) => after(one, command, world), job)
            const twice = [...commands, ...commands.slice(0, 3)]
            const mixed = twice
              .map((command, n) => ({ command, key: shuffle[n] ?? 0 }))
              .sort((a, b) => a.key - b.key)
              .map(({ command }) => command)
            expect(withoutCounts(all(mixed))).toEqual(withoutCounts(all(commands)))
          },
        ),
      )
    },
    LONG,
  )
  it(
    'taken back, leaves the job as it was',
    () => {
      let taken = 0
      always(
        fc.property(most, TOLD_CHANGE, (history, change) => {
          const { job } = live(history)
          const world = worldAt(300)
          const made = after(job, { kind: 'bench', key: 'slip', change }, world)
          const back = after(
            made,
            {
              kind: 'take-back',
              what: { kind: 'step', key: 'slip' },
              reason: 'pressed by mistake',
              isSupervisor: true,
            },
            world,
          )
          if (back === made) return
          taken++
          expect({ ...withoutCounts(back), takenBack: [] }).toEqual({ ...withoutCounts(job), takenBack: [] })
          // Told once more, it does not come back.
          expect(after(back, { kind: 'bench', key: 'slip', change }, world)).toBe(back)
        }),
      )
      expect(taken).toBeGreaterThan(RUNS / 4)
    },
    LONG,
  )
  it(
    'an attempt whose “in recovery” was taken back is one that was left, in whatever order that came',
    () => {
      let undone = 0
      always(
        fc.property(most, fc.boolean(), fc.nat(2), (history, endsLate, again) => {
          const { job } = live(history)
          const world = worldAt(300)
          const id = '00000000-0000-4000-8000-00000000aaaa'
          const begun = after(
            job,
            {
              kind: 'start-attempt',
              id,
              procedureId: 'slide',
              link: 'none',
              cable: null,
              runner: null,
              startedAt: world.now,
            },
            world,
          )
          const end = (outcome: 'reached' | 'left'): Command => ({
            kind: 'end-attempt',
            id,
            outcome,
            seen: outcome === 'reached' ? ['dark', 'recovery-menu'] : [],
            notSeen: [],
            marks: outcome === 'reached' ? [{ cue: 'dark', atMs: 8000 }] : [],
            finishedAt: world.now,
          })
          const tell: Command = {
            kind: 'bench',
            key: 'slip',
            change: { kind: 'in-recovery', attempt: id },
            at: world.now,
          }
          const undo: Command = {
            kind: 'take-back',
            what: { kind: 'step', key: 'slip' },
            reason: 'pressed too early',
            isSupervisor: true,
          }
          const told = after(begun, tell, world)
          if (begun === job || after(told, undo, world) === told) return
          undone++
          const order = endsLate ? [tell, undo, end('reached')] : [end('reached'), tell, undo]
          const more = [tell, end('reached')].slice(0, again)
          const all = [...order, ...more].reduce((one, command) => after(one, command, world), begun)
          const left = after(begun, end('left'), world)
          expect({ ...withoutCounts(all), takenBack: [] }).toEqual({ ...withoutCounts(left), takenBack: [] })
        }),
      )
      expect(undone).toBeGreaterThan(RUNS / 10)
    },
    LONG,
  )
})

describe('the browser and the server', () => {
  it(
    'come to the same job: what waits in the browser, laid over it, is what the server makes of it',
    () => {
      always(
        fc.property(most, fc.array(TOLD_CHANGE, { minLength: 1, maxLength: 6 }), (history, changes) => {
          const { job } = live(history)
          const world = worldAt(300)
          const waiting = changes.map((change, n): Command => ({
            kind: 'bench',
            key: `w${n}`,
            change,
            at: worldAt(150 + n).now,
          }))
          const shown = waiting.reduce((one, command) => after(one, command, world), job)
          // The server takes each later, by its own clock, and some of them twice.
          let server = job
          for (const [n, command] of [...waiting, ...waiting.slice(0, 2)].entries())
            server = after(server, command, worldAt(400 + n))
          expect(withoutCounts(server)).toEqual(withoutCounts(shown))
        }),
      )
    },
    LONG,
  )
  it('opens as an empty job', () => {
    expect(opened()).toMatchObject({ version: 1, events: 1, steps: [], customer: { name: '' } })
    expect(() => evolve(undefined, { kind: 'file-removed', id: 'x' })).toThrow('opens it')
  })
})
