<script setup lang="ts">
import { keyText } from '@benevox/words'
import { namesIn, type Family, type KeyId, type LinkKind, type Model } from '@benevox/core/catalog'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import DevicePicture from '../../parts/DevicePicture.vue'
import BeforeReset from '../../parts/BeforeReset.vue'
import CableChoice from './CableChoice.vue'
import ChargeFirst from './ChargeFirst.vue'
import { say, words } from '../../words/index.ts'

/** What to have in hand before the first attempt: charge, the numbered cable, keys that answer, glasses. */
const props = defineProps<{
  model: Model
  family: Family
  keys: readonly KeyId[]
  needsLink: boolean
}>()
const link = defineModel<LinkKind | undefined>('link', { required: true })
const cable = defineModel<number | undefined>('cable', { required: true })
const job = useJob()
const own = computed(() => namesIn(props.family))
const isWatch = computed(() => props.model.kind === 'watch')
const tested = computed(() => job.saved?.bench.keysTested ?? {})
/** Those of the method, and what was found broken: that it does answer after all has a place where the method goes without. */
const toTest = computed(() => {
  const broken = props.family.keys.map(({ id }) => id).filter((id) => tested.value[id] === 'broken')
  return [...new Set([...props.keys, ...broken])]
})
const isLow = computed(
  () =>
    job.facts.battery !== 'at-least-20' &&
    job.facts.battery !== 'external-power' &&
    !job.saved?.bench.charging?.endedAt,
)
const toggle = (key: KeyId) =>
  void job.tell({ kind: 'key-tested', key, state: tested.value[key] === 'works' ? 'broken' : 'works' })
const stateOf = (key: KeyId) => tested.value[key] ?? 'notTested'
const SIGN = { works: '✓', broken: '✕', notTested: '?' } as const
</script>

<template>
  <section :aria-label="say('prep.title')" class="beside">
    <div>
      <h1>{{ say('prep.title') }}</h1>
      <ul class="ruled mt-2 text-[1.15rem] leading-snug xl:text-[1.3rem]">
        <li class="flex items-baseline gap-3 py-1.5 xl:py-2.5">
          <span aria-hidden="true" class="w-5 font-mono font-bold" :class="isLow ? '' : 'text-clear'">{{
            isLow ? '?' : '✓'
          }}</span>
          <span v-if="!isLow">{{ say('prep.batteryOk') }}</span>
          <span v-else-if="job.benchAction?.kind === 'charge'">{{ say('prep.batteryLow') }}</span>
          <ChargeFirst v-else />
        </li>
        <li v-if="needsLink" class="flex items-baseline gap-3 py-1.5 xl:py-2.5">
          <span aria-hidden="true" class="w-5 font-mono font-bold" :class="link ? 'text-clear' : ''">{{
            link ? '✓' : '?'
          }}</span>
          <CableChoice
            v-model:link="link"
            v-model:cable="cable"
            class="flex-1"
            :model="model"
            :family="family"
          />
        </li>
        <li v-if="toTest.length" class="flex items-baseline gap-3 py-1.5 xl:py-2.5">
          <span
            aria-hidden="true"
            class="w-5 font-mono font-bold"
            :class="toTest.every((key) => tested[key] === 'works') ? 'text-clear' : ''"
            >{{ toTest.every((key) => tested[key] === 'works') ? '✓' : '?' }}</span
          >
          <div>
            <p>{{ say('prep.keysWork') }}</p>
            <p class="mt-1.5 flex flex-wrap gap-2">
              <button
                v-for="key in toTest"
                :key="key"
                class="border border-ink-soft px-2 py-0.5 hover:bg-paper-deep"
                :aria-pressed="tested[key] === 'works'"
                @click="toggle(key)"
              >
                <span aria-hidden="true" class="me-1 font-mono font-bold">{{ SIGN[stateOf(key)] }}</span>{{
                  keyText(key, own, words)
                }}<span class="sr-only">{{ say(`prep.${stateOf(key)}`) }}</span>
              </button>
            </p>
          </div>
        </li>
        <li class="flex items-baseline gap-3 py-1.5 xl:py-2.5">
          <span aria-hidden="true" class="w-5 font-mono font-bold">·</span>
          {{ isWatch ? say('prep.glassesWatch') : say('prep.glasses') }}
        </li>
      </ul>
      <BeforeReset class="mt-4" />
    </div>
    <div>
      <DevicePicture
        :family="family"
        :kind="model.kind"
        :pressed="keys"
        choosable
        @chosen="(key) => toTest.includes(key) && toggle(key)"
      />
    </div>
  </section>
</template>
