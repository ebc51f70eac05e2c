import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { histories, live, OPENED } from '../../test/histories.ts'
import { keptOf, outcomesOf, tookOf } from './outcomes.ts'
import { PERSONAL_KINDS, type PersonalKind } from '../price/index.ts'
import { apart, forgetting, kindsIn, together, without } from './personal.ts'
import { jobOf, type JobEvent, type JobState } from './index.ts'

/** Whatever people have typed, and numbers that point to them, by where they stand; said once more, by hand. */
const TYPED: Readonly<Record<string, PersonalKind>> = {
  'customer.name': 'contact',
  'customer.contact': 'contact',
  accountAddress: 'contact',
  sellerMail: 'contact',
  whoSignsIn: 'contact',
  fetchedBy: 'contact',
  to: 'contact',
  imei: 'imei',
  imeiSecond: 'imei',
  boxImei: 'imei',
  serialNumber: 'imei',
  reference: 'imei',
  device: 'imei',
  requestId: 'imei',
  code: 'imei',
  'refusedCodes.*': 'imei',
  'file.name': 'ownership',
  'record.text': 'signature',
  ownershipNote: 'text',
  registryReason: 'text',
  note: 'text',
  'asked.where': 'text',
  'asked.by': 'text',
  detail: 'text',
  'waived.reason': 'text',
  'hold.reason': 'text',
  'taken-back.reason': 'text',
  'line.text': 'bill',
  'line.reason': 'bill',
  'lines.*.text': 'bill',
  'lines.*.reason': 'bill',
  'bill-corrected.record.reason': 'bill',
}
const TYPED_BY_SOMEBODY = /^(?!.*(T\d\d:|-\d{12}$|^a+$)).*( |\d{8}|@)/
const MARK = /«(\w+)»/gu

/** Marks each of them with its kind, so that it is found again wherever it may have gone. */
function marked(event: JobEvent): JobEvent {
  const walk = (value: unknown, path: readonly string[]): unknown => {
    if (Array.isArray(value)) return value.map((one) => walk(one, [...path, '*']))
    if (typeof value === 'object' && value !== null)
      return Object.fromEntries(Object.entries(value).map(([name, of]) => [name, walk(of, [...path, name])]))
    const kind = Object.entries(TYPED)
      .toSorted(([one], [other]) => other.length - one.length)
      .find(([name]) => `.${path.join('.')}`.endsWith(`.${name}`))?.[1]
    return typeof value === 'string' && value !== '' && kind ? `«${kind}» ${value}` : value
  }
  const { kind, ...rest } = event
  return { kind, ...(walk(rest, [kind]) as object) } as JobEvent
}

/** What a history of tries seldom types. */
const MORE: readonly JobEvent[] = [
  {
    kind: 'answered',
    set: { accountAddress: 'a@b.example', sellerMail: 'c@d.example', boxImei: '490154203237518' },
  },
  { kind: 'answered', set: { serialNumber: 'SN77' }, customer: { contact: '+49 30 0000' } },
  { kind: 'intake-recorded', intake: { left: ['sim'], marks: [], note: 'a card from her daughter' } },
  {
    kind: 'file-kept',
    file: {
      id: OPENED.kind,
      name: 'receipt of Quell.jpg',
      type: 'image/jpeg',
      bytes: 9,
      at: '2026-03-02T09:00:00.000Z',
      by: 'Runa',
    },
  },
  {
    kind: 'customer-told',
    told: {
      key: '00000000-0000-4000-8000-000000000001',
      what: 'ready',
      how: 'mail',
      to: 'a@b.example',
      language: 'en',
      by: 'Runa',
      at: '2026-03-02T09:00:00.000Z',
    },
  },
]
const HELD: JobEvent = {
  kind: 'hold-placed',
  hold: { reason: 'the police ask about Quell', by: 'Imke', at: '2026-03-02T11:00:00.000Z' },
}
const HANDED_BACK: JobEvent = {
  kind: 'handed-back',
  record: {
    screen: 'confirmed-off',
    account: 'on',
    carrier: 'none',
    whoSignsIn: 'her daughter',
    returned: ['device'],
    condition: { isSame: false, note: 'a scratch, says Quell' },
    note: 'calls again on Monday',
    fetchedBy: 'B. Quell, passport',
    priceMinor: 0,
    currency: 'EUR',
    at: '2026-03-02T10:00:00.000Z',
  },
}

const marksIn = (value: unknown) =>
  new Set([...JSON.stringify(value).matchAll(MARK)].map(([, kind]) => kind as PersonalKind))

/** Every leaf of two jobs, side by side. */
function leaves(one: unknown, path = ''): ReadonlyMap<string, unknown> {
  if (typeof one !== 'object' || one === null) return new Map([[path, one]])
  const entries = Object.entries(one)
  return new Map([
    ...(entries.length === 0 ? [[path, Array.isArray(one) ? '[]' : '{}'] as const] : []),
    ...entries.flatMap(([name, of]) => [...leaves(of, `${path}.${name}`)]),
  ])
}

const LIVES = fc.sample(histories(40), { seed: 1130, numRuns: 250 }).map((history) => {
  const { events, job } = live(history)
  const isOver = job.handBack !== null
  return [OPENED, ...events, ...MORE, ...(isOver ? [] : [HANDED_BACK]), HELD].map(marked)
})

describe('what is forgotten of a job', () => {
  it('is nothing as long as nothing is: an event put together again is the one it was', () => {
    for (const events of LIVES)
      for (const event of events) expect(together(apart(event))).toEqual(JSON.parse(JSON.stringify(event)))
  })

  it('is read back where it was stored before kinds were told apart', () => {
    const [answered, signed, ordered] = [
      {
        kind: 'answered',
        stays: { set: { hazard: 'none' } },
        personal: { set: { imei: '490154203237518' }, customer: { name: 'A. Quell' } },
      },
      { kind: 'file-kept', stays: {}, personal: { file: { name: 'a.png' } } },
      { kind: 'order-placed', stays: { order: { id: 'o' } }, personal: { imei: '490154203237518' } },
    ] as const
    expect(together(answered)).toEqual({
      kind: 'answered',
      set: { hazard: 'none', imei: '490154203237518' },
      customer: { name: 'A. Quell' },
    })
    expect(together(signed)).toEqual({ kind: 'file-kept', file: { name: 'a.png' } })
    expect(together(ordered)).toEqual({ kind: 'order-placed', order: { id: 'o' }, imei: '490154203237518' })
  })

  it('is all that was typed of those kinds, wherever it stands, and not a word of the others', () => {
    const met = new Set<PersonalKind>()
    for (const [n, events] of LIVES.entries()) {
      const kinds = PERSONAL_KINDS.filter((_, nth) => (n >> (nth % 5)) % 2 === 0 || n % 7 === nth)
      const whole = jobOf(events)
      const left = jobOf(events.map((event) => forgetting(event, kinds)))
      for (const kind of marksIn(events)) met.add(kind)
      expect([...marksIn(left)].filter((kind) => kinds.includes(kind))).toEqual([])
      expect(marksIn(left)).toEqual(new Set([...marksIn(whole)].filter((kind) => !kinds.includes(kind))))
      expectTheRest(whole, left, kinds)
    }
    expect([...met].toSorted()).toEqual(PERSONAL_KINDS.filter((kind) => kind !== 'mail').toSorted())
  })

  it('is the same whether the events have lost it or the job', () => {
    for (const [n, events] of LIVES.entries()) {
      const kinds = PERSONAL_KINDS.filter((_, nth) => (n >> nth) % 2 === 0)
      const left = without(jobOf(events), kinds)
      expect(left).toEqual(jobOf(events.map((event) => forgetting(event, kinds))))
      const there = marksIn(left)
      for (const kind of PERSONAL_KINDS)
        expect(kindsIn({ kind: 'carried-over', job: left }).includes(kind)).toBe(there.has(kind))
    }
  })

  it('is every text of more than one word and every long number; what else there is, is no person’s', () => {
    const others = new Set<string>()
    for (const event of LIVES.flat())
      for (const [path, value] of leaves(event))
        if (typeof value === 'string' && marksIn(value).size === 0 && TYPED_BY_SOMEBODY.test(value))
          others.add(path.split('.').at(-1) ?? '')
    // A carrier and a model, as the shop’s lists name them.
    expect([...others].filter((name) => !/^(carrier|originalCarrier|model)$/.test(name))).toEqual([])
  })

  it('is not in what is stored beside it either', () => {
    for (const events of LIVES)
      for (const event of events) expect([...marksIn(apart(event).stays)]).toEqual([])
  })

  it('takes nothing from what the shop has learnt, nor from how the job went', () => {
    for (const events of LIVES) {
      const whole = jobOf(events)
      const left = jobOf(events.map((event) => forgetting(event, PERSONAL_KINDS)))
      for (const taught of [outcomesOf, tookOf, keptOf]) expect(taught(left)).toEqual(taught(whole))
      expect(left.steps).toEqual(whole.steps)
      expect(left.attempts).toEqual(whole.attempts)
      expect(left.handBack?.bill?.totalMinor).toEqual(whole.handBack?.bill?.totalMinor)
    }
  })
})

/** Whatever carries no mark of these kinds is the same to the letter. */
function expectTheRest(whole: JobState, left: JobState, kinds: readonly PersonalKind[]): void {
  const [before, after] = [
    leaves(JSON.parse(JSON.stringify(whole))),
    leaves(JSON.parse(JSON.stringify(left))),
  ]
  const isForgotten = (value: unknown) =>
    typeof value === 'string' && [...marksIn(value)].some((kind) => kinds.includes(kind))
  for (const [path, value] of before)
    if (!isForgotten(value) && !path.endsWith('.refusedCodes'))
      expect([path, after.get(path)]).toEqual([path, value])
}
