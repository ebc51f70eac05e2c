import { isRightShown, type DeviceOnJob, type FactName, type Facts, type Progress } from './facts.ts'
import type { AgreementState, DeletionCovered } from './terms.ts'

/** What must hold before something irreversible, and before orders that answer for a device. */
export const GATES = [
  'no-hazard',
  'not-reported',
  'theirs',
  'not-work-managed',
  'no-legal-matter',
  'ownership',
  'account-question',
  'agreement',
  'battery',
  'right-device',
  'proof-of-purchase',
  'same-model',
] as const
export type GateId = (typeof GATES)[number]

/**
 * Gates that a supervisor may open with a recorded reason: the administrator has agreed, the authority has released the
 * device, the customer is known to the shop. A report, a hazard, a missing agreement and the device in hand are
 * opened by nobody's word.
 */
export const SUPERVISOR_MAY_OPEN: readonly GateId[] = ['not-work-managed', 'no-legal-matter', 'ownership']

export interface Gate {
  readonly id: GateId
  readonly state: 'open' | 'closed' | 'closed-for-good'
  /** The facts it stands on. */
  readonly facts: readonly FactName[]
  /** Opened by a recorded reason, not by an answer. */
  readonly byReason: boolean
  /** Why an agreement that is in force does not open this gate. */
  readonly because?: 'agreement-keeps-data' | 'gentler-first' | undefined
}

/**
 * Gates before a release of the account lock is ordered: a clean answer of the registry, their right, its proof, and a
 * report that speaks of the device in hand.
 */
export function gatesOfAnAccountRelease(
  facts: Facts,
  progress: Pick<Progress, 'openedGates'>,
): readonly Gate[] {
  const { registryAnswer: said } = facts
  return [
    gate('not-reported', said === 'clean' ? 'open' : said === 'reported' ? 'closed-for-good' : 'closed', [
      'registryAnswer',
      'imei',
    ]),
    ownershipGate(facts, progress),
    gate('proof-of-purchase', facts.proofOfPurchase === 'yes' ? 'open' : 'closed', ['proofOfPurchase']),
    gate('same-model', sameModel(facts.reportModel), ['reportModel', 'imei', 'modelId']),
  ]
}

/** Gates of the whole job: closed for good, they refuse it, whatever it would be worth. */
export function gatesOfTheJob(facts: Facts, progress: Pick<Progress, 'openedGates'>): readonly Gate[] {
  return opened(progress, [
    ...(isOrderFromAfar(facts) ? [] : [hazardGate(facts)]),
    registryGate(facts),
    gate('theirs', theirs(facts.whose), ['whose']),
    stopGate('not-work-managed', facts.workManaged, 'workManaged'),
    stopGate('no-legal-matter', facts.legalMatter, 'legalMatter'),
  ])
}

/**
 * Gates before the point of no return.
 * @param covers whether the agreement in force lets something be deleted now
 */
export function gatesOfTheWipe(
  facts: Facts,
  progress: Progress,
  agreement: AgreementState,
  covers: DeletionCovered = 'covered',
): readonly Gate[] {
  return [
    // Whoever would wipe it has it in hand, whatever was said on the telephone.
    ...(isOrderFromAfar(facts) ? [hazardGate(facts)] : []),
    ...gatesOfTheJob(facts, progress),
    ownershipGate(facts, progress),
    gate('account-question', facts.accountOnDevice === undefined ? 'closed' : 'open', ['accountOnDevice']),
    agreementGate(agreement, covers),
    gate(
      'battery',
      facts.battery === 'at-least-20' || facts.battery === 'external-power' ? 'open' : 'closed',
      ['battery'],
    ),
    gate('right-device', progress.rightDeviceConfirmed ? 'open' : 'closed', []),
  ]
}

/** Gates before an order at a carrier or supplier: no answer of the registry is not *clean*. */
export function gatesOfAnOrder(
  facts: Facts,
  device: DeviceOnJob | undefined,
  progress: Pick<Progress, 'openedGates'>,
): readonly Gate[] {
  const registry =
    facts.registryAnswer === 'clean'
      ? 'open'
      : facts.registryAnswer === 'reported'
        ? 'closed-for-good'
        : 'closed'
  return [
    gate('not-reported', device && !device.cellular ? 'closed-for-good' : registry, [
      'registryAnswer',
      'imei',
    ]),
    ownershipGate(facts, progress),
  ]
}

/** The gates as they stand once those that a supervisor has opened are open; others stay, whatever was recorded. */
function opened({ openedGates }: Pick<Progress, 'openedGates'>, gates: readonly Gate[]): readonly Gate[] {
  return gates.map((one) =>
    one.state !== 'open' && openedGates.includes(one.id) && SUPERVISOR_MAY_OPEN.includes(one.id)
      ? { ...one, state: 'open', byReason: true }
      : one,
  )
}

/** A carrier order on the telephone: the device stays with its owner, and nobody here touches it. */
export const isOrderFromAfar = ({ deviceHere, complaint }: Facts): boolean =>
  deviceHere === 'no' && complaint === 'carrier-lock-only'

export function agreementGate(agreement: AgreementState, covers: DeletionCovered = 'covered'): Gate {
  if (agreement !== 'given')
    return gate('agreement', agreement === 'refused' ? 'closed-for-good' : 'closed', [])
  return covers === 'covered'
    ? gate('agreement', 'open', [])
    : { ...gate('agreement', 'closed', []), because: covers }
}

/** Another model under this IMEI: one of the two was read wrong, or the device is not what it says it is. */
function sameModel(named: Facts['reportModel']): Gate['state'] {
  if (named === undefined) return 'closed'
  return named === 'same' ? 'open' : 'closed-for-good'
}

function hazardGate({ hazard }: Facts): Gate {
  return gate('no-hazard', hazard === 'none' ? 'open' : hazard === undefined ? 'closed' : 'closed-for-good', [
    'hazard',
  ])
}

function theirs(whose: Facts['whose']): Gate['state'] {
  switch (whose) {
    case 'own':
    case 'childs-guardian-here':
      return 'open'
    case 'somebody-elses':
      return 'closed-for-good'
    case 'childs-no-guardian':
    case undefined:
      return 'closed'
  }
}

/** The person's right to the device, shown and written down, or answered for by a supervisor. */
export function ownershipGate(facts: Facts, progress: Pick<Progress, 'openedGates'>): Gate {
  const [one] = opened(progress, [
    gate('ownership', isRightShown(facts) ? 'open' : 'closed', ['ownership', 'ownershipNote']),
  ])
  return one as Gate
}

/**
 * The registry's gate for the wipe: a report closes it for good; without an answer, or with no IMEI to ask
 * with, a recorded reason opens it.
 */
function registryGate(facts: Facts): Gate {
  if (facts.registryAnswer === 'clean') return gate('not-reported', 'open', ['registryAnswer'])
  if (facts.registryAnswer === 'reported') return gate('not-reported', 'closed-for-good', ['registryAnswer'])
  const byReason = Boolean(facts.registryReason)
  return {
    id: 'not-reported',
    state: byReason ? 'open' : 'closed',
    facts: ['registryAnswer', 'registryReason', 'imei'],
    byReason,
  }
}

function stopGate(id: GateId, said: Facts['workManaged'], fact: FactName): Gate {
  return gate(id, said === 'yes' ? 'closed-for-good' : said === undefined ? 'closed' : 'open', [fact])
}

function gate(id: GateId, state: Gate['state'], facts: readonly FactName[]): Gate {
  return { id, state, facts, byReason: false }
}
