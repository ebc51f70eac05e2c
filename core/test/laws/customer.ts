import { expect } from 'vitest'
import {
  after,
  decide,
  factsOf,
  fetchingOf,
  statusOf,
  type Command,
  type CustomerTold,
  type JobState,
} from '../../src/job/index.ts'
import { worldAt } from '../histories.ts'
import { law } from '../lives.ts'
import { reportStands, screenWasSeenOpen, stepsIn } from '../oracle.ts'

const LATER = worldAt(300)
const tells = (what: CustomerTold['what'], nth: number): Command => ({
  kind: 'tell-customer',
  key: `00000000-0000-4000-8000-${String(nth).padStart(12, '0')}`,
  what,
  how: 'message',
  language: 'en',
})
const isTaken = (job: JobState, what: CustomerTold['what']) =>
  decide(job, tells(what, 0), LATER).kind === 'done'
/** The shop's rule of these histories, in days after they were told. */
const RULE = [7, 21, 42]
const DAY_MS = 24 * 60 * 60 * 1000

/** What the customer hears between check-in and hand-back, against what was done. */
export const LAWS_OF_THE_CUSTOMER = [
  law({
    says: 'the status page is closed when the job is, ready only where nothing is begun and left, says nothing of a reported device, and names nobody and no device',
    often: { closed: 1 / 20, ready: 1 / 20, reported: 1 / 20, working: 1 / 20 },
    step({ job, world, so }, seen) {
      const family = undefined
      const says = statusOf(job, { ...world, family, model: world.model })
      const isClosed = so.some(({ kind }) => kind === 'handed-back')
      expect(says.stands === 'closed').toBe(isClosed)
      const told = JSON.stringify(says)
      for (const secret of [job.customer.name, factsOf(job).imei, world.model?.name, factsOf(job).modelId])
        if (secret && secret.length > 2) expect(told).not.toContain(secret)
      if (isClosed) return seen('closed')
      if (reportStands(so)) {
        seen('reported')
        return expect(says).toEqual({ stands: 'checked-in', waits: undefined })
      }
      if (says.stands === 'in-work' || says.stands === 'waiting') seen('working')
      if (says.stands !== 'ready') return
      seen('ready')
      // A wipe that nobody has seen the end of is work that is begun; one that came back into recovery is begun anew.
      const steps = stepsIn(so).map(({ change }) => change.kind)
      const since = steps.slice(steps.lastIndexOf('recovery-again') + 1)
      const isOver = since.some((kind) =>
        ['wipe-finished', 'first-start', 'set-up', 'screen-lifted'].includes(kind),
      )
      if (since.includes('wipe-started') && !isOver) expect(screenWasSeenOpen(so)).toBe(true)
    },
  }),
  law({
    says: 'the customer is told that it is ready once and reminded after, and gets the document when it is closed; nothing else is told',
    often: { open: 1 / 4, ready: 1 / 20, closed: 1 / 20 },
    end({ job, events }, _, seen) {
      const isClosed = events.some(({ kind }) => kind === 'handed-back')
      const taken = (['ready', 'reminder', 'document'] as const).filter((what) => isTaken(job, what))
      if (isClosed) {
        seen('closed')
        return expect(taken).toEqual(['document'])
      }
      if (taken.length === 0) return seen('open')
      seen('ready')
      expect(taken).toEqual(['ready'])
      // At home there is nothing to fetch.
      const here = events.flatMap((event) => (event.kind === 'answered' ? [event.set.deviceHere] : []))
      expect(here.findLast((one) => one !== undefined)).not.toBe('no')
      let now = after(job, tells('ready', 1), LATER)
      const toldAt = now.told?.[0]?.at ?? ''
      for (const [nth, days] of [...RULE.entries(), [RULE.length, undefined] as const]) {
        const nextAt = days && new Date(Date.parse(toldAt) + days * DAY_MS).toISOString()
        expect(fetchingOf(now, LATER)).toEqual({ toldAt, reminders: nth, nextAt })
        now = after(now, tells('reminder', 2 + nth), LATER)
        // Told twice by one key, it was told once.
        expect(after(now, tells('reminder', 2 + nth), LATER)).toEqual(now)
      }
      expect(now.told).toHaveLength(2 + RULE.length)
      expect({ ...now, told: undefined, events: 0 }).toEqual({ ...job, told: undefined, events: 0 })
    },
  }),
]
