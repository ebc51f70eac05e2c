<script setup lang="ts">
import type { Cue, DeviceKind, Family, KeyId, Procedure, StartState } from '@benevox/core/catalog'
import { cuesToReport } from '@benevox/core/diagnosis'
import { hundredths } from '@benevox/core/hand'
import { phrases, procedureSheet } from '@benevox/core/procedure'
import { useEventListener, useLocalStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../api/job.ts'
import KeyChart from '../../parts/KeyChart.vue'
import OneOf from '../../parts/OneOf.vue'
import type { ToldTry } from '../../workers/diagnosis.worker.ts'
import { useDiagnosis } from './useDiagnosis.ts'

/** No model on the job: which families it may be of, and the try that tells them apart best. */
const props = defineProps<{ jobId: number }>()
const job = useJob()
const catalog = useCatalog()
const words = phrases('en')
const kind = ref<DeviceKind>('phone')
const kinds = [
  ['phone', 'phone'],
  ['tablet', 'tablet'],
  ['watch', 'watch'],
] as const
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
/** Tries on a device that has no model yet: kept at this machine, for nobody’s evidence. */
const tries = useLocalStorage<ToldTry[]>(`benevox.unknown-tries.${props.jobId}`, [])
const { diagnosed } = useDiagnosis(
  computed(() =>
    families.value[0]
      ? { fragments: catalog.fragmentsOf(families.value[0]), families: families.value, start: start.value }
      : undefined,
  ),
  computed(() => tries.value),
  computed(() => ({ keys: job.saved?.bench.keysTested })),
  computed(() => undefined),
)
const familyOf = (id: string): Family | undefined => families.value.find((family) => family.id === id)
const likely = computed(() =>
  (diagnosed.value?.families ?? []).filter(({ chance }) => chance >= 0.01).slice(0, 8),
)
/** The way that is best to try, and the one that tells most; often the same. */
const best = computed(() => {
  const first = diagnosed.value?.things.find(({ thing }) => thing.kind === 'try')?.thing
  return first?.kind === 'try' ? { familyId: first.way.familyId, procedure: first.way.procedure } : undefined
})
const telling = computed(() => {
  const [first] = diagnosed.value?.telling ?? []
  const procedure = familyOf(first?.familyId ?? '')?.procedures.find(({ id }) => id === first?.procedureId)
  return first && procedure && first.bits > 0.05 ? { familyId: first.familyId, procedure } : undefined
})
const picked = ref<{ familyId: string; procedure: Procedure }>()
const way = computed(() => picked.value ?? telling.value ?? best.value)
const sheet = computed(() => {
  const family = familyOf(way.value?.familyId ?? '')
  return way.value && family
    ? procedureSheet(catalog.machineOf(family).machine, way.value.procedure, 'en')
    : undefined
})
const cues = computed<readonly Cue[]>(() => {
  const all = new Set(families.value.flatMap((family) => cuesToReport(catalog.machineOf(family).machine)))
  return [...all].filter((cue) => cue !== 'recovery-menu')
})
function saw(cue: Cue | undefined, reached = false): void {
  if (!way.value) return
  const { familyId, procedure } = way.value
  tries.value = [...tries.value, { procedureId: procedure.id, familyId, reached, seen: cue ? [cue] : [] }]
  picked.value = undefined
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.repeat || event.target instanceof HTMLInputElement || event.target instanceof HTMLButtonElement)
    return
  const cue = cues.value[Number(event.key) - 1]
  if (cue) saw(cue)
  else if (event.key === '0') saw('recovery-menu', true)
})
</script>

<template>
  <div class="px-6 py-4">
    <h1>Which family is it?</h1>
    <div class="mt-2 flex flex-wrap items-center gap-4">
      <OneOf v-model="kind" label="Kind of device" :answers="kinds" />
      <span v-if="extraKeys.length" class="flex items-center gap-2"
        >It has:
        <button
          v-for="key in extraKeys"
          :key="key"
          class="border border-ink-soft px-2 py-0.5"
          :class="{ 'bg-ink text-paper': has.includes(key) }"
          :aria-pressed="has.includes(key)"
          @click="toggle(key)"
        >
          {{ words.key[key] }}
        </button></span
      >
      <RouterLink class="underline" :to="`/counter/${jobId}`"
        >The model is known: name it at the counter</RouterLink
      >
    </div>
    <div class="beside mt-3">
      <section v-if="way && sheet?.chart" aria-label="Try this">
        <p class="text-2xl font-bold">
          {{
            telling && way.procedure.id === telling.procedure.id
              ? 'This try tells them apart best:'
              : 'Try this:'
          }}
          {{ way.procedure.school }}
        </p>
        <KeyChart :chart="sheet.chart" class="mt-2" />
        <ol class="mt-1 text-[1.3rem] leading-snug">
          <li v-for="(line, index) in sheet.lines" :key="index" class="flex gap-3 py-0.5">
            <span class="font-mono text-ink-soft">{{ index + 1 }}</span>{{ line }}
          </li>
        </ol>
        <p class="mt-3 mb-1 text-xl font-bold">What did you see?</p>
        <div class="flex flex-wrap gap-2">
          <button v-for="(cue, index) in cues" :key="cue" class="act" @click="saw(cue)">
            {{ words.cue[cue] }} <span v-if="index < 9" class="key-hint">{{ index + 1 }}</span>
          </button>
          <button class="act" @click="saw(undefined)">nothing at all</button>
          <button class="act act-main" @click="saw('recovery-menu', true)">
            {{ words.cue['recovery-menu'] }} <span class="key-hint">0</span>
          </button>
        </div>
        <p v-if="best && best.procedure.id !== way.procedure.id" class="mt-2">
          Quickest into recovery, if it fits:
          <button class="underline" @click="picked = best">{{ best.procedure.school }}</button>
        </p>
      </section>
      <section aria-label="Possible families">
        <h2 class="border-b-2 border-ink">Still possible</h2>
        <ul class="ruled" data-testid="possible">
          <li v-for="one in likely" :key="one.familyId" class="flex items-baseline gap-3 py-1">
            <span class="w-20 text-right font-mono">{{ hundredths(one.chance) }}</span>
            <RouterLink class="underline" :to="`/playbook/families/${one.familyId}`">{{
              familyOf(one.familyId)?.name
            }}</RouterLink>
          </li>
        </ul>
        <p class="mt-1 text-sm text-ink-soft">
          of 100, after {{ tries.length }} {{ tries.length === 1 ? 'try' : 'tries' }}
        </p>
        <button v-if="tries.length" class="mt-2 underline" @click="tries = []">Forget these tries</button>
      </section>
    </div>
  </div>
</template>
