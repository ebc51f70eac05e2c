import type { Buzz, Cue, DeviceKind, Family, ScreenKind } from '../catalog/index.ts'
import { STROKE, type Drawing, type DrawingMark, type Ink } from './drawing.ts'
import { dot, frame, line, path, rect, ring } from './marks.ts'

/** The forms in which a screen is drawn: a tablet as it is held, a foldable with its fold. */
export type ScreenForm = 'phone' | 'tablet' | 'tablet-turned' | 'foldable' | 'watch' | 'square-watch'
/** What of a family says how its devices look, beside their kind. */
export type LooksOf = Pick<Family, 'postures' | 'shape'>

/** The form of a device. @param isTurned a quarter turn, as tablets are held too */
export function screenFormOf(kind: DeviceKind, looks: LooksOf = {}, isTurned = false): ScreenForm {
  if (kind === 'tablet' && isTurned) return 'tablet-turned'
  if (kind === 'phone' && looks.postures) return 'foldable'
  return kind === 'watch' && looks.shape === 'square' ? 'square-watch' : kind
}
export const isWatch = (form: ScreenForm): boolean => form === 'watch' || form === 'square-watch'

/** Width and height of the body, how round it is, and how much of its screen is written on. */
const BODIES: Readonly<Record<ScreenForm, { width: number; height: number; round: number; used: number }>> = {
  phone: { width: 60, height: 104, round: 10, used: 0.7 },
  tablet: { width: 84, height: 104, round: 8, used: 0.7 },
  'tablet-turned': { width: 104, height: 84, round: 8, used: 0.7 },
  foldable: { width: 92, height: 104, round: 8, used: 0.7 },
  watch: { width: 92, height: 92, round: 46, used: 0.62 },
  'square-watch': { width: 84, height: 92, round: 20, used: 0.66 },
}
/** Room around the body for what is felt: the same for every sign, so that a row of them stands level. */
const MARGIN = 17
const STRAP = { width: 44, length: 9 }
const RIM = 5

/** Where a screen is written on, and with what. */
interface Page {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  readonly ink: Ink
}
type Written = readonly DrawingMark[]

/** Screens that shine by themselves; the others are black with light signs. */
const LIT: readonly ScreenKind[] = [
  'lock-screen',
  'power-menu',
  'text',
  'set-up',
  'account-warning',
  'first-start',
]

const isFelt = (cue: Cue): cue is Buzz => cue in WAVES
/** How many waves a buzz is: one for a short one, three for a long one. */
const WAVES: Readonly<Record<Buzz, number>> = { 'short-buzz': 1, 'off-buzz': 1, 'long-buzz': 3 }

/** What the glass is like: where a buzz alone is felt, nothing is said of it; at the one that ends it, it goes black. */
function glassInk(cue: Cue): Ink {
  if (isFelt(cue)) return cue === 'off-buzz' ? 'glass-dark' : 'glass-any'
  return LIT.includes(cue) ? 'glass-lit' : 'glass-dark'
}
/** The middle of a box, so much of it as is written on, with what is read on this glass. */
const pageIn = ({ x, y, width, height }: Omit<Page, 'ink'>, used: number, cue: Cue): Page => ({
  x: x + (width * (1 - used)) / 2,
  y: y + (height * (1 - used)) / 2,
  width: width * used,
  height: height * used,
  ink: glassInk(cue) === 'glass-lit' ? 'on-lit' : 'on-dark',
})

/** A sign of the device as it is seen, or felt in the hand as waves about the body: our own mark of it, without words. */
export function signDrawing(cue: Cue, form: ScreenForm): Drawing {
  const { round, used, ...size } = BODIES[form]
  const body = { x: MARGIN, y: STRAP.length, ...size }
  const [width, height] = [body.width + 2 * MARGIN, body.height + 2 * STRAP.length]
  const strap: Written = isWatch(form)
    ? [0, height - STRAP.length - RIM].map((y) =>
        rect('body', body.x + (body.width - STRAP.width) / 2, y, STRAP.width, STRAP.length + RIM),
      )
    : []
  const glass = rect(
    glassInk(cue),
    body.x + RIM,
    body.y + RIM,
    body.width - 2 * RIM,
    body.height - 2 * RIM,
    Math.max(2, round - RIM),
  )
  const fold: Written =
    form === 'foldable' ? [line('fold', width / 2, body.y + RIM, width / 2, body.y + body.height - RIM)] : []
  const sign = isFelt(cue)
    ? waves(cue, body.x, width - body.x, height / 2)
    : WRITTEN[cue](pageIn(body, used, cue))
  return {
    width,
    height,
    marks: [...strap, rect('body', body.x, body.y, body.width, body.height, round), glass, ...fold, ...sign],
  }
}

/** A sign as {@link signDrawing} draws it, so many units high, with its strokes as thin as it is small. */
export function smallSign(cue: Cue, form: ScreenForm, x: number, y: number, height: number): Written {
  const drawing = signDrawing(cue, form)
  const scale = height / drawing.height
  return drawing.marks.map((mark) => {
    const small = moved(mark, scale, x, y)
    return small.kind === 'path' || small.kind === 'circle'
      ? { ...small, stroke: Math.max(1, STROKE * scale * 1.3) }
      : small
  })
}
/** How wide that is. */
export function smallSignWidth(form: ScreenForm, height: number): number {
  const { width, height: tall } = BODIES[form]
  return ((width + 2 * MARGIN) * height) / (tall + 2 * STRAP.length)
}

/** The width of a phone's glass in the unit in which signs are written. */
const UNIT_WIDTH = BODIES.phone.width - 2 * RIM

/**
 * What a sign puts onto the screen of a device that is drawn larger; what is felt goes to the edges of the screen.
 * @param glass the screen, with how round it is
 * @param used how much of it is written on
 */
export function signOn(
  cue: Cue,
  glass: Omit<Page, 'ink'> & { readonly round: number },
  used: number,
): Written {
  const scale = Math.min(glass.width, glass.height) / UNIT_WIDTH
  const box = { x: 0, y: 0, width: glass.width / scale, height: glass.height / scale }
  const sign = isFelt(cue)
    ? waves(cue, FELT_INSIDE, box.width - FELT_INSIDE, box.height / 2)
    : WRITTEN[cue](pageIn(box, used, cue))
  return [
    { kind: 'rect', ...glass, ink: glassInk(cue) },
    ...sign.map((mark) => moved(mark, scale, glass.x, glass.y)),
  ]
}
/** From the edge of the glass to the innermost wave on it. */
const FELT_INSIDE = 20

function moved(mark: DrawingMark, scale: number, x: number, y: number): DrawingMark {
  const at = ([px, py]: readonly [number, number]) => [x + px * scale, y + py * scale] as const
  switch (mark.kind) {
    case 'rect': {
      const [left, top] = at([mark.x, mark.y])
      const round = mark.round === undefined ? {} : { round: mark.round * scale }
      return { ...mark, x: left, y: top, width: mark.width * scale, height: mark.height * scale, ...round }
    }
    case 'circle': {
      const [cx, cy] = at([mark.cx, mark.cy])
      return { ...mark, cx, cy, r: mark.r * scale }
    }
    case 'path':
      return { ...mark, points: mark.points.map(at) }
    case 'line':
    case 'text':
      return mark
  }
}

/** Waves beside the body: the further out, the longer. */
function waves(felt: Buzz, left: number, right: number, cy: number): Written {
  const many = WAVES[felt]
  return Array.from({ length: many }, (_, nth) => {
    const [out, reach] = many === 1 ? [8, 24] : [4 + nth * 5, 15 + nth * 8]
    return [-1, 1].map((side) => {
      const x = side < 0 ? left - out : right + out
      return path('wave', [
        [x - side * 3, cy - reach],
        [x, cy],
        [x - side * 3, cy + reach],
      ])
    })
  }).flat()
}

const WRITTEN: Readonly<Record<ScreenKind, (page: Page) => Written>> = {
  dark: () => [],
  /** The bolt of the house, thrown, and the dots of what is to be entered. */
  'lock-screen': ({ ink, ...page }) => {
    const [cx, cy] = middle(page)
    const w = Math.min(34, page.width * 0.8)
    return [
      rect(ink, cx - w / 2, cy - 16, w * 0.8, 9),
      path(ink, [
        [cx + w / 2 - 9, cy - 22],
        [cx + w / 2, cy - 22],
        [cx + w / 2, cy - 1],
        [cx + w / 2 - 9, cy - 1],
      ]),
      ...[-1.5, -0.5, 0.5, 1.5].map((nth) => dot(ink, cx + nth * 9, cy + 16, 2.6)),
    ]
  },
  /** Three things to choose, one above the other, at the edge. */
  'power-menu': ({ ink, ...page }) => {
    const [, cy] = middle(page)
    const right = page.x + page.width
    return [-1, 0, 1].flatMap((nth) => [
      ring(ink, right - 9, cy + nth * 19, 6),
      line(ink, page.x + 2, cy + nth * 19, right - 20, cy + nth * 19),
    ])
  },
  logo: ({ ink, ...page }) => [ring(ink, ...middle(page), 14)],
  'charge-blank': ({ ink, ...page }) => battery(ink, ...middle(page)),
  'charge-percent': ({ ink, ...page }) => {
    const [cx, cy] = middle(page)
    return [
      ...battery(ink, cx, cy - 6),
      rect(ink, cx - 8, cy - 6, 16, 7),
      // Two circles and a stroke: so much of a hundred.
      ring(ink, cx - 6, cy + 13, 2.6),
      ring(ink, cx + 6, cy + 21, 2.6),
      line(ink, cx + 6, cy + 11, cx - 6, cy + 23),
    ]
  },
  /** Somebody lies on the ground, and a line below says why. */
  robot: ({ ink, ...page }) => {
    const [cx, cy] = middle(page)
    return [
      ring(ink, cx - 13, cy - 8, 5),
      rect(ink, cx - 6, cy - 11, 14, 8, 3),
      line(ink, cx + 9, cy - 9, cx + 20, cy - 9),
      line(ink, cx + 9, cy - 5, cx + 20, cy - 5),
      line(ink, cx - 20, cy + 1, cx + 22, cy + 1),
      rect(ink, cx - 12, cy + 14, 24, 4),
    ]
  },
  /** One line framed to be chosen, and what the machine says of itself. */
  'bootloader-page': ({ ink, ...page }) => [
    frame(ink, page.x, page.y + 2, page.width, 13),
    line(ink, page.x + 6, page.y + 8.5, page.x + page.width * 0.6, page.y + 8.5),
    ...lines(ink, page, page.y + 0.45 * page.height, [0.9, 0.6, 0.75, 0.5]),
  ],
  /** What comes in from outside, onto a shelf. */
  'download-page': ({ ink, ...page }) => {
    const [cx, cy] = middle(page)
    return [
      line(ink, cx, cy - 22, cx, cy + 8),
      path(ink, [
        [cx - 9, cy - 2],
        [cx, cy + 8],
        [cx + 9, cy - 2],
      ]),
      path(ink, [
        [cx - 18, cy + 10],
        [cx - 18, cy + 19],
        [cx + 18, cy + 19],
        [cx + 18, cy + 10],
      ]),
    ]
  },
  /** Two columns of things to try. */
  'service-menu': ({ ink, ...page }) =>
    [0, 1].flatMap((column) =>
      Array.from({ length: 5 }, (_, row) =>
        frame(
          ink,
          page.x + (column * page.width) / 2 + 1,
          page.y + 4 + row * (page.height / 5.4),
          page.width / 2 - 4,
          page.height / 9,
        ),
      ),
    ),
  'recovery-menu': (page) => list(page, 1, 'choice'),
  /** Two sentences, then no, no, and the one that deletes. */
  question: (page) => [
    ...lines(page.ink, page, page.y + 4, [1, 0.7]),
    ...list({ ...page, y: page.y + page.height * 0.34, height: page.height * 0.66 }, 2, 'for-good'),
  ],
  /** Letters one by one, some still to come. */
  'typed-word': ({ ink, ...page }) => {
    const [cx, cy] = middle(page)
    const step = Math.min(13, page.width / 4)
    return [
      ...lines(ink, page, page.y + 6, [1, 0.6]),
      ...[-1.5, -0.5, 0.5, 1.5].map((nth) =>
        line(ink, cx + nth * step - 4, cy + 14, cx + nth * step + 4, cy + 14),
      ),
      ...[-1.5, -0.5].map((nth) => dot(ink, cx + nth * step, cy + 6, 3.4)),
    ]
  },
  /** Whose it is. */
  'account-warning': ({ ink, ...page }) => {
    const [cx, cy] = middle(page)
    return [
      ring(ink, cx, cy - 18, 7),
      path(ink, [
        [cx - 15, cy + 6],
        [cx - 10, cy - 5],
        [cx + 10, cy - 5],
        [cx + 15, cy + 6],
      ]),
      ...lines(ink, page, cy + 15, [0.9, 0.6]),
    ]
  },
  text: ({ ink, ...page }) => lines(ink, page, page.y + 8, [0.9, 1, 0.8, 0.95, 0.5]),
  wiping: ({ ink, ...page }) => {
    const [, cy] = middle(page)
    return [
      frame(ink, page.x, cy - 7, page.width, 14),
      rect('for-good', page.x + 2, cy - 5, page.width * 0.45, 10),
    ]
  },
  /** It goes round. */
  'first-start': ({ ink, ...page }) => {
    const [cx, cy] = middle(page)
    return Array.from({ length: 8 }, (_, nth) => {
      const angle = (nth * Math.PI) / 4
      return dot(ink, cx + 14 * Math.cos(angle), cy + 14 * Math.sin(angle), 1.6 + nth * 0.3)
    })
  },
  /** A word of welcome and the way on. */
  'set-up': ({ ink, ...page }) => [
    rect(ink, page.x, page.y + page.height * 0.2, page.width * 0.75, 8),
    ...lines(ink, page, page.y + page.height * 0.42, [0.9, 0.6]),
    rect('go-on', page.x + page.width * 0.4, page.y + page.height - 14, page.width * 0.6, 13, 6),
  ],
}

const middle = ({ x, y, width, height }: Omit<Page, 'ink'>): [cx: number, cy: number] => [
  x + width / 2,
  y + height / 2,
]

function battery(ink: Ink, cx: number, cy: number): Written {
  return [frame(ink, cx - 11, cy - 20, 22, 30), rect(ink, cx - 5, cy - 25, 10, 5)]
}

/** Lines of text, each as wide as its part of the page. */
function lines(ink: Ink, { x, width }: Omit<Page, 'ink'>, y: number, parts: readonly number[]): Written {
  return parts.map((part, row) => line(ink, x, y + row * 10, x + width * part, y + row * 10))
}

/** Lines to choose from, one of them chosen. */
function list({ ink, ...page }: Page, chosen: number, choice: Ink): Written {
  const rows = page.height > 60 ? 5 : 4
  const step = page.height / rows
  return Array.from({ length: rows }, (_, row) => {
    const y = page.y + row * step + step / 2
    return row === chosen
      ? rect(choice, page.x - 2, y - 5, page.width + 4, 10)
      : line(ink, page.x, y, page.x + page.width * (row % 2 === 0 ? 0.7 : 0.95), y)
  })
}
