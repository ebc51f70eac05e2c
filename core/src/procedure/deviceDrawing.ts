import { turned, type DeviceKind, type Family, type KeyId } from '../catalog/index.ts'
import { widthOf, type Drawing, type DrawingMark } from './drawing.ts'
import { phrases, type Locale } from './words.ts'

type DeviceKey = Family['keys'][number]

/** The device upright: width and height of its body, and how round its corners are. */
const BODY = {
  phone: { width: 120, height: 250, round: 16 },
  tablet: { width: 190, height: 250, round: 12 },
  watch: { width: 150, height: 150, round: 75 },
} as const
const LABEL_SIZE = 18
const LABEL_ROW = 22
const STRAP = { width: 70, length: 46 }
const GAP = 12
/** The room a label beside the device may take. */
const SIDE = 118

/**
 * The device as it lies in hand, with the place and the name of each key on its edge. Names that would touch are
 * moved apart and led to their key by a line.
 * @param used keys that are in use now, drawn bold
 * @param isTurned a quarter turn clockwise, as tablets are held too
 */
export function deviceDrawing(
  { keys }: Pick<Family, 'keys'>,
  kind: DeviceKind,
  locale: Locale,
  used: readonly KeyId[] = [],
  isTurned = false,
): Drawing {
  const upright = BODY[kind]
  const body = isTurned ? { width: upright.height, height: upright.width, round: upright.round } : upright
  const held = keys.map((key) => (isTurned ? turnedKey(key) : key))
  const rows = (edge: DeviceKey['edge']) => held.filter((key) => key.edge === edge)
  const words = phrases(locale)
  const nameOf = ({ id, byPlace }: DeviceKey) => byPlace ?? words.key[id]
  const strap = kind === 'watch' ? STRAP.length : 0
  const top = Math.max(strap, rows('top').length * LABEL_ROW + (rows('top').length > 0 ? GAP : 0)) + 8
  const bottom =
    Math.max(strap, rows('bottom').length * LABEL_ROW + (rows('bottom').length > 0 ? GAP : 0)) + 8
  const side = Math.max(SIDE, ...held.map((key) => widthOf(nameOf(key), LABEL_SIZE) + 30))
  const width = body.width + 2 * side
  const height = top + body.height + bottom
  const [x, y] = [side, top]
  const marks: DrawingMark[] = []
  const rect = (ink: DrawingMark['ink'], at: [number, number], size: [number, number], round = 0) =>
    marks.push({ kind: 'rect', ink, x: at[0], y: at[1], width: size[0], height: size[1], round })
  if (kind === 'watch')
    for (const from of [y - strap, y + body.height - 8])
      rect('body', [x + (body.width - STRAP.width) / 2, from], [STRAP.width, strap + 8])
  rect('body', [x, y], [body.width, body.height], body.round)
  rect('screen', [x + 8, y + 8], [body.width - 16, body.height - 16], Math.max(2, body.round - 8))

  for (const edge of ['left', 'right', 'top', 'bottom'] as const) {
    const ones = rows(edge).map((key) => ({ key, ...placeOf(key, kind, body, x, y) }))
    const isBeside = edge === 'left' || edge === 'right'
    const sorted = [...ones].sort((a, b) => (isBeside ? a.cy - b.cy : a.cx - b.cx))
    let lastY = Number.NEGATIVE_INFINITY
    for (const [n, { key, cx, cy }] of sorted.entries()) {
      const isUsed = used.includes(key.id)
      rect(
        isUsed ? 'used-key' : 'key',
        isBeside ? [cx - 4, cy - 11] : [cx - 13, cy - 4],
        isBeside ? [8, 22] : [26, 8],
        3,
      )
      const name = nameOf(key)
      const word = (wx: number, wy: number, anchor: 'start' | 'end') =>
        marks.push({
          kind: 'text',
          ink: 'word',
          x: wx,
          y: wy,
          size: LABEL_SIZE,
          bold: isUsed,
          anchor,
          text: name,
        })
      if (isBeside) {
        const out = edge === 'left' ? -1 : 1
        const wy = Math.max(cy + 6, lastY + LABEL_ROW)
        lastY = wy
        if (wy !== cy + 6)
          marks.push({
            kind: 'line',
            ink: 'passing-cue',
            x1: cx + out * 5,
            y1: cy,
            x2: cx + out * 13,
            y2: wy - 6,
          })
        word(cx + out * 16, wy, edge === 'left' ? 'end' : 'start')
      } else {
        const isTop = edge === 'top'
        // The key furthest left has its name furthest out, so that no leading line crosses a name.
        const row = sorted.length - n
        const wy = isTop ? cy - GAP - (row - 1) * LABEL_ROW : cy + GAP + 12 + (row - 1) * LABEL_ROW
        marks.push({
          kind: 'line',
          ink: 'passing-cue',
          x1: cx,
          y1: isTop ? cy - 5 : cy + 5,
          x2: cx,
          y2: isTop ? wy - 6 : wy - 4,
        })
        word(cx + 6, wy, 'start')
      }
    }
  }
  return { width, height, marks }
}

function placeOf(
  { edge, at }: DeviceKey,
  kind: DeviceKind,
  body: { readonly width: number; readonly height: number },
  x: number,
  y: number,
): { cx: number; cy: number } {
  const along = { cx: x + at * body.width, cy: y + at * body.height }
  // A watch is round: its keys sit on the circle.
  const radius = body.width / 2
  const inset = kind === 'watch' ? radius - Math.sqrt(radius ** 2 - ((at - 0.5) * body.width) ** 2) : 0
  switch (edge) {
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
