<script setup lang="ts">
import { say, words } from '../../words/index.ts'
import { keyText, linkText, notVerifiedText, stepTexts } from '@benevox/words'
import {
  linksIn,
  namesIn,
  startState,
  type Family,
  type KeyId,
  type LinkKind,
  type StartState,
} from '@benevox/core/catalog'
import { procedureSheet, situationAtStart } from '@benevox/core/procedure'
import { USUAL_SITUATION, type Situation, type TwinInput } from '@benevox/core/twin'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { RunnableFamily } from '@benevox/core/twin'
import DevicePicture from '../../parts/DevicePicture.vue'
import DeviceScreen from '../../parts/DeviceScreen.vue'
import KeyChart from '../../parts/KeyChart.vue'
import OneOf from '../../parts/OneOf.vue'
import PlaybookFrame from './PlaybookFrame.vue'
import { useLiveTwin } from '../../parts/useLiveTwin.ts'
import { useTwinKeys } from '../../parts/useTwinKeys.ts'
import { useReplay, type Happening, type Mistake } from './useReplay.ts'
import TwinSituation from './TwinSituation.vue'
import WhatHappened from './WhatHappened.vue'
import { usePageKeys } from '../../parts/pageKeys.ts'

/** A family on its twin: watch a way being done, rightly or with a mistake, or do it with one’s own fingers. */
const props = defineProps<{ family: Family; running: RunnableFamily }>()
const route = useRoute()
const own = computed(() => namesIn(props.family))
const machine = computed(() => props.running.machine)

const mode = ref<'watch' | 'hands'>('watch')
const wayId = ref(String(route.query['way'] ?? props.family.procedures[0]?.id ?? ''))
const procedure = computed(() => props.family.procedures.find(({ id }) => id === wayId.value))
const sheet = computed(() => procedure.value && procedureSheet(machine.value, procedure.value))
const start = ref<StartState>('on-locked')
const starts = computed(() => startState.options.filter((one) => one in props.family.starts))
const unit = ref<'min' | 'median' | 'max'>('median')

const situation = ref<Situation>({ ...USUAL_SITUATION })
const atStart = computed(() =>
  situationAtStart(mode.value === 'watch' ? (procedure.value?.from ?? 'off') : start.value, situation.value),
)

const mistakeKind = ref<Mistake['kind']>('none')
const mistakeStep = ref(1)
const lateS = ref(1)
const mistakeKey = ref<KeyId>('power')
const insteadKey = ref<KeyId>('power')
const otherLink = ref<LinkKind>('none')
function chosenMistake(): Mistake {
  switch (mistakeKind.value) {
    case 'none':
      return { kind: 'none' }
    case 'late':
      return { kind: 'late', step: mistakeStep.value, ms: Math.round(lateS.value * 1000) }
    case 'other-key':
      return { kind: 'other-key', key: mistakeKey.value, instead: insteadKey.value }
    case 'dead-key':
      return { kind: 'dead-key', key: mistakeKey.value }
    case 'other-cable':
      return { kind: 'other-cable', link: otherLink.value }
  }
}
const mistake = computed(chosenMistake)
watch(
  () => props.family,
  ({ keys, procedures }) => {
    mistakeKey.value = keys[0]?.id ?? 'power'
    insteadKey.value = keys[1]?.id ?? mistakeKey.value
    if (!procedure.value) wayId.value = procedures[0]?.id ?? ''
  },
  { immediate: true },
)
watch(
  procedure,
  (now) => {
    // The moves of the hand are what can come late.
    mistakeStep.value = Math.max(
      0,
      now?.steps.findIndex((step) => step.do === 'slide' || step.do === 'let-go') ?? 0,
    )
  },
  { immediate: true },
)
const replay = useReplay(machine, procedure, situation, unit, mistake)
const live = useLiveTwin(machine, start, situation, unit)
const { atMs, isPlaying, pace, soFar, now, stepNow, endMs } = replay

const state = computed(() => (mode.value === 'watch' ? now.value?.state : live.state.value))
const held = computed(() => (mode.value === 'watch' ? now.value?.held : live.held.value) ?? [])
const link = computed(() => (mode.value === 'watch' ? now.value?.link : live.link.value) ?? 'none')
const posture = computed(() => (mode.value === 'watch' ? now.value?.posture : live.posture.value) ?? 'open')
const happenings = computed<readonly Happening[]>(() =>
  mode.value === 'watch'
    ? soFar.value
    : live.seen.value.map((seen) => ({ kind: 'device', atMs: seen.atMs, seen })),
)
const hasReached = computed(() => state.value?.screen === procedure.value?.goal && atMs.value > 0)
const hasEnded = computed(() => mode.value === 'watch' && atMs.value >= endMs.value && endMs.value > 0)
/** What else the screen answers to here, besides keys held and pressed: each with its words. */
const touches = computed(() =>
  (live.state.value?.transitions ?? []).flatMap(({ trigger }): { says: string; input: TwinInput }[] => {
    switch (trigger.kind) {
      case 'tap': {
        const label = trigger.label ?? trigger.on.replaceAll('-', ' ')
        return [{ says: `Tap “${label}”`, input: { kind: 'tap', on: trigger.on } }]
      }
      case 'type':
        return [{ says: `Type “${trigger.word}”`, input: { kind: 'type', word: trigger.word } }]
      case 'type-shown': {
        const word = live.word.value ?? ''
        return trigger.right
          ? [{ says: `Type “${word}”`, input: { kind: 'type', word } }]
          : [{ says: 'Type another word', input: { kind: 'type', word: `${word}x` } }]
      }
      case 'turn': {
        const key = props.running.machine.keys[trigger.key]
        if (!key) return []
        const says = `Turn the ${keyText(key, own.value, words)} ${trigger.by}`
        return [{ says, input: { kind: 'turn', key, by: trigger.by } }]
      }
      default:
        return []
    }
  }),
)

const modes = [
  ['watch', 'Watch a way'],
  ['hands', 'Do it yourself'],
] as const
const units = [
  ['min', 'quickest'],
  ['median', 'middling'],
  ['max', 'slowest'],
] as const
const paces = [
  [1, 'real time'],
  [4, '4 × as fast'],
  [16, '16 × as fast'],
] as const
const mistakes = [
  ['none', 'none'],
  ['late', 'a move comes late'],
  ['other-key', 'a wrong key'],
  ['dead-key', 'a key that does nothing'],
  ['other-cable', 'another cable'],
] as const
const lines = computed(() =>
  sheet.value?.chart ? stepTexts(sheet.value.procedure, sheet.value.chart, words) : [],
)
const notVerified = computed(() => {
  const one = sheet.value
  return one?.notVerified && notVerifiedText(one.notVerified, one.procedure.school, words)
})

useTwinKeys(
  live,
  () => props.family,
  computed(() => mode.value === 'hands'),
)
usePageKeys(
  {
    key: 'arrowright',
    does: 'keyHelp.stepOn',
    when: () => mode.value === 'watch',
    press: () => replay.go(1),
  },
  {
    key: 'arrowleft',
    does: 'keyHelp.stepBack',
    when: () => mode.value === 'watch',
    press: () => replay.go(-1),
  },
  { key: ' ', does: 'keyHelp.play', press: () => mainAction() },
)
function mainAction(): void {
  if (mode.value === 'hands') {
    if (live.isRunning.value) live.end()
    else live.begin()
  } else if (isPlaying.value) replay.stop()
  else replay.play()
}
function press(event: PointerEvent, key: KeyId): void {
  ;(event.currentTarget as HTMLElement).setPointerCapture(event.pointerId)
  live.keyDown(key)
}
</script>

<template>
  <PlaybookFrame :title="`Try: ${family.name}`">
    <template #above
      ><RouterLink class="underline" :to="`/playbook/families/${family.id}`">{{ family.name }}</RouterLink>
    </template>
    <div class="mb-3 flex flex-wrap items-end gap-x-6 gap-y-2">
      <OneOf v-model="mode" label="What to do" :answers="modes" />
      <label v-if="mode === 'watch'" class="text-sm text-ink-soft"
        >Way
        <select v-model="wayId" class="field max-w-96">
          <optgroup v-for="from in starts" :key="from" :label="say(`start.${from}`)">
            <option
              v-for="one in family.procedures.filter((p) => p.from === from)"
              :key="one.id"
              :value="one.id"
            >
              {{ one.school }}
            </option>
          </optgroup>
        </select>
      </label>
      <label v-else class="text-sm text-ink-soft"
        >The device is
        <select v-model="start" class="field max-w-72">
          <option v-for="from in starts" :key="from" :value="from">{{ say(`start.${from}`) }}</option>
        </select>
      </label>
    </div>

    <div class="beside-first" style="--narrow: 15rem">
      <section aria-label="The device" class="space-y-3">
        <DeviceScreen v-if="state" :state="state" :menus="running.menus" />
        <div v-else class="min-h-72 border-2 border-dashed border-ink-soft p-3">Not begun.</div>
        <DevicePicture :family="family" :kind="family.kind" :pressed="held" />
        <p>
          On the cable: <b>{{ linkText(link, own, words) }}</b>
        </p>
        <p v-if="machine.postures.length">
          Folded: <b>{{ say(`posture.${posture}`) }}</b>
        </p>
      </section>

      <div class="beside items-start">
        <section aria-label="The run" class="min-w-0">
          <template v-if="mode === 'watch'">
            <p v-if="notVerified" role="note" class="mb-2 border-s-4 border-stop ps-3">
              <b class="text-stop">Not proven.</b> {{ notVerified }}
            </p>
            <KeyChart
              v-if="sheet?.chart"
              narrow
              :chart="sheet.chart"
              :now-ms="Math.min(atMs, sheet.chart.length.ms)"
            />
            <p class="my-2 text-xl" role="status">
              <b v-if="hasReached" class="text-clear"
                >{{ say(`sign.${procedure?.goal ?? 'recovery-menu'}`) }}: reached.</b
              >
              <b v-else-if="hasEnded" class="text-brass"
                >It ends here: {{ state && say(`sign.${state.screen}`) }}.</b
              >
              <span v-else
                >{{ (atMs / 1000).toFixed(1) }} s<template v-if="stepNow >= 0 && lines[stepNow]"
                  >: {{ lines[stepNow] }}</template
                ></span
              >
            </p>
            <div class="flex flex-wrap items-center gap-2">
              <button class="act" @click="replay.toStart()">To the start</button>
              <button class="act" @click="replay.go(-1)">Back <span class="key-hint">←</span></button>
              <button class="act" @click="replay.go(1)">One step <span class="key-hint">→</span></button>
              <OneOf v-model="pace" label="Pace" :answers="paces" />
            </div>
          </template>
          <template v-else>
            <p class="mb-2">
              Hold the number keys of the keyboard, or the buttons; several at once.
              <b>{{ (live.atMs.value / 1000).toFixed(1) }} s</b>
            </p>
            <div class="flex flex-wrap gap-2">
              <button
                v-for="(key, index) in family.keys"
                :key="key.id"
                class="act min-w-32 touch-none select-none"
                :class="{ 'bg-brass! text-paper': held.includes(key.id) }"
                :disabled="!live.isRunning.value"
                :aria-pressed="held.includes(key.id)"
                @pointerdown="press($event, key.id)"
                @pointerup="live.keyUp(key.id)"
                @pointercancel="live.keyUp(key.id)"
                @keydown.enter.prevent="live.keyDown(key.id)"
                @keyup.enter="live.keyUp(key.id)"
              >
                {{ keyText(key.id, own, words) }} <span class="key-hint">{{ index + 1 }}</span>
              </button>
            </div>
            <div class="mt-3 flex flex-wrap gap-2">
              <button
                v-for="one in linksIn(family)"
                :key="one"
                class="act"
                :disabled="!live.isRunning.value || link === one"
                @click="live.apply({ kind: 'link', link: one })"
              >
                {{ one === 'none' ? 'Cable out' : `Plug in ${linkText(one, own, words)}` }}
              </button>
              <button
                v-for="one in machine.postures"
                :key="one"
                class="act"
                :disabled="!live.isRunning.value || posture === one"
                @click="live.apply({ kind: 'fold', to: one })"
              >
                Fold it {{ say(`posture.${one}`) }}
              </button>
              <button v-for="{ says, input } in touches" :key="says" class="act" @click="live.apply(input)">
                {{ says }}
              </button>
            </div>
          </template>
          <h2 class="mt-4">What happened</h2>
          <WhatHappened :happenings="happenings" :machine="machine" />
        </section>

        <section aria-label="What is tried" class="space-y-3">
          <div v-if="mode === 'watch'">
            <label class="text-sm text-ink-soft"
              >Make a mistake
              <select v-model="mistakeKind" class="field">
                <option v-for="[kind, text] in mistakes" :key="kind" :value="kind">{{ text }}</option>
              </select>
            </label>
            <template v-if="mistakeKind === 'late'">
              <label class="text-sm text-ink-soft"
                >Which
                <select v-model.number="mistakeStep" class="field">
                  <option v-for="(line, index) in lines" :key="index" :value="index">{{ line }}</option>
                </select>
              </label>
              <label class="text-sm text-ink-soft"
                >Late by, seconds
                <input v-model.number="lateS" class="field" type="number" min="0" max="60" step="0.1"
              /></label>
            </template>
            <label
              v-if="mistakeKind === 'other-key' || mistakeKind === 'dead-key'"
              class="text-sm text-ink-soft"
              >Key
              <select v-model="mistakeKey" class="field" aria-label="Key">
                <option v-for="{ id } in family.keys" :key="id" :value="id">
                  {{ keyText(id, own, words) }}
                </option>
              </select>
            </label>
            <label v-if="mistakeKind === 'other-key'" class="text-sm text-ink-soft"
              >Instead of it
              <select v-model="insteadKey" class="field" aria-label="Instead of it">
                <option v-for="{ id } in family.keys" :key="id" :value="id">
                  {{ keyText(id, own, words) }}
                </option>
              </select>
            </label>
            <label v-if="mistakeKind === 'other-cable'" class="text-sm text-ink-soft"
              >On the cable
              <select v-model="otherLink" class="field">
                <option v-for="one in linksIn(family)" :key="one" :value="one">
                  {{ linkText(one, own, words) }}
                </option>
              </select>
            </label>
          </div>
          <fieldset>
            <legend class="font-bold">The device</legend>
            <p class="text-sm text-ink-soft">Unit</p>
            <OneOf v-model="unit" label="Unit" :answers="units" />
            <TwinSituation v-model="situation" :family="family" :at-start="atStart" />
          </fieldset>
        </section>
      </div>
    </div>
    <template #left
      ><span class="text-ink-soft">A twin: nothing here touches a device or a job.</span></template
    >
    <template #action>
      <button class="act act-main" @click="mainAction()">
        {{ mode === 'hands' ? (live.isRunning.value ? 'Stop' : 'Begin') : isPlaying ? 'Stop' : 'Play' }}
        <span class="key-hint">Space</span>
      </button>
    </template>
  </PlaybookFrame>
</template>
