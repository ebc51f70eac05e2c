import type { Family, Method } from '../catalog/index.ts'
import { USUAL_SITUATION, type Machine } from '../twin/index.ts'
import { keyChart, type KeyChart } from './keyChart.ts'
import { wayToWipe, type MenuLine } from './menuLine.ts'
import { cannotBeDone, prove, whyNotVerified, type NotVerified, type Proof } from './proof.ts'
import { whereRecoveryOpens } from './recoveryPlaces.ts'

/** A method as it is read: its chart, and why it is not verified where it is not. */
export interface MethodSheet {
  readonly method: Method
  readonly notVerified?: NotVerified | undefined
  /** Absent where the steps cannot be done on the family's machine at all. */
  readonly proof?: Proof | undefined
  readonly chart?: KeyChart | undefined
}

/** Everything that is read off one method's proof. Never throws: what cannot be done is said in `notVerified`. */
export function methodSheet(machine: Machine, method: Method): MethodSheet {
  try {
    const proof = prove(machine, method, USUAL_SITUATION)
    const chart = keyChart(machine, method, proof)
    return {
      method,
      notVerified: whyNotVerified(machine, method, proof),
      proof,
      chart,
    }
  } catch (error) {
    return { method, notVerified: cannotBeDone(error) }
  }
}

/** All of a family's methods as they are read, in its order. */
export function familySheets(machine: Machine, family: Family): readonly MethodSheet[] {
  return family.methods.map((method) => methodSheet(machine, method))
}

/** From where recovery opens to the wipe. */
export function wipeFromRecovery(
  machine: Machine,
  family: Pick<Family, 'methods'>,
): { readonly from: number; readonly way: MenuLine } | undefined {
  const from = whereRecoveryOpens(machine, family, USUAL_SITUATION)
  const way = from === undefined ? undefined : wayToWipe(machine, from, USUAL_SITUATION)
  return from === undefined || !way ? undefined : { from, way }
}
