import { describe, expect, it } from 'vitest'
import { smallFamily } from '../../test/smallFamily.ts'
import { buzz, cue, type Method } from '../catalog/index.ts'
import { compileFamily } from '../twin/index.ts'
import {
  chartDrawing,
  deviceDrawing,
  drawingSvg,
  screenFormOf,
  signDrawing,
  thingDrawing,
  THINGS,
  type Drawing,
  type DrawingMark,
} from './index.ts'
import { methodSheet, wipeFromRecovery } from '../method/index.ts'
import { drawnNames, notVerifiedText, stepTexts } from '../../../words/src/index.ts'
import { ENGLISH } from '../../../words/src/english.ts'

/** Switched off by a tap, then power and volume-up until the recovery's menu, whose last line asks. */
const composed = smallFamily({
  start: 'lock',
  durations: { dark: { minMs: 1000, medianMs: 2000, maxMs: 4000 } },
  states: {
    lock: { screen: 'lock-screen', transitions: [{ on: { kind: 'long-press', key: 'power' }, to: 'menu' }] },
    menu: { screen: 'power-menu', transitions: [{ on: { kind: 'tap', on: 'power-off' }, to: 'off' }] },
    off: {
      screen: 'dark',
      transitions: [
        {
          on: { kind: 'hold', keys: ['power', 'volume-up'], time: 1000, from: 'entry' },
          to: 'logo',
          cues: ['short-buzz'],
        },
      ],
    },
    logo: { screen: 'logo', transitions: [{ on: { kind: 'after', time: 'dark' }, to: 'recovery' }] },
    wiping: { screen: 'wiping' },
    gone: { screen: 'set-up' },
  },
  menus: {
    recovery: {
      screen: 'recovery-menu',
      items: [
        { id: 'restart', label: 'Restart', to: 'lock' },
        { id: 'reset', label: 'Erase', to: 'question' },
      ],
      next: 'volume-down',
      previous: 'volume-up',
      choose: { key: 'power', press: 'short' },
    },
    question: {
      screen: 'question',
      items: [
        { id: 'no', label: 'No', to: 'recovery' },
        { id: 'yes', label: 'Yes', to: 'wiping', effects: ['wipe-data'] },
      ],
      next: 'volume-down',
      previous: 'volume-up',
      choose: { key: 'power', press: 'short' },
    },
  },
})
const machine = compileFamily(composed)
const way: Method = {
  id: 'off-first',
  name: 'Off first',
  from: 'on-locked',
  goal: 'recovery-menu',
  steps: [
    { do: 'long-press', key: 'power' },
    { do: 'tap', on: 'power-off', label: 'Switch off' },
    { do: 'hold', keys: ['power', 'volume-up'], order: 'together' },
    { do: 'wait', until: { cue: 'logo' } },
    { do: 'let-go', keys: ['power'] },
    { do: 'wait', until: { cue: 'recovery-menu' } },
    { do: 'let-go', keys: ['volume-up'] },
  ],
}
const sheet = methodSheet(machine, way)
const drawn = (width?: number) => {
  if (!sheet.chart) throw new Error('no chart')
  return chartDrawing(sheet.chart, drawnNames(ENGLISH), { width })
}
const texts = ({ marks }: Drawing) => marks.flatMap((mark) => (mark.kind === 'text' ? [mark.text] : []))
const rects = ({ marks }: Drawing, ink: DrawingMark['ink']) =>
  marks.flatMap((mark) => (mark.kind === 'rect' && mark.ink === ink ? [mark] : []))

describe('the chart of a way, laid out', () => {
  it('has a lane for each key that is used, one for the screen, and every cue with its word', () => {
    expect(texts(drawn())).toEqual(
      expect.arrayContaining([
        'power',
        'volume-up',
        'screen',
        'Switch off',
        'logo',
        'short buzz',
        'recovery menu',
      ]),
    )
    expect(texts(drawn())).not.toContain('volume-down')
    expect(texts(drawn())).not.toContain('cable')
  })
  it('goes on with time, never back, from the first lane to the right edge', () => {
    const { xOf, width } = drawn()
    const length = sheet.chart?.length.ms ?? 0
    let last = 0
    for (let ms = 0; ms <= length; ms += length / 200) {
      expect(xOf(ms)).toBeGreaterThanOrEqual(last)
      last = xOf(ms)
    }
    expect(last).toBeLessThanOrEqual(width)
    expect(xOf(length * 10)).toBe(xOf(length))
  })
  it('fades where the device decides the moment, and not where the hand does', () => {
    // Power is let go at the logo, which comes at the same moment on every unit; volume-up at the menu, which does not.
    const fading = rects(drawn(), 'fading')
    expect(fading).toHaveLength(1)
    const upLane = drawn().marks.find((mark) => mark.kind === 'text' && mark.text === 'volume-up')
    expect(Math.abs((fading[0]?.y ?? 0) - (upLane?.kind === 'text' ? upLane.y : 0))).toBeLessThan(25)
  })
  it('is as tall in a narrow place and keeps its letters', () => {
    const sizes = (drawing: Drawing) =>
      new Set(drawing.marks.flatMap((mark) => (mark.kind === 'text' ? [mark.size] : [])))
    expect(sizes(drawn(480))).toEqual(sizes(drawn()))
    expect(drawn(480).width).toBe(480)
  })
  it('becomes a file that says what it is', () => {
    const svg = drawingSvg(drawn(), 'Off first')
    expect(svg).toMatch(/^<svg xmlns="http:\/\/www\.w3\.org\/2000\/svg" viewBox="0 0 840 /)
    expect(svg).toContain('<title>Off first</title>')
    expect(svg).not.toContain('NaN')
    expect(svg.match(/<rect /g)?.length).toBe(drawn().marks.filter(({ kind }) => kind === 'rect').length)
  })
})

describe('a sheet of a way', () => {
  it('has its words, and nothing against it where the proof holds', () => {
    expect(sheet.notVerified).toBeUndefined()
    expect(sheet.chart && stepTexts(way, sheet.chart, ENGLISH)).toEqual([
      'Press power long',
      'Tap “Switch off”',
      'Hold power + volume-up',
      expect.stringMatching(/^Keep power \+ volume-up until the logo/),
      'Let go of power, keep volume-up',
      expect.stringMatching(/^Keep volume-up until the recovery menu/),
      'Let go of volume-up',
    ])
  })
  it('says where a way gets stuck, and still draws what there is', () => {
    const stuck = methodSheet(machine, {
      ...way,
      steps: way.steps.filter(({ do: does }) => does !== 'tap'),
    })
    expect(stuck.notVerified && notVerifiedText(stuck.notVerified, 'Off first', ENGLISH)).toBe(
      '“Off first” does not get past step 3 on any device.',
    )
    expect(stuck.chart?.lanes.map(({ key }) => key)).toContain('power')
  })
  it('never throws: a key or a start that the device has not got is said', () => {
    const noKey = methodSheet(machine, { ...way, steps: [{ do: 'press', key: 'crown', times: 1 }] })
    expect(noKey).toMatchObject({
      notVerified: { why: 'no-key', key: 'crown' },
    })
    const noStart = methodSheet(machine, { ...way, from: 'looping' })
    expect(noStart.notVerified).toEqual({ why: 'no-start', start: 'looping' })
    for (const { notVerified } of [noKey, noStart])
      expect(notVerified && notVerifiedText(notVerified, 'Off first', ENGLISH)).toMatch(
        /^“Off first” cannot be done: .*(crown|Restarts again and again)/,
      )
  })
  it('counts with nothing in hand as with something', () => {
    const counted: Method = { ...way, steps: [{ do: 'wait', until: { count: 3 } }, ...way.steps] }
    const { chart } = methodSheet(machine, counted)
    expect(chart && stepTexts(counted, chart, ENGLISH)[0]).toBe('Hands off, count to 3')
  })
})

describe('from recovery to the wipe', () => {
  it('begins where the first proven way ends, and is cut before the last question is answered', () => {
    const found = wipeFromRecovery(machine, {
      methods: [{ ...way, id: 'bare', steps: [{ do: 'press', key: 'power', times: 1 }] }, way],
    })
    expect(machine.states[found?.from ?? -1]?.cursor).toMatchObject({ menu: 'recovery', item: 0 })
    expect(found?.way.beforeLastQuestion.map(({ input }) => input)).toEqual([
      { kind: 'press', key: 'volume-down', with: [] },
      { kind: 'press', key: 'power', with: [] },
    ])
    expect(found?.way.lastQuestion).toHaveLength(2)
  })
  it('is not told where no way is proven or none leads into recovery', () => {
    expect(wipeFromRecovery(machine, { methods: [{ ...way, goal: 'lock-screen' }] })).toBeUndefined()
    expect(wipeFromRecovery(machine, { methods: [{ ...way, steps: way.steps.slice(1) }] })).toBeUndefined()
  })
})

describe('a device drawn', () => {
  const { family } = composed
  it('has its names only where they are wanted, and the keys in use bold', () => {
    expect(texts(deviceDrawing(family, 'phone', undefined))).toEqual([])
    const drawing = deviceDrawing(family, 'phone', drawnNames(ENGLISH), { used: ['power'] })
    expect(rects(drawing, 'used-key')).toHaveLength(1)
    expect(rects(drawing, 'key')).toHaveLength(2)
    const bold = drawing.marks.flatMap((mark) => (mark.kind === 'text' && mark.bold ? [mark.text] : []))
    expect(bold).toEqual(['power'])
  })
  it('held turned is as wide as it was tall, its right edge below', () => {
    const [upright, turned] = [false, true].map((isTurned) =>
      deviceDrawing(family, 'tablet', drawnNames(ENGLISH), { isTurned }),
    )
    const body = (drawing: Drawing | undefined) => drawing && rects(drawing, 'body')[0]
    expect([body(turned)?.width, body(turned)?.height]).toEqual([body(upright)?.height, body(upright)?.width])
    const keyY = turned ? Math.max(...rects(turned, 'key').map(({ y }) => y)) : 0
    expect(keyY).toBeGreaterThan((body(turned)?.y ?? 0) + (body(turned)?.height ?? 0) - 8)
  })
  it('shows a slide as a finger’s path from one key to the other, inside the edge; none to a key it has not got', () => {
    for (const isTurned of [false, true]) {
      const slide = { from: 'volume-down', to: 'volume-up' } as const
      const drawing = deviceDrawing(family, 'phone', undefined, { isTurned, slide })
      const path = drawing.marks.flatMap((mark) =>
        mark.kind === 'path' && mark.points.length === 2 ? [mark.points] : [],
      )
      expect(path).toHaveLength(1)
      const body = rects(drawing, 'body')[0]
      const placeOf = (id: string) => rects(drawing, 'key').find(({ key }) => key === id)
      for (const [end, id] of [
        [path[0]?.[0], slide.from],
        [path[0]?.[1], slide.to],
      ] as const) {
        const key = placeOf(id)
        if (!end || !key || !body) throw new Error('nothing drawn')
        const [dx, dy] = [end[0] - key.x - key.width / 2, end[1] - key.y - key.height / 2]
        // Beside its key, towards the middle.
        expect(Math.hypot(dx, dy)).toBeLessThan(30)
        expect(end[0] > body.x && end[0] < body.x + body.width).toBe(true)
        expect(end[1] > body.y && end[1] < body.y + body.height).toBe(true)
      }
    }
    // What is only to come is not taken for what is to be done: it differs without its colour.
    const toCome = deviceDrawing(family, 'phone', undefined, {
      slide: { from: 'volume-down', to: 'volume-up', isToCome: true },
    })
    const strokesOf = ({ marks }: Drawing) =>
      marks.filter(({ ink, kind }) => ink === 'wave' && kind === 'path').length
    const nowDrawn = deviceDrawing(family, 'phone', undefined, {
      slide: { from: 'volume-down', to: 'volume-up' },
    })
    expect(strokesOf(toCome)).toBeGreaterThan(strokesOf(nowDrawn))
    const none = deviceDrawing(family, 'phone', undefined, { slide: { from: 'volume-up', to: 'crown' } })
    expect(none.marks.some(({ ink }) => ink === 'wave')).toBe(false)
  })
  const watch = {
    keys: [0.1, 0.5, 0.9].map((at) => ({ id: 'crown' as const, edge: 'right' as const, at })),
  }
  it('puts the keys of a square watch on its straight edge', () => {
    const drawing = deviceDrawing({ ...watch, shape: 'square' }, 'watch', undefined)
    const body = rects(drawing, 'body').at(-1)
    if (!body) throw new Error('no body')
    const away = rects(drawing, 'key').map((key) => key.x - (body.x + body.width))
    expect(away).toEqual([0, 0, 0])
  })
  it('draws a foldable open, with its fold between the two halves, however it is held', () => {
    for (const isTurned of [false, true]) {
      const drawing = deviceDrawing({ ...family, postures: ['open', 'shut'] }, 'phone', undefined, {
        isTurned,
      })
      const [body] = rects(drawing, 'body')
      const fold = drawing.marks.find(({ ink }) => ink === 'fold')
      if (!body || fold?.kind !== 'line') throw new Error('no body, or no fold')
      const middle = isTurned ? body.y + body.height / 2 : body.x + body.width / 2
      expect(isTurned ? [fold.y1, fold.y2] : [fold.x1, fold.x2]).toEqual([middle, middle])
    }
  })
  it('puts the keys of a round watch on its circle', () => {
    const drawing = deviceDrawing(watch, 'watch', undefined)
    const round = rects(drawing, 'body').at(-1)
    if (!round) throw new Error('no body')
    const middle = { x: round.x + round.width / 2, y: round.y + round.height / 2 }
    for (const key of rects(drawing, 'key')) {
      const away = Math.hypot(key.x + key.width / 2 - 4 - middle.x, key.y + key.height / 2 - middle.y)
      expect(Math.abs(away - round.width / 2)).toBeLessThan(1)
    }
  })
})

describe('signs of the device, drawn', () => {
  const FORMS = ['phone', 'tablet', 'tablet-turned', 'foldable', 'watch', 'square-watch'] as const
  const signs = FORMS.flatMap((form) => cue.options.map((one) => [one, form] as const))
  const points = (mark: DrawingMark): readonly (readonly [number, number])[] => {
    switch (mark.kind) {
      case 'rect':
        return [
          [mark.x, mark.y],
          [mark.x + mark.width, mark.y],
          [mark.x, mark.y + mark.height],
          [mark.x + mark.width, mark.y + mark.height],
        ]
      case 'circle':
        return [
          [mark.cx - mark.r, mark.cy],
          [mark.cx + mark.r, mark.cy],
          [mark.cx, mark.cy - mark.r],
          [mark.cx, mark.cy + mark.r],
        ]
      case 'path':
        return mark.points
      case 'line':
      case 'text':
        return []
    }
  }
  it.each(signs)('%s of a %s: all of it is in the picture, what is seen is on the glass', (one, form) => {
    const { width, height, marks } = signDrawing(one, form)
    const glassAt = marks.findIndex(({ ink }) => ink.startsWith('glass'))
    const glass = marks[glassAt]
    if (glass?.kind !== 'rect') throw new Error('there is no glass')
    for (const [x, y] of marks.flatMap(points)) {
      expect(Math.min(x, width - x, y, height - y)).toBeGreaterThanOrEqual(0)
    }
    const seen = marks.slice(glassAt + 1).filter(({ ink }) => ink !== 'wave')
    const [cx, cy] = [glass.x + glass.width / 2, glass.y + glass.height / 2]
    for (const [x, y] of seen.flatMap(points)) {
      if (form === 'watch') expect(Math.hypot(x - cx, y - cy)).toBeLessThanOrEqual(glass.width / 2)
      else {
        expect(Math.abs(x - cx)).toBeLessThanOrEqual(glass.width / 2)
        expect(Math.abs(y - cy)).toBeLessThanOrEqual(glass.height / 2)
      }
    }
    // What is felt is beside the body, and nothing else is.
    const [body] = marks.filter(({ ink }) => ink === 'body').slice(-1)
    if (body?.kind !== 'rect') throw new Error('there is no body')
    const felt = marks.filter(({ ink }) => ink === 'wave')
    expect(felt.length > 0).toBe((buzz.options as readonly string[]).includes(one))
    for (const [x] of felt.flatMap(points)) expect(x < body.x || x > body.x + body.width).toBe(true)
  })
  it.each(FORMS)('no two of a %s look the same, and none differs by its colours alone', (form) => {
    const shapes = cue.options.map((one) => {
      const { marks } = signDrawing(one, form)
      const glass = marks.find(({ ink }) => ink.startsWith('glass'))?.ink
      const isBlack = glass === 'glass-dark'
      return JSON.stringify([isBlack, marks.map(({ ink: _, ...shape }) => shape)])
    })
    expect(new Set(shapes).size).toBe(cue.options.length)
  })
  it.each(THINGS)('%s: all of it is in the picture, and nothing else looks so', (thing) => {
    const { width, height, marks } = thingDrawing(thing)
    for (const [x, y] of marks.flatMap(points))
      expect(Math.min(x, width - x, y, height - y)).toBeGreaterThanOrEqual(0)
    // In a dark view words are light and a lit glass is not: nothing of a word’s colour lies on it.
    const lit = marks.flatMap((mark) => (mark.kind === 'rect' && mark.ink === 'glass-lit' ? [mark] : []))
    for (const [x, y] of marks.filter(({ ink }) => ink === 'word').flatMap(points))
      expect(lit.some((at) => x > at.x && x < at.x + at.width && y > at.y && y < at.y + at.height)).toBe(
        false,
      )
    const shape = (one: (typeof THINGS)[number]) =>
      JSON.stringify(thingDrawing(one).marks.map(({ ink: _, ...rest }) => rest))
    expect(THINGS.filter((one) => shape(one) === shape(thing))).toEqual([thing])
  })
  it('has the form of the device, held as it is held', () => {
    expect(screenFormOf('tablet', {}, true)).toBe('tablet-turned')
    expect(screenFormOf('watch', {}, true)).toBe('watch')
    const folds = { postures: ['open', 'shut'] } as const
    expect([screenFormOf('phone', { postures: [...folds.postures] }), screenFormOf('phone')]).toEqual([
      'foldable',
      'phone',
    ])
    expect((['watch', 'phone'] as const).map((kind) => screenFormOf(kind, { shape: 'square' }))).toEqual([
      'square-watch',
      'phone',
    ])
    const svg = drawingSvg(signDrawing('robot', 'phone'), 'lying figure')
    expect(svg.match(/<(?:circle|path|rect) /g)).toHaveLength(signDrawing('robot', 'phone').marks.length)
  })
})
