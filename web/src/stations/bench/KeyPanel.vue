<script setup lang="ts">
import type { TryRecord } from '@benevox/contract'
import type { Cue, Family, LinkKind, Model, StartState } from '@benevox/core/catalog'
import { cuesToReport, type Findings } from '@benevox/core/diagnosis'
import { criticalSentence, phrases, procedureSheet, whyMissed } from '@benevox/core/procedure'
import { useEventListener, useIntervalFn } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../api/job.ts'
import { useKit } from '../../api/kit.ts'
import { useTries } from '../../api/tries.ts'
import DevicePicture from '../../parts/DevicePicture.vue'
import KeyChart from '../../parts/KeyChart.vue'
import { useVariantStudy } from '../../parts/useVariantStudy.ts'
import { clockText, tenthsText } from '../../words/en.ts'
import AdvicePanel from './AdvicePanel.vue'
import DryRun from './DryRun.vue'
import PrepList from './PrepList.vue'
import SeenQuestion from './SeenQuestion.vue'
import TryList from './TryList.vue'
import WayEvidence from './WayEvidence.vue'
import { useDiagnosis } from './useDiagnosis.ts'
import { useTryRun } from './useTryRun.ts'

/** The key combination: one sentence before, the beat during, the question after, and what to change. */
const props = defineProps<{ model: Model; family: Family }>()
const job = useJob()
const catalog = useCatalog()
const kit = useKit()
const outbox = useTries()
const words = phrases('en')

/** What the counter was told decides which ways stand first; the technician may choose another. */
const start = computed<StartState>(() =>
  job.facts.complaint === 'restarts-into-recovery'
    ? 'looping'
    : job.facts.powersOn === 'no'
      ? 'off'
      : 'on-locked',
)
const running = computed(() => catalog.machineOf(props.family))
const machine = computed(() => running.value.machine)
/** Ways that fail their proof are marked wherever they are offered. */
const notProven = computed(
  () =>
    new Set(
      props.family.procedures
        .filter((one) => whyMissed(machine.value, one) !== undefined)
        .map(({ id }) => id),
    ),
)

const made = computed(() =>
  (job.saved?.tries ?? []).filter(({ outcome }) => outcome === 'failed' || outcome === 'reached'),
)
const last = computed(() => {
  const one = made.value.at(-1)
  return one?.outcome === 'failed' ? one : undefined
})
const cable = ref<number>()
const findings = computed<Findings>(() => {
  const bench = job.saved?.bench
  return {
    keys: bench?.keysTested,
    charged:
      bench?.charging?.endedAt !== undefined ||
      job.facts.battery === 'at-least-20' ||
      job.facts.battery === 'external-power',
    modelCompared: bench?.rightDevice?.by === 'model-text',
    cables: kit.trust,
  }
})
const spare = computed(() => kit.fitting(props.model.port).find(({ number }) => number !== last.value?.cable))
const { diagnosed, tookMs } = useDiagnosis(
  computed(() => ({
    fragments: catalog.fragmentsOf(props.family),
    families: [props.family],
    start: start.value,
  })),
  computed(() =>
    made.value.map(({ procedureId, familyId, link, cable: with_, outcome, seen, notSeen }) => ({
      procedureId,
      familyId,
      link,
      ...(with_ === null ? {} : { cable: String(with_) }),
      reached: outcome === 'reached',
      seen,
      notSeen,
    })),
  ),
  findings,
  computed(() => (spare.value ? kit.trust[String(spare.value.number)] : undefined)),
)
const advised = computed(() => (last.value ? diagnosed.value?.things[0] : undefined))
const advisedTry = computed(() => (advised.value?.thing.kind === 'try' ? advised.value.thing : undefined))

const picked = ref<string>()
const procedure = computed(() => {
  const byId = (id: string | undefined) => props.family.procedures.find((one) => one.id === id)
  return (
    byId(picked.value) ??
    byId(advisedTry.value?.way.procedure.id) ??
    byId(job.saved?.bench.procedureId) ??
    props.family.procedures.find(({ from, id }) => from === start.value && !notProven.value.has(id)) ??
    props.family.procedures.find(({ from }) => from === start.value) ??
    props.family.procedures[0]
  )
})
const sheetOf = (id: string | undefined) => {
  const one = props.family.procedures.find((candidate) => candidate.id === id)
  return one && procedureSheet(machine.value, one, 'en')
}
const sheet = computed(() => sheetOf(procedure.value?.id))
const chart = computed(() => sheet.value?.chart)
const lines = computed(() => sheet.value?.lines ?? [])
/** The ways by what they begin with, in the family's order. */
const ways = computed(() =>
  Object.entries(words.start)
    .map(([from, says]) => ({
      says,
      procedures: props.family.procedures.filter((one) => one.from === from),
    }))
    .filter(({ procedures }) => procedures.length > 0),
)
const studies = useVariantStudy(
  computed(() => props.family),
  computed(() => (procedure.value ? [procedure.value.id] : [])),
)
const study = computed(() => studies.get(procedure.value?.id ?? ''))
const critical = computed(() => {
  const slack = study.value?.critical
  if (!procedure.value || !chart.value || !slack) return undefined
  return {
    latestMs: slack.safe.toMs,
    sentence: criticalSentence(procedure.value, slack.step, chart.value, 'en'),
  }
})
const needsLink = computed(() => procedure.value?.steps.findLast((step) => step.do === 'plug')?.link)
const link = ref<LinkKind>('none')
watch(needsLink, (asked) => (link.value = asked ?? 'none'), { immediate: true })
watch(
  advisedTry,
  (next) => {
    if (!next?.otherCable || !spare.value) return
    cable.value = spare.value.number
    link.value = needsLink.value ?? 'none'
  },
  { immediate: true },
)

const run = useTryRun(
  computed(() => job.saved),
  procedure,
  chart,
)
const { phase, chartMs, seen, nextCue } = run
const { flash, sounds, speaks, flashes } = run.beat
const isDry = ref(false)
const stepNow = computed(() =>
  phase.value === 'running' && chartMs.value >= 0
    ? (chart.value?.stepEnds.findIndex(({ ms }) => ms > chartMs.value + 1) ?? -1)
    : -1,
)
const FLASH_WORDS = { press: 'hold', slide: 'slide', 'let-go': 'let go', tick: '·' } as const
const pressedNow = computed(
  () =>
    chart.value?.lanes
      .filter(({ spans }) => spans.some(({ from, to }) => from.ms <= chartMs.value && chartMs.value < to.ms))
      .map(({ key }) => key) ?? [],
)
const usedKeys = computed(() => chart.value?.lanes.map(({ key }) => key) ?? [])
const goal = computed(() => procedure.value?.goal ?? 'recovery-menu')
/** The cues that can come on this family, but for the goal; the nine with keys first. */
const cuesToChoose = computed(() => cuesToReport(machine.value).filter((cue) => cue !== goal.value))

/** A try that is under way at another machine is only looked at here. */
const elsewhere = computed<TryRecord | undefined>(() =>
  job.saved?.tries.find(
    ({ outcome, runner }) => outcome === null && runner !== null && runner !== outbox.runner,
  ),
)
useIntervalFn(() => void (elsewhere.value && job.reload().catch(() => undefined)), 3000)
const closeElsewhere = () => elsewhere.value && run.record(elsewhere.value, 'left', [], [])

onMounted(() => {
  void kit.load()
  const open = job.saved?.tries.find(({ outcome }) => outcome === null)
  if (open && !elsewhere.value) void run.goOn(open)
})

async function finish(outcome: 'reached' | 'failed' | 'left', what: readonly Cue[]): Promise<void> {
  const reachedGoal = outcome === 'reached' && goal.value === 'recovery-menu'
  picked.value = undefined
  await run.finish(outcome, what)
  if (reachedGoal) await job.tell({ kind: 'in-recovery' })
}
/** More was seen at the last try, or did not come. */
function told(what: readonly Cue[], notSeen: readonly Cue[]): void {
  if (last.value) void run.record(last.value, 'failed', what, notSeen)
}
/** Takes the focus off whatever was set or pressed, so that the foot switch's key goes to the run. */
const letGoOfFocus = () => document.activeElement instanceof HTMLElement && document.activeElement.blur()
function wasSet({ target }: Event): void {
  if (
    target instanceof HTMLSelectElement ||
    (target instanceof HTMLInputElement && target.type === 'checkbox')
  )
    letGoOfFocus()
}
async function begin(): Promise<void> {
  letGoOfFocus()
  await run.start({ link: link.value, cable: link.value === 'none' ? undefined : cable.value })
}
async function next(): Promise<void> {
  if (elsewhere.value) return
  if (phase.value === 'before') await begin()
  else if (phase.value === 'running' && run.cueSeen() === 'goal') await finish('reached', seen.value)
}
function choose(procedureId: string): void {
  picked.value = procedureId
  void job.recordBench({ kind: 'chose-procedure', procedureId })
}

useEventListener('keydown', (event: KeyboardEvent) => {
  const { target } = event
  if (
    event.repeat ||
    event.ctrlKey ||
    event.metaKey ||
    isDry.value ||
    target instanceof HTMLInputElement ||
    target instanceof HTMLSelectElement ||
    target instanceof HTMLButtonElement
  )
    return
  if (event.key === ' ' && phase.value !== 'asking') {
    event.preventDefault()
    void next()
  }
  const key = event.key.toLowerCase()
  if (key === 'x' && phase.value === 'running') run.ask()
  if (key === 'd' && phase.value === 'before') isDry.value = true
})
const countingIn = computed(() => phase.value === 'running' && chartMs.value < 0)
const phaseShown = computed(() => (isDry.value || elsewhere.value ? ('other' as const) : phase.value))
defineExpose({ phase: phaseShown, countingIn, next, ask: run.ask })
</script>

<template>
  <div v-if="elsewhere" class="px-6 py-5">
    <p class="text-3xl leading-tight font-bold">
      {{ elsewhere.by }} runs a try on this device at another machine, since
      {{ clockText(elsewhere.startedAt) }}.
    </p>
    <p class="mt-2 text-xl">
      It is shown here as it goes on, and not run twice. If nobody does it any more, close it: it is left out
      of the record of what works.
    </p>
    <button class="act mt-3" @click="closeElsewhere">Close that try</button>
    <TryList v-if="job.saved" :tries="job.saved.tries" />
  </div>
  <DryRun
    v-else-if="isDry && procedure"
    :model="model"
    :family="family"
    :running="running"
    :procedure="procedure"
    :lines="lines"
    @done="isDry = false"
  />
  <div v-else class="px-6 py-4" @change="wasSet">
    <div
      v-if="flash"
      aria-hidden="true"
      class="fixed inset-x-0 top-0 z-10 bg-ink py-3 text-center text-4xl font-bold text-paper"
    >
      {{ FLASH_WORDS[flash] }}
    </div>
    <div v-if="procedure" class="beside">
      <div class="space-y-3">
        <p v-if="phase === 'asking'" class="text-[2.1rem] leading-tight font-bold">What did you see?</p>
        <div v-else-if="phase === 'running'" data-testid="now">
          <p class="text-[2.6rem] leading-tight font-bold">
            {{
              chartMs < 0
                ? `Both hands on the device: ${Math.ceil(-chartMs / 1000)}`
                : (lines[stepNow] ?? 'Keep looking at the device')
            }}
          </p>
          <p class="text-2xl text-ink-soft">
            {{ chartMs < 0 ? (critical?.sentence ?? lines[0]) : lines[stepNow + 1] }}
          </p>
        </div>
        <AdvicePanel
          v-else-if="last && diagnosed && advised"
          :diagnosed="diagnosed"
          :family="family"
          :last="last"
          :cues="cuesToChoose"
          :chart-of="(id) => sheetOf(id)?.chart"
          :data-took-ms="tookMs?.toFixed(0)"
          @told="told"
          @there="job.tell({ kind: 'in-recovery' })"
        />
        <p v-else class="text-[2.1rem] leading-tight font-bold" data-testid="critical">
          {{ critical?.sentence ?? lines[0] }}
          <span v-if="critical?.latestMs" class="block text-lg font-normal text-ink-soft"
            >You have {{ tenthsText(critical.latestMs) }} s even on a quick unit. Nothing has to be touched
            here meanwhile.</span
          >
        </p>
        <p v-if="sheet?.notProven" role="alert" class="border-l-4 border-stop pl-3 text-lg">
          <b class="text-stop">Not proven.</b> {{ sheet.notProven }} Try it only if nothing else is left.
        </p>
        <template v-if="phase !== 'asking' && chart">
          <KeyChart
            :chart="chart"
            :now-ms="phase === 'running' ? chartMs : undefined"
            :changes="
              phase === 'before' && advisedTry?.way.procedure.id === procedure.id
                ? advised?.changes
                : undefined
            "
          />
          <ol class="text-[1.4rem] leading-snug" data-testid="steps">
            <li
              v-for="(line, index) in lines"
              :key="index"
              class="flex gap-3 border-l-4 py-0.5 pl-3"
              :class="index === stepNow ? 'border-brass bg-brass-pale font-bold' : 'border-transparent'"
            >
              <span class="font-mono text-ink-soft">{{ index + 1 }}</span><span data-testid="step">{{
                line
              }}</span>
            </li>
          </ol>
        </template>
      </div>
      <div v-if="phase !== 'asking'" class="space-y-3">
        <template v-if="phase === 'before'">
          <label v-if="family.procedures.length > 1" class="block text-sm text-ink-soft"
            >Way
            <select
              class="field"
              :value="procedure.id"
              @change="choose(($event.target as HTMLSelectElement).value)"
            >
              <optgroup v-for="way in ways" :key="way.says" :label="way.says">
                <option v-for="one in way.procedures" :key="one.id" :value="one.id">
                  {{ one.school }}{{ notProven.has(one.id) ? ' (not proven)' : '' }}
                </option>
              </optgroup>
            </select>
            <WayEvidence :family="family" :procedure-id="procedure.id" :study="study" />
          </label>
          <PrepList
            v-model:link="link"
            v-model:cable="cable"
            :model="model"
            :family="family"
            :keys="usedKeys"
            :needs-link="needsLink"
          />
        </template>
        <p v-else-if="nextCue" class="text-2xl">
          Next to come: <b>{{ words.cue[nextCue.cue] }}</b>
        </p>
        <DevicePicture
          :family="family"
          :kind="model.kind"
          :pressed="phase === 'running' ? pressedNow : usedKeys"
        />
        <TryList v-if="phase === 'before' && job.saved" :tries="job.saved.tries" />
      </div>
    </div>
    <SeenQuestion
      v-if="phase === 'asking'"
      :cues="cuesToChoose"
      :goal="goal"
      :already="seen"
      @answered="finish"
      @left="finish('left', [])"
    />
    <template v-else-if="procedure && chart">
      <Teleport v-if="phase === 'before'" defer to="#left-actions">
        <button class="act" @click="isDry = true">Dry run <span class="key-hint">D</span></button>
        <fieldset class="flex items-center gap-3 text-base" @change="wasSet">
          <legend class="sr-only">How the run is told</legend>
          <label><input v-model="sounds" type="checkbox" /> beeps</label>
          <label><input v-model="speaks" type="checkbox" /> words</label>
          <label><input v-model="flashes" type="checkbox" /> flash</label>
        </fieldset>
      </Teleport>
    </template>
  </div>
</template>
