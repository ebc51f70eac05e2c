import type { Cue, KeyId, LinkKind, Posture, Method } from '../catalog/index.ts'
import type { Machine, TwinInput } from '../twin/index.ts'
import type { Action } from './execute.ts'
import { inParts, type MenuLinePart } from './menuLine.ts'
import type { Proof } from './proof.ts'
import type { Performance } from './perform.ts'

/** An instant of the chart on a middling unit, with the earliest and latest over all units. */
export interface ChartTime {
  readonly ms: number
  readonly earliestMs: number
  readonly latestMs: number
}

export interface KeySpan {
  readonly from: ChartTime
  readonly to: ChartTime
  /** The steps that press the key and let it go; the latter absent where it is held to the end. */
  readonly pressedAtStep: number
  readonly letGoAtStep?: number | undefined
}

export interface KeyLane {
  readonly key: KeyId
  readonly spans: readonly KeySpan[]
}

export interface LinkSpan {
  readonly link: LinkKind
  readonly from: ChartTime
  readonly to: ChartTime
}

export interface PostureSpan {
  readonly posture: Posture
  readonly atStep: number
  readonly from: ChartTime
  readonly to: ChartTime
}

/** A tap on the screen, or a word typed there. */
export interface TouchMark {
  readonly at: ChartTime
  readonly label: string
}

export interface CueMark {
  readonly cue: Cue
  readonly at: ChartTime
  /** The step that waits for it; absent where it is only seen in passing. */
  readonly step?: number | undefined
}

/** The notation for a combination: one lane a key, cue marks across them, cable and hinge as lanes of their own. */
export interface KeyChart {
  /** The names of keys and links that are not the usual ones. */
  readonly names: Machine['names']
  readonly lanes: readonly KeyLane[]
  readonly links: readonly LinkSpan[]
  readonly postures: readonly PostureSpan[]
  readonly touches: readonly TouchMark[]
  readonly cues: readonly CueMark[]
  readonly length: ChartTime
  /** When each step is over. */
  readonly stepEnds: readonly ChartTime[]
  /** The inputs of each step that chooses a menu item, by step. */
  readonly choices: Readonly<Record<number, readonly MenuLinePart[]>>
}

/** Draws the chart of a method from its proof: times of the median run, ranges from both extremes. */
export function keyChart({ keys, names }: Machine, method: Method, proof: Proof): KeyChart {
  const timeOf = (of: (run: Performance) => number | undefined): ChartTime => {
    const ms = of(proof.median) ?? proof.median.endedAtMs
    const others = [of(proof.min), of(proof.max), ms].filter((value) => value !== undefined)
    return { ms, earliestMs: Math.min(...others), latestMs: Math.max(...others) }
  }
  const length = timeOf((run) => run.endedAtMs)
  const actionTime = (index: number) => timeOf((run) => run.actions[index]?.atMs)
  return {
    names,
    lanes: keys
      .map((key) => ({ key, spans: spansOf(key, proof.median.actions, actionTime, length) }))
      .filter(({ spans }) => spans.length > 0),
    links: spansOfInputs(
      proof.median.actions,
      (input) => (input.kind === 'link' ? { link: input.link } : undefined),
      actionTime,
      length,
    ).filter(({ link }) => link !== 'none'),
    postures: spansOfInputs(
      proof.median.actions,
      (input, atStep) => (input.kind === 'fold' ? { posture: input.to, atStep } : undefined),
      actionTime,
      length,
    ),
    touches: touchesOf(method, proof.median.actions, actionTime),
    cues: cuesOf(method, proof, timeOf),
    length,
    stepEnds: method.steps.map((_, step) => timeOf((run) => run.stepEndsMs[step])),
    choices: Object.fromEntries(
      Object.entries(proof.median.choices).map(([step, path]) => [step, inParts(path)]),
    ),
  }
}

function spansOf(
  key: KeyId,
  actions: readonly Action[],
  timeOf: (index: number) => ChartTime,
  end: ChartTime,
): KeySpan[] {
  const spans: KeySpan[] = []
  let down: number | undefined
  for (const [index, { input }] of actions.entries()) {
    if (input.kind === 'key-down' && input.key === key) down = index
    if (input.kind === 'key-up' && input.key === key && down !== undefined) {
      spans.push({
        from: timeOf(down),
        to: timeOf(index),
        pressedAtStep: actions[down]?.step ?? 0,
        letGoAtStep: actions[index]?.step,
      })
      down = undefined
    }
  }
  if (down !== undefined) spans.push({ from: timeOf(down), to: end, pressedAtStep: actions[down]?.step ?? 0 })
  return spans
}

/** What an input makes stand until the next of its kind. */
function spansOfInputs<Made extends object>(
  actions: readonly Action[],
  madeBy: (input: TwinInput, step: number) => Made | undefined,
  timeOf: (index: number) => ChartTime,
  end: ChartTime,
): (Made & { readonly from: ChartTime; readonly to: ChartTime })[] {
  const made = actions.flatMap(({ input, step }, index) => {
    const of = madeBy(input, step)
    return of ? [{ of, from: timeOf(index) }] : []
  })
  return made.map(({ of, from }, n) => ({ ...of, from, to: made[n + 1]?.from ?? end }))
}

function touchesOf(
  { steps }: Method,
  actions: readonly Action[],
  timeOf: (index: number) => ChartTime,
): TouchMark[] {
  return actions.flatMap(({ input, step }, index): TouchMark[] => {
    if (input.kind === 'type') return [{ at: timeOf(index), label: input.word }]
    if (input.kind !== 'tap') return []
    const asked = steps[step]
    return [{ at: timeOf(index), label: asked?.do === 'tap' ? asked.label : input.on }]
  })
}

function cuesOf(
  method: Method,
  proof: Proof,
  timeOf: (of: (run: Performance) => number | undefined) => ChartTime,
): CueMark[] {
  const awaited = method.steps.flatMap((step, index): CueMark[] =>
    step.do === 'wait' && 'cue' in step.until
      ? [{ cue: step.until.cue, at: timeOf((run) => run.stepEndsMs[index]), step: index }]
      : [],
  )
  const buzzes = proof.median.observations.flatMap((seen, index): CueMark[] => {
    if (seen.kind !== 'buzz' || awaited.some((mark) => mark.cue === seen.buzz)) return []
    const same = (run: Performance) =>
      run.observations[index]?.kind === 'buzz' ? run.observations[index].atMs : undefined
    return [{ cue: seen.buzz, at: timeOf(same) }]
  })
  return [...awaited, ...buzzes].sort((a, b) => a.at.ms - b.at.ms)
}
