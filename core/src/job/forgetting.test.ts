import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { handedBackAt } from '../../test/handedBack.ts'
import { OPENED, READY, worldAt } from '../../test/histories.ts'
import {
  PERSONAL_KINDS,
  USUAL_PRICES,
  USUAL_RETENTION,
  retention,
  type PersonalKind,
  type Retention,
} from '../price/index.ts'
import { decide, evolve, jobOf, keptUntil, nextForgetting, type Command, type JobState } from './index.ts'

const DAY = 24 * 60
const IMKE = { name: 'Imke', isSupervisor: true }
const TEO = { name: 'Teo', isSupervisor: false }

/** A closed job with something of every kind that stands on a job, handed back at the first instant. */
const CLOSED_AT = worldAt(0).now
const CLOSED: JobState = jobOf([
  OPENED,
  { kind: 'answered', set: { ...READY, ownershipNote: 'a receipt' }, customer: { name: 'A. Quell' } },
  {
    kind: 'file-kept',
    file: { id: crypto.randomUUID(), name: 'a.png', type: 'image/png', bytes: 9, at: CLOSED_AT, by: 'Runa' },
  },
  {
    kind: 'line-added',
    line: { key: 'k', text: 'a glass', minor: 500, reason: 'it broke', by: 'Imke', at: CLOSED_AT },
  },
  handedBackAt(CLOSED_AT),
])

function run(job: JobState, day: number, command: Command): JobState | string {
  const decided = decide(job, command, worldAt(day * DAY))
  return decided.kind === 'refused' ? decided.refusal.code : decided.events.reduce<JobState>(evolve, job)
}
const daysOver: Command = { kind: 'forget', because: 'days-over' }
const asked: Command = { kind: 'forget', because: 'asked', copy: 'given', supervisor: IMKE }
const hold: Command = { kind: 'place-hold', reason: 'a letter of the court', supervisor: IMKE }
const lift: Command = { kind: 'lift-hold', supervisor: IMKE }
/** A mail to the customer, told after the hand-back: their address is there again. */
const tell: Command = {
  kind: 'tell-customer',
  key: '00000000-0000-4000-8000-000000000009',
  what: 'document',
  how: 'mail',
  to: 'q@quell.example',
  language: 'en',
}

describe('forgetting', () => {
  it('knows until when each kind is kept, and names the first of them', () => {
    expect(keptUntil(CLOSED, USUAL_PRICES).map(({ kind, until }) => [kind, until.slice(0, 10)])).toEqual([
      ['ownership', '2026-04-01'],
      ['mail', '2027-03-02'],
      ['text', '2027-03-02'],
      ['contact', '2029-03-01'],
      ['imei', '2029-03-01'],
      ['signature', '2029-03-01'],
      ['bill', '2036-02-28'],
    ])
    expect(nextForgetting(CLOSED, USUAL_PRICES)?.slice(0, 10)).toBe('2026-04-01')
    const { handBack: _, ...open } = CLOSED
    expect(nextForgetting({ ...open, handBack: null }, USUAL_PRICES)).toBeNull()
  })

  it('keeps nothing longer than the agreement says, whatever became of the price list since', () => {
    const days = fc.integer({ min: 1, max: 4000 })
    const said = fc.record({ documentsDays: days, personDays: days, billDays: days })
    const lists = fc
      .tuple(days, days, days, days, days, days, days)
      .map((all) => Object.fromEntries(PERSONAL_KINDS.map((kind, nth) => [kind, all[nth]])) as Retention)
    const daysUntil = (until: string) =>
      Math.round((Date.parse(until) - Date.parse(CLOSED_AT)) / (DAY * 60_000))
    fc.assert(
      fc.property(fc.option(said, { nil: undefined }), lists, (told, retention) => {
        const agreement = { kind: 'signed', terms: { ...told } } as JobState['agreement']
        for (const { kind, until } of keptUntil({ ...CLOSED, agreement }, { retention })) {
          const named =
            kind === 'ownership' ? told?.documentsDays : kind === 'bill' ? told?.billDays : told?.personDays
          const isNamed = named !== undefined && named < retention[kind]
          expect(daysUntil(until), kind).toBe(isNamed ? named : retention[kind])
        }
      }),
      { numRuns: 200, seed: 30 },
    )
  })

  it('refuses days by which a text would outlast the person it may name', () => {
    expect(retention.safeParse({ ...USUAL_RETENTION, text: 1096 }).success).toBe(false)
    expect(retention.safeParse({ ...USUAL_RETENTION, contact: 364 }).success).toBe(false)
    expect(retention.safeParse({ ...USUAL_RETENTION, mail: 0 }).success).toBe(false)
  })

  it('is for a supervisor, of a closed job without a hold, and leaves bills as long as the law wants them', () => {
    expect(run(CLOSED, 1, { ...asked, supervisor: TEO })).toBe('not-a-supervisor')
    expect(run(CLOSED, 1, { ...hold, supervisor: TEO })).toBe('not-a-supervisor')
    expect(run({ ...CLOSED, handBack: null }, 1, asked)).toBe('not-closed')
    const held = run(CLOSED, 1, hold) as JobState
    expect(run(held, 2, asked)).toBe('on-hold')
    expect(run(held, 5000, daysOver)).toBe(held)
    expect(run(held, 2, hold)).toBe('on-hold')
    expect(run(CLOSED, 1, lift)).toBe('not-on-hold')
    const gone = run(CLOSED, 1, asked) as JobState
    expect(keptUntil(gone, USUAL_PRICES).map(({ kind }) => kind)).toEqual(['bill'])
    expect(gone.customer.name).toBe('')
    expect(gone.ownLines?.[0]?.text).toBe('a glass')
    expect(run(gone, 2, asked)).toBe('nothing-to-forget')
    const billed = run(gone, 4000, daysOver) as JobState
    expect([billed.ownLines?.[0]?.text, keptUntil(billed, USUAL_PRICES)]).toEqual(['··········', []])
  })

  it('does by itself in any order what its days and holds say, over ten years at random', () => {
    const steps = fc.array(
      fc.record({
        after: fc.integer({ min: 0, max: 900 }),
        what: fc.constantFrom(daysOver, daysOver, asked, hold, lift, tell),
      }),
      { maxLength: 14 },
    )
    fc.assert(
      fc.property(steps, (history) => {
        let job = CLOSED
        let day = 0
        // Told apart from what core does: by kind, whether it is there, and whether there is a hold.
        const there = new Set<PersonalKind>(PERSONAL_KINDS)
        let isHeld = false
        for (const { after, what } of history) {
          day += after
          const isOver = (kind: PersonalKind) => day >= USUAL_RETENTION[kind]
          if (what === hold) isHeld = true
          if (what === lift) isHeld = false
          if (what === daysOver && !isHeld)
            for (const kind of [...there]) if (isOver(kind)) there.delete(kind)
          if (what === asked && !isHeld)
            for (const kind of [...there]) if (kind !== 'bill' || isOver('bill')) there.delete(kind)
          const made = run(job, day, what)
          // A hold says why in somebody’s words.
          if (what === hold && made !== 'on-hold') there.add('text')
          if (what === tell && typeof made !== 'string' && made !== job) there.add('contact')
          job = typeof made === 'string' ? job : made
          expect(new Set(keptUntil(job, USUAL_PRICES).map(({ kind }) => kind))).toEqual(there)
          expect(job.hold !== undefined).toBe(isHeld)
          expect(JSON.stringify(job).includes('001001011234561')).toBe(there.has('imei'))
          if (!there.has('contact')) expect(JSON.stringify(job)).not.toMatch(/q@quell|A. Quell/)
          expect(JSON.stringify(job).includes('a glass')).toBe(there.has('bill'))
          if (!there.has('text')) expect(JSON.stringify(job)).not.toMatch(/a receipt|the court/)
          expect(JSON.stringify(job).includes('a.png')).toBe(there.has('ownership'))
        }
      }),
      { numRuns: 400, seed: 18 },
    )
  })
})
