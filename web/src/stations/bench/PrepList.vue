<script setup lang="ts">
import { type Family, type KeyId, type LinkKind, type Model } from '@benevox/core/catalog'
import { computed, useTemplateRef } from 'vue'
import { useJob } from '../../job/jobs.ts'
import DevicePicture from '../../parts/DevicePicture.vue'
import BeforeReset from '../../parts/BeforeReset.vue'
import CableChoice from './CableChoice.vue'
import KeysTested from './KeysTested.vue'
import ChargeFirst from './ChargeFirst.vue'
import { held } from '../../parts/view.ts'
import { say } from '../../words/index.ts'

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
const isWatch = computed(() => props.model.kind === 'watch')
const tested = computed(() => job.saved?.bench.keysTested ?? {})
const isLow = computed(
  () =>
    job.facts.battery !== 'at-least-20' &&
    job.facts.battery !== 'external-power' &&
    !job.saved?.bench.charging?.endedAt,
)
const keysTested = useTemplateRef('keysTested')
/** The foot switch is for what comes next, and not for the picture. */
function turn({ currentTarget }: Event): void {
  held.value = held.value === 'turned' ? 'upright' : 'turned'
  if (currentTarget instanceof HTMLElement) currentTarget.blur()
}
const allWork = computed(() => props.keys.every((key) => tested.value[key] === 'works'))
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
          <span aria-hidden="true" class="w-5 font-mono font-bold">{{ link ? '·' : '?' }}</span>
          <CableChoice
            v-model:link="link"
            v-model:cable="cable"
            class="flex-1"
            :model="model"
            :family="family"
          />
        </li>
        <li v-if="keys.length" class="flex items-baseline gap-3 py-1.5 xl:py-2.5">
          <span aria-hidden="true" class="w-5 font-mono font-bold" :class="allWork ? 'text-clear' : ''">{{
            allWork ? '✓' : '?'
          }}</span>
          <KeysTested ref="keysTested" :family="family" :keys="keys" />
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
        @chosen="(key) => keysTested?.toggle(key)"
      />
      <button v-if="model.kind === 'tablet'" type="button" class="mt-2 underline" @click="turn">
        {{ held === 'turned' ? say('prep.heldUpright') : say('prep.heldTurned') }}
      </button>
    </div>
  </section>
</template>
