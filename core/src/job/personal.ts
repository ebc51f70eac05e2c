import { FACT_NAMES, sheetOf } from '../facts/index.ts'
import type { Bill, PersonalKind } from '../price/index.ts'
import type { JobEvent, JobEventKind } from './events.ts'
import type { JobState } from './records.ts'

/** What stands where a text was that is forgotten: in no language, longer than the shortest there may be, and no name. */
export const FORGOTTEN_TEXT = '··········'

/** A place in an event; `*` is each of a list. */
interface Part {
  readonly of: PersonalKind
  readonly path: string
  /** What stands there instead, as the fold expects it; undefined: nothing at all. */
  readonly blank: unknown
}
const gone = (of: PersonalKind, ...paths: readonly string[]): readonly Part[] =>
  paths.map((path) => ({ of, path, blank: undefined }))
const empty = (of: PersonalKind, ...paths: readonly string[]): readonly Part[] =>
  paths.map((path) => ({ of, path, blank: '' }))
const dots = (of: PersonalKind, ...paths: readonly string[]): readonly Part[] =>
  paths.map((path) => ({ of, path, blank: FORGOTTEN_TEXT }))
const within = (place: string, parts: readonly Part[]): readonly Part[] =>
  parts.map((part) => ({ ...part, path: `${place}.${part.path}` }))

const FACTS: readonly Part[] = FACT_NAMES.flatMap((name) => {
  const { personal } = sheetOf(name)
  return personal ? gone(personal, name) : []
})
const REGISTRY_RECORD = [
  ...empty('imei', 'imei', 'reference'),
  ...dots('text', 'asked.where', 'asked.by', 'detail'),
]
const BILL = dots('bill', 'lines.*.text', 'lines.*.reason')
const OWN_LINE = dots('bill', 'text', 'reason')
const CORRECTION = [...dots('bill', 'reason', 'line.text'), ...within('bill', BILL)]
const HAND_BACK = [
  ...empty('contact', 'whoSignsIn'),
  ...gone('contact', 'fetchedBy'),
  ...dots('text', 'note', 'condition.note'),
  ...within('bill', BILL),
]
const REMOTE = empty('imei', 'device', 'requestId')
const CODES: readonly Part[] = [
  { of: 'imei', path: 'code', blank: null },
  { of: 'imei', path: 'refusedCodes', blank: [] },
]

/** Of every event. What is not named here stays for good. */
const PARTS: Readonly<Record<JobEventKind, readonly Part[]>> = {
  opened: [],
  'carried-over': within('job', [
    ...empty('contact', 'customer.name', 'customer.contact'),
    ...within('answers', FACTS),
    ...dots('text', 'intake.note'),
    ...within('registry.*', REGISTRY_RECORD),
    ...empty('imei', 'asking.imei'),
    ...dots('ownership', 'ownershipFiles.*.name'),
    ...dots('signature', 'agreement.text'),
    ...dots('text', 'waived.*.reason'),
    ...gone('imei', 'orders.*.imei'),
    ...within('orders.*', CODES),
    ...within('remoteRequests.*', REMOTE),
    ...within('ownLines.*', OWN_LINE),
    ...gone('contact', 'told.*.to'),
    ...within('handBack', HAND_BACK),
    ...within('corrections.*', CORRECTION),
    ...dots('text', 'hold.reason'),
  ]),
  answered: [...gone('contact', 'customer.name', 'customer.contact'), ...within('set', FACTS)],
  'intake-recorded': dots('text', 'intake.note'),
  'file-kept': dots('ownership', 'file.name'),
  'file-removed': [],
  'registry-asked': empty('imei', 'question.imei'),
  'registry-said': within('record', REGISTRY_RECORD),
  'agreement-signed': dots('signature', 'record.text'),
  'agreement-refused': [],
  'check-waived': dots('text', 'waived.reason'),
  'step-made': [],
  'taken-back': dots('text', 'reason'),
  'attempt-started': [],
  'attempt-ended': [],
  'attempt-told': [],
  'account-confirmed': [],
  'order-placed': [...gone('imei', 'imei', 'order.imei'), ...within('order', CODES)],
  'order-changed': within('change', CODES),
  'remote-said': REMOTE,
  'line-added': within('line', OWN_LINE),
  'payment-taken': [],
  'customer-told': gone('contact', 'told.to'),
  'bill-corrected': within('record', CORRECTION),
  'handed-back': within('record', HAND_BACK),
  'hold-placed': dots('text', 'hold.reason'),
  'hold-lifted': [],
  forgotten: [],
}

type Path = readonly (string | number)[]
/** What was taken out of one place. */
export type Taken = readonly [path: Path, value: unknown]
export type Personal = { readonly [Kind in PersonalKind]?: readonly Taken[] }

/** An event as it is stored: what stays, and what points to a person, by kind, each to be forgotten by itself. */
export interface StoredEvent {
  readonly kind: JobEventKind
  readonly stays: Readonly<Record<string, unknown>>
  readonly personal: Personal
}

interface EventOfBefore extends Pick<StoredEvent, 'kind' | 'stays'> {
  readonly personal: Readonly<Record<string, unknown>>
}
const isTaken = (part: unknown): part is readonly Taken[] => Array.isArray(part)

/** Takes an event apart for storing; `together` is its inverse as long as nothing is forgotten. */
export function apart(event: JobEvent): StoredEvent {
  const { kind, ...rest } = copyOf<Record<string, unknown> & Pick<JobEvent, 'kind'>>(event)
  return { kind, stays: rest, personal: takenOut(rest, PARTS[kind]) }
}

/**
 * The event with what of it is left: where a kind is missing, what stays is blank there. An event from before kinds were told
 * apart has whole parts of it instead, by their names.
 */
export function together({ kind, stays, personal }: StoredEvent | EventOfBefore): JobEvent {
  const whole = copyOf<Tree>(stays)
  for (const [name, taken] of Object.entries(personal))
    if (isTaken(taken)) for (const [path, value] of taken) putBack(whole, path, value)
    else
      whole[name] = name === 'set' ? { ...(whole['set'] as object | undefined), ...(taken as object) } : taken
  return { kind, ...whole } as unknown as JobEvent
}

/** A bill as it is stored by itself: what stays, and what its lines say. */
export function billApart(bill: Bill): { readonly stays: Bill; readonly texts: readonly Taken[] } {
  const stays = copyOf<Bill & Tree>(bill)
  return { stays, texts: takenOut(stays, BILL).bill ?? [] }
}

/** The bill with what its lines said. @param texts none where they were forgotten */
export function billTogether(stays: Bill, texts: readonly Taken[] = []): Bill {
  const bill = copyOf<Bill & Tree>(stays)
  for (const [path, value] of texts) putBack(bill, path, value)
  return bill
}

/** The event without these kinds, whatever is left of it. */
export function forgetting(event: JobEvent, kinds: readonly PersonalKind[]): JobEvent {
  const { kind, stays, personal } = apart(event)
  const left = Object.entries(personal).filter(([of]) => !kinds.includes(of as PersonalKind))
  return together({ kind, stays, personal: Object.fromEntries(left) })
}

/** A job without these kinds: the fold of its events without them. */
export function without(job: JobState, kinds: readonly PersonalKind[]): JobState {
  const event = forgetting({ kind: 'carried-over', job }, kinds)
  return event.kind === 'carried-over' ? event.job : job
}

/** Of which kinds anything stands in an event. */
export const kindsIn = (event: JobEvent): readonly PersonalKind[] =>
  Object.keys(apart(event).personal) as PersonalKind[]

type Tree = Record<string | number, unknown>
/** Of what is JSON and nothing else. */
const copyOf = <T = unknown>(value: unknown): T => JSON.parse(JSON.stringify(value)) as T

/** Takes what points to a person out of it, and leaves the blanks there. */
function takenOut(from: Record<string, unknown>, parts: readonly Part[]): Personal {
  const personal: { [Kind in PersonalKind]?: Taken[] } = {}
  for (const { of, path, blank } of parts)
    for (const place of placesOf(from, path.split('.'))) {
      const last = place.at(-1) ?? ''
      const holder = treeAt(from, place.slice(0, -1))
      const value = holder?.[last]
      if (!holder || isNothing(value)) continue
      ;(personal[of] ??= []).push([place, value])
      if (blank === undefined) Reflect.deleteProperty(holder, last)
      else holder[last] = copyOf(blank)
    }
  return personal
}

const isNothing = (value: unknown): boolean =>
  value === undefined ||
  value === null ||
  value === '' ||
  value === FORGOTTEN_TEXT ||
  (Array.isArray(value) && value.length === 0)

function treeAt(from: Tree, path: Path): Tree | undefined {
  let at: unknown = from
  for (const step of path) at = typeof at === 'object' && at !== null ? (at as Tree)[step] : undefined
  return typeof at === 'object' && at !== null ? (at as Tree) : undefined
}

/** Each place there is that a path means. */
function placesOf(from: Tree, [step, ...rest]: readonly string[], before: Path = []): readonly Path[] {
  if (step === undefined) return [before]
  const here = treeAt(from, before)
  if (!here) return []
  const steps = step === '*' ? (Array.isArray(here) ? [...here.keys()] : []) : [step]
  return steps.flatMap((one) => placesOf(from, rest, [...before, one]))
}

function putBack(whole: Tree, path: Path, value: unknown): void {
  const holder = treeAt(whole, path.slice(0, -1))
  const last = path.at(-1)
  if (holder && last !== undefined) holder[last] = value
}
