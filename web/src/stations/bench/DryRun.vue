<script setup lang="ts">
import { dryRunText, keyText, linkText, sheetTexts } from '@benevox/words'
import { namesIn, type DeviceKind, type Family, type Method } from '@benevox/core/catalog'
import { judgeDryRun, linkAskedFor, type Verdict } from '@benevox/core/diagnosis'
import { type MethodSheet } from '@benevox/core/method'
import { USUAL_SITUATION } from '@benevox/core/twin'
import { computed, onMounted, ref, shallowRef, watch } from 'vue'
import type { RunnableFamily } from '@benevox/core/twin'
import DeviceScreen from '../../parts/DeviceScreen.vue'
import StepLines from '../../parts/StepLines.vue'
import { useLiveTwin } from '../../parts/useLiveTwin.ts'
import { useTwinKeys } from '../../parts/useTwinKeys.ts'
import { useLag } from './useLag.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { say, words } from '../../words/index.ts'

/**
 * The combination once on the twin, with the computer's keys for the device's, judged as it goes. Nothing is
 * recorded but one's lag.
 */
const props = defineProps<{
  kind: DeviceKind
  family: Family
  running: RunnableFamily
  method: Method
  sheet: MethodSheet
}>()
const emit = defineEmits<{ done: [] }>()
const own = computed(() => namesIn(props.family))
const lag = useLag()
const live = useLiveTwin(
  computed(() => props.running.machine),
  computed(() => props.method.from),
  ref({ ...USUAL_SITUATION }),
  ref('median' as const),
)
useTwinKeys(
  live,
  () => props.family,
  computed(() => true),
)
const asked = computed(() => linkAskedFor(props.method))
const hasReached = ref(false)
/** Where it stands: still to be saved, or lost and why. Found anew at each move and each thing shown. */
const verdict = shallowRef<Verdict>()
const lost = computed(() => {
  const { chart } = props.sheet
  return verdict.value?.kind === 'failed' && chart && !hasReached.value
    ? dryRunText(verdict.value, props.method, chart, words)
    : undefined
})
const lines = computed(() => sheetTexts(props.sheet, words))
const lostAt = computed(() => (lost.value && verdict.value?.kind === 'failed' ? verdict.value.step : -1))
function judge(): void {
  const { machine } = props.running
  if (live.isRunning.value) verdict.value = judgeDryRun(machine, props.method, live.moves(), live.atMs.value)
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
  if (last?.kind === 'screen' && last.screen === props.method.goal) hasReached.value = true
})
function begin(): void {
  hasReached.value = false
  verdict.value = undefined
  cameMs = undefined
  live.begin()
  // What is plugged in or folded before the first key is so already.
  for (const step of props.method.steps) {
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
usePageKeys(
  { key: ' ', does: 'keyHelp.seenNow', press: () => seen() },
  { key: 'c', does: 'keyHelp.cable', when: () => asked.value !== undefined, press: () => plug() },
  {
    key: 'f',
    does: 'keyHelp.fold',
    when: () => props.running.machine.postures.length > 0,
    press: () => fold(),
  },
  {
    key: 't',
    does: 'keyHelp.tap',
    when: () => taps.value.length > 0,
    press() {
      const [tap] = taps.value
      if (tap) live.apply({ kind: 'tap', on: tap.on })
    },
  },
  { key: 'r', does: 'keyHelp.again', press: () => begin() },
  { key: 'd', does: 'keyHelp.toDevice', press: () => emit('done') },
)
onMounted(begin)
</script>

<template>
  <div class="px-6 py-4">
    <p class="text-3xl leading-tight font-bold" role="status" data-testid="dry">
      <span class="me-1 text-waiting">{{ say('dryRun.title') }}</span><span
        v-if="hasReached"
        class="text-clear"
        >{{ say('dryRun.reached', { place: say(`sign.${method.goal}`) }) }}</span
      ><span v-else-if="lost" class="text-stop" data-testid="lost">{{ lost }}</span
      ><span v-else>{{ say('dryRun.holdNumbers') }}</span>
    </p>
    <p class="mt-1 text-lg text-ink-soft">
      {{
        say('dryRun.about', {
          seconds: words.number(Math.round(lag.lagMs.value / 10) / 100),
          count: lag.count.value,
        })
      }}
    </p>
    <div class="beside-first mt-3" style="--narrow: 19rem">
      <div class="space-y-3">
        <DeviceScreen
          v-if="live.state.value"
          :state="live.state.value"
          :menus="running.menus"
          :family="family"
          :kind="kind"
          :pressed="live.held.value"
        />
        <p>
          {{ say('dryRun.onCable') }} <b>{{ linkText(live.link.value, own, words) }}</b>
          <button v-if="asked" class="ms-2 underline" @click="plug">
            {{ say('dryRun.change') }} <span class="key-hint">C</span>
          </button>
        </p>
        <p v-if="running.machine.postures.length">
          {{ say('dryRun.folded') }} <b>{{ say(`posture.${live.posture.value}`) }}</b>
          <button class="ms-2 underline" @click="fold">
            {{ say('dryRun.change') }} <span class="key-hint">F</span>
          </button>
        </p>
        <button
          v-for="tap in taps"
          :key="tap.on"
          class="act"
          @click="live.apply({ kind: 'tap', on: tap.on })"
        >
          {{ say('dryRun.tap', { label: tap.label ?? tap.on }) }} <span class="key-hint">T</span>
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
              <span class="me-1 font-mono font-bold">{{ index + 1 }}</span>{{ keyText(key.id, own, words) }}
            </li>
          </ul>
          <StepLines :lines="lines" :lost-at="lostAt" />
        </div>
      </div>
    </div>
    <Teleport defer to="#left-actions">
      <button class="act" @click="begin">{{ say('dryRun.again') }} <span class="key-hint">R</span></button>
    </Teleport>
    <Teleport defer to="#primary-action">
      <button class="act act-main" @click="emit('done')">
        {{ say('dryRun.toDevice') }} <span class="key-hint">D</span>
      </button>
    </Teleport>
  </div>
</template>
