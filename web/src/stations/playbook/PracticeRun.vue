<script setup lang="ts">
import { say, words } from '../../words/index.ts'
import { keyText, linkText, notVerifiedOf, plugText, sheetTexts } from '@benevox/words'
import {
  linksIn,
  namesIn,
  startState,
  type Family,
  type KeyId,
  type LinkKind,
  type StartState,
} from '@benevox/core/catalog'
import { methodSheet, situationAtStart } from '@benevox/core/method'
import { USUAL_SITUATION, type Situation, type TwinInput } from '@benevox/core/twin'
import { screenFormOf } from '@benevox/core/drawing'
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
const wayId = ref(String(route.query['way'] ?? props.family.methods[0]?.id ?? ''))
const method = computed(() => props.family.methods.find(({ id }) => id === wayId.value))
const sheet = computed(() => method.value && methodSheet(machine.value, method.value))
const start = ref<StartState>('on-locked')
const starts = computed(() => startState.options.filter((one) => one in props.family.starts))
const unit = ref<'min' | 'median' | 'max'>('median')

const situation = ref<Situation>({ ...USUAL_SITUATION })
const atStart = computed(() =>
  situationAtStart(mode.value === 'watch' ? (method.value?.from ?? 'off') : start.value, situation.value),
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
  ({ keys, methods }) => {
    mistakeKey.value = keys[0]?.id ?? 'power'
    insteadKey.value = keys[1]?.id ?? mistakeKey.value
    if (!method.value) wayId.value = methods[0]?.id ?? ''
  },
  { immediate: true },
)
watch(
  method,
  (now) => {
    // The moves of the hand are what can come late.
    mistakeStep.value = Math.max(
      0,
      now?.steps.findIndex((step) => step.do === 'slide' || step.do === 'let-go') ?? 0,
    )
  },
  { immediate: true },
)
const replay = useReplay(machine, method, situation, unit, mistake)
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
const hasReached = computed(() => state.value?.screen === method.value?.goal && atMs.value > 0)
const hasEnded = computed(() => mode.value === 'watch' && atMs.value >= endMs.value && endMs.value > 0)
/** What else the screen answers to here, besides keys held and pressed: each with its words. */
const touches = computed(() =>
  (live.state.value?.transitions ?? []).flatMap(({ trigger }): { says: string; input: TwinInput }[] => {
    switch (trigger.kind) {
      case 'tap': {
        const label = trigger.label ?? trigger.on.replaceAll('-', ' ')
        return [{ says: say('step.tap', { label }), input: { kind: 'tap', on: trigger.on } }]
      }
      case 'type':
        return [
          { says: say('step.type', { word: trigger.word }), input: { kind: 'type', word: trigger.word } },
        ]
      case 'type-shown': {
        const word = live.word.value ?? ''
        return trigger.right
          ? [{ says: say('step.type', { word }), input: { kind: 'type', word } }]
          : [{ says: say('practice.typeOther'), input: { kind: 'type', word: `${word}x` } }]
      }
      case 'turn': {
        const key = props.running.machine.keys[trigger.key]
        if (!key) return []
        const says = say('menuLine.turn', { key: keyText(key, own.value, words), by: trigger.by })
        return [{ says, input: { kind: 'turn', key, by: trigger.by } }]
      }
      default:
        return []
    }
  }),
)

const modes = computed(() =>
  (['watch', 'hands'] as const).map((one) => [one, say(`practice.${one}`)] as const),
)
const units = computed(() =>
  (['min', 'median', 'max'] as const).map((one) => [one, say(`practice.speed.${one}`)] as const),
)
const paces = computed(() =>
  [1, 4, 16].map(
    (times) => [times, times === 1 ? say('practice.realTime') : say('practice.faster', { times })] as const,
  ),
)
const MISTAKES = ['none', 'late', 'other-key', 'dead-key', 'other-cable'] as const
const lines = computed(() => (sheet.value ? sheetTexts(sheet.value, words) : []))
const notVerified = computed(() => sheet.value && notVerifiedOf(sheet.value, words))

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
  <PlaybookFrame :title="say('practice.title', { family: family.name })">
    <template #above
      ><RouterLink class="underline" :to="`/playbook/families/${family.id}`">{{ family.name }}</RouterLink>
    </template>
    <div class="mb-3 flex flex-wrap items-end gap-x-6 gap-y-2">
      <OneOf v-model="mode" :label="say('practice.whatToDo')" :answers="modes" />
      <label v-if="mode === 'watch'" class="text-sm text-ink-soft"
        >{{ say('method.method') }}
        <select v-model="wayId" class="field max-w-96">
          <optgroup v-for="from in starts" :key="from" :label="say(`start.${from}`)">
            <option
              v-for="one in family.methods.filter((p) => p.from === from)"
              :key="one.id"
              :value="one.id"
            >
              {{ one.name }}
            </option>
          </optgroup>
        </select>
      </label>
      <label v-else class="text-sm text-ink-soft"
        >{{ say('family.deviceIs') }}
        <select v-model="start" class="field max-w-72">
          <option v-for="from in starts" :key="from" :value="from">{{ say(`start.${from}`) }}</option>
        </select>
      </label>
    </div>

    <div class="beside-first" style="--narrow: 15rem">
      <section :aria-label="say('family.device')" class="space-y-3">
        <DeviceScreen
          v-if="state"
          :state="state"
          :menus="running.menus"
          :family="family"
          :kind="family.kind"
          :pressed="held"
        />
        <template v-else>
          <DevicePicture
            :family="family"
            :kind="family.kind"
            :pressed="held"
            class="!h-72 !w-auto max-w-full"
          />
          <p class="p-2">{{ say('practice.notBegun') }}</p>
        </template>
        <p>
          {{ say('practice.onCable') }} <b>{{ linkText(link, own, words) }}</b>
        </p>
        <p v-if="machine.postures.length">
          {{ say('practice.folded') }} <b>{{ say(`posture.${posture}`) }}</b>
        </p>
      </section>

      <div class="beside items-start">
        <section :aria-label="say('practice.run')" class="min-w-0">
          <template v-if="mode === 'watch'">
            <p v-if="notVerified" role="note" class="mb-2 border-s-4 border-stop ps-3">
              <b class="text-stop">{{ say('keys.notVerified') }}</b> {{ notVerified }}
            </p>
            <KeyChart
              v-if="sheet?.chart"
              narrow
              :chart="sheet.chart"
              :form="screenFormOf(family.kind, family)"
              :now-ms="Math.min(atMs, sheet.chart.length.ms)"
            />
            <p class="my-2 text-xl leading-tight font-bold" role="status">
              <b v-if="hasReached" class="text-clear">{{
                say('practice.reached', { place: say(`sign.${method?.goal ?? 'recovery-menu'}`) })
              }}</b>
              <b v-else-if="hasEnded" class="text-brass">{{
                say('practice.endsHere', { place: state ? say(`sign.${state.screen}`) : '' })
              }}</b>
              <span v-else>{{
                say('practice.atSeconds', { seconds: words.tenths(atMs), line: lines[stepNow] ?? 'none' })
              }}</span>
            </p>
            <div class="flex flex-wrap items-center gap-2">
              <button class="act" @click="replay.toStart()">{{ say('practice.toStart') }}</button>
              <button class="act" @click="replay.go(-1)">
                {{ say('practice.back') }} <span class="key-hint">←</span>
              </button>
              <button class="act" @click="replay.go(1)">
                {{ say('practice.oneStep') }} <span class="key-hint">→</span>
              </button>
              <OneOf v-model="pace" :label="say('practice.pace')" :answers="paces" />
            </div>
          </template>
          <template v-else>
            <p class="mb-2">
              {{ say('practice.holdHow') }}
              <b>{{ say('practice.atSeconds', { seconds: words.tenths(live.atMs.value), line: 'none' }) }}</b>
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
                {{ plugText(one, own, words) }}
              </button>
              <button
                v-for="one in machine.postures"
                :key="one"
                class="act"
                :disabled="!live.isRunning.value || posture === one"
                @click="live.apply({ kind: 'fold', to: one })"
              >
                {{ say(`fold.${one}`) }}
              </button>
              <button v-for="{ says, input } in touches" :key="says" class="act" @click="live.apply(input)">
                {{ says }}
              </button>
            </div>
          </template>
          <h2 class="mt-2">{{ say('practice.happened') }}</h2>
          <WhatHappened
            class="max-h-20 overflow-y-auto"
            tabindex="0"
            :happenings="happenings"
            :machine="machine"
          />
        </section>

        <section :aria-label="say('practice.tried')" class="space-y-3">
          <div v-if="mode === 'watch'">
            <label class="text-sm text-ink-soft"
              >{{ say('practice.mistake') }}
              <select v-model="mistakeKind" class="field">
                <option v-for="kind in MISTAKES" :key="kind" :value="kind">
                  {{ say(`practice.mistake.${kind}`) }}
                </option>
              </select>
            </label>
            <template v-if="mistakeKind === 'late'">
              <label class="text-sm text-ink-soft"
                >{{ say('practice.which') }}
                <select v-model.number="mistakeStep" class="field">
                  <option v-for="(line, index) in lines" :key="index" :value="index">{{ line }}</option>
                </select>
              </label>
              <label class="text-sm text-ink-soft"
                >{{ say('practice.lateBy') }}
                <input v-model.number="lateS" class="field" type="number" min="0" max="60" step="0.1"
              /></label>
            </template>
            <label
              v-if="mistakeKind === 'other-key' || mistakeKind === 'dead-key'"
              class="text-sm text-ink-soft"
              >{{ say('practice.key') }}
              <select v-model="mistakeKey" class="field" :aria-label="say('practice.key')">
                <option v-for="{ id } in family.keys" :key="id" :value="id">
                  {{ keyText(id, own, words) }}
                </option>
              </select>
            </label>
            <label v-if="mistakeKind === 'other-key'" class="text-sm text-ink-soft"
              >{{ say('practice.instead') }}
              <select v-model="insteadKey" class="field" :aria-label="say('practice.instead')">
                <option v-for="{ id } in family.keys" :key="id" :value="id">
                  {{ keyText(id, own, words) }}
                </option>
              </select>
            </label>
            <label v-if="mistakeKind === 'other-cable'" class="text-sm text-ink-soft"
              >{{ say('practice.cable') }}
              <select v-model="otherLink" class="field">
                <option v-for="one in linksIn(family)" :key="one" :value="one">
                  {{ linkText(one, own, words) }}
                </option>
              </select>
            </label>
          </div>
          <fieldset>
            <legend class="font-bold">{{ say('family.device') }}</legend>
            <p class="text-sm text-ink-soft">{{ say('practice.speed') }}</p>
            <OneOf v-model="unit" :label="say('practice.speed')" :answers="units" />
            <TwinSituation v-model="situation" :family="family" :at-start="atStart" />
          </fieldset>
        </section>
      </div>
    </div>
    <template #left
      ><span class="text-ink-soft">{{ say('practice.onlySimulator') }}</span></template
    >
    <template #action>
      <button class="act act-main" @click="mainAction()">
        {{
          say(
            (mode === 'hands' ? live.isRunning.value : isPlaying)
              ? 'practice.stop'
              : mode === 'hands'
                ? 'practice.begin'
                : 'practice.play',
          )
        }}
        <span class="key-hint">{{ say('practice.space') }}</span>
      </button>
    </template>
  </PlaybookFrame>
</template>
