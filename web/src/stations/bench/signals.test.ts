import { beatOf, keyChart, prove, type Beat, type BeatSegment } from '@benevox/core/method'
import { USUAL_SITUATION } from '@benevox/core/twin'
import { beatText, ENGLISH, stepTexts } from '@benevox/words'
import fc from 'fast-check'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope } from 'vue'
import { machineOf, pack } from '../../../../demo/families.ts'
import { useBeat } from './useBeat.ts'

/**
 * What is spoken, what sounds and what flashes are three tellings of one beat, and the beat is the chart's. The
 * loudspeaker and the voice are stand-ins that write down what they are given, and when.
 */
interface Heard {
  readonly atMs: number
  /** From which pitch to which, in hertz. */
  readonly pitch: string
}
let nowMs = 0
let heard: Heard[] = []
let spoken: { atMs: number; text: string }[] = []

class Loudspeaker {
  readonly state = 'running'
  readonly destination = {}
  get currentTime() {
    return nowMs / 1000
  }
  close = () => Promise.resolve()
  createGain() {
    return {
      gain: { setValueAtTime: vi.fn(), exponentialRampToValueAtTime: vi.fn() },
      connect: (to: unknown) => to,
      disconnect: vi.fn(),
    }
  }
  createOscillator() {
    const pitches: number[] = []
    return {
      frequency: {
        setValueAtTime: (hertz: number) => pitches.push(hertz),
        linearRampToValueAtTime: (hertz: number) => pitches.push(hertz),
      },
      connect: (to: unknown) => to,
      start: (at: number) => heard.push({ atMs: at * 1000, pitch: pitches.join() }),
      stop: vi.fn(),
    }
  }
}
const voice = {
  getVoices: () => [{ lang: 'en', default: true }],
  cancel: vi.fn(),
  speak: ({ text }: { text: string }) => spoken.push({ atMs: nowMs, text }),
}

beforeEach(() => {
  nowMs = 0
  heard = []
  spoken = []
  vi.stubGlobal('AudioContext', Loudspeaker)
  vi.stubGlobal('window', { speechSynthesis: voice })
  vi.stubGlobal(
    'SpeechSynthesisUtterance',
    class {
      constructor(readonly text: string) {}
    },
  )
})
afterEach(() => vi.unstubAllGlobals())

const METHODS = pack.families.flatMap((family) => {
  const machine = machineOf(family)
  return family.methods.map((method) => ({ family, machine, method }))
})
const chartOf = ({ machine, method }: (typeof METHODS)[number]) =>
  keyChart(machine, method, prove(machine, method, USUAL_SITUATION))

/** Plays a segment to its end, a picture at a time, and writes down what flashes. */
function played(segment: BeatSegment, says: (beat: Beat) => string, countInMs: number, frameMs: number) {
  const flashed: { atMs: number; kind: string }[] = []
  const scope = effectScope()
  return scope.run(async () => {
    const beat = useBeat()
    beat.flashes.value = true
    await beat.ready()
    const zeroMs = nowMs + 80 + countInMs
    beat.play(segment, says, zeroMs, countInMs)
    const lastMs = Math.max(0, ...segment.beats.map(({ atMs }) => atMs))
    for (; nowMs < zeroMs + lastMs + 300; nowMs += frameMs) {
      beat.frame(nowMs)
      // As it stands in the picture that is shown then.
      for (const kind of beat.flash.value) flashed.push({ atMs: nowMs, kind })
    }
    scope.stop()
    return { flashed, zeroMs }
  })
}

const ANY_SEGMENT: fc.Arbitrary<BeatSegment> = fc
  .array(
    fc.record({
      atMs: fc.nat(40).map((n) => n * 100),
      kind: fc.constantFrom<Beat['kind'][]>('press', 'slide', 'let-go', 'plug', 'tick', 'say'),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((beats) => ({
    chartMs: 0,
    // What is said again in the same moment would only cut itself off.
    beats: [...new Map(beats.map((one) => [JSON.stringify(one), one])).values()].sort(
      (a, b) => a.atMs - b.atMs,
    ),
  }))
/** Of the demo's methods, and such as no method has. */
const PLAYED = fc.oneof(
  fc.tuple(fc.constantFrom(...METHODS), fc.nat(9)).map(([of, nth]) => {
    const chart = chartOf(of)
    const segments = beatOf(of.method, chart)
    return {
      segment: segments[nth % segments.length] as BeatSegment,
      says: (beat: Beat) => beatText(beat, of.method, chart, ENGLISH),
    }
  }),
  ANY_SEGMENT.map((segment) => ({ segment, says: ({ atMs }: Beat) => `words at ${atMs}` })),
)

it('what sounds, what flashes and what is said are the same beats at the same moments, whatever is played', async () => {
  /** Which pitch goes with which flash: always one with one. */
  const pitchOf = new Map<string, string>()
  await fc.assert(
    fc.asyncProperty(
      PLAYED,
      fc.constantFrom(0, 3000),
      fc.integer({ min: 5, max: 40 }),
      async ({ segment, says }, countInMs, frameMs) => {
        nowMs = 0
        heard = []
        spoken = []
        const run = await played(segment, says, countInMs, frameMs)
        if (!run) throw new Error('nothing was played')
        const { flashed, zeroMs } = run
        const seconds = Array.from({ length: countInMs / 1000 }, (_, n) => zeroMs - 1000 * (n + 1))
        const due = [
          ...seconds.map((atMs) => ({ atMs, kind: 'tick' })),
          ...segment.beats
            .filter(({ kind }) => kind !== 'say')
            .map(({ atMs, kind }) => ({ atMs: zeroMs + atMs, kind })),
        ].sort((a, b) => a.atMs - b.atMs)
        expect(heard.map(({ atMs }) => Math.round(atMs)).sort((a, b) => a - b)).toEqual(
          due.map(({ atMs }) => Math.round(atMs)),
        )
        for (const one of due) {
          const pitches = heard.filter(({ atMs }) => Math.abs(atMs - one.atMs) < 1).map(({ pitch }) => pitch)
          const known = pitchOf.get(one.kind)
          if (known === undefined && pitches.length === 1) pitchOf.set(one.kind, pitches[0] as string)
          else if (known !== undefined) expect(pitches).toContain(known)
        }
        // Each stands in the picture after its sound, for a while, and nothing stands there without one.
        for (const { atMs, kind } of flashed)
          expect(
            due.some((one) => one.kind === kind && atMs >= one.atMs && atMs - one.atMs <= 180 + 2 * frameMs),
          ).toBe(true)
        for (const { atMs, kind } of due)
          expect(
            flashed.some((one) => one.kind === kind && one.atMs >= atMs && one.atMs < atMs + frameMs),
            `${kind} at ${atMs}`,
          ).toBe(true)
        const words = segment.beats.filter(({ kind }) => kind === 'say')
        expect(spoken.map(({ text }) => text)).toEqual(
          words.filter(({ atMs }) => zeroMs + atMs > -80).map(says),
        )
      },
    ),
  )
  expect(new Set(pitchOf.values()).size).toBe(pitchOf.size)
  expect([...pitchOf.keys()].sort()).toEqual(['let-go', 'plug', 'press', 'slide', 'tick'])
})

describe('what sounds is what the chart draws and what the steps say', () => {
  const STROKE_ENDS: Readonly<Record<string, 'from' | 'to'>> = { press: 'from', 'let-go': 'to' }
  it.each(METHODS.map((one) => [`${one.family.id}, ${one.method.id}`, one] as const))('%s', (_, of) => {
    const { method } = of
    const chart = chartOf(of)
    const lines = stepTexts(method, chart, ENGLISH)
    const moves = beatOf(method, chart).flatMap(({ chartMs, beats }) =>
      beats.map((beat) => ({ ...beat, atMs: chartMs + beat.atMs })),
    )
    for (const { kind, atMs } of moves) {
      const end = STROKE_ENDS[kind]
      if (!end) continue
      // At that moment a key goes down, or up, on the chart.
      const strokes = chart.lanes.flatMap(({ spans }) => spans.map((span) => span[end].ms))
      expect(
        strokes.some((ms) => Math.abs(ms - atMs) <= 150),
        `${kind} at ${atMs} of ${strokes}`,
      ).toBe(true)
    }
    // What sounds is told before it sounds, in the words of its step.
    const told = moves.filter(({ kind }) => kind === 'say')
    for (const one of moves.filter(({ kind }) => kind === 'press' || kind === 'let-go' || kind === 'slide')) {
      const before = told.filter(({ atMs }) => atMs <= one.atMs)
      const says = before.map((beat) => beatText(beat, method, chart, ENGLISH))
      const verb = one.kind === 'slide' ? /slide/i : one.kind === 'let-go' ? /let go/i : /hold|press|keep/i
      expect(
        says.some((text) => verb.test(text)),
        `${one.kind} at ${one.atMs}: ${says}`,
      ).toBe(true)
    }
    // Whatever is said is what stands on the page: a step, or the sentence of the critical one.
    for (const beat of told) {
      const text = beatText(beat, method, chart, ENGLISH)
      expect(text).not.toBe('')
      if (!beat.says?.isCritical) expect(lines).toContain(text)
    }
  })
})
