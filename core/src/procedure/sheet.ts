import type { Family, Procedure } from '../catalog/index.ts'
import { USUAL_SITUATION, type Machine } from '../twin/index.ts'
import { keyChart, type KeyChart } from './keyChart.ts'
import { wayToWipe, type MenuLine } from './menuLine.ts'
import { cannotBeDone, prove, whyNotVerified, type NotVerified, type Proof } from './proof.ts'
import { whereRecoveryOpens } from './recoveryPlaces.ts'

/** A procedure as it is read: its chart, and why it is not verified where it is not. */
export interface ProcedureSheet {
  readonly procedure: Procedure
  readonly notVerified?: NotVerified | undefined
  /** Absent where the steps cannot be done on the family's machine at all. */
  readonly proof?: Proof | undefined
  readonly chart?: KeyChart | undefined
}

/** Everything that is read off one procedure's proof. Never throws: what cannot be done is said in `notVerified`. */
export function procedureSheet(machine: Machine, procedure: Procedure): ProcedureSheet {
  try {
    const proof = prove(machine, procedure, USUAL_SITUATION)
    const chart = keyChart(machine, procedure, proof)
    return {
      procedure,
      notVerified: whyNotVerified(machine, procedure, proof),
      proof,
      chart,
    }
  } catch (error) {
    return { procedure, notVerified: cannotBeDone(error) }
  }
}

/** All of a family's procedures as they are read, in its order. */
export function familySheets(machine: Machine, family: Family): readonly ProcedureSheet[] {
  return family.procedures.map((procedure) => procedureSheet(machine, procedure))
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
