import type { Family, Procedure } from '../catalog/index.ts'
import { USUAL_SITUATION, type Machine } from '../twin/index.ts'
import { keyChart, type KeyChart } from './keyChart.ts'
import { wayToWipe, type MenuLine } from './menuLine.ts'
import { cannotBeDone, prove, whyNotProven, type Proof } from './proof.ts'
import { whereRecoveryOpens } from './recoveryPlaces.ts'
import { stepWords, type Locale } from './words.ts'

/** A procedure as it is read: its chart and its words, and why it is not proven where it is not. */
export interface ProcedureSheet {
  readonly procedure: Procedure
  readonly notProven?: string | undefined
  /** Absent where the steps cannot be done on the family's machine at all. */
  readonly proof?: Proof | undefined
  readonly chart?: KeyChart | undefined
  readonly lines: readonly string[]
}

/** Everything that is read off one procedure's proof. Never throws: what cannot be done is said in `notProven`. */
export function procedureSheet(machine: Machine, procedure: Procedure, locale: Locale): ProcedureSheet {
  try {
    const proof = prove(machine, procedure, USUAL_SITUATION)
    const chart = keyChart(machine, procedure, proof)
    return {
      procedure,
      notProven: whyNotProven(machine, procedure, proof),
      proof,
      chart,
      lines: stepWords(procedure, chart, locale),
    }
  } catch (error) {
    return { procedure, notProven: cannotBeDone(procedure, error), lines: [] }
  }
}

/** All of a family's procedures as they are read, in its order. */
export function familySheets(machine: Machine, family: Family, locale: Locale): readonly ProcedureSheet[] {
  return family.procedures.map((procedure) => procedureSheet(machine, procedure, locale))
}

/** From where recovery opens to the wipe. */
export function wipeFromRecovery(
  machine: Machine,
  family: Pick<Family, 'procedures'>,
): { readonly from: number; readonly way: MenuLine } | undefined {
  const from = whereRecoveryOpens(machine, family, USUAL_SITUATION)
  const way = from === undefined ? undefined : wayToWipe(machine, from, USUAL_SITUATION)
  return from === undefined || !way ? undefined : { from, way }
}
