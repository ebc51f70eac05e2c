import type { Family, Fragment, Method, StartState } from '@benevox/core/catalog'
import {
  adviceOf,
  changesOf,
  diagnose,
  familyChances,
  Knowledge,
  nameOfMethod,
  nextThings,
  tellingFamiliesApart,
  type Advice,
  type Correction,
  type FamilyChance,
  type Findings,
  type NextOptions,
  type NextThing,
  type StepChange,
  type AttemptMade,
} from '@benevox/core/diagnosis'
import { methodSheet, type KeyChart } from '@benevox/core/method'
import { runnableFamily } from '@benevox/core/twin'
import { expose } from 'comlink'
import { LRUCache } from 'lru-cache'

export interface AskedFor {
  readonly fragments: readonly Fragment[]
  readonly families: readonly Family[]
  readonly start: StartState
}

export interface Diagnosed {
  readonly causes: readonly { readonly correction: Correction; readonly chance: number }[]
  readonly things: readonly {
    readonly thing: NextThing
    readonly advice: Advice
    readonly changes: readonly StepChange[]
  }[]
  /** The last attempt, which the advice is about. */
  readonly last?: { readonly method: Method; readonly chart: KeyChart } | undefined
  readonly families: readonly FamilyChance[]
  /** Ways by how well they tell the families apart, in bits. */
  readonly telling: readonly {
    readonly methodId: string
    readonly familyId: string
    readonly bits: number
  }[]
}

const MOST_THINGS = 5
const known = new LRUCache<string, Knowledge>({ max: 8 })

function knowledgeOf({ fragments, families, start }: AskedFor): Knowledge {
  const name = JSON.stringify([start, families, fragments])
  const before = known.get(name)
  if (before) return before
  const made = new Knowledge(
    families.map((family) => ({
      family,
      machine: runnableFamily({ fragments: [...fragments] }, family).machine,
      prior: 1 / families.length,
    })),
    start,
  )
  known.set(name, made)
  return made
}

/** Why attempts fail, by twins, beside the interface. */
const api = {
  warm(asked: AskedFor): void {
    knowledgeOf(asked).warm()
  },

  diagnose(
    asked: AskedFor,
    attempts: readonly AttemptMade[],
    findings: Findings,
    options: NextOptions,
  ): Diagnosed {
    const knowledge = knowledgeOf(asked)
    const { causes, belief } = diagnose(knowledge, attempts, findings)
    const things = nextThings(knowledge, belief, attempts, findings, options).slice(0, MOST_THINGS)
    const last = attempts.at(-1)
    const isOfLast = (one: Method) => last !== undefined && nameOfMethod(one) === nameOfMethod(last.method)
    const of = knowledge.families.find(({ family }) => family.methods.some(isOfLast)) ?? knowledge.families[0]
    const chart = last && of ? methodSheet(of.machine, last.method).chart : undefined
    return {
      causes:
        last && chart
          ? causes.slice(0, MOST_THINGS).map(({ correction, chance }) => ({ correction, chance }))
          : [],
      things: things.map((thing) => ({
        thing,
        advice: adviceOf(thing, causes, attempts),
        changes: changesOf(thing, causes, attempts),
      })),
      last: last && chart && { method: last.method, chart },
      families: familyChances(belief),
      telling:
        knowledge.families.length > 1
          ? tellingFamiliesApart(knowledge, belief)
              .slice(0, MOST_THINGS)
              .map(({ way, bits }) => ({ methodId: way.method.id, familyId: way.familyId, bits }))
          : [],
    }
  },
}
export type DiagnosisWorker = typeof api
expose(api)
