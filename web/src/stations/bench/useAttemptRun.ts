import type { Job, Attempt } from '@benevox/contract'
import type { Cue, LinkKind, Method } from '@benevox/core/catalog'
import {
  awaitedCues,
  beatOf,
  type Beat,
  isTooEarly,
  runLine,
  type AwaitedCue,
  type KeyChart,
} from '@benevox/core/method'
import { useRafFn } from '@vueuse/core'
import { beatText } from '@benevox/words'
import { computed, ref, shallowRef, type ComputedRef } from 'vue'
import { words } from '../../words/index.ts'
import { useJob } from '../../job/jobs.ts'
import { useBeat } from './useBeat.ts'
import { useLag } from './useLag.ts'

export type RunPhase = 'before' | 'running' | 'asking'

/** What an attempt is begun with. */
export interface SetUp {
  readonly link: LinkKind
  readonly cable?: number | undefined
}

/** Waiting longer than this after the last expected moment, the question comes by itself. Common practice, no source. */
const GRACE_MS = 12_000
/** Between the computer's key and the device's: time to lay both hands on. Common practice, no source. */
const LEAD_IN_MS = 3000
/** A report that came too early is one all the same, where it is made again after so long. Common practice, no source. */
const AGAIN_MS = 400
/** The loudspeaker is handed the first sounds so long ahead, that none comes late. */
const HANDED_OVER_MS = 80

/**
 * One attempt at the keys, from the sentence before to the question after. The moving line follows the expected
 * times; "seen" puts it on the cue that just came. Every try is handed over as it happens.
 */
export function useAttemptRun(
  job: ComputedRef<Job | undefined>,
  method: ComputedRef<Method | undefined>,
  chart: ComputedRef<KeyChart | undefined>,
) {
  const session = useJob()
  const beat = useBeat()
  const lag = useLag()
  const phase = ref<RunPhase>('before')
  /** Since the chart's zero; negative in the count-in. */
  const elapsedMs = ref(0)
  const reported = ref<AwaitedCue>()
  const seen = ref<readonly Cue[]>([])
  /** What was reported too early to be true, on the beat’s clock; not counted unless it is reported again. */
  const tooEarly = shallowRef<{ readonly cue: AwaitedCue; readonly atMs: number }>()
  const current = ref<{ id: string; startedAt: string }>()
  let marks: { cue: Cue; atMs: number }[] = []
  /** Where the chart's zero lies on the beat's clock, moved when a cue comes earlier or later. */
  let zeroMs = 0
  let beganMs = 0
  /** When the last report was made, on the beat’s clock. */
  let reportedMs = 0
  let countsIn = false

  const segments = computed(() => (method.value && chart.value ? beatOf(method.value, chart.value) : []))
  const said = (one: Beat) =>
    method.value && chart.value ? beatText(one, method.value, chart.value, words) : ''
  const line = computed(() => chart.value && runLine(chart.value, elapsedMs.value, reported.value))
  const longestMs = computed(() => (chart.value?.length.latestMs ?? 0) + GRACE_MS)

  const { pause, resume } = useRafFn(
    () => {
      const now = beat.nowMs()
      const ms = now - zeroMs
      if (ms >= 0) countsIn = false
      elapsedMs.value = countsIn ? ms : Math.max(0, ms)
      beat.frame(now)
      if (ms > longestMs.value) ask()
    },
    { immediate: false },
  )

  async function run(fromMs: number): Promise<void> {
    await beat.ready()
    phase.value = 'running'
    zeroMs = beat.nowMs() - fromMs + HANDED_OVER_MS
    beganMs = zeroMs
    reportedMs = zeroMs
    tooEarly.value = undefined
    countsIn = fromMs < 0
    elapsedMs.value = fromMs
    reported.value = undefined
    resume()
    const first = segments.value[0]
    if (first && fromMs <= 0) beat.play(first, said, zeroMs, -fromMs)
  }

  async function start({ link, cable }: SetUp): Promise<void> {
    if (!job.value || !method.value) return
    seen.value = []
    marks = []
    const id = crypto.randomUUID()
    const startedAt = new Date(Date.now() + LEAD_IN_MS).toISOString()
    current.value = { id, startedAt }
    await run(-LEAD_IN_MS)
    await session.startAttempt({
      id,
      methodId: method.value.id,
      link,
      startedAt,
      ...(cable ? { cable } : {}),
    })
    if (session.refusal && current.value?.id === id) {
      // Somebody runs it elsewhere: nothing is run here.
      pause()
      beat.silence()
      current.value = undefined
      phase.value = 'before'
      await session.reload().catch(() => undefined)
    }
  }

  function ask(): void {
    pause()
    beat.silence()
    phase.value = 'asking'
  }

  /** The cue the line waits for has come, unless it is too early for any unit: the line jumps to it, and its segment's beat begins. In the count-in: begin now. */
  function cueSeen(): 'going-on' | 'goal' {
    const now = beat.nowMs()
    if (countsIn) {
      countsIn = false
      zeroMs = now + HANDED_OVER_MS
      beganMs = zeroMs
      reportedMs = zeroMs
      elapsedMs.value = 0
      const first = segments.value[0]
      if (first) beat.play(first, said, zeroMs)
      return 'going-on'
    }
    const cue = chart.value && runLine(chart.value, now - zeroMs, reported.value).next
    if (!cue || !chart.value) return 'goal'
    const isAgain = tooEarly.value?.cue.step === cue.step && now - tooEarly.value.atMs >= AGAIN_MS
    if (!isAgain && isTooEarly(now - reportedMs, cue, reported.value)) {
      tooEarly.value ??= { cue, atMs: now }
      return 'going-on'
    }
    tooEarly.value = undefined
    reportedMs = now
    seen.value = [...seen.value, cue.cue]
    // The cue came before the key that tells of it, by this technician's own lag.
    const cameMs = now - lag.lagMs.value
    marks.push({ cue: cue.cue, atMs: Math.max(0, Math.round(cameMs - beganMs)) })
    if (cue.step === awaitedCues(chart.value).at(-1)?.step) return 'goal'
    reported.value = cue
    zeroMs = cameMs - cue.at.ms
    elapsedMs.value = now - zeroMs
    const segment = segments.value.find(({ afterStep }) => afterStep === cue.step)
    if (segment) beat.play(segment, said, cameMs)
    return 'going-on'
  }

  /** Ends the attempt that is under way and gives its name; it is on its way to the server then. */
  function finish(outcome: 'reached' | 'failed' | 'left', what: readonly Cue[]): string | undefined {
    const made = current.value
    pause()
    beat.silence()
    phase.value = 'before'
    current.value = undefined
    if (made) void record(made, outcome, what, [])
    return made?.id
  }

  /** The wrong answer was pressed: asked once more, of the attempt as it was seen before that. */
  function askAgain({ id, startedAt, marks: before }: Attempt): void {
    if (phase.value !== 'before' || current.value) return
    current.value = { id, startedAt }
    marks = [...before]
    seen.value = before.map(({ cue }) => cue)
    phase.value = 'asking'
  }

  async function record(
    { id, startedAt }: Pick<Attempt, 'id' | 'startedAt'>,
    outcome: 'reached' | 'failed' | 'left',
    what: readonly Cue[],
    notSeen: readonly Cue[],
  ): Promise<void> {
    if (!job.value) return
    const finishedAt = new Date(Math.max(Date.now(), Date.parse(startedAt))).toISOString()
    const body = { outcome, seen: [...what], notSeen: [...notSeen], marks, finishedAt }
    await session.endAttempt(id, body)
  }

  /** Goes on with an attempt that was under way when the page was left. */
  async function goOn({ id, startedAt }: Attempt): Promise<void> {
    if (phase.value !== 'before' || current.value) return
    current.value = { id, startedAt }
    const goneMs = Date.now() - Date.parse(startedAt)
    if (goneMs < longestMs.value) await run(goneMs)
    else phase.value = 'asking'
  }

  return { phase, line, seen, tooEarly, beat, start, ask, cueSeen, finish, goOn, askAgain, record }
}
