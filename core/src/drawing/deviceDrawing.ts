import {
  edge,
  turned,
  type Cue,
  type DeviceKind,
  type Edge,
  type Family,
  type KeyId,
} from '../catalog/index.ts'
import { widthOf, type Drawing, type DrawingMark } from './drawing.ts'
import type { DrawnNames } from './chartDrawing.ts'
import { screenFormOf, signOn, type LooksOf, type ScreenForm } from './screenDrawing.ts'

type DeviceKey = Family['keys'][number]

/** The device upright: width and height of its body, and how round its corners are. */
const BODY: Readonly<
  Record<Exclude<ScreenForm, 'tablet-turned'>, { width: number; height: number; round: number }>
> = {
  phone: { width: 120, height: 250, round: 16 },
  foldable: { width: 200, height: 230, round: 14 },
  tablet: { width: 190, height: 250, round: 12 },
  watch: { width: 150, height: 150, round: 75 },
  'square-watch': { width: 138, height: 150, round: 32 },
}
const LABEL_SIZE = 18
const LABEL_ROW = 22
const STRAP = { width: 70, length: 46 }
const GAP = 12
const MARGIN = 16
/** Letters of a name beside the device before it goes on in a second line. */
const LONGEST_LINE = 16

/** A key where it is drawn, with its name. */
interface PlacedKey {
  readonly key: DeviceKey
  readonly name: string
  readonly isUsed: boolean
  readonly x: number
  readonly y: number
}

/** What is drawn of a device beside its body and keys. */
interface DeviceShown {
  /** Keys that are in use now, drawn bold. */
  readonly used?: readonly KeyId[] | undefined
  /** A quarter turn clockwise, as tablets are held too. */
  readonly isTurned?: boolean | undefined
  /** A sign that its screen is drawn with. */
  readonly shows?: Cue | undefined
  readonly slide?: Slide | undefined
}
/** A finger goes from one key to another without leaving the edge. */
export interface Slide {
  readonly from: KeyId
  readonly to: KeyId
  /** It is only to come: drawn in dashes. */
  readonly isToCome?: boolean | undefined
}

/**
 * The device as it lies in hand, with the place and the name of each key on its edge. Names that would touch are
 * moved apart and led to their key by a line.
 * @param names absent: without names
 */
export function deviceDrawing(
  { keys, ...looks }: Pick<Family, 'keys'> & LooksOf,
  kind: DeviceKind,
  names: Pick<DrawnNames, 'key'> | undefined,
  { used = [], isTurned = false, shows, slide }: DeviceShown = {},
): Drawing {
  const form = screenFormOf(kind, looks)
  const { width, height, round } = BODY[form === 'tablet-turned' ? 'tablet' : form]
  const body = isTurned ? { width: height, height: width } : { width, height }
  const held = keys.map((key) => (isTurned ? turnedKey(key) : key))
  const nameOf = ({ id, byPlace }: DeviceKey) => byPlace ?? names?.key(id) ?? ''
  const room = names ? roomForNames(held, nameOf, body.width) : NO_ROOM
  const strap = kind === 'watch' ? STRAP.length : 0
  const x = room.left + MARGIN
  const y = Math.max(strap, room.top) + 8
  const marks: DrawingMark[] = []
  const strapX = x + (body.width - STRAP.width) / 2
  if (kind === 'watch')
    for (const from of [y - strap, y + body.height - 8])
      marks.push({ kind: 'rect', ink: 'body', x: strapX, y: from, width: STRAP.width, height: strap + 8 })
  const glass = {
    x: x + 8,
    y: y + 8,
    width: body.width - 16,
    height: body.height - 16,
    round: Math.max(2, round - 8),
  }
  marks.push(
    { kind: 'rect', ink: 'body', x, y, ...body, round },
    ...(shows
      ? signOn(shows, glass, kind === 'watch' ? 0.62 : 0.7)
      : [{ kind: 'rect', ink: 'screen', ...glass } as const]),
  )
  if (form === 'foldable') {
    const [from, to] = isTurned
      ? [
          { x: glass.x, y: y + body.height / 2 },
          { x: glass.x + glass.width, y: y + body.height / 2 },
        ]
      : [
          { x: x + body.width / 2, y: glass.y },
          { x: x + body.width / 2, y: glass.y + glass.height },
        ]
    marks.push({ kind: 'line', ink: 'fold', x1: from.x, y1: from.y, x2: to.x, y2: to.y })
  }
  for (const side of edge.options) {
    const isBeside = side === 'left' || side === 'right'
    const ones = held
      .filter((key) => key.edge === side)
      .map((key): PlacedKey => {
        const { cx, cy } = placeOf(key, form, body, x, y)
        return { key, name: nameOf(key), isUsed: used.includes(key.id), x: cx, y: cy }
      })
      .sort((a, b) => (isBeside ? a.y - b.y : a.x - b.x))
    marks.push(...ones.map((one) => keyMark(one, isBeside)))
    if (names) marks.push(...(isBeside ? namesBeside(ones, side) : namesOutside(ones, side)))
  }
  const [begin, end] = [slide?.from, slide?.to].map((id) => held.find((key) => key.id === id))
  if (begin && end)
    marks.push(
      ...fingerPath(
        [begin, end].map((key) => {
          const { cx, cy } = placeOf(key, form, body, x, y)
          return inward(key.edge, cx, cy)
        }),
        slide?.isToCome ?? false,
      ),
    )
  // Names moved apart may reach below the body.
  const lowest = Math.max(0, ...marks.map((mark) => (mark.kind === 'text' ? mark.y + 6 : 0)))
  return {
    width: x + body.width + room.right + MARGIN,
    height: Math.max(lowest, y + body.height + Math.max(strap, room.bottom) + 8),
    marks,
  }
}

/** How far inside the edge a finger’s path is drawn. */
const FINGER = 22
const inward = (side: Edge, x: number, y: number): readonly [x: number, y: number] => {
  const [dx, dy] = { left: [1, 0], right: [-1, 0], top: [0, 1], bottom: [0, -1] }[side] as [number, number]
  return [x + dx * FINGER, y + dy * FINGER]
}
/** From where a finger begins to where it ends, with a point there. */
function fingerPath(points: readonly Point[], isToCome: boolean): DrawingMark[] {
  const [from, to] = points
  if (!from || !to) return []
  const angle = Math.atan2(to[1] - from[1], to[0] - from[0])
  const barb = (turn: number) =>
    [to[0] - 11 * Math.cos(angle + turn), to[1] - 11 * Math.sin(angle + turn)] as const
  return [
    { kind: 'circle', ink: 'wave', cx: from[0], cy: from[1], r: 5, filled: !isToCome, stroke: 2 },
    ...(isToCome ? dashes(from, to) : [[from, to] as const]).map((stroke): DrawingMark => ({
      kind: 'path',
      ink: 'wave',
      points: stroke,
    })),
    { kind: 'path', ink: 'wave', points: [barb(0.5), to, barb(-0.5)] },
  ]
}

/** Short strokes along a line, as long as the gaps between them. */
function dashes(from: Point, to: Point): readonly (readonly [Point, Point])[] {
  const count = Math.max(2, Math.round(Math.hypot(to[0] - from[0], to[1] - from[1]) / (2 * DASH)))
  const at = (share: number): Point => [
    from[0] + (to[0] - from[0]) * share,
    from[1] + (to[1] - from[1]) * share,
  ]
  return Array.from({ length: count }, (_, n) => [at((n + 0.5) / count), at((n + 1) / count)] as const)
}
const DASH = 4
type Point = readonly [x: number, y: number]

interface Room {
  readonly left: number
  readonly right: number
  readonly top: number
  readonly bottom: number
}
const NO_ROOM: Room = { left: 0, right: 0, top: 0, bottom: 0 }

/** The room that the names of the keys take around the body. */
function roomForNames(
  keys: readonly DeviceKey[],
  nameOf: (key: DeviceKey) => string,
  bodyWidth: number,
): Room {
  const on = (side: Edge) => keys.filter((key) => key.edge === side)
  const widest = (side: Edge) =>
    Math.max(
      0,
      ...on(side).flatMap((key) => inLines(nameOf(key)).map((line) => widthOf(line, LABEL_SIZE) + MARGIN)),
    )
  const rows = (side: Edge) => (on(side).length > 0 ? on(side).length * LABEL_ROW + GAP : 0)
  const beyond = [...on('top'), ...on('bottom')].map(
    (key) => widthOf(nameOf(key), LABEL_SIZE) + 8 - (1 - key.at) * bodyWidth,
  )
  return {
    left: widest('left'),
    right: Math.max(widest('right'), ...beyond),
    top: rows('top'),
    bottom: rows('bottom'),
  }
}

function keyMark({ key, isUsed, x, y }: PlacedKey, isBeside: boolean): DrawingMark {
  const [width, height] = isBeside ? [8, 22] : [26, 8]
  const ink = isUsed ? 'used-key' : 'key'
  return { kind: 'rect', ink, x: x - width / 2, y: y - height / 2, width, height, round: 3, key: key.id }
}

/** Names left or right of the body, each beside its key, or as near as the one above leaves room. */
function namesBeside(keys: readonly PlacedKey[], side: 'left' | 'right'): DrawingMark[] {
  const out = side === 'left' ? -1 : 1
  let lastY = Number.NEGATIVE_INFINITY
  return keys.flatMap((key): DrawingMark[] => {
    const besideY = key.y + 6
    const y = Math.max(besideY, lastY + LABEL_ROW)
    const lines = inLines(key.name)
    lastY = y + (lines.length - 1) * LABEL_ROW
    const names = lines.map((line, row) =>
      nameMark(
        { ...key, name: line },
        key.x + out * MARGIN,
        y + row * LABEL_ROW,
        side === 'left' ? 'end' : 'start',
      ),
    )
    return y === besideY ? names : [leading(key.x + out * 5, key.y, key.x + out * 13, y - 6), ...names]
  })
}

/** Names above or below the body, a row each; the key furthest left has its name furthest out, so that no line crosses a name. */
function namesOutside(keys: readonly PlacedKey[], side: 'top' | 'bottom'): DrawingMark[] {
  return keys.flatMap((key, index): DrawingMark[] => {
    const row = keys.length - 1 - index
    const y = side === 'top' ? key.y - GAP - row * LABEL_ROW : key.y + GAP + 12 + row * LABEL_ROW
    const line =
      side === 'top' ? leading(key.x, key.y - 5, key.x, y - 12) : leading(key.x, key.y + 5, key.x, y)
    return [line, nameMark(key, key.x + 6, y, 'start')]
  })
}

/** A long name in two lines, broken near its middle. */
function inLines(name: string): readonly string[] {
  if (name.length <= LONGEST_LINE) return [name]
  const middle = name.length / 2
  const breaks = [...name.matchAll(/ /g)].map(({ index }) => index)
  const [at] = breaks.sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle))
  return at === undefined ? [name] : [name.slice(0, at), name.slice(at + 1)]
}

function nameMark({ name, isUsed }: PlacedKey, x: number, y: number, anchor: 'start' | 'end'): DrawingMark {
  return { kind: 'text', ink: 'word', x, y, size: LABEL_SIZE, bold: isUsed, anchor, text: name }
}

const leading = (x1: number, y1: number, x2: number, y2: number): DrawingMark => ({
  kind: 'line',
  ink: 'passing-cue',
  x1,
  y1,
  x2,
  y2,
})

function placeOf(
  { edge: side, at }: DeviceKey,
  form: ScreenForm,
  body: { readonly width: number; readonly height: number },
  x: number,
  y: number,
): { cx: number; cy: number } {
  const along = { cx: x + at * body.width, cy: y + at * body.height }
  // The keys of a round watch sit on its circle.
  const radius = body.width / 2
  const inset = form === 'watch' ? radius - Math.sqrt(radius ** 2 - ((at - 0.5) * body.width) ** 2) : 0
  switch (side) {
    case 'left':
      return { cx: x - 4 + inset, cy: along.cy }
    case 'right':
      return { cx: x + body.width + 4 - inset, cy: along.cy }
    case 'top':
      return { cx: along.cx, cy: y - 4 + inset }
    case 'bottom':
      return { cx: along.cx, cy: y + body.height + 4 - inset }
  }
}

/** Where a key comes to lie after a quarter turn clockwise. */
function turnedKey(key: DeviceKey): DeviceKey {
  const isUpright = key.edge === 'left' || key.edge === 'right'
  return { ...key, edge: turned(key.edge, 1), at: isUpright ? 1 - key.at : key.at }
}
