import {
  composeFamily,
  family as familySchema,
  fittingFamilies,
  newFamily,
  parameterKinds,
  methodOfTheCommon,
  turned,
  whatIsLacking,
  type Family,
  type Look,
} from '@benevox/core/catalog'
import { inOrderOfChance, rankReasons, rankMethods, studiedMethod } from '@benevox/core/hand'
import { chartDrawing, deviceDrawing, drawingSvg, type Drawing } from '@benevox/core/drawing'
import {
  awaitedCues,
  cautionsAt,
  familySheets,
  inParts,
  runLine,
  wipeFromRecovery,
} from '@benevox/core/method'
import { compileFamily, USUAL_SITUATION } from '@benevox/core/twin'
import { describe, expect, it } from 'vitest'
import { demoPack } from './demoPack.ts'
import { drawnNames, flawText, menuLineText, rankText } from '../words/src/index.ts'
import { ENGLISH } from '../words/src/english.ts'

const pack = demoPack()
const machineOf = (family: Family) => compileFamily(composeFamily(pack, family).composed)
const familyOf = (id: string): Family => {
  const family = pack.families.find((one) => one.id === id)
  if (!family) throw new Error(id)
  return family
}
const fitting = (look: Look) => fittingFamilies(pack, look).map(({ family }) => family.id)

describe('what one sees on a device leads to the families that fit', () => {
  it('all of them where nothing was looked at, those with most models first', () => {
    const all = fittingFamilies(pack, {})
    expect(all).toHaveLength(pack.families.length)
    const counts = all.map(({ models }) => models.length)
    expect(counts).toEqual([...counts].sort((a, b) => b - a))
  })
  it('one key on the right, contacts below: the watch with the crown', () => {
    expect(fitting({ onEdge: { right: 1, left: 0 }, port: 'contacts' })).toEqual(['watch-crown-on-puck'])
  })
  it('an assistant key', () => expect(fitting({ keys: ['assistant'] })).toEqual(['assistant-three-keys']))
  it('a maker and an age leave only models of both', () => {
    const [found] = fittingFamilies(pack, {
      maker: 'Vessary',
      years: { from: 2008, to: 2015 },
      kind: 'phone',
    })
    expect(found?.models.map(({ name }) => name)).toEqual(['Quill', 'Quill 2'])
  })
  it('a tablet held turned fits as it does upright; a phone does not', () => {
    const keysOf = (family: Family, turns: number) => {
      const onEdge = { left: 0, right: 0, top: 0, bottom: 0 }
      for (const { edge } of family.keys) onEdge[turned(edge, turns)]++
      return onEdge
    }
    const tablet = familyOf('tablet-home-key')
    for (const turns of [0, 1, 2, 3]) expect(fitting({ onEdge: keysOf(tablet, turns) })).toContain(tablet.id)
    const phone = familyOf('slide-at-dark')
    expect(fitting({ onEdge: keysOf(phone, 0) })).toContain(phone.id)
    expect(fitting({ onEdge: keysOf(phone, 1) })).not.toContain(phone.id)
  })
  it('a model whose port or year nobody knows fits any', () => {
    const models = pack.models.map(({ port: _, year: __, ...model }) => model)
    const found = fittingFamilies({ ...pack, models }, { port: 'round-pin', years: { from: 2010, to: 2012 } })
    expect(found).toHaveLength(pack.families.length)
  })
})

describe('a family built from nothing out of the shared parts', () => {
  const begun = (): Family => ({ ...newFamily('phone'), id: 'new', name: 'New' })
  it('lacks what its first part names, and is offered the parts that bring it', () => {
    const family = begun()
    family.compose.push({ fragment: 'lock-asks-pin', as: 'lock', with: {} })
    const { parts, durations } = whatIsLacking(pack, family)
    expect(parts.map(({ name, as, offers }) => [name, as, offers.map(({ id }) => id)])).toEqual([
      ['off.off', 'off', ['off', 'off-gated']],
    ])
    expect(durations).toEqual(['force-off'])
  })
  it('lacks nothing once every first offer was taken, and a common’s way is then proven on it', () => {
    const family = begun()
    family.compose.push({ fragment: 'lock-asks-pin', as: 'lock', with: {} })
    for (
      let lacking = whatIsLacking(pack, family);
      lacking.parts.length > 0;
      lacking = whatIsLacking(pack, family)
    ) {
      const [part] = lacking.parts
      family.compose.push({ fragment: part?.offers[0]?.id ?? '', as: part?.as ?? '', with: {} })
    }
    for (const name of whatIsLacking(pack, family).durations)
      family.durations[name] = { minMs: 1400, medianMs: 1600, maxMs: 1900 }
    const common = pack.commonMethods.find(({ id }) => id === 'off-until-menu')
    const made = common && methodOfTheCommon(common, family)
    expect(made?.faults).toEqual([])
    family.methods = made?.method ? [made.method] : []
    // How the device is when the way begins is asked for too, and no fault besides.
    expect(whatIsLacking(pack, family)).toEqual({ parts: [], durations: [], starts: ['off'], faults: [] })
    family.starts = { 'on-locked': 'lock.lock', off: 'off.off' }
    expect(whatIsLacking(pack, family)).toEqual({ parts: [], durations: [], starts: [], faults: [] })
    expect(familySchema.safeParse(family).success).toBe(true)
    expect(familySheets(machineOf(family), family).map(({ notVerified }) => notVerified)).toEqual([undefined])
  })
  it('says of a part what it still asks for, and of a key that the device has not', () => {
    const family = begun()
    family.compose.push({ fragment: 'off-gated', as: 'off', with: {} })
    expect(whatIsLacking(pack, family).faults.map(({ flaw }) => flawText(flaw, ENGLISH))).toEqual([
      '“off-gated” needs “gate”.',
    ])
    const watch = { ...newFamily('watch'), compose: [{ fragment: 'charge-sign', as: 'charge', with: {} }] }
    watch.compose.push(
      { fragment: 'loading', as: 'loading', with: {} },
      { fragment: 'recovery', as: 'recovery', with: {} },
    )
    expect(whatIsLacking(pack, watch).faults.map(({ flaw }) => flawText(flaw, ENGLISH))).toContain(
      'This family has no key “volume-down”.',
    )
  })
  it('every parameter of every part and common is of a kind that a form has a field for', () => {
    for (const template of [...pack.fragments, ...pack.commonMethods])
      expect(Object.keys(parameterKinds(template)).sort(), template.id).toEqual(
        [...template.parameters].sort(),
      )
  })
  it('every common begins a way on an ordinary phone, its gaps filled with something', () => {
    for (const common of pack.commonMethods) {
      const { method, faults } = methodOfTheCommon(common, begun())
      expect([common.id, method?.steps.length ?? 0 > 0, faults]).toEqual([common.id, expect.anything(), []])
    }
  })
  it('a menu that the family says itself stands instead of the part’s', () => {
    const family = structuredClone(familyOf('slide-at-dark'))
    const before = composeFamily(pack, family).composed.menus.get('recovery.main')
    if (!before) throw new Error('no menu')
    const lineOf = (one: Family) => {
      const found = wipeFromRecovery(machineOf(one), one)
      return menuLineText(inParts(found?.way.beforeLastQuestion ?? []), ENGLISH)
    }
    const line = lineOf(family)
    family.menus = { 'recovery.main': { ...before, items: [...before.items].reverse(), start: 'wipe' } }
    expect(lineOf(family)).not.toBe(line)
    expect(lineOf(family)).toBe('power')
  })
})

const sheets = pack.families.flatMap((family) => {
  const machine = machineOf(family)
  return familySheets(machine, family).map((sheet) => [`${family.id}/${sheet.method.id}`, sheet] as const)
})
/** About how wide a text stands: the drawing’s own measure may not be its own judge. */
const boxesOf = ({ marks }: Drawing) =>
  marks.flatMap((mark) => {
    if (mark.kind !== 'text') return []
    const width = mark.text.length * mark.size * 0.52
    const left =
      mark.anchor === 'start' ? mark.x : mark.anchor === 'end' ? mark.x - width : mark.x - width / 2
    return [{ text: mark.text, left, right: left + width, top: mark.y - mark.size * 0.75, bottom: mark.y }]
  })
const touching = (drawing: Drawing) => {
  const boxes = boxesOf(drawing)
  return boxes.flatMap((a, n) =>
    boxes
      .slice(n + 1)
      .filter((b) => a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom)
      .map((b) => `${a.text} / ${b.text}`),
  )
}

it('a line that is touched is called what stands on the device', () => {
  const family = familyOf('watch-crown-on-puck')
  const found = wipeFromRecovery(machineOf(family), family)
  expect(menuLineText(inParts(found?.way.beforeLastQuestion ?? []), ENGLISH)).toBe('tap “Erase all”')
})

describe('what may mislead whoever holds the keys', () => {
  const told = (name: string, atMs: number) => {
    const { method, chart } = sheets.find(([one]) => one === name)?.[1] ?? {}
    if (!method || !chart) throw new Error(name)
    return cautionsAt(method, chart, runLine(chart, atMs)).map(({ kind }) => kind)
  }
  it('the power menu on the way to the black screen, and only there', () => {
    expect(told('forced-off-data-gate/slide-until-menu', 2000)).toEqual(['power-menu'])
    expect(told('forced-off-data-gate/slide-until-menu', -500)).toEqual([])
    expect(told('forced-off-data-gate/slide-until-menu', 18_000)).toEqual([])
    // It is off already, or restarts by itself: no such menu can come.
    expect(told('forced-off-data-gate/from-off', 1000)).toEqual([])
    expect(told('slide-at-dark/loop', 1000)).toEqual([])
  })
  it('a wait that one would give up, with how long it lasts at most', () => {
    const { method, chart } =
      sheets.find(([one]) => one === 'two-minutes-of-nothing/let-go-at-logo')?.[1] ?? {}
    if (!method || !chart) throw new Error('no sheet')
    const logo = awaitedCues(chart).find(({ cue }) => cue === 'logo')
    const [caution] = cautionsAt(method, chart, runLine(chart, 30_000, logo))
    expect(caution?.kind).toBe('long-wait')
    // The family says two minutes; the slowest unit needs somewhat more.
    expect(caution?.kind === 'long-wait' && caution.mostMs / 60_000).toBeCloseTo(2.2, 0)
    expect(told('slide-at-dark/slide', 12_000)).toEqual([])
  })
})

describe('a drawing can be read', () => {
  it.each(sheets)(
    '%s: in both widths no word touches another or leaves the picture, and no lane is under a name',
    (_, { chart }) => {
      if (!chart) throw new Error('no chart')
      for (const width of [500, 840]) {
        const drawing = chartDrawing(chart, drawnNames(ENGLISH), { width })
        expect(touching(drawing)).toEqual([])
        for (const { left, right, bottom } of boxesOf(drawing)) {
          expect(left).toBeGreaterThanOrEqual(-1)
          expect(right).toBeLessThanOrEqual(width + 1)
          expect(bottom).toBeLessThanOrEqual(drawing.height)
        }
        const firstLane = Math.min(
          ...drawing.marks.flatMap((mark) => (mark.ink === 'lane' && mark.kind === 'line' ? mark.x1 : [])),
        )
        const names = boxesOf(drawing).filter(({ left }) => left === 0)
        for (const { right } of names) expect(right).toBeLessThanOrEqual(firstLane)
      }
    },
  )
  it.each(sheets)(
    '%s: what a step waits for is drawn above its line, inside the picture and apart',
    (_, { chart }) => {
      if (!chart) throw new Error('no chart')
      for (const form of ['phone', 'watch'] as const) {
        const drawing = chartDrawing(chart, drawnNames(ENGLISH), { form })
        const bodies = drawing.marks.filter(
          (mark) => mark.kind === 'rect' && mark.ink === 'body' && mark.round,
        )
        const awaited = chart.cues.filter(({ step }) => step !== undefined)
        expect(bodies.length).toBeLessThanOrEqual(awaited.length)
        expect(bodies.length > 0).toBe(awaited.length > 0)
        const boxes = bodies.flatMap((mark) => (mark.kind === 'rect' ? [mark] : []))
        for (const [n, { x, y, width, height }] of boxes.entries()) {
          expect(Math.min(x, y, drawing.width - x - width)).toBeGreaterThanOrEqual(0)
          // No word begins above the lower edge of a sign.
          for (const { top } of boxesOf(drawing)) expect(top).toBeGreaterThanOrEqual(y + height - 1)
          const before = boxes[n - 1]
          if (before) expect(x).toBeGreaterThan(before.x + before.width)
        }
      }
    },
  )
  it.each(sheets)('%s: a key stands in the chart as often as the words press it', (_, { chart, method }) => {
    const pressed = method.steps.flatMap((step) =>
      step.do === 'hold'
        ? step.keys
        : step.do === 'slide'
          ? [step.to]
          : step.do === 'long-press'
            ? [step.key]
            : step.do === 'press'
              ? Array<string>(step.times).fill(step.key)
              : [],
    )
    const inMenus = Object.values(chart?.choices ?? {}).flat()
    for (const { key, spans } of chart?.lanes ?? []) {
      const more = inMenus
        .filter(({ input }) => 'key' in input && input.key === key)
        .reduce((sum, { times }) => sum + times, 0)
      expect(spans.length).toBe(pressed.filter((one) => one === key).length + more)
    }
  })
  it('letting go and pressing anew at the same moment are two bars, a key kept is one', () => {
    const barsOf = (id: string) => {
      const chart = sheets.find(([name]) => name === `slide-at-dark/${id}`)?.[1].chart
      if (!chart) throw new Error(id)
      const drawing = chartDrawing(chart, drawnNames(ENGLISH))
      const y = drawing.marks.find((mark) => mark.kind === 'text' && mark.text === 'power')
      const bars = drawing.marks.flatMap((mark) =>
        mark.kind === 'rect' && mark.ink === 'held' && y?.kind === 'text' && Math.abs(mark.y - y.y) < 25
          ? [mark]
          : [],
      )
      return bars.sort((a, b) => a.x - b.x)
    }
    expect(barsOf('slide')).toHaveLength(1)
    const [first, second] = barsOf('anew')
    expect((second?.x ?? 0) - (first?.x ?? 0) - (first?.width ?? 0)).toBeGreaterThan(8)
  })
  it.each(pack.families.map((family) => [family.id, family] as const))(
    '%s: the names of its keys touch nothing, upright and turned',
    (_, family) => {
      for (const isTurned of [false, true]) {
        const drawing = deviceDrawing(family, family.kind, drawnNames(ENGLISH), { isTurned })
        expect(touching(drawing)).toEqual([])
        for (const { left, right, top, bottom } of boxesOf(drawing)) {
          expect(left).toBeGreaterThanOrEqual(0)
          expect(right).toBeLessThanOrEqual(drawing.width)
          expect(top).toBeGreaterThanOrEqual(0)
          expect(bottom).toBeLessThanOrEqual(drawing.height)
        }
      }
    },
  )
  it('as a file it is well-formed whatever a key is called', () => {
    const family = structuredClone(familyOf('slide-at-dark'))
    for (const key of family.keys) key.byPlace = `<b>"${key.id}" & 'co'`
    const svg = drawingSvg(deviceDrawing(family, 'phone', drawnNames(ENGLISH)), 'Keys & <more>')
    expect(svg).not.toMatch(/<b>|& /)
    expect(svg).toContain('&#60;b&#62;')
    expect(svg.match(/<text /g)).toHaveLength(svg.match(/<\/text>/g)?.length ?? 0)
  })
})

describe('why a method stands where it does', () => {
  const family = familyOf('let-power-go-by-count')
  const ranked = rankMethods(machineOf(family), family, 'on-locked', USUAL_SITUATION)
  it('is said in one sentence each, and agrees with the figures', () => {
    const reasons = rankReasons(ranked)
    expect(reasons).toHaveLength(ranked.length)
    expect(reasons[0]).toBe('first')
    const [first, second] = ranked
    if (!first || !second) throw new Error('two ways')
    const fewer = second.study.firstAttempt < first.study.firstAttempt - 0.01
    const longer = second.study.attemptMs > first.study.attemptMs * 1.05
    expect(/fewer/.test(reasons[1] ?? '')).toBe(fewer)
    expect(/longer/i.test(reasons[1] ?? '')).toBe(longer)
    const said = rankText(reasons[1] ?? 'only', second, first, ENGLISH)
    expect(said.includes('fewer hands')).toBe(fewer)
    expect(said.includes('takes longer')).toBe(longer)
    expect(rankReasons(ranked.slice(0, 1))).toEqual(['only'])
    expect(rankReasons([])).toEqual([])
  })
  it('puts the better chance for each minute first, whatever order they come in', () => {
    expect(inOrderOfChance([...ranked].reverse())).toEqual(ranked)
  })
  it('there is nothing to count of a way that fails its proof', () => {
    const [way] = family.methods
    if (!way) throw new Error('a way')
    const bare = { ...way, steps: [{ do: 'press' as const, key: 'power' as const, times: 1 }] }
    expect(studiedMethod(machineOf(family), bare, USUAL_SITUATION)).toBeUndefined()
  })
})
