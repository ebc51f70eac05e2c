<script setup lang="ts">
import type { BenchRecord } from '@benevox/contract'
import type { Family, Model } from '@benevox/core/catalog'
import { durationsOf } from '@benevox/core/results'
import { computed, toRef } from 'vue'
import { useJob } from '../../job/jobs.ts'
import RunningClock from '../../parts/RunningClock.vue'
import MenuList from '../../parts/MenuList.vue'
import { useShopResults } from './useShopResults.ts'
import { useMenuPlace } from './useMenuPlace.ts'
import { say } from '../../words/index.ts'

/** The wipe, the way out of recovery and the first start, each with its clock. */
const props = defineProps<{ model: Model; family: Family; bench: BenchRecord }>()
const job = useJob()
const menus = useMenuPlace(
  job,
  computed(() => props.family),
  computed(() => true),
)
const { state, menu, toRestart, text, targetOf, passesOf } = menus
/** It stands in recovery again, where that opens. */
const cameBack = () => void job.tell({ kind: 'recovery-again' })
const results = useShopResults(toRef(() => props.family.id))

/** The family’s own times, or the shop’s once enough were taken. */
function usualOf(name: string, seconds: readonly number[]) {
  const own = durationsOf(seconds)
  if (!own) return { usual: props.family.durations[name] ?? { minMs: 0, medianMs: 0, maxMs: 0 }, count: 0 }
  const ms = (s: number) => Math.round(s * 1000)
  return { usual: { minMs: ms(own.p10), medianMs: ms(own.median), maxMs: ms(own.p90) }, count: own.count }
}
const wipe = computed(() => usualOf(props.family.durationsOfTheWork.wipe, results.value?.wipeSeconds ?? []))
const firstStart = computed(() =>
  usualOf(props.family.durationsOfTheWork.firstStart, results.value?.firstStartSeconds ?? []),
)
</script>

<template>
  <div class="px-6 py-5">
    <template v-if="bench.wipeStartedAt && !bench.wipeFinishedAt">
      <h1 class="mb-2">{{ say('after.wiping') }}</h1>
      <RunningClock :from="bench.wipeStartedAt" :usual="wipe.usual" :count="wipe.count" />
      <p class="mt-3 max-w-3xl text-2xl font-bold">{{ say('after.keepPower') }}</p>
      <p class="mt-1 max-w-3xl text-xl">
        {{ say('after.wipingOver') }}
      </p>
    </template>
    <div v-else-if="!bench.firstStartAt" class="beside beside-wide">
      <div>
        <template v-if="text(toRestart)">
          <h1>{{ say('after.wipedRestart') }}</h1>
          <p class="mt-2 text-[3.4rem] leading-tight font-bold" data-testid="menu-line">
            {{ text(toRestart) }}
          </p>
        </template>
        <h1 v-else>{{ say('after.wipedStarts') }}</h1>
        <p v-if="model.kind !== 'watch'" class="mt-2 text-lg text-ink-soft">
          {{ say('after.cableOut') }}
        </p>
      </div>
      <MenuList
        v-if="menu && state?.cursor"
        :menu="menu"
        :model-text="model.modelText"
        :cursor="state.cursor.item"
        :target="targetOf(toRestart)"
        :passes="passesOf(toRestart)"
        @here="menus.atItem"
      />
    </div>
    <template v-else-if="!bench.setUpAt">
      <h1 class="mb-2">{{ say('stage.first-start') }}</h1>
      <RunningClock :from="bench.firstStartAt" :usual="firstStart.usual" :count="firstStart.count" />
      <p class="mt-3 max-w-3xl text-xl">
        {{ say('after.firstStart') }}
      </p>
      <p class="mt-2 text-xl">
        <button class="act" @click="cameBack">{{ say('after.recoveryAgain') }}</button>
        <span class="ms-3 text-ink-soft">{{ say('after.loop') }}</span>
      </p>
    </template>
    <template v-else>
      <h1>{{ say('after.wizard') }}</h1>
      <p class="mt-2 text-xl">
        {{ say('after.compare') }}
        <b class="font-mono">{{ model.modelText }}</b>.
      </p>
    </template>
  </div>
</template>
