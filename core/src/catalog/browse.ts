import type { Family, Model, Pack } from './pack.ts'
import { edge, type DeviceKind, type Edge, type KeyId, type PortKind } from './vocabulary.ts'

/** What can be said of a device that is not known: what is absent was not looked at. */
export interface Look {
  readonly maker?: string | undefined
  readonly kind?: DeviceKind | undefined
  /** Keys that are at hand; others may be there too. */
  readonly keys?: readonly KeyId[] | undefined
  /** How many keys sit on an edge, for each edge that was looked at. */
  readonly onEdge?: Readonly<Partial<Record<Edge, number>>> | undefined
  readonly port?: PortKind | undefined
  /** Years it may be from, both included. */
  readonly years?: { readonly from: number; readonly to: number } | undefined
}

/** A family that fits, with those of its models that do; one whose port or year is not known fits any. */
export interface FittingFamily {
  readonly family: Family
  readonly models: readonly Model[]
}

/** The families that fit what is known of a device, those with the most fitting models first. */
export function fittingFamilies(
  pack: Pick<Pack, 'families' | 'models'>,
  look: Look,
): readonly FittingFamily[] {
  const ofFamily = new Map<string, Model[]>()
  for (const model of pack.models)
    for (const id of new Set([model.family, ...(model.updates ?? []).map(({ family }) => family)]))
      if (id !== undefined) ofFamily.set(id, [...(ofFamily.get(id) ?? []), model])
  return pack.families
    .flatMap((family): FittingFamily[] => {
      const own = ofFamily.get(family.id) ?? []
      const models = own.filter((model) => modelFits(model, look))
      const asksForModels = look.maker !== undefined || look.port !== undefined || look.years !== undefined
      const mayFit = models.length > 0 || (own.length === 0 && !asksForModels && kindFits(family, look))
      return mayFit && keysFit(family, look) ? [{ family, models }] : []
    })
    .sort((a, b) => b.models.length - a.models.length)
}

function kindFits({ kind }: { readonly kind: DeviceKind }, look: Look): boolean {
  return look.kind === undefined || look.kind === kind
}

function modelFits(model: Model, look: Look): boolean {
  return (
    kindFits(model, look) &&
    (look.maker === undefined || look.maker === model.maker) &&
    (look.port === undefined || model.port === undefined || look.port === model.port) &&
    (look.years === undefined ||
      model.year === undefined ||
      (look.years.from <= model.year && model.year <= look.years.to))
  )
}

/** A tablet or a watch may be held turned; the edges then go round with it. */
function keysFit(family: Family, { keys = [], onEdge = {} }: Look): boolean {
  const has = new Set(family.keys.map(({ id }) => id))
  if (!keys.every((key) => has.has(key))) return false
  const turns = family.kind === 'phone' ? [0] : [0, 1, 2, 3]
  return turns.some((turn) =>
    edge.options.every(
      (side) =>
        onEdge[side] === undefined ||
        onEdge[side] === family.keys.filter((key) => turned(key.edge, turn) === side).length,
    ),
  )
}

const ROUND: readonly Edge[] = ['top', 'right', 'bottom', 'left']

/** The edge that an edge of the upright device becomes after so many quarter turns clockwise. */
export function turned(from: Edge, quarterTurns: number): Edge {
  return ROUND[(ROUND.indexOf(from) + quarterTurns) % ROUND.length] ?? from
}
