import type { Job, TryRecord } from '@benevox/contract'
import type { Cue, LinkKind, Procedure } from '@benevox/core/catalog'
import { beatOf, type KeyChart } from '@benevox/core/procedure'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref, type ComputedRef } from 'vue'
import { useTries } from '../../api/tries.ts'
import { useBeat } from './useBeat.ts'

export type RunPhase = 'before' | 'running' | 'asking'

/** Waiting longer than this after the last expected moment, the question comes by itself. Common practice, no source. */
const GRACE_MS = 12_000
/** Between the computer's key and the device's: time to lay both hands on. Common practice, no source. */
const LEAD_IN_MS = 3000

/**
 * One try at the keys, from the sentence before to the question after. The moving line follows the expected
 * times; "seen" puts it on the cue that just came. Every try is handed over as it happens.
 */
export function useTryRun(
  job: ComputedRef<Job | undefined>,
  procedure: ComputedRef<Procedure | undefined>,
  chart: ComputedRef<KeyChart | undefined>,
) {
  const tries = useTries()
  const beat = useBeat()
  const phase = ref<RunPhase>('before')
  const isDry = ref(false)
  const chartMs = ref(0)
  const seen = ref<readonly Cue[]>([])
  const current = ref<{ id: string; startedAt: string }>()
  const lastFailed = ref<{ seen: readonly Cue[] }>()
  /** The wall-clock instant at which the chart's zero lies, moved when a cue comes earlier or later. */
  let zeroAtMs = 0

  const segments = computed(() =>
    procedure.value && chart.value ? beatOf(procedure.value, chart.value, 'en') : [],
  )
  const awaited = computed(() => chart.value?.cues.filter(({ step }) => step !== undefined) ?? [])
  const nextCue = computed(() => awaited.value.find(({ at }) => at.ms > chartMs.value - 1))
  const longestMs = computed(() => (chart.value?.length.latestMs ?? 0) + GRACE_MS)

  const { pause, resume } = useIntervalFn(
    () => {
      const ms = Date.now() - zeroAtMs
      chartMs.value = Math.min(ms, chart.value?.length.ms ?? ms)
      if (ms > longestMs.value) ask()
    },
    40,
    { immediate: false },
  )

  function run(fromMs: number): void {
    phase.value = 'running'
    zeroAtMs = Date.now() - fromMs
    chartMs.value = Math.min(fromMs, chart.value?.length.ms ?? fromMs)
    resume()
    const first = segments.value[0]
    if (first && fromMs <= 0) beat.play(first, -fromMs)
  }

  async function start(link: LinkKind, dry: boolean): Promise<void> {
    if (!job.value || !procedure.value) return
    isDry.value = dry
    seen.value = []
    lastFailed.value = undefined
    const startedAt = new Date(Date.now() + LEAD_IN_MS).toISOString()
    run(-LEAD_IN_MS)
    if (dry) return
    current.value = { id: crypto.randomUUID(), startedAt }
    await tries.add({
      kind: 'start',
      jobId: job.value.id,
      body: { id: current.value.id, procedureId: procedure.value.id, link, startedAt },
    })
  }

  function ask(): void {
    pause()
    beat.silence()
    if (isDry.value) phase.value = 'before'
    else phase.value = 'asking'
    isDry.value = false
  }

  /** The cue the line waits for has come: the line jumps to it, and its segment's beat begins. In the count-in: begin now. */
  function cueSeen(): 'going-on' | 'goal' {
    if (chartMs.value < 0) {
      run(0)
      return 'going-on'
    }
    const cue = nextCue.value
    if (!cue) return 'goal'
    seen.value = [...seen.value, cue.cue]
    if (cue === awaited.value.at(-1)) return 'goal'
    zeroAtMs = Date.now() - cue.at.ms - 2
    chartMs.value = cue.at.ms + 2
    const segment = segments.value.find(({ afterStep }) => afterStep === cue.step)
    if (segment) beat.play(segment)
    return 'going-on'
  }

  async function finish(outcome: 'reached' | 'failed', what: readonly Cue[]): Promise<void> {
    const made = current.value
    pause()
    beat.silence()
    phase.value = 'before'
    current.value = undefined
    lastFailed.value = outcome === 'failed' ? { seen: what } : undefined
    if (!made || !job.value) return
    const finishedAt = new Date(Math.max(Date.now(), Date.parse(made.startedAt))).toISOString()
    await tries.add({
      kind: 'finish',
      jobId: job.value.id,
      tryId: made.id,
      body: { outcome, seen: [...what], finishedAt },
    })
  }

  /** Goes on with a try that was under way when the page was left. */
  function goOn({ id, startedAt }: TryRecord): void {
    if (phase.value !== 'before' || current.value) return
    current.value = { id, startedAt }
    const elapsedMs = Date.now() - Date.parse(startedAt)
    if (elapsedMs < longestMs.value) run(elapsedMs)
    else phase.value = 'asking'
  }

  return { phase, isDry, chartMs, seen, nextCue, lastFailed, beat, start, ask, cueSeen, finish, goOn }
}
