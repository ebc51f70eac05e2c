import { graphlib, layout } from '@dagrejs/dagre'
import type { ComposedFamily, Family } from '@benevox/core/catalog'

/** A screen of the family's own, a menu of its own, or a shared part as a whole. Places in pixels, from the top left. */
interface MapBox {
  readonly name: string
  readonly kind: 'state' | 'menu' | 'part'
  readonly x: number
  readonly y: number
  readonly width: number
}
export interface MachineMap {
  readonly boxes: readonly MapBox[]
  /** Which box leads to which, as the points of a line. */
  readonly lines: readonly { readonly from: string; readonly to: string; readonly points: string }[]
  readonly width: number
  readonly height: number
}

export const BOX_HEIGHT = 34
const LETTER = 8
/** As wide as its name, with the sign of a start. */
const widthOf = (name: string) => Math.max(60, name.length * LETTER + 30)

/** What belongs into which box: a family's own state or menu is one by itself, the rest goes with its part. */
export function boxOf(family: Pick<Family, 'states' | 'menus'>, place: string): string {
  const [name = place] = place.split('@')
  return Object.hasOwn(family.states, name) || Object.hasOwn(family.menus, name)
    ? name
    : (name.split('.')[0] ?? name)
}

/** The family's machine as a map: what it shows, and what leads where. */
export function machineMap(family: Family, { states, menus }: ComposedFamily): MachineMap {
  const graph = new graphlib.Graph()
  graph.setGraph({ rankdir: 'TB', nodesep: 10, ranksep: 24, marginx: 4, marginy: 4 })
  const shared = new Set([...states.keys(), ...menus.keys()].map((name) => boxOf(family, name)))
  const kinds = new Map<string, MapBox['kind']>([
    // A part of which everything is the family's own has no box.
    ...family.compose.flatMap(({ as }) => (shared.has(as) ? [[as, 'part'] as const] : [])),
    ...Object.keys(family.states).map((name) => [name, 'state'] as const),
    ...Object.keys(family.menus).map((name) => [name, 'menu'] as const),
  ])
  for (const name of kinds.keys()) graph.setNode(name, { width: widthOf(name), height: BOX_HEIGHT })
  const leads = (from: string, to: string) => {
    const [here, there] = [boxOf(family, from), boxOf(family, to)]
    if (here !== there && kinds.has(here) && kinds.has(there)) graph.setEdge(here, there, {})
  }
  for (const [name, { transitions }] of states) for (const { to } of transitions) leads(name, to)
  for (const [name, { items, transitions }] of menus)
    for (const { to } of [...items, ...transitions]) leads(name, to)
  layout(graph)
  const { width = 0, height = 0 } = graph.graph() as { width?: number; height?: number }
  const pointsOf = (edge: ReturnType<typeof graph.edges>[number]) =>
    (graph.edge(edge.v, edge.w) as { points?: readonly { x: number; y: number }[] }).points ?? []
  // A line may go round further out than any box.
  const farthest = Math.max(width, ...graph.edges().flatMap((edge) => pointsOf(edge).map(({ x }) => x + 4)))
  return {
    boxes: [...kinds].map(([name, kind]) => {
      const { x = 0, y = 0 } = graph.node(name) as { x?: number; y?: number }
      const width = widthOf(name)
      return { name, kind, x: x - width / 2, y: y - BOX_HEIGHT / 2, width }
    }),
    lines: graph.edges().map((edge) => ({
      from: edge.v,
      to: edge.w,
      points: pointsOf(edge)
        .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
        .join(' '),
    })),
    width: farthest,
    height,
  }
}
