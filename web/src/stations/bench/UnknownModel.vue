<script setup lang="ts">
import {
  namesIn,
  type Cue,
  type DeviceKind,
  type Family,
  type KeyId,
  type Method,
  type StartState,
} from '@benevox/core/catalog'
import { cuesToReport, linkAskedFor, type AttemptMade } from '@benevox/core/diagnosis'
import { methodSheet } from '@benevox/core/method'
import { useLocalStorage } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../job/jobs.ts'
import { useKit } from '../../api/kit.ts'
import KeyChart from '../../parts/KeyChart.vue'
import StepLines from '../../parts/StepLines.vue'
import OneOf from '../../parts/OneOf.vue'
import AdvicePanel from './AdvicePanel.vue'
import DryRun from './DryRun.vue'
import { useDiagnosis } from './useDiagnosis.ts'
import SignPicture from '../../parts/SignPicture.vue'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { linkText, sheetTexts } from '@benevox/words'
import { chanceText, say, words } from '../../words/index.ts'

/** No model on the job: which families it may be of, the attempt that tells them apart best, and what to do after it. */
const props = defineProps<{ jobId: number }>()
const job = useJob()
const catalog = useCatalog()
const kit = useKit()
const kind = ref<DeviceKind>('phone')
const kinds = (['phone', 'tablet', 'watch'] as const).map((one) => [one, say(`kind.${one}`)] as const)
const start = computed<StartState>(() => (job.facts.powersOn === 'no' ? 'off' : 'on-locked'))
const ofKind = computed(() => (catalog.pack?.families ?? []).filter((family) => family.kind === kind.value))
/** Keys that some of these families have and others do not: the device itself shows which. */
const extraKeys = computed(() => {
  const all = [...new Set(ofKind.value.flatMap(({ keys }) => keys.map(({ id }) => id)))]
  return all.filter((key) => !ofKind.value.every(({ keys }) => keys.some(({ id }) => id === key)))
})
const has = useLocalStorage<KeyId[]>(`benevox.unknown-keys.${props.jobId}`, [])
const toggle = (key: KeyId) =>
  (has.value = has.value.includes(key) ? has.value.filter((one) => one !== key) : [...has.value, key])
const families = computed(() =>
  ofKind.value.filter(({ keys }) =>
    extraKeys.value.every((key) => has.value.includes(key) === keys.some(({ id }) => id === key)),
  ),
)
/** Tries on a device that has no model yet: kept at this machine, for nobody’s results. */
type KeptAttempt = Omit<AttemptMade, 'method'> & {
  readonly methodId: string
  readonly familyId: string
}
const attempts = useLocalStorage<KeptAttempt[]>(`benevox.unknown-attempts.${props.jobId}`, [])
const last = computed(() => attempts.value.at(-1))
/** Which port it has is seen; the kit's most trusted cable is taken first, another when the advice says so. */
const cable = ref<number>()
const cables = computed(() => kit.fitting(undefined))
const spare = computed(() => cables.value.find(({ number }) => String(number) !== last.value?.cable))
const { diagnosed } = useDiagnosis(
  computed(() =>
    families.value[0]
      ? { fragments: catalog.fragmentsOf(families.value[0]), families: families.value, start: start.value }
      : undefined,
  ),
  computed(() =>
    attempts.value.flatMap(({ methodId, familyId, ...made }): AttemptMade[] => {
      const family = catalog.familyInUse(familyId)
      const method = family?.methods.find(({ id }) => id === methodId)
      return method ? [{ ...made, method }] : []
    }),
  ),
  computed(() => ({ keys: job.saved?.bench.keysTested, cables: kit.trust })),
  computed(() => ({
    otherCable: spare.value && kit.trust[String(spare.value.number)],
    situation: job.situation,
  })),
)
onMounted(() => void kit.load())
watch(cables, ([first]) => (cable.value ??= first?.number), { immediate: true })
const familyOf = (id: string): Family | undefined => families.value.find((family) => family.id === id)
const likely = computed(() =>
  (diagnosed.value?.families ?? []).filter(({ chance }) => chance >= 0.01).slice(0, 8),
)
/** The way that is best to try, and the one that tells most; often the same. */
const best = computed(() => {
  const first = diagnosed.value?.things.find(({ thing }) => thing.kind === 'attempt')?.thing
  return first?.kind === 'attempt' ? { familyId: first.way.familyId, method: first.way.method } : undefined
})
const telling = computed(() => {
  const [first] = diagnosed.value?.telling ?? []
  const method = familyOf(first?.familyId ?? '')?.methods.find(({ id }) => id === first?.methodId)
  return first && method && first.bits > 0.05 ? { familyId: first.familyId, method } : undefined
})
/** What is to be done before another attempt: a question, a test, or going on from where it stands. */
const first = computed(() => diagnosed.value?.things[0])
const advised = computed(() =>
  last.value && !last.value.reached && first.value && first.value.thing.kind !== 'attempt'
    ? first.value
    : undefined,
)
const takesAnotherCable = computed(() => {
  const thing = last.value ? first.value?.thing : undefined
  return thing?.kind === 'attempt' && thing.otherCable
})
watch(takesAnotherCable, (isSo) => isSo && spare.value && (cable.value = spare.value.number))
const isThere = ref(false)
const isDry = ref(false)
const picked = ref<{ familyId: string; method: Method }>()
const way = computed(() => picked.value ?? telling.value ?? best.value)
const sheet = computed(() => {
  const family = familyOf(way.value?.familyId ?? '')
  return way.value && family ? methodSheet(catalog.machineOf(family).machine, way.value.method) : undefined
})
const cues = computed<readonly Cue[]>(() => {
  const all = new Set(families.value.flatMap((family) => cuesToReport(catalog.machineOf(family).machine)))
  return [...all].filter((cue) => cue !== 'recovery-menu')
})
const dryFamily = computed(() => familyOf(way.value?.familyId ?? ''))
const chartOf = (methodId: string) => {
  const family = families.value.find(({ methods }) => methods.some(({ id }) => id === methodId))
  const method = family?.methods.find(({ id }) => id === methodId)
  return family && method ? methodSheet(catalog.machineOf(family).machine, method).chart : undefined
}
function saw(cue: Cue | undefined, reached = false): void {
  if (!way.value) return
  const { familyId, method } = way.value
  const link = linkAskedFor(method)
  const with_ = link === undefined || cable.value === undefined ? {} : { cable: String(cable.value) }
  const made = { methodId: method.id, familyId, link, ...with_, reached, seen: cue ? [cue] : [] }
  attempts.value = [...attempts.value, made]
  picked.value = undefined
  isThere.value = reached
}
/** More was seen at the last attempt, or did not come. */
function told(seen: readonly Cue[], notSeen: readonly Cue[]): void {
  const [...before] = attempts.value
  const one = before.pop()
  if (one) attempts.value = [...before, { ...one, seen, notSeen }]
}
function forget(): void {
  attempts.value = []
  isThere.value = false
}
usePageKeys(
  {
    key: 'd',
    does: 'keyHelp.dryRun',
    when: () => !isDry.value && dryFamily.value !== undefined,
    press: () => (isDry.value = true),
  },
  {
    key: 'digit',
    does: 'keyHelp.whatSeen',
    // What is asked or tested has the number keys to itself.
    when: () => !isDry.value && !advised.value,
    press(n) {
      const cue = cues.value[n - 1]
      if (cue) saw(cue)
      else if (n === 0) saw('recovery-menu', true)
    },
  },
)
</script>

<template>
  <DryRun
    v-if="isDry && way && sheet && dryFamily"
    :kind="kind"
    :family="dryFamily"
    :running="catalog.machineOf(dryFamily)"
    :method="way.method"
    :sheet="sheet"
    @done="isDry = false"
  />
  <div v-else class="px-6 py-4">
    <h1>{{ say('unknownModel.which') }}</h1>
    <div class="mt-2 flex flex-wrap items-center gap-4">
      <OneOf v-model="kind" :label="say('unknownModel.kind')" :answers="kinds" />
      <span v-if="extraKeys.length" class="flex items-center gap-2"
        >{{ say('unknownModel.has') }}
        <button
          v-for="key in extraKeys"
          :key="key"
          class="border border-ink-soft px-2 py-0.5"
          :class="{ 'bg-ink text-paper': has.includes(key) }"
          :aria-pressed="has.includes(key)"
          @click="toggle(key)"
        >
          {{ say(`key.${key}`) }}
        </button></span
      >
      <RouterLink class="underline" :to="`/counter/${jobId}`">{{ say('unknownModel.known') }}</RouterLink>
    </div>
    <p v-if="isThere" role="status" class="mt-3 border-s-4 border-clear ps-3 text-xl">
      <b>{{ say('unknownModel.inRecovery') }}</b> {{ say('unknownModel.firstLines') }}
    </p>
    <div class="beside mt-3">
      <AdvicePanel
        v-if="advised && last && diagnosed"
        :diagnosed="diagnosed"
        :last="{ seen: [...last.seen], notSeen: [...(last.notSeen ?? [])] }"
        :cues="cues"
        :form="kind"
        :chart-of="chartOf"
        @told="told"
        @there="isThere = true"
      />
      <section v-else-if="way && sheet?.chart" :aria-label="say('unknownModel.tryThis')">
        <p class="text-2xl font-bold">
          {{
            telling && way.method.id === telling.method.id
              ? say('unknownModel.tellsApart', { method: way.method.name })
              : say('unknownModel.tryMethod', { method: way.method.name })
          }}
        </p>
        <p v-if="linkAskedFor(way.method)" class="mt-1 text-lg">
          <b v-if="takesAnotherCable" class="me-1">{{
            kind === 'watch' ? say('unknownModel.otherPuck') : say('unknownModel.otherCable')
          }}</b>
          <label
            >{{ kind === 'watch' ? say('prep.puck') : say('prep.cable') }}
            <select v-model="cable" class="field !inline-block !w-56 font-mono font-bold">
              <option :value="undefined">{{ say('prep.notNumbered') }}</option>
              <option v-for="one in cables" :key="one.number" :value="one.number">
                {{ say('unknownModel.numbered', { number: one.number, port: say(`port.${one.fits}`) }) }}
              </option>
            </select>
          </label>
          {{
            say('unknownModel.on', {
              link: linkText(linkAskedFor(way.method) ?? 'none', dryFamily ? namesIn(dryFamily) : {}, words),
            })
          }}
        </p>
        <KeyChart :chart="sheet.chart" :form="kind" class="mt-2" />
        <StepLines :lines="sheetTexts(sheet, words)" class="mt-1" />
        <p v-if="best && best.method.id !== way.method.id" class="mt-2">
          {{ say('unknownModel.quickest') }}
          <button class="underline" @click="picked = best">{{ best.method.name }}</button>
        </p>
      </section>
      <div class="space-y-4">
        <section v-if="!advised && way" :aria-label="say('seen.label')">
          <p class="mb-1 text-xl font-bold">{{ say('keys.whatSeen') }}</p>
          <div class="flex flex-wrap gap-2">
            <button
              v-for="(cue, index) in cues"
              :key="cue"
              class="act flex items-center gap-2 !py-0.5"
              @click="saw(cue)"
            >
              <SignPicture class="h-12 w-11" :cue="cue" :form="kind" />
              {{ say(`sign.${cue}`) }} <span v-if="index < 9" class="key-hint">{{ index + 1 }}</span>
            </button>
            <button class="act" @click="saw(undefined)">{{ say('seen.nothing') }}</button>
            <button class="act act-main" @click="saw('recovery-menu', true)">
              {{ say(`sign.${'recovery-menu'}`) }} <span class="key-hint">0</span>
            </button>
          </div>
        </section>
        <section :aria-label="say('unknownModel.families')">
          <h2 class="border-b-2 border-ink">{{ say('unknownModel.possible') }}</h2>
          <ul class="ruled" data-testid="possible">
            <li v-for="one in likely" :key="one.familyId" class="flex items-baseline gap-3 py-1">
              <span class="w-20 text-end font-mono">{{ chanceText(one.chance) }}</span>
              <RouterLink class="underline" :to="`/playbook/families/${one.familyId}`">{{
                familyOf(one.familyId)?.name
              }}</RouterLink>
            </li>
          </ul>
          <p class="mt-1 text-sm text-ink-soft">
            {{ say('unknownModel.chances', { count: attempts.length }) }}
          </p>
          <button v-if="attempts.length" class="mt-2 underline" @click="forget">
            {{ say('unknownModel.forget') }}
          </button>
        </section>
      </div>
    </div>
    <Teleport v-if="dryFamily && !advised" defer to="#left-actions">
      <button class="act" @click="isDry = true">
        {{ say('keys.dryRun') }} <span class="key-hint">D</span>
      </button>
    </Teleport>
  </div>
</template>
