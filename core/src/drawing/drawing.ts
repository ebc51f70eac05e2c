import type { KeyId } from '../catalog/index.ts'

/** What a mark of a drawing is, for whoever gives it its colour. */
export type Ink =
  | 'held'
  | 'fading'
  | 'link'
  | 'lane'
  | 'awaited-cue'
  | 'passing-cue'
  | 'word'
  /** A word that lines may pass below. */
  | 'cue-word'
  | 'body'
  | 'screen'
  /** What is to be done otherwise than before, and its word. */
  | 'change'
  | 'change-word'
  | 'key'
  | 'used-key'
  /** A screen that shines, one that is black, one of which nothing is said; and what stands on them. */
  | 'glass-lit'
  | 'glass-dark'
  | 'glass-any'
  | 'on-lit'
  | 'on-dark'
  | 'fold'
  /** A line that is chosen, one that deletes for good, and what leads on. */
  | 'choice'
  | 'for-good'
  | 'go-on'
  /** What is felt in the hand. */
  | 'wave'

export type DrawingMark =
  | {
      readonly kind: 'rect'
      readonly ink: Ink
      readonly x: number
      readonly y: number
      readonly width: number
      readonly height: number
      readonly round?: number
      /** The key of the device that it stands for. */
      readonly key?: KeyId
    }
  | {
      readonly kind: 'line'
      readonly ink: Ink
      readonly x1: number
      readonly y1: number
      readonly x2: number
      readonly y2: number
    }
  | {
      readonly kind: 'circle'
      readonly ink: Ink
      readonly cx: number
      readonly cy: number
      readonly r: number
      readonly filled: boolean
      readonly stroke?: number
    }
  | {
      /** A stroke from point to point. */
      readonly kind: 'path'
      readonly ink: Ink
      readonly points: readonly (readonly [x: number, y: number])[]
      /** How thick; {@link STROKE} where it is not said. */
      readonly stroke?: number
    }
  | {
      readonly kind: 'text'
      readonly ink: Ink
      readonly x: number
      readonly y: number
      readonly size: number
      readonly bold: boolean
      readonly anchor: 'start' | 'middle' | 'end'
      readonly text: string
    }

/** Something laid out: the same on the screen, in a file and on paper. Lengths in its own units. */
export interface Drawing {
  readonly width: number
  readonly height: number
  readonly marks: readonly DrawingMark[]
}

/** About the width of a letter, as a part of its size: fonts are not measured here, and an exported file may meet a wide one. */
const LETTER = { plain: 0.58, bold: 0.64 }
export function widthOf(text: string, size: number, isBold = false): number {
  return text.length * size * (isBold ? LETTER.bold : LETTER.plain)
}

/** The colours on white paper. */
const FILL: Readonly<Record<Ink, string>> = {
  held: '#85560f',
  fading: '#85560f',
  link: '#d6dfe4',
  lane: '#cbbfa6',
  'awaited-cue': '#211d17',
  'passing-cue': '#595143',
  word: '#211d17',
  'cue-word': '#211d17',
  body: '#ebe3d2',
  screen: 'none',
  change: '#ffffff',
  'change-word': '#211d17',
  key: '#211d17',
  'used-key': '#85560f',
  'glass-lit': '#ffffff',
  'glass-dark': '#211d17',
  'glass-any': '#cbbfa6',
  'on-lit': '#211d17',
  'on-dark': '#f6f1e6',
  fold: '#595143',
  choice: '#d8a24a',
  'for-good': '#c33d2e',
  'go-on': '#2c6145',
  wave: '#85560f',
}
/** How thick a stroke of a screen is. */
export const STROKE = 3.4
const OUTLINE: Readonly<Partial<Record<Ink, string>>> = {
  body: '#211d17',
  screen: '#cbbfa6',
  link: '#44596a',
  change: '#211d17',
}
const FONT = 'Atkinson Hyperlegible Next, Atkinson Hyperlegible, sans-serif'

/** A drawing as an SVG document of its own. @param font families to name, the first that is there is used */
export function drawingSvg({ width, height, marks }: Drawing, title: string, font = FONT): string {
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${one(height)}" width="${width}" height="${one(height)}" font-family="${escaped(font)}" role="img">`,
    `<title>${escaped(title)}</title>`,
    ...marks.map(svgOf),
    '</svg>',
  ].join('\n')
}

function svgOf(mark: DrawingMark): string {
  switch (mark.kind) {
    case 'rect': {
      const outline = OUTLINE[mark.ink]
      return element('rect', {
        x: one(mark.x),
        y: one(mark.y),
        width: one(mark.width),
        height: one(mark.height),
        fill: FILL[mark.ink],
        ...(mark.round ? { rx: one(mark.round) } : {}),
        ...(outline ? { stroke: outline } : {}),
        ...(mark.ink === 'fading' ? { 'fill-opacity': '0.4' } : {}),
      })
    }
    case 'line':
      return element('line', {
        x1: one(mark.x1),
        y1: one(mark.y1),
        x2: one(mark.x2),
        y2: one(mark.y2),
        stroke: FILL[mark.ink],
        'stroke-width': mark.ink === 'lane' ? '2' : '1.2',
        ...(mark.ink === 'passing-cue' ? { 'stroke-dasharray': '3 4' } : {}),
      })
    case 'circle':
      return element('circle', {
        cx: one(mark.cx),
        cy: one(mark.cy),
        r: one(mark.r),
        ...(mark.filled
          ? { fill: FILL[mark.ink] }
          : { fill: 'none', stroke: FILL[mark.ink], 'stroke-width': String(mark.stroke ?? STROKE) }),
      })
    case 'path':
      return element('path', {
        d: pathData(mark.points),
        fill: 'none',
        stroke: FILL[mark.ink],
        'stroke-width': String(mark.stroke ?? STROKE),
        'stroke-linejoin': 'round',
      })
    case 'text':
      return `${element('text', {
        x: one(mark.x),
        y: one(mark.y),
        'font-size': String(mark.size),
        'text-anchor': mark.anchor,
        fill: FILL[mark.ink],
        ...(mark.bold ? { 'font-weight': '700' } : {}),
      }).slice(0, -2)}>${escaped(mark.text)}</text>`
  }
}

/** A stroke as SVG writes it. */
export const pathData = (points: readonly (readonly [x: number, y: number])[]): string =>
  `M${points.map(([x, y]) => `${one(x)} ${one(y)}`).join('L')}`

function element(name: string, attributes: Readonly<Record<string, string>>): string {
  return `<${name} ${Object.entries(attributes)
    .map(([key, value]) => `${key}="${value}"`)
    .join(' ')}/>`
}

const one = (value: number) => String(Math.round(value * 10) / 10)

function escaped(text: string): string {
  return text.replace(/[&<>"']/g, (sign) => `&#${sign.charCodeAt(0)};`)
}
