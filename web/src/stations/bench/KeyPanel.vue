<script setup lang="ts">
import { keyText } from '@benevox/words'
import type { Attempt } from '@benevox/contract'
import { namesIn, type Cue, type Family, type Model, type StartState } from '@benevox/core/catalog'
import { placesOf } from '@benevox/core/diagnosis'
import { cautionsAt } from '@benevox/core/method'
import { screenFormOf } from '@benevox/core/drawing'
import { AS_IT_CAME } from '@benevox/core/route'
import { useNow } from '@vueuse/core'
import { computed, nextTick, onMounted, ref, watch } from 'vue'
import { useJob, useJobs } from '../../job/jobs.ts'
import { useJobsOfTab } from '../../job/useJobsOfTab.ts'
import { useKit } from '../../api/kit.ts'
import DevicePicture from '../../parts/DevicePicture.vue'
import KeyChart from '../../parts/KeyChart.vue'
import StepLines from '../../parts/StepLines.vue'
import AdvicePanel from './AdvicePanel.vue'
import AlreadyAt from './AlreadyAt.vue'
import CableChoice from './CableChoice.vue'
import KeysTested from './KeysTested.vue'
import DryRun from './DryRun.vue'
import ReasonOf from '../../parts/ReasonOf.vue'
import PrepList from './PrepList.vue'
import RunElsewhere from './RunElsewhere.vue'
import SignalsMenu from './SignalsMenu.vue'
import SeenQuestion from './SeenQuestion.vue'
import AttemptList from './AttemptList.vue'
import MethodChoice from './MethodChoice.vue'
import WhereItIs from './WhereItIs.vue'
import WhichSystem from './WhichSystem.vue'
import { isAwayFromKeys } from './benchButton.ts'
import { useAttemptRun } from './useAttemptRun.ts'
import { useNextMethod } from './useNextMethod.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { held } from '../../parts/view.ts'
import { say, words } from '../../words/index.ts'

/** The key combination: one sentence before, the beat during, the question after, and what to change. */
const props = defineProps<{ model: Model; family: Family }>()
const form = computed(() => screenFormOf(props.model.kind, props.family, held.value === 'turned'))
const job = useJob()
const kit = useKit()
const jobs = useJobs()

const own = computed(() => namesIn(props.family))

const way = useNextMethod(props)
const {
  running,
  made,
  last,
  cable,
  link,
  diagnosed,
  advised,
  advisedAttempt,
  picked,
  method,
  sheet,
  chart,
  notVerified,
} = way
const { lines, critical, goal, cuesToChoose, usedKeys } = way

const run = useAttemptRun(
  computed(() => job.saved),
  method,
  chart,
)
const { phase, line, seen, tooEarly } = run
const { flash } = run.beat
const isDry = ref(false)
/** It cannot be done with a key that was found broken: nothing invites to begin it. */
const isBarred = computed(() => phase.value === 'before' && way.broken.value !== undefined)
/** No method goes without what was found broken. */
const isForRepair = computed(() => isBarred.value && way.broken.value?.isWithout === false)
const cableChoice = ref<InstanceType<typeof CableChoice>>()
/** Jobs of this tab with which somebody has said that all is in hand. */
const inHand = useJobsOfTab('in-hand')
const looksAgain = ref(false)
/** The checklist stands before the first attempt, once; it can be looked at again. */
const isPreparing = computed(
  () =>
    phase.value === 'before' &&
    !isBarred.value &&
    method.value !== undefined &&
    job.saved !== undefined &&
    (looksAgain.value || (job.saved.attempts.length === 0 && !inHand.has(job.saved.id))),
)
/** Jobs of this tab in which somebody wants the keys, though the route leads elsewhere. */
const allTheSame = useJobsOfTab('keys-all-the-same')
/** What comes next is not done with keys: nobody is invited to them, until they are asked for or were begun with. */
const notByKeys = computed(() =>
  phase.value === 'before' &&
  job.benchAction &&
  isAwayFromKeys(job.benchAction) &&
  !isBarred.value &&
  job.saved?.attempts.length === 0 &&
  !allTheSame.has(job.saved.id)
    ? job.route?.choices[0]
    : undefined,
)
function showKeys(): void {
  if (job.saved) allTheSame.add(job.saved.id)
}
function allInHand(): void {
  looksAgain.value = false
  letGoOfFocus()
  if (job.saved) inHand.add(job.saved.id)
}
/** A page that the device shows already. */
const at = ref<Cue>()
/** Something else than the keys comes first: their steps wait, folded. */
const advisesElse = computed(
  () => phase.value === 'before' && advised.value !== undefined && advised.value.thing.kind !== 'attempt',
)
const keyToTest = computed(() => {
  const thing = advised.value?.thing
  return thing?.kind === 'test-key' ? thing.key : undefined
})
const places = computed(() => placesOf(running.value))
const lineMs = computed(() => line.value?.ms ?? 0)
const cautions = computed(() =>
  phase.value === 'running' && method.value && chart.value && line.value
    ? cautionsAt(method.value, chart.value, line.value)
    : [],
)
const stepNow = computed(() =>
  phase.value === 'running' && lineMs.value >= 0 ? (line.value?.step ?? -1) : -1,
)
/** The finger’s path of the step that is to be done, or of the method beforehand. */
const slide = computed(() => {
  const steps = method.value?.steps ?? []
  const from = phase.value === 'running' ? Math.max(0, stepNow.value) : 0
  const near = phase.value === 'running' ? steps.slice(from, stepNow.value + 2) : steps
  const slide = near.find((step) => step.do === 'slide')
  return slide && { ...slide, isToCome: phase.value === 'running' && steps.indexOf(slide) !== stepNow.value }
})
const pressedNow = computed(
  () =>
    chart.value?.lanes
      .filter(({ spans }) => spans.some(({ from, to }) => from.ms <= lineMs.value && lineMs.value < to.ms))
      .map(({ key }) => key) ?? [],
)

/** An attempt that is under way at another machine is only looked at here. */
const elsewhere = computed<Attempt | undefined>(() =>
  job.saved?.attempts.find(
    ({ outcome, runner }) => outcome === null && runner !== null && runner !== jobs.runner,
  ),
)

onMounted(() => {
  void kit.load()
  const open = job.saved?.attempts.find(({ outcome }) => outcome === null)
  if (open && !elsewhere.value) void run.goOn(open)
})

/** A second press of the foot switch within this begins no new attempt. Common practice, no source. */
const TWICE_MS = 400
let reachedMs = -TWICE_MS
/** What was seen is told; nobody waits for the server with a device in both hands. */
function finish(outcome: 'reached' | 'failed' | 'left', what: readonly Cue[]): void {
  const isInRecovery = outcome === 'reached' && goal.value === 'recovery-menu'
  picked.value = undefined
  const attempt = run.finish(outcome, what)
  if (outcome === 'reached') reachedMs = performance.now()
  if (isInRecovery) void job.tell({ kind: 'in-recovery', attempt })
}
/** More was seen at the last attempt, or did not come. */
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
  // An attempt is not recorded with a cable that nobody has named.
  if (link.value === undefined) return cableChoice.value?.askForLink()
  letGoOfFocus()
  await run.start({ link: link.value, cable: link.value === 'none' ? undefined : cable.value })
}
async function next(): Promise<void> {
  if (elsewhere.value || isBarred.value) return
  if (isPreparing.value) return allInHand()
  if (phase.value === 'before' && performance.now() - reachedMs < TWICE_MS) return
  if (phase.value === 'before') await begin()
  else if (phase.value === 'running' && run.cueSeen() === 'goal') finish('reached', seen.value)
}
/** After an attempt made here, the steps shown are of the version that is best tried next; once, then as chosen. */
const showedAfter = ref<string>()
watch([way.systems, last], ([systems, made]) => {
  const next = systems.find(({ isNext }) => isNext)
  if (!next || !made || made.runner !== jobs.runner || showedAfter.value === made.id) return
  showedAfter.value = made.id
  job.setFact('behavesAsSystem', next.fromSystem ?? AS_IT_CAME)
})
function isFoundAt(where: StartState): void {
  const methodId = way.findAt(where)
  letGoOfFocus()
  if (methodId && methodId !== method.value?.id) choose(methodId)
}
function choose(methodId: string): void {
  picked.value = methodId
  void job.recordStep({ kind: 'chose-method', methodId })
}

const now = useNow({ interval: 1000 })
/** What was answered to the last attempt was a slip of the hand: asked once more, for a while, where it was answered. */
const canAskAgain = computed(
  () =>
    phase.value === 'before' &&
    !isDry.value &&
    !at.value &&
    // A step after it is what was said last.
    job.lastStep === undefined &&
    last.value?.runner === jobs.runner &&
    job.mayHaveWorked(last.value, now.value.toISOString()),
)

usePageKeys(
  {
    key: 'backspace',
    does: 'keyHelp.undo',
    when: () => canAskAgain.value,
    press: () => last.value && run.askAgain(last.value),
  },
  {
    key: ' ',
    does: 'keyHelp.seenNow',
    // While it is to be charged first, beginning is not what the foot switch is for.
    when: () =>
      !isDry.value &&
      !at.value &&
      !notByKeys.value &&
      phase.value !== 'asking' &&
      (phase.value !== 'before' || job.benchAction?.kind !== 'charge'),
    press: () => void next(),
  },
  {
    key: 'x',
    does: 'keyHelp.wrong',
    when: () => !isDry.value && phase.value === 'running',
    press: () => run.ask(),
  },
  {
    key: 'd',
    does: 'keyHelp.dryRun',
    when: () => !isDry.value && phase.value === 'before',
    press: () => (isDry.value = true),
  },
)
/** It freezes, and whether an app is the cause can be seen without recovery. */
const isSafeModeFirst = computed(
  () =>
    job.facts.complaint === 'freezes' &&
    job.route?.choices[0]?.action === 'clear-cache' &&
    props.family.safeModePath.length > 0,
)
const countingIn = computed(() => phase.value === 'running' && lineMs.value < 0)
const phaseShown = computed(() =>
  isDry.value || elsewhere.value || at.value || isBarred.value || notByKeys.value
    ? ('other' as const)
    : isPreparing.value
      ? ('preparing' as const)
      : phase.value,
)
defineExpose({ phase: phaseShown, countingIn, isForRepair, next, ask: run.ask })
</script>

<template>
  <RunElsewhere
    v-if="elsewhere"
    :made="elsewhere"
    @closed="elsewhere && run.record(elsewhere, 'left', [], [])"
  />
  <DryRun
    v-else-if="isDry && method && sheet"
    :kind="model.kind"
    :family="family"
    :running="running"
    :method="method"
    :sheet="sheet"
    @done="isDry = false"
  />
  <div v-else-if="at && phase === 'before'" class="px-6 py-4">
    <AlreadyAt
      :family="family"
      :running="running"
      :place="at"
      :situation="job.situation"
      :chart-of="(id) => way.sheetOf(id)?.chart"
      @there="job.tell({ kind: 'in-recovery' })"
      @left="at = undefined"
    />
  </div>
  <div v-else-if="notByKeys && job.saved" class="max-w-4xl px-6 py-5" data-testid="not-by-keys">
    <h1>{{ say(`action.${notByKeys.action}`) }}</h1>
    <ReasonOf class="mt-1" :choice="notByKeys" :job-id="job.saved.id" />
    <p class="mt-4 text-xl">{{ say('keys.notByKeys') }}</p>
    <button type="button" class="mt-2 underline" @click="showKeys">{{ say('keys.allTheSame') }}</button>
  </div>
  <div v-else class="px-6 py-3" @change="wasSet">
    <div
      v-if="flash.length"
      aria-hidden="true"
      class="fixed inset-x-0 top-0 z-10 bg-ink py-3 text-center text-4xl font-bold text-paper"
    >
      {{ flash.map((kind) => say(`flash.${kind}`)).join(', ') }}
    </div>
    <PrepList
      v-if="method && isPreparing"
      v-model:link="link"
      v-model:cable="cable"
      :model="model"
      :family="family"
      :keys="usedKeys"
      :needs-link="way.needsLink.value !== undefined"
    />
    <div v-else-if="method" class="beside">
      <div class="space-y-2">
        <p v-if="phase === 'asking'" class="sentence">
          {{ say('keys.whatSeen') }}
        </p>
        <div v-else-if="phase === 'running'" class="min-h-52" data-testid="now">
          <p class="text-[2.6rem] leading-tight font-bold">
            {{
              lineMs < 0
                ? say('keys.countIn', { seconds: Math.ceil(-lineMs / 1000) })
                : (lines[stepNow] ?? say('keys.keepLooking'))
            }}
          </p>
          <p class="text-2xl text-ink-soft">
            {{ lineMs < 0 ? (critical?.sentence ?? lines[0]) : lines[stepNow + 1] }}
          </p>
          <!-- Its line stands also while there is nothing to say: the chart never moves under a run. -->
          <div class="min-h-8">
            <p
              v-for="one in cautions"
              :key="one.kind"
              class="border-s-4 border-waiting ps-3 text-xl"
              data-testid="caution"
            >
              {{
                one.kind === 'long-wait'
                  ? say('caution.long-wait', { time: words.wait(one.mostMs) })
                  : say('caution.power-menu')
              }}
            </p>
          </div>
          <p v-if="tooEarly" role="alert" class="border-s-4 border-brass ps-3 text-xl">
            {{ say('keys.tooEarly', { sign: say(`sign.${tooEarly.cue.cue}`) }) }}
          </p>
        </div>
        <AdvicePanel
          v-else-if="last && diagnosed && advised"
          :diagnosed="diagnosed"
          :last="last"
          :cues="cuesToChoose"
          :form="form"
          :chart-of="(id) => way.sheetOf(id)?.chart"
          :data-took-ms="way.tookMs.value?.toFixed(0)"
          @told="told"
          @there="job.tell({ kind: 'in-recovery' })"
        />
        <p v-else-if="!isBarred" class="sentence" data-testid="critical">
          {{ critical?.sentence ?? lines[0] }}
          <span v-if="critical?.sentence" class="block text-lg font-normal text-ink-soft">{{
            say('keys.room', { room: critical.room })
          }}</span>
        </p>
        <p v-if="phase === 'before' && way.beginsWith.value" class="border-s-4 border-brass ps-3 text-xl">
          {{ say('keys.beginsWith', { start: say(`start.${way.beginsWith.value}`) }) }}
        </p>
        <p v-if="notVerified" role="alert" class="border-s-4 border-stop ps-3 text-lg">
          <b class="text-stop">{{ say('keys.notVerified') }}</b>
          {{ say('keys.onlyIfNothing', { why: notVerified }) }}
        </p>
        <p v-if="isBarred && way.broken.value" role="alert" class="sentence border-s-4 border-stop ps-3">
          <span class="text-stop">{{
            say('keys.broken', {
              keys: way.broken.value.keys.map((key) => keyText(key, own, words)).join(', '),
            })
          }}</span>
          {{ way.broken.value.isWithout ? say('keys.chooseWithout') : say('keys.noneWithout') }}
          <span class="block text-lg font-normal">{{ say('keys.ifItAnswers') }}</span>
        </p>
        <component :is="advisesElse ? 'details' : 'div'" v-if="phase !== 'asking' && chart" class="space-y-3">
          <summary v-if="advisesElse" class="cursor-pointer text-ink-soft">
            {{ say('keys.nextAttempt') }}
          </summary>
          <KeyChart
            :chart="chart"
            :form="form"
            :now-ms="phase === 'running' ? lineMs : undefined"
            :changes="
              phase === 'before' && advisedAttempt?.way.method.id === method.id
                ? way.changes.value
                : undefined
            "
          />
          <!-- Now and next stand above: nobody reads the others with both hands on the device. -->
          <details v-if="phase === 'running'">
            <summary class="cursor-pointer text-ink-soft">{{ say('keys.allSteps') }}</summary>
            <StepLines :lines="lines" :now="stepNow" />
          </details>
          <div v-else class="flex items-start gap-6">
            <StepLines class="min-w-0 flex-1" :lines="lines" :open="2" />
            <DevicePicture
              :class="form === 'foldable' ? '!w-56' : model.kind === 'tablet' ? '!w-32 xl:!w-40' : '!w-44'"
              class="shrink-0"
              :family="family"
              :kind="model.kind"
              :pressed="usedKeys"
              :slide="slide"
            />
          </div>
        </component>
        <DevicePicture
          v-if="keyToTest && phase === 'before'"
          class="!w-56 xl:!w-72"
          :family="family"
          :kind="model.kind"
          :pressed="[keyToTest]"
        />
      </div>
      <div v-if="phase !== 'asking'" class="space-y-3">
        <template v-if="phase === 'before'">
          <p v-if="isSafeModeFirst" class="border-s-4 border-clear ps-3" data-testid="safe-mode">
            {{ say('keys.safeMode', { path: family.safeModePath.join(' › ') }) }}
          </p>
          <!-- After an attempt the advice says what it shows, and where from there. -->
          <WhereItIs
            v-if="made.length === 0"
            :starts="way.starts.value"
            :start="way.now.value"
            :places="places"
            :form="form"
            @starts="isFoundAt"
            @shows="(place) => (place === 'recovery-menu' ? job.tell({ kind: 'in-recovery' }) : (at = place))"
          />
          <WhichSystem
            :systems="way.systems.value"
            :hint="say('keys.systemHint')"
            @taken="nextTick(letGoOfFocus)"
          />
          <MethodChoice
            v-if="family.methods.length > 1"
            :family="family"
            :method-id="method.id"
            :ways="way.ways.value"
            :not-verified="way.unverified.value"
            :study="way.study.value"
            @chosen="choose"
          />
          <CableChoice
            v-if="way.needsLink.value"
            ref="cableChoice"
            v-model:link="link"
            v-model:cable="cable"
            :model="model"
            :family="family"
          />
        </template>
        <p v-else-if="line?.next" class="text-2xl">
          {{ say('keys.nextSign') }} <b>{{ say(`sign.${line.next.cue}`) }}</b>
        </p>
        <DevicePicture
          v-if="phase === 'running'"
          :family="family"
          :kind="model.kind"
          :pressed="pressedNow"
          :slide="slide"
          :shows="line?.next?.cue"
        />
        <KeysTested v-if="isBarred" :family="family" :keys="usedKeys" />
        <!-- After an attempt there is no room for it below. -->
        <Teleport v-else-if="phase === 'before'" defer to="#left-actions" :disabled="made.length > 0">
          <button class="underline" @click="looksAgain = true">{{ say('prep.title') }}</button>
        </Teleport>
        <AttemptList v-if="phase === 'before' && job.saved" :attempts="job.saved.attempts" />
      </div>
    </div>
    <SeenQuestion
      v-if="phase === 'asking'"
      :cues="cuesToChoose"
      :goal="goal"
      :already="seen"
      :form="form"
      @answered="finish"
      @left="finish('left', [])"
    />
    <template v-else-if="method && chart">
      <Teleport v-if="phase === 'before'" defer to="#left-actions">
        <button v-if="canAskAgain && last" class="act" @click="run.askAgain(last)">
          {{ say('keys.askAgain') }} <span class="key-hint">{{ say('keyboard.backspace') }}</span>
        </button>
        <button class="act" @click="isDry = true">
          {{ say('keys.dryRun') }} <span class="key-hint">D</span>
        </button>
        <button
          v-if="isPreparing || made.length > 0"
          class="underline"
          @click="job.tell({ kind: 'in-recovery' })"
        >
          {{ say('keys.inRecovery') }}
        </button>
        <SignalsMenu :beat="run.beat" @changed="letGoOfFocus" />
      </Teleport>
    </template>
  </div>
</template>
