import type { z } from 'zod'
import type { Complaint } from './forms.ts'

/** Who knows a fact: it is seen on the device, asked of the customer, or fetched from box, receipt or registry. */
export type WhoKnows = 'device' | 'customer' | 'fetched'

/** Answers to a question with their probabilities before it is asked. */
export type Prior<Value = string | number> = readonly (readonly [value: Value, probability: number])[]

/** Answers of other facts; `any` of one that was answered at all. */
type Answers = Readonly<Record<string, readonly string[] | 'any'>>

/** When something holds of a job, as data: every part of it must. */
export interface When<Named = Answers> {
  /** These facts have one of these answers. */
  readonly is?: Named
  /** None of these facts has one of these answers; one that was not asked has none. */
  readonly not?: Named
  /** Of a model that nobody has named, both are taken to be so. */
  readonly device?: 'cellular' | 'no-watch'
  /** Somebody will sign in after the reset: an account is on it, and not to be taken off first. */
  readonly someoneSignsIn?: true
}

/** All there is to a fact: how it is written, asked and weighed. None is a PIN, pattern, password or code, and none may become one. */
export interface Sheet<Named = Answers, Value = string | number, Name = string> {
  readonly schema: z.ZodType
  /** The field that takes it; choices where none is named. */
  readonly field?: 'model' | 'imei' | 'count' | 'text' | 'country' | 'language' | 'date'
  /** The answers that are offered, in this order. */
  readonly choices?: readonly string[]
  /** Answers of a device with a radio: where it is known to have none, nobody gives them. */
  readonly cellularOnly?: readonly Value[]
  readonly who: WhoKnows
  /** Points to a person, and in this way: it goes when the job must forget that, and no list that stays repeats it. */
  readonly personal?: 'contact' | 'imei' | 'text'
  /** Says why something was not done: the history tells it as long as it is there. */
  readonly isReason?: true
  /**
   * What a counter expects before it has asked: the chance of *yes*, also by complaint, or of each answer. Absent where
   * the answers cannot be listed. Common practice, no source; a shop's own record will replace it.
   */
  readonly prior?: number | Readonly<Record<Complaint, number>> | Prior<Value>
  /** The chance of *yes* where other answers make it another. */
  readonly priorWhere?: { readonly is: Named; readonly prior: number }
  /** Its answer may change the route, and it is asked by what that is worth. */
  readonly mayChange?: true
  /** Somebody would ask it only then. */
  readonly when?: When<Named>
  /** What must be asked before. */
  readonly after?: Name
  /** An act waits until it was asked, whatever the answer. */
  readonly isWaitedFor?: true
  /** A gate of the job stands on it, where that holds; with the answer that closes it for good. */
  readonly gate?: { readonly when?: When<Named>; readonly closes?: Value }
  /** An answer that has just brought it up: it is asked in the same breath. */
  readonly broughtUpBy?: Named
  /** No release of a carrier lock is ordered without it. */
  readonly isForTheOrder?: true
  /** It decides nothing, but is discovered after the wipe where nobody asked before. */
  readonly tooLateAfter?: When<Named>
}
