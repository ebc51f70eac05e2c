import { widthOf, type Drawing, type DrawingMark } from './drawing.ts'
import type { Cue, KeyId, LinkKind, Posture } from '../catalog/index.ts'
import type { ChartTime, KeyChart, LinkSpan } from '../method/index.ts'
import { smallSign, smallSignWidth, type ScreenForm } from './screenDrawing.ts'

/** A key chart laid out: the same drawing on the screen, in a file and on paper. Lengths in its own units. */
export interface ChartDrawing extends Drawing {
  /** Where an instant of the chart lies. */
  readonly xOf: (ms: number) => number
}

/** For a wide place; in a narrower one the letters stay as large beside a shorter chart. */
const WIDE = 840
/** Between letting a key go and pressing it anew at the same moment, so that the two are not one. */
const ANEW = 12
const LANE = 40
const RIGHT_MARGIN = 24
const SHORTEST_LABEL = 136
const FIGURE = { label: 19, cue: 17, link: 15 }
const CUE_LEVEL = 23
const FIRST_LEVEL = 17
/** How tall the sign of a cue that is waited for stands above its word. */
const SIGN = 40
/** A time that varies more than this from unit to unit fades out. */
const NOTICEABLE_MS = 200
const FADE = 16

/** What is written on a drawing, in one language and with a family's own names. */
export interface DrawnNames {
  key(key: KeyId): string
  cue(cue: Cue): string
  link(link: LinkKind): string
  posture(posture: Posture): string
  lane(lane: 'touch' | 'hinge' | 'cable'): string
}

/** Something to be done otherwise than before, at a step, in a word. */
export interface ChartChange {
  readonly step: number
  readonly word: string
}

interface ChartShown {
  /** In the drawing's units, from about 400. */
  readonly width?: number | undefined
  /** What the next attempt does otherwise, marked at its step. */
  readonly changes?: readonly ChartChange[] | undefined
  /** Of the device, by which the signs of the cues are drawn that a step waits for. */
  readonly form?: ScreenForm | undefined
}

/**
 * Lays out a key chart: a lane a key in the order of the device's edge, thick where it is held, cue marks as
 * hairlines across the lanes with their word, hinge and cable as lanes of their own, ranges as faded ends. Long stretches in
 * which nothing changes are drawn shorter, or they would squeeze the key work away.
 */
export function chartDrawing(
  chart: KeyChart,
  names: DrawnNames,
  { width = WIDE, changes = [], form = 'phone' }: ChartShown = {},
): ChartDrawing {
  const labels = [
    ...chart.lanes.map(({ key }) => names.key(key)),
    ...(chart.touches.length > 0 ? [names.lane('touch')] : []),
    ...(chart.postures.length > 0 ? [names.lane('hinge')] : []),
    ...(chart.links.length > 0 ? [names.lane('cable')] : []),
  ]
  const left = Math.max(SHORTEST_LABEL, ...labels.map((label) => widthOf(label, FIGURE.label, true) + 10))
  const xOf = scaleOf(chart, left, width)
  const cues = placedCues(chart, xOf, width, (cue) => names.cue(cue))
  const levels = Math.max(1, ...cues.map(({ level }) => level + 1))
  const signs = placedSigns(cues, form, width)
  const first = FIRST_LEVEL + (signs.length > 0 ? SIGN : 0)
  const top = first + levels * CUE_LEVEL - 6
  const height = top + labels.length * LANE + 2
  const boxes = changes.map((change) => changeBox(change, chart, xOf, top, width))
  const marks: DrawingMark[] = []
  const lane = (label: string, y: number) => {
    marks.push(
      {
        kind: 'text',
        ink: 'word',
        x: 0,
        y: y + 21,
        size: FIGURE.label,
        bold: true,
        anchor: 'start',
        text: label,
      },
      { kind: 'line', ink: 'lane', x1: left, x2: width, y1: y + 15, y2: y + 15 },
    )
  }
  for (const [index, { key, spans }] of chart.lanes.entries()) {
    const y = top + index * LANE
    lane(names.key(key), y)
    for (const [n, { from, to }] of spans.entries()) {
      const x = xOf(from.ms)
      const again = spans[n + 1]
      const isAnew = again !== undefined && xOf(again.from.ms) - xOf(to.ms) < ANEW
      const end = isAnew ? xOf(again.from.ms) - ANEW : xOf(to.ms)
      // A press is short however late it comes.
      const fade = varies(to) && !isAnew && end - x > 2 * FADE ? FADE : 0
      marks.push({ kind: 'rect', ink: 'held', x, y: y + 3, width: Math.max(6, end - x - fade), height: 24 })
      if (fade > 0)
        marks.push({ kind: 'rect', ink: 'fading', x: end - fade, y: y + 3, width: fade * 2, height: 24 })
    }
  }
  if (chart.touches.length > 0) {
    const y = top + chart.lanes.length * LANE
    lane(names.lane('touch'), y)
    for (const { at, label } of chart.touches) {
      const x = xOf(at.ms)
      const isLast = x + 11 + widthOf(label, FIGURE.link) > width
      marks.push(
        { kind: 'rect', ink: 'held', x: x - 6, y: y + 9, width: 12, height: 12, round: 6 },
        {
          kind: 'text',
          ink: 'word',
          x: isLast ? x - 11 : x + 11,
          y: y + 8,
          size: FIGURE.link,
          bold: false,
          anchor: isLast ? 'end' : 'start',
          text: label,
        },
      )
    }
  }
  const handled = (row: number, label: string, spans: readonly NamedSpan[]) => {
    if (spans.length === 0) return
    const y = top + row * LANE
    lane(label, y)
    for (const { name, from: begins, to } of spans) {
      const [x, end] = [xOf(begins.ms), xOf(to.ms)]
      marks.push({ kind: 'rect', ink: 'link', x, y: y + 4, width: end - x, height: 22 })
      const over = boxes.find((box) => box.row === row && box.x < end && box.x + box.wide > x)
      const from = over ? over.x + over.wide + 6 : x + 6
      // Where the name does not fit into its span it is left to the words beside the chart.
      const text = fitting(name, end - from - 6)
      marks.push({
        kind: 'text',
        ink: 'word',
        x: from,
        y: y + 20,
        size: FIGURE.link,
        bold: false,
        anchor: 'start',
        text,
      })
    }
  }
  const [hinge, cable] = rowsOfHandling(chart)
  handled(
    hinge,
    names.lane('hinge'),
    chart.postures.map((span) => ({ ...span, name: names.posture(span.posture) })),
  )
  handled(
    cable,
    names.lane('cable'),
    chart.links.map((span) => ({ ...span, name: names.link(span.link) })),
  )
  // All lines before all words, so that no line goes over a word of another cue.
  const yOf = (level: number) => first + level * CUE_LEVEL
  for (const { x, level, isAwaited } of cues) {
    const ink = isAwaited ? 'awaited-cue' : 'passing-cue'
    marks.push({ kind: 'line', ink, x1: x, x2: x, y1: yOf(level) + 5, y2: height - 4 })
  }
  for (const { cue, x } of signs) marks.push(...smallSign(cue, form, x, 0, SIGN))
  for (const { word, x, level, anchor, isAwaited } of cues) {
    const y = yOf(level)
    marks.push({ kind: 'text', ink: 'cue-word', x, y, size: FIGURE.cue, bold: isAwaited, anchor, text: word })
  }
  for (const box of boxes) marks.push(...changeMarks(box))
  return { width, height, marks, xOf }
}

interface NamedSpan extends Pick<LinkSpan, 'from' | 'to'> {
  readonly name: string
}

/** The lanes of hinge and cable, below those of keys and screen. */
function rowsOfHandling({ lanes, touches, postures }: KeyChart): readonly [hinge: number, cable: number] {
  const hinge = lanes.length + (touches.length > 0 ? 1 : 0)
  return [hinge, hinge + (postures.length > 0 ? 1 : 0)]
}

/** Where the word of a change stands. */
interface ChangeBox {
  readonly word: string
  /** The lane, from the top. */
  readonly row: number
  readonly x: number
  readonly y: number
  readonly wide: number
}

/** At the key, the hinge or the cable that a step changes. */
function changeBox(
  { step, word }: ChartChange,
  chart: KeyChart,
  xOf: (ms: number) => number,
  top: number,
  width: number,
): ChangeBox {
  const { lanes, links, postures, stepEnds } = chart
  const pressed = lanes.findIndex(({ spans }) => spans.some((span) => span.pressedAtStep === step))
  const letGo = lanes.findIndex(({ spans }) => spans.some((span) => span.letGoAtStep === step))
  const lane = pressed >= 0 ? pressed : letGo
  const spans = lanes[lane]?.spans ?? []
  const ms =
    spans.find((span) => span.pressedAtStep === step)?.from.ms ??
    spans.find((span) => span.letGoAtStep === step)?.to.ms ??
    stepEnds[step]?.ms ??
    0
  const [hinge, cable] = rowsOfHandling(chart)
  const folds = postures.some(({ atStep }) => atStep === step)
  const row = lane >= 0 ? lane : folds ? hinge : links.length > 0 ? cable : 0
  const wide = widthOf(word, FIGURE.cue, true) + 14
  return { word, row, x: Math.min(xOf(ms) - 4, width - wide - 2), y: top + row * LANE, wide }
}

/** A framed word. */
function changeMarks({ word, x, y, wide }: ChangeBox): readonly DrawingMark[] {
  return [
    { kind: 'rect', ink: 'change', x, y: y + 1, width: wide, height: 28, round: 3 },
    {
      kind: 'text',
      ink: 'change-word',
      x: x + 7,
      y: y + 21,
      size: FIGURE.cue,
      bold: true,
      anchor: 'start',
      text: word,
    },
  ]
}

function varies({ earliestMs, latestMs }: ChartTime): boolean {
  return latestMs - earliestMs > NOTICEABLE_MS
}

function fitting(text: string, width: number): string {
  const letters = Math.floor(width / widthOf('n', FIGURE.link))
  return text.length <= letters ? text : letters < 4 ? '' : `${text.slice(0, letters - 1).trimEnd()}…`
}

/** Time to place, in order and without jumps; a stretch counts with the logarithm of its length. */
function scaleOf(
  { lanes, links, postures, touches, cues, length }: KeyChart,
  left: number,
  width: number,
): (ms: number) => number {
  const times = new Set([0, length.ms])
  for (const { spans } of lanes) for (const { from, to } of spans) times.add(from.ms).add(to.ms)
  for (const { from, to } of [...links, ...postures]) times.add(from.ms).add(to.ms)
  for (const { at } of [...cues, ...touches]) times.add(at.ms)
  const stops = [...times].sort((a, b) => a - b)
  const gaps = stops
    .slice(1)
    .map((ms, index) => Math.max(0.6, Math.log2(1 + (ms - (stops[index] ?? 0)) / 400)))
  const total = gaps.reduce((sum, gap) => sum + gap, 0) || 1
  let x = left
  const places = [left, ...gaps.map((gap) => (x += (gap / total) * (width - left - RIGHT_MARGIN)))]
  return (ms) => {
    const index = stops.findIndex((stop) => stop >= ms)
    if (index <= 0) return index === 0 ? left : (places.at(-1) ?? left)
    const [from = 0, to = 1] = [stops[index - 1], stops[index]]
    const [begin = left, end = left] = [places[index - 1], places[index]]
    return begin + ((ms - from) / (to - from)) * (end - begin)
  }
}

interface PlacedCue {
  readonly cue: Cue
  readonly word: string
  readonly x: number
  readonly level: number
  readonly anchor: 'start' | 'middle' | 'end'
  readonly isAwaited: boolean
}

/** Words keep inside the drawing, and each goes on the first level on which it touches no other. */
function placedCues(
  { cues }: KeyChart,
  xOf: (ms: number) => number,
  drawingWidth: number,
  wordOf: (cue: KeyChart['cues'][number]['cue']) => string,
): readonly PlacedCue[] {
  const endOfLevel: number[] = []
  return cues.map(({ cue, at, step }): PlacedCue => {
    const x = xOf(at.ms)
    const word = wordOf(cue)
    const width = widthOf(word, FIGURE.cue, step !== undefined)
    const anchor = x + width / 2 > drawingWidth ? 'end' : x - width / 2 < 0 ? 'start' : 'middle'
    const begins = anchor === 'end' ? x - width : anchor === 'start' ? x : x - width / 2
    const free = endOfLevel.findIndex((end) => begins >= end)
    const level = free < 0 ? endOfLevel.length : free
    endOfLevel[level] = begins + width + 8
    return { cue, word, x, level, anchor, isAwaited: step !== undefined }
  })
}

/** The signs of the cues that are waited for, each over its line; one that would touch the one before is left to its word. */
function placedSigns(
  cues: readonly PlacedCue[],
  form: ScreenForm,
  width: number,
): readonly { readonly cue: Cue; readonly x: number }[] {
  const wide = smallSignWidth(form, SIGN)
  let end = Number.NEGATIVE_INFINITY
  return cues
    .filter(({ isAwaited }) => isAwaited)
    .flatMap(({ cue, x: at }) => {
      const x = Math.min(Math.max(0, at - wide / 2), width - wide)
      if (x < end + 2) return []
      end = x + wide
      return [{ cue, x }]
    })
}
