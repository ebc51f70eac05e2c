import type { DeviceOnJob, FactName, Facts, Progress } from './facts.ts'

/** What must hold before something irreversible, and before orders that answer for a device. */
export type GateId =
  | 'no-hazard'
  | 'not-reported'
  | 'not-work-managed'
  | 'no-legal-matter'
  | 'ownership'
  | 'account-question'
  | 'consent'
  | 'battery'
  | 'right-device'

export interface Gate {
  readonly id: GateId
  readonly state: 'open' | 'closed' | 'closed-for-good'
  /** The facts it stands on. */
  readonly facts: readonly FactName[]
  /** Opened by a recorded reason, not by an answer. */
  readonly byReason: boolean
}

/** Gates of the whole job: closed for good, they refuse it, whatever it would be worth. */
export function gatesOfTheJob(facts: Facts): readonly Gate[] {
  return [
    gate(
      'no-hazard',
      facts.hazard === 'none' ? 'open' : facts.hazard === undefined ? 'closed' : 'closed-for-good',
      ['hazard'],
    ),
    registryGate(facts),
    stopGate('not-work-managed', facts.workManaged, 'workManaged'),
    stopGate('no-legal-matter', facts.legalMatter, 'legalMatter'),
  ]
}

/** Gates before the point of no return. */
export function gatesOfTheWipe(facts: Facts, progress: Progress): readonly Gate[] {
  return [
    ...gatesOfTheJob(facts),
    gate('ownership', facts.ownership === 'shown' && Boolean(facts.ownershipNote) ? 'open' : 'closed', [
      'ownership',
      'ownershipNote',
    ]),
    gate('account-question', facts.accountOnDevice === undefined ? 'closed' : 'open', ['accountOnDevice']),
    gate(
      'consent',
      facts.consent === 'given' ? 'open' : facts.consent === 'refused' ? 'closed-for-good' : 'closed',
      ['consent'],
    ),
    gate(
      'battery',
      facts.battery === 'at-least-20' || facts.battery === 'external-power' ? 'open' : 'closed',
      ['battery'],
    ),
    gate('right-device', progress.rightDeviceConfirmed ? 'open' : 'closed', []),
  ]
}

/** Gates before an order at a carrier or supplier: no answer of the registry is not *clean*. */
export function gatesOfAnOrder(facts: Facts, device: DeviceOnJob | undefined): readonly Gate[] {
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
    gate('ownership', facts.ownership === 'shown' && Boolean(facts.ownershipNote) ? 'open' : 'closed', [
      'ownership',
      'ownershipNote',
    ]),
  ]
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
