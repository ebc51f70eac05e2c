import { PERSONAL_KINDS, type PersonalKind, type PriceList } from '../price/index.ts'
import type { Command } from './commands.ts'
import { refused, secretsIn, yes, type Decided } from './decided.ts'
import type { JobState } from './records.ts'
import type { World } from './standing.ts'

const DAY_MS = 86_400_000

/** What of a job points to a person, and when it is forgotten by itself. */
export interface KeptUntil {
  readonly kind: PersonalKind
  readonly until: string
}

/**
 * What of a closed job is still kept and until when, the first to go first: so many days after the hand-back as the
 * price list says by which the job was quoted, and never more than the customer was told when they signed. What was forgotten is kept no more, unless something of it was typed since.
 * @returns nothing for an open job
 */
export function keptUntil(job: JobState, { retention }: Pick<PriceList, 'retention'>): readonly KeptUntil[] {
  const closedAt = job.handBack?.at
  if (closedAt === undefined) return []
  return PERSONAL_KINDS.filter((kind) => !job.gone?.includes(kind))
    .map((kind) => ({
      kind,
      until: new Date(
        Date.parse(closedAt) + Math.min(retention[kind], toldOf(job, kind)) * DAY_MS,
      ).toISOString(),
    }))
    .sort((one, other) => Date.parse(one.until) - Date.parse(other.until))
}

/** The days that the signed agreement names for a kind; without end where it names none. */
function toldOf({ agreement }: JobState, kind: PersonalKind): number {
  if (agreement?.kind !== 'signed') return Infinity
  const { documentsDays, personDays, billDays } = agreement.terms
  return (kind === 'ownership' ? documentsDays : kind === 'bill' ? billDays : personDays) ?? Infinity
}

/** When something of it is next forgotten by itself; null where nothing is: it is open, on hold, or all is gone. */
export const nextForgetting = (job: JobState, prices: Pick<PriceList, 'retention'>): string | null =>
  job.hold ? null : (keptUntil(job, prices)[0]?.until ?? null)

/** What its days are over for. */
const due = (job: JobState, { prices, now }: World): readonly PersonalKind[] =>
  keptUntil(job, prices)
    .filter(({ until }) => Date.parse(until) <= Date.parse(now))
    .map(({ kind }) => kind)

/** What is kept for somebody else than the customer, however they ask: bills, as long as the law wants them. */
const NOT_FOR_THE_ASKING: readonly PersonalKind[] = ['bill']

type Forget = Extract<Command, { kind: 'forget' | 'place-hold' | 'lift-hold' }>

/** Forgets what its days are over for, or all that a customer may ask to be forgotten; a legal hold stops both. */
export function decideForgetting(job: JobState, command: Forget, world: World): Decided {
  const { now: at } = world
  if (command.kind === 'forget' && command.because === 'days-over') {
    const kinds = job.hold ? [] : due(job, world)
    return kinds.length === 0
      ? yes()
      : yes({ kind: 'forgotten', record: { kinds: [...kinds], because: 'days-over', by: '', at } })
  }
  const { supervisor } = command
  if (!supervisor.isSupervisor) return refused({ code: 'not-a-supervisor', name: supervisor.name })
  const by = supervisor.name
  switch (command.kind) {
    case 'place-hold': {
      const { reason, noSecret } = command
      if (job.hold) return refused({ code: 'on-hold', since: job.hold.at })
      return secretsIn({ reason }, noSecret) ?? yes({ kind: 'hold-placed', hold: { reason, by, at } })
    }
    case 'lift-hold':
      return job.hold ? yes({ kind: 'hold-lifted', by, at }) : refused({ code: 'not-on-hold' })
    case 'forget': {
      if (!job.handBack) return refused({ code: 'not-closed' })
      if (job.hold) return refused({ code: 'on-hold', since: job.hold.at })
      const isDue = due(job, world)
      const kinds = keptUntil(job, world.prices)
        .map(({ kind }) => kind)
        .filter((kind) => !NOT_FOR_THE_ASKING.includes(kind) || isDue.includes(kind))
      const { copy } = command
      return kinds.length === 0
        ? refused({ code: 'nothing-to-forget' })
        : yes({ kind: 'forgotten', record: { kinds, because: 'asked', copy, by, at } })
    }
  }
}
