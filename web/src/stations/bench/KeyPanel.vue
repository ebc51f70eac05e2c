<script setup lang="ts">
import type { Cue, Family, LinkKind, Model, StartState } from '@benevox/core/catalog'
import { criticalSentence, phrases, procedureSheet, whyMissed } from '@benevox/core/procedure'
import { useEventListener } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../api/job.ts'
import DevicePicture from '../../parts/DevicePicture.vue'
import KeyChart from '../../parts/KeyChart.vue'
import { useVariantStudy } from '../../parts/useVariantStudy.ts'
import { tenthsText } from '../../words/en.ts'
import SeenQuestion from './SeenQuestion.vue'
import TryList from './TryList.vue'
import { useTryRun } from './useTryRun.ts'

/** The key combination: one sentence before, the beat during, the question after. */
const props = defineProps<{ model: Model; family: Family }>()
const job = useJob()
const catalog = useCatalog()
const words = phrases('en')

/** What the counter was told decides which ways stand first; the technician may choose another. */
const start = computed<StartState>(() =>
  job.facts.complaint === 'restarts-into-recovery'
    ? 'looping'
    : job.facts.powersOn === 'no'
      ? 'off'
      : 'on-locked',
)
const machine = computed(() => catalog.machineOf(props.family).machine)
/** Ways that fail their proof are marked wherever they are offered. */
const notProven = computed(
  () =>
    new Set(
      props.family.procedures
        .filter((one) => whyMissed(machine.value, one) !== undefined)
        .map(({ id }) => id),
    ),
)
const procedure = computed(
  () =>
    props.family.procedures.find(({ id }) => id === job.saved?.bench.procedureId) ??
    props.family.procedures.find(({ from, id }) => from === start.value && !notProven.value.has(id)) ??
    props.family.procedures.find(({ from }) => from === start.value) ??
    props.family.procedures[0],
)
const sheet = computed(() => procedure.value && procedureSheet(machine.value, procedure.value, 'en'))
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
const critical = computed(() => {
  const slack = studies.get(procedure.value?.id ?? '')?.critical
  if (!procedure.value || !chart.value || !slack) return undefined
  return {
    latestMs: slack.safe.toMs,
    sentence: criticalSentence(procedure.value, slack.step, chart.value, 'en'),
  }
})
const needsLink = computed(() => procedure.value?.steps.find((step) => step.do === 'plug')?.link)
const link = ref<LinkKind>('none')
const run = useTryRun(
  computed(() => job.saved),
  procedure,
  chart,
)
const { phase, isDry, chartMs, seen, nextCue, lastFailed } = run
const stepNow = computed(() =>
  phase.value === 'running' && chartMs.value >= 0
    ? (chart.value?.stepEnds.findIndex(({ ms }) => ms > chartMs.value + 1) ?? -1)
    : -1,
)
const pressedNow = computed(
  () =>
    chart.value?.lanes
      .filter(({ spans }) => spans.some(({ from, to }) => from.ms <= chartMs.value && chartMs.value < to.ms))
      .map(({ key }) => key) ?? [],
)
const usedKeys = computed(() => chart.value?.lanes.map(({ key }) => key) ?? [])
const goal = computed(() => procedure.value?.goal ?? 'recovery-menu')
const cuesToChoose = computed<readonly Cue[]>(() => {
  const shown = machine.value.states.flatMap(
    ({ screen, transitions }) => [screen, ...transitions.flatMap(({ cues }) => cues)] as Cue[],
  )
  return [...new Set(shown)].filter(
    (cue) =>
      ![
        'dark',
        'question',
        'wiping',
        'first-start',
        'set-up',
        'account-warning',
        'typed-word',
        'text',
        goal.value,
      ].includes(cue),
  )
})

onMounted(() => {
  link.value = needsLink.value ?? 'none'
  const open = job.saved?.tries.find(({ outcome }) => outcome === null)
  if (open) run.goOn(open)
})

async function finish(outcome: 'reached' | 'failed', what: readonly Cue[]): Promise<void> {
  await run.finish(outcome, what)
  if (outcome === 'reached' && goal.value === 'recovery-menu') await job.recordBench({ kind: 'in-recovery' })
  else await job.reload().catch(() => undefined)
}
/** Takes the focus off whatever was pressed, so that the foot switch's key goes to the run. */
async function begin(dry: boolean): Promise<void> {
  if (document.activeElement instanceof HTMLElement) document.activeElement.blur()
  await run.start(link.value, dry)
}
async function next(): Promise<void> {
  if (phase.value === 'before') await begin(false)
  else if (phase.value === 'running' && run.cueSeen() === 'goal') {
    if (isDry.value) run.ask()
    else await finish('reached', seen.value)
  }
}
const choose = (procedureId: string) => job.recordBench({ kind: 'chose-procedure', procedureId })

useEventListener('keydown', (event: KeyboardEvent) => {
  const { target } = event
  if (
    event.repeat ||
    event.ctrlKey ||
    event.metaKey ||
    target instanceof HTMLInputElement ||
    target instanceof HTMLSelectElement ||
    target instanceof HTMLButtonElement
  )
    return
  if (event.key === ' ' && phase.value !== 'asking') {
    event.preventDefault()
    void next()
  }
  if (event.key.toLowerCase() === 'x' && phase.value === 'running') run.ask()
})
const countingIn = computed(() => phase.value === 'running' && chartMs.value < 0)
defineExpose({ phase, countingIn, next, ask: run.ask })
</script>

<template>
  <div class="px-6 py-4">
    <div v-if="procedure" class="beside">
      <div>
        <p v-if="phase === 'asking'" class="text-3xl leading-tight font-bold">What did you see?</p>
        <p v-else-if="phase === 'running'" class="text-3xl leading-tight font-bold" data-testid="now">
          <span v-if="isDry" class="text-waiting">Dry run: </span
          >{{
            chartMs < 0
              ? `Both hands on the device: ${Math.ceil(-chartMs / 1000)}`
              : (lines[stepNow] ?? 'Keep looking at the device')
          }}
        </p>
        <p v-else class="text-3xl leading-tight font-bold" data-testid="critical">
          {{ critical?.sentence ?? lines[0] }}
          <span v-if="critical?.latestMs" class="block text-lg font-normal text-ink-soft"
            >You have {{ tenthsText(critical.latestMs) }} s even on a quick unit. Nothing has to be touched
            here meanwhile.</span
          >
        </p>
      </div>
      <label v-if="family.procedures.length > 1 && phase === 'before'" class="text-sm text-ink-soft"
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
      </label>
    </div>

    <p v-if="sheet?.notProven" role="alert" class="mt-2 border-l-4 border-stop pl-3 text-lg">
      <b class="text-stop">Not proven.</b> {{ sheet.notProven }} Try it only if nothing else is left.
    </p>
    <SeenQuestion
      v-if="phase === 'asking'"
      :cues="cuesToChoose"
      :goal="goal"
      :already="seen"
      @answered="finish"
    />
    <template v-else-if="procedure && chart">
      <div class="mt-3 beside">
        <KeyChart :chart="chart" :now-ms="phase === 'running' ? chartMs : undefined" />
        <DevicePicture
          :family="family"
          :kind="model.kind"
          :pressed="phase === 'running' ? pressedNow : usedKeys"
        />
      </div>
      <div class="mt-2 beside">
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
        <div>
          <template v-if="phase === 'before'">
            <p v-if="lastFailed" role="status" class="mb-2 border-l-4 border-brass pl-3">
              <b>That try failed.</b> Seen:
              {{ lastFailed.seen.map((cue) => words.cue[cue]).join(', ') || 'nothing' }}. It is recorded.
            </p>
            <label v-if="needsLink" class="block text-sm text-ink-soft"
              >On the cable now
              <select v-model="link" class="field">
                <option v-for="(name, kind) in words.link" :key="kind" :value="kind">{{ name }}</option>
              </select>
            </label>
            <TryList v-if="job.saved" :tries="job.saved.tries" />
          </template>
          <p v-else-if="nextCue" class="text-xl">
            Next to come: <b>{{ words.cue[nextCue.cue] }}</b>
          </p>
        </div>
      </div>
      <Teleport v-if="phase === 'before'" defer to="#left-actions">
        <button class="act" @click="begin(true)">Dry run</button>
        <button
          class="act"
          :aria-pressed="run.beat.isOn.value"
          @click="run.beat.isOn.value = !run.beat.isOn.value"
        >
          Sound {{ run.beat.isOn.value ? 'on' : 'off' }}
        </button>
      </Teleport>
    </template>
  </div>
</template>
