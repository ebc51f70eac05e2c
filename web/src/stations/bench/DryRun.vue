<script setup lang="ts">
import { namesIn, type DeviceKind, type Family, type Procedure } from '@benevox/core/catalog'
import { dryRunSentence, judgeDryRun, linkAskedFor, type Verdict } from '@benevox/core/diagnosis'
import { phrases, type ProcedureSheet } from '@benevox/core/procedure'
import { USUAL_SITUATION } from '@benevox/core/twin'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import type { RunnableFamily } from '@benevox/core/twin'
import DevicePicture from '../../parts/DevicePicture.vue'
import DeviceScreen from '../../parts/DeviceScreen.vue'
import StepLines from '../../parts/StepLines.vue'
import { useLiveTwin } from '../../parts/useLiveTwin.ts'
import { useTwinKeys } from '../../parts/useTwinKeys.ts'
import { useLag } from './useLag.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'

/**
 * The combination once on the twin, with the computer's keys for the device's, judged as it goes. Nothing is
 * recorded but one's lag.
 */
const props = defineProps<{
  kind: DeviceKind
  modelText?: string | undefined
  family: Family
  running: RunnableFamily
  procedure: Procedure
  sheet: ProcedureSheet
}>()
const emit = defineEmits<{ done: [] }>()
const words = computed(() => phrases('en', namesIn(props.family)))
const lag = useLag()
const live = useLiveTwin(
  computed(() => props.running.machine),
  computed(() => props.procedure.from),
  ref({ ...USUAL_SITUATION }),
  ref('median' as const),
)
useTwinKeys(
  live,
  () => props.family,
  computed(() => true),
)
const asked = computed(() => linkAskedFor(props.procedure))
const hasReached = ref(false)
/** Where it stands: still to be saved, or lost and why. Found anew at each move and each thing shown. */
const verdict = shallowRef<Verdict>()
const lost = computed(() => {
  const { chart } = props.sheet
  return verdict.value?.kind === 'failed' && chart && !hasReached.value
    ? dryRunSentence(verdict.value, props.procedure, chart, 'en')
    : undefined
})
const lostAt = computed(() => (lost.value && verdict.value?.kind === 'failed' ? verdict.value.step : -1))
function judge(): void {
  const { machine } = props.running
  if (live.isRunning.value)
    verdict.value = judgeDryRun(machine, props.procedure, live.moves(), live.atMs.value)
}
watch([live.held, live.link, live.posture, live.seen], judge)
const taps = computed(() =>
  (live.state.value?.transitions ?? []).flatMap(({ trigger }) => (trigger.kind === 'tap' ? [trigger] : [])),
)
/** When the last screen came that the way waits for: what Space answers to. */
let cameMs: number | undefined
watch(live.seen, (now) => {
  const last = now.at(-1)
  if (last?.kind === 'screen' && last.atMs > 0) cameMs = last.atMs
  if (last?.kind === 'screen' && last.screen === props.procedure.goal) hasReached.value = true
})
function begin(): void {
  hasReached.value = false
  verdict.value = undefined
  cameMs = undefined
  live.begin()
  // What is plugged in or folded before the first key is so already.
  for (const step of props.procedure.steps) {
    if (step.do === 'plug') live.apply({ kind: 'link', link: step.link })
    else if (step.do === 'fold') live.apply({ kind: 'fold', to: step.to })
    else break
  }
}
function seen(): void {
  if (!live.isRunning.value) begin()
  else if (cameMs !== undefined) {
    lag.learn(live.atMs.value - cameMs)
    cameMs = undefined
  }
}
const plug = () =>
  live.apply({ kind: 'link', link: live.link.value === 'none' ? (asked.value ?? 'none') : 'none' })
/** To the next of the postures that it has. */
function fold(): void {
  const { postures } = props.running.machine
  const to = postures[(postures.indexOf(live.posture.value) + 1) % postures.length]
  if (to) live.apply({ kind: 'fold', to })
}
usePageKeys({
  ' ': () => seen(),
  c: () => asked.value !== undefined && void plug(),
  f: () => props.running.machine.postures.length > 0 && void fold(),
  t: () => {
    const [tap] = taps.value
    if (!tap) return false
    live.apply({ kind: 'tap', on: tap.on })
  },
  r: () => void begin(),
  x: () => emit('done'),
})
onMounted(begin)
</script>

<template>
  <div class="px-6 py-4">
    <p class="text-3xl leading-tight font-bold" role="status" data-testid="dry">
      <span class="text-waiting">Dry run: </span
      ><span v-if="hasReached" class="text-clear">{{ words.cue[procedure.goal] }}. That is how it goes.</span
      ><span v-else-if="lost" class="text-stop" data-testid="lost">{{ lost }}</span
      ><span v-else>hold the number keys for the device’s keys</span>
    </p>
    <p class="mt-1 text-lg text-ink-soft">
      A made-up device that behaves like this family; nothing is recorded. Space when you see a cue: your lag
      is learnt, now
      {{ (lag.lagMs.value / 1000).toFixed(2) }} s from {{ lag.count.value }}.
    </p>
    <div class="beside-first mt-3" style="--narrow: 17rem">
      <div class="space-y-3">
        <DeviceScreen
          v-if="live.state.value"
          :state="live.state.value"
          :menus="running.menus"
          :model-text="modelText"
        />
        <p>
          On the cable: <b>{{ words.link[live.link.value] }}</b>
          <button v-if="asked" class="ml-2 underline" @click="plug">
            change <span class="key-hint">C</span>
          </button>
        </p>
        <p v-if="running.machine.postures.length">
          Folded: <b>{{ words.posture[live.posture.value] }}</b>
          <button class="ml-2 underline" @click="fold">change <span class="key-hint">F</span></button>
        </p>
        <button
          v-for="tap in taps"
          :key="tap.on"
          class="act"
          @click="live.apply({ kind: 'tap', on: tap.on })"
        >
          Tap “{{ tap.label ?? tap.on }}” <span class="key-hint">T</span>
        </button>
      </div>
      <div class="beside">
        <div>
          <ul class="mb-3 flex flex-wrap gap-3 text-xl">
            <li
              v-for="(key, index) in family.keys"
              :key="key.id"
              class="border-2 px-3 py-1"
              :class="
                live.held.value.includes(key.id) ? 'border-brass bg-brass-pale font-bold' : 'border-ink-soft'
              "
            >
              <span class="mr-1 font-mono font-bold">{{ index + 1 }}</span>{{ words.key[key.id] }}
            </li>
          </ul>
          <StepLines :lines="sheet.lines" :lost-at="lostAt" />
        </div>
        <DevicePicture :family="family" :kind="kind" :pressed="live.held.value" />
      </div>
    </div>
    <Teleport defer to="#left-actions">
      <button class="act" @click="begin">From the start <span class="key-hint">R</span></button>
    </Teleport>
    <Teleport defer to="#primary-action">
      <button class="act act-main" @click="emit('done')">
        To the device <span class="key-hint">X</span>
      </button>
    </Teleport>
  </div>
</template>
