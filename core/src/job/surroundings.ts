import {
  modelById,
  type Family,
  type KeyId,
  type Model,
  type Pack,
  type Method,
  type StartState,
} from '../catalog/index.ts'
import { keysThatReset, methodsFrom } from '../method/index.ts'
import {
  deviceOnJob,
  modelOnJob,
  startTold,
  systemOf,
  versionsOnJob,
  type DeviceOnJob,
  type Facts,
  type ModelFacts,
} from '../route/index.ts'
import { runnableFamily } from '../twin/index.ts'
import type { ModelKnown } from './standing.ts'

/** What the catalogue says of the device of a job: nothing of its family where it is known by name only. */
export interface Surroundings {
  readonly model: ModelKnown | undefined
  readonly device: DeviceOnJob | undefined
  readonly family: Family | undefined
}

const UNKNOWN: Surroundings = { model: undefined, device: undefined, family: undefined }
/** The same model gives the same object, so that what was computed with it holds. */
const known = new WeakMap<Model, Map<Family | undefined, Surroundings>>()

/** @param found of this very device: keys that were tested and do nothing, and whether recovery shows already */
export function surroundingsIn(
  pack: Pack,
  facts: ModelFacts & Pick<Facts, 'keysWork' | 'complaint' | 'powersOn'>,
  { brokenKeys, isInRecovery }: FoundAtBench = { brokenKeys: [], isInRecovery: false },
): Surroundings {
  const around = surroundingsOfModel(pack, facts)
  const { device, family } = around
  if (!device || !family || (facts.keysWork !== 'no' && brokenKeys.length === 0)) return around
  // Nobody knows its system, and has seen nothing that tells it: it may be any of them.
  const families =
    systemOf(facts) === undefined && facts.behavesAsSystem === undefined
      ? versionsOnJob(pack, facts).map((version) => version.family)
      : [family]
  const from = isInRecovery ? 'in-recovery' : startTold(facts)
  return withKeys(pack, { ...around, device, family }, families, from)
}

/** What of a device the keys hang on, as far as the bench has told. */
export interface FoundAtBench {
  readonly brokenKeys: readonly KeyId[]
  readonly isInRecovery: boolean
}

const into = ({ goal }: Method): boolean => goal === 'recovery-menu'

/** What the keys lead to is worked out only where one is broken. */
const withKeysKnown = new WeakMap<Family, Map<string, Surroundings>>()

function withKeys(
  pack: Pack,
  around: Surroundings & { readonly device: DeviceOnJob; readonly family: Family },
  families: readonly Family[],
  from: StartState | 'in-recovery',
): Surroundings {
  const { device, family, model } = around
  const name = `${model?.modelId ?? ''} ${from} ${families.length}`
  const ofFamily = withKeysKnown.get(family) ?? new Map<string, Surroundings>()
  withKeysKnown.set(family, ofFamily)
  const before = ofFamily.get(name)
  if (before) return before
  const keys = families.map((one) => {
    const { machine } = runnableFamily(pack, one)
    const suffice =
      from === 'in-recovery'
        ? keysThatReset(machine, one.methods.filter(into), true)
        : keysThatReset(machine, methodsFrom(one, from), from === 'looping')
    return { all: machine.keys, suffice }
  })
  const made = { ...around, device: { ...device, keys } }
  ofFamily.set(name, made)
  return made
}

function surroundingsOfModel(pack: Pack, facts: ModelFacts): Surroundings {
  const found = modelOnJob(pack, facts)
  const model = found?.model ?? modelById(pack, facts.modelId)
  if (!model) return UNKNOWN
  const byFamily = known.get(model) ?? new Map<Family | undefined, Surroundings>()
  known.set(model, byFamily)
  const before = byFamily.get(found?.family)
  if (before) return before
  const made: Surroundings = {
    model: {
      modelId: model.id,
      familyId: found?.family.id ?? '',
      name: `${model.maker} ${model.name}`,
      modelCode: model.modelText,
      methodIds: found?.family.methods.map(({ id }) => id) ?? [],
      entriesAllowed: found?.family.carrierLock?.entriesAllowed,
    },
    device: deviceOnJob(pack, facts),
    family: found?.family,
  }
  byFamily.set(found?.family, made)
  return made
}
