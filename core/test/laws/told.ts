import fc from 'fast-check'
import { expect } from 'vitest'
import { after, factsOf, progressOf, routeOf, type Command, type JobState } from '../../src/job/index.ts'
import { planRoute } from '../../src/route/index.ts'
import { TOLD_CHANGE, worldAt } from '../histories.ts'
import { law, withoutCounts } from '../lives.ts'

const LATER = worldAt(300)
const ATTEMPT = '00000000-0000-4000-8000-00000000aaaa'
const startSlide: Command = {
  kind: 'start-attempt',
  id: ATTEMPT,
  methodId: 'slide',
  link: 'none',
  cable: null,
  runner: null,
  startedAt: LATER.now,
}
const undoSlip = (reason: string, isSupervisor = true): Command => ({
  kind: 'take-back',
  what: { kind: 'step', key: 'slip' },
  reason,
  isSupervisor,
})
const made = (job: JobState, commands: readonly Command[]) =>
  commands.reduce((one, command) => after(one, command, LATER), job)
/** A job apart from its counts and from what was taken back. */
const stands = (job: JobState) => ({ ...withoutCounts(job), takenBack: [] })

/** What is told of the device, by whomever, in whatever order, and however often. */
export const LAWS_OF_TELLING = [
  law({
    says: 'the route that is kept for a job is the one that would be made anew',
    often: { told: 1 / 4 },
    end({ job }, _, seen) {
      if (job.steps.length > 0) seen('told')
      // As a request reads it: another object, of which only what it is made of is known.
      const read = structuredClone(job)
      const anew = planRoute(factsOf(job), LATER.device, progressOf(job), LATER.prices)
      expect(routeOf(read, LATER)).toEqual(anew)
    },
  }),
  law({
    says: 'what is told of the device gives the same job in whatever order it arrives, and however often',
    often: { open: 1 / 2 },
    draw: fc.record({
      steps: fc.array(fc.tuple(TOLD_CHANGE, fc.nat(40)), { minLength: 1, maxLength: 8 }),
      shuffle: fc.array(fc.nat(1000), { minLength: 20, maxLength: 20 }),
    }),
    end({ job }, { steps, shuffle }, seen) {
      if (job.handBack) return
      seen('open')
      const commands = steps.map(([change, minute], n): Command => ({
        kind: 'step',
        key: `t${n}`,
        change,
        at: worldAt(100 + minute).now,
      }))
      const mixed = [...commands, ...commands.slice(0, 3)]
        .map((command, n) => ({ command, key: shuffle[n] ?? 0 }))
        .sort((a, b) => a.key - b.key)
        .map(({ command }) => command)
      expect(withoutCounts(made(job, mixed))).toEqual(withoutCounts(made(job, commands)))
    },
  }),
  law({
    says: 'what is told of the device, taken back, leaves the job as it was',
    often: { 'taken back': 1 / 4 },
    draw: TOLD_CHANGE,
    end({ job }, change, seen) {
      const slip: Command = { kind: 'step', key: 'slip', change }
      const told = after(job, slip, LATER)
      const back = after(told, undoSlip('pressed by mistake'), LATER)
      if (back === told) return
      seen('taken back')
      expect(stands(back)).toEqual(stands(job))
      // Told once more, it does not come back.
      expect(after(back, slip, LATER)).toBe(back)
    },
  }),
  law({
    says: 'without a reason a step is taken back only by whoever told it, within two minutes, and then as with one',
    often: { 'at once': 1 / 20, 'too late': 1 / 20, 'of another': 1 / 20 },
    draw: fc.record({
      change: TOLD_CHANGE,
      seconds: fc.nat(240),
      isSame: fc.boolean(),
      isSupervisor: fc.boolean(),
    }),
    end({ job }, { change, seconds, isSame, isSupervisor }, seen) {
      const told = after(job, { kind: 'step', key: 'slip', change }, LATER)
      const then = {
        ...LATER,
        now: new Date(Date.parse(LATER.now) + seconds * 1000).toISOString(),
        by: isSame ? LATER.by : 'Nobody of them',
      }
      const undo = (reason: string) => after(told, undoSlip(reason, isSupervisor), then)
      const withReason = undo('pressed by mistake')
      if (withReason === told) return
      const isAtOnce = isSame && seconds <= 120
      seen(isAtOnce ? 'at once' : isSame ? 'too late' : 'of another')
      expect(undo('')).toEqual(isAtOnce ? withReason : told)
    },
  }),
  law({
    says: 'that an attempt failed is corrected only by whoever made it, within two minutes; when it ended stays',
    often: { corrected: 1 / 40, stays: 1 / 20 },
    draw: fc.record({
      first: fc.constantFrom('failed', 'failed', 'failed', 'reached', 'left'),
      then: fc.constantFrom('failed', 'reached', 'left'),
      seconds: fc.nat(180),
      isSame: fc.constantFrom(true, true, true, false),
    }),
    end({ job }, { first, then, seconds, isSame }, seen) {
      const begun = after(job, startSlide, LATER)
      if (begun === job) return
      const end = (outcome: 'failed' | 'reached' | 'left', afterSeconds: number): Command => ({
        kind: 'end-attempt',
        id: ATTEMPT,
        outcome,
        seen: outcome === 'failed' ? ['dark'] : [],
        notSeen: [],
        marks: [],
        finishedAt: new Date(Date.parse(LATER.now) + afterSeconds * 1000).toISOString(),
      })
      const at = worldAt(310)
      const said = after(begun, end(first, 0), at)
      const corrected = after(said, end(then, seconds), isSame ? at : { ...at, by: 'Nobody of them' })
      const of = (one: JobState) => one.attempts.find(({ id }) => id === ATTEMPT)
      const isCorrected = first === 'failed' && then !== 'failed' && isSame && seconds <= 120
      seen(isCorrected ? 'corrected' : 'stays')
      expect(of(corrected)?.outcome).toBe(isCorrected ? then : of(said)?.outcome)
      expect(of(corrected)?.finishedAt).toBe(of(said)?.finishedAt)
    },
  }),
  law({
    says: 'an attempt whose “in recovery” was taken back is one that was left, in whatever order that came',
    often: { undone: 1 / 10 },
    draw: fc.record({ endsLate: fc.boolean(), again: fc.nat(2) }),
    end({ job }, { endsLate, again }, seen) {
      const begun = after(job, startSlide, LATER)
      const end = (outcome: 'reached' | 'left'): Command => ({
        kind: 'end-attempt',
        id: ATTEMPT,
        outcome,
        seen: outcome === 'reached' ? ['dark', 'recovery-menu'] : [],
        notSeen: [],
        marks: outcome === 'reached' ? [{ cue: 'dark', atMs: 8000 }] : [],
        finishedAt: LATER.now,
      })
      const tell: Command = {
        kind: 'step',
        key: 'slip',
        change: { kind: 'in-recovery', attempt: ATTEMPT },
        at: LATER.now,
      }
      const undo = undoSlip('pressed too early')
      const told = after(begun, tell, LATER)
      if (begun === job || after(told, undo, LATER) === told) return
      seen('undone')
      const order = endsLate ? [tell, undo, end('reached')] : [end('reached'), tell, undo]
      const more = [tell, end('reached')].slice(0, again)
      expect(stands(made(begun, [...order, ...more]))).toEqual(stands(after(begun, end('left'), LATER)))
    },
  }),
  law({
    says: 'browser and server come to the same job: what waits in the browser, laid over it, is what the server makes of it',
    often: {},
    draw: fc.array(TOLD_CHANGE, { minLength: 1, maxLength: 6 }),
    end({ job }, changes) {
      const waiting = changes.map((change, n): Command => ({
        kind: 'step',
        key: `w${n}`,
        change,
        at: worldAt(150 + n).now,
      }))
      const shown = made(job, waiting)
      // The server takes each later, by its own clock, and some of them twice.
      const server = [...waiting, ...waiting.slice(0, 2)].reduce(
        (one, command, n) => after(one, command, worldAt(400 + n)),
        job,
      )
      expect(withoutCounts(server)).toEqual(withoutCounts(shown))
    },
  }),
]
