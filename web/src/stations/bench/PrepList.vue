<script setup lang="ts">
import type { Family, KeyId, LinkKind, Model } from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { chargeRange } from '@benevox/core/clocks'
import { computed, ref, watch } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { useKit } from '../../api/kit.ts'
import { minutesText } from '../../words/en.ts'

/** What to have in hand before the keys: the numbered cable, keys that work, charge, the puck, glasses. */
const props = defineProps<{
  model: Model
  family: Family
  keys: readonly KeyId[]
  needsLink?: LinkKind | undefined
}>()
const link = defineModel<LinkKind>('link', { required: true })
const cable = defineModel<number | undefined>('cable', { required: true })
const job = useJob()
const kit = useKit()
const words = phrases('en')
const cables = computed(() => kit.fitting(props.model.port))
const chosen = computed(() => kit.cables.find(({ number }) => number === cable.value))
const record = computed(() => {
  if (!chosen.value) return ''
  const { reached, failed, note } = chosen.value
  const tried = reached + failed
  return `${note}${note ? '; ' : ''}${tried === 0 ? 'no tries yet' : `${reached} of ${tried} tries reached`}`
})
const isWatch = computed(() => props.model.kind === 'watch')
const tested = computed(() => job.saved?.bench.keysTested ?? {})
const charging = computed(() => {
  const now = job.saved?.bench.charging
  return now && !now.endedAt ? now : undefined
})
const isLow = computed(
  () =>
    job.facts.battery !== 'at-least-20' &&
    job.facts.battery !== 'external-power' &&
    !job.saved?.bench.charging?.endedAt,
)
const percent = ref(5)
const range = computed(() => chargeRange(props.model.kind, charging.value?.fromPercent ?? percent.value))
const toggle = (key: KeyId) =>
  void job.tell({ kind: 'key-tested', key, state: tested.value[key] === 'works' ? 'broken' : 'works' })
/** The clock ends, and what the counter was told of the battery with it: the gate asks for that. */
function charged(): void {
  void job.tell({ kind: 'charging-ended' })
  job.setFact('battery', 'at-least-20')
}
const retire = () => chosen.value && void kit.retire(chosen.value.number, 'carries no data')
watch(
  cables,
  (now) => {
    const isThere = now.some(({ number }) => number === cable.value)
    if (props.needsLink && !isThere) cable.value = now[0]?.number
  },
  { immediate: true },
)
</script>

<template>
  <section aria-label="In hand" class="text-[1.05rem]">
    <h2 class="border-b-2 border-ink">In hand</h2>
    <ul class="ruled">
      <li v-if="needsLink" class="py-1.5">
        <div class="flex items-end gap-3">
          <label class="w-32 shrink-0 text-sm text-ink-soft"
            >{{ isWatch ? 'Puck' : 'Cable' }}
            <select v-model="cable" data-testid="cable" class="field font-mono font-bold">
              <option :value="undefined">not numbered</option>
              <option v-for="one in cables" :key="one.number" :value="one.number">
                no. {{ one.number }}
              </option>
            </select>
          </label>
          <label class="min-w-0 flex-1 text-sm text-ink-soft"
            >On the cable now
            <select v-model="link" class="field">
              <option v-for="(name, kind) in words.link" :key="kind" :value="kind">{{ name }}</option>
            </select>
          </label>
        </div>
        <p v-if="chosen" class="text-sm text-ink-soft">
          {{ record }}
          <button class="ml-1 underline" @click="retire">it carries no data: retire it</button>
        </p>
      </li>
      <li class="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
        <span class="text-ink-soft">Keys work:</span>
        <button
          v-for="key in keys"
          :key="key"
          class="border border-ink-soft px-2 py-0.5"
          :aria-pressed="tested[key] === 'works'"
          @click="toggle(key)"
        >
          <span aria-hidden="true" class="mr-1 font-mono font-bold">{{
            tested[key] === 'works' ? '✓' : tested[key] === 'broken' ? '✕' : '?'
          }}</span>{{ words.key[key] }}<span class="sr-only">{{ tested[key] ?? 'not tested' }}</span>
        </button>
      </li>
      <li class="py-1.5">
        <template v-if="charging">
          On charge, 20 % in {{ minutesText(range.minMs) }} to {{ minutesText(range.maxMs) }}.
          <button class="underline" @click="charged">It has 20 %</button>
        </template>
        <template v-else-if="isLow">
          <label
            >Battery
            <input v-model.number="percent" type="number" min="0" max="100" class="field !w-16 font-mono" />
            %</label
          >
          <button
            class="ml-3 underline"
            @click="
              job.tell({ kind: 'charging-started', fromPercent: Math.min(100, Math.max(0, percent || 0)) })
            "
          >
            Charge it first: {{ minutesText(range.medianMs) }}
          </button>
        </template>
        <template v-else>Battery is at the safe level or on power.</template>
      </li>
      <li class="py-1.5 text-ink-soft">
        {{ isWatch ? 'On its puck, strap off. ' : '' }}Reading glasses: the print in recovery is tiny.
      </li>
    </ul>
  </section>
</template>
