import { z } from 'zod'
import { ACCOUNT_SHEETS } from './account.ts'
import { CUSTOMER_SHEETS } from './customer.ts'
import { CONTENTS_SHEETS } from './contents.ts'
import { DEVICE_SHEETS } from './device.ts'
import { LOCK_SHEETS } from './lock.ts'
import { PAPERS_SHEETS, RIGHTS_SHEETS } from './rights.ts'
import type { Sheet } from './sheet.ts'

export {
  battery,
  complaint,
  hazard,
  language,
  registryAnswer,
  ROUTE_ACTIONS,
  whose,
  type Complaint,
  type Hazard,
  type RouteAction,
} from './forms.ts'
export type { Prior, When, WhoKnows } from './sheet.ts'

/** Every fact in the order in which a counter comes to it. */
const SHEETS = {
  ...DEVICE_SHEETS,
  ...RIGHTS_SHEETS,
  ...LOCK_SHEETS,
  ...ACCOUNT_SHEETS,
  ...CONTENTS_SHEETS,
  ...PAPERS_SHEETS,
  ...CUSTOMER_SHEETS,
} as const

export type FactName = keyof typeof SHEETS

const shape = Object.fromEntries(
  Object.entries(SHEETS).map(([name, { schema }]) => [name, schema.optional()]),
) as { readonly [Name in FactName]: z.ZodOptional<(typeof SHEETS)[Name]['schema']> }

/** What the counter learns about a job. A fact that is absent has not been asked; `unknown` is an answer. */
export const facts = z.strictObject(shape)
export type Facts = z.infer<typeof facts>
type Known<Name extends FactName> = Exclude<Facts[Name], undefined>

/** Answers that these facts can have: a sheet that speaks of another fact, or of an answer nobody can give, is no sheet. */
export type FactAnswers = { readonly [Name in FactName]?: readonly Known<Name>[] | 'any' }
export type FactSheet<Name extends FactName = FactName> = Sheet<FactAnswers, Known<Name>, FactName>

/** All there is to each fact. */
export const FACT_SHEETS: { readonly [Name in FactName]: FactSheet<Name> } = SHEETS
export const FACT_NAMES = Object.keys(SHEETS) as readonly FactName[]
/** What a counter asks: a fact, or the customer's name, which stands with the job and decides nothing. */
export type Asked = FactName | 'customer'
export const sheetOf = (name: FactName): FactSheet => FACT_SHEETS[name]

/** Whether somebody may give this answer on this device. */
export const isAnswerOf = (
  name: FactName,
  answer: unknown,
  device?: { readonly cellular: boolean },
): boolean => device?.cellular !== false || !sheetOf(name).cellularOnly?.some((one) => one === answer)
/** The answers that are offered on this device. */
export const offeredAnswers = (name: FactName, device?: { readonly cellular: boolean }): readonly string[] =>
  (sheetOf(name).choices ?? []).filter((value) => isAnswerOf(name, value, device))

/** An answer that is offered, as it is recorded: a count is a number. */
export function answerOf(name: FactName, offered: string): string | number {
  return sheetOf(name).schema.safeParse(offered).success ? offered : Number(offered)
}

/** Answered at all: an empty field is none. */
export const isSaid = (said: Facts[FactName]): boolean => said !== undefined && said !== ''
const isAmong =
  (facts: Facts) =>
  ([name, among]: [string, readonly unknown[] | 'any']): boolean => {
    const said = facts[name as FactName]
    return isSaid(said) && (among === 'any' || among.includes(said))
  }
/** Each of these facts has one of these answers. */
export const areSaid = (is: FactAnswers, facts: Facts): boolean => Object.entries(is).every(isAmong(facts))
/** One of these facts has one of these answers. */
export const isAnySaid = (not: FactAnswers, facts: Facts): boolean => Object.entries(not).some(isAmong(facts))

/** The person's right to the device is shown; written down, where it is nothing that has a name. */
export const isRightShown = ({ ownership, ownershipNote }: Facts): boolean =>
  ownership === 'shown' ? isSaid(ownershipNote) : ownership !== undefined && ownership !== 'not-shown'

/** The field that takes its answer. */
export const fieldOf = (name: Asked) =>
  name === 'customer' ? 'customer' : (sheetOf(name).field ?? 'choices')

/** What asking takes, in seconds. Common practice, no source. */
const SECONDS = { device: 2, customer: 8, fetched: 60 } as const
export const secondsToAsk = (name: Asked): number =>
  SECONDS[name === 'customer' ? 'customer' : sheetOf(name).who]

/** Points to a person: it stays on the job, to go when it must forget; no list that stays repeats it. */
export const isPersonal = (name: string): boolean =>
  Object.hasOwn(FACT_SHEETS, name) && sheetOf(name as FactName).personal !== undefined

/** Facts as a history may tell them: of a personal one only that it was recorded, but for a reason. */
export function withoutPersonal(facts: { readonly [Name in FactName]?: Facts[Name] | null }): Readonly<
  Record<string, unknown>
> {
  return Object.fromEntries(
    Object.entries(facts).map(([name, value]) => [
      name,
      value !== null && isPersonal(name) && !sheetOf(name as FactName).isReason ? 'recorded' : value,
    ]),
  )
}
