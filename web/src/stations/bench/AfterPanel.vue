<script setup lang="ts">
import type { BenchRecord } from '@benevox/contract'
import type { Family, Model } from '@benevox/core/catalog'
import { durationsOf } from '@benevox/core/evidence'
import { computed, toRef } from 'vue'
import { useJob } from '../../job/jobs.ts'
import RunningClock from '../../parts/RunningClock.vue'
import MenuList from '../../parts/MenuList.vue'
import { useEvidence } from './useEvidence.ts'
import { useMenuPlace } from './useMenuPlace.ts'

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
const evidence = useEvidence(toRef(() => props.family.id))

/** The family’s own times, or the shop’s once enough were taken. */
function usualOf(name: string, seconds: readonly number[]) {
  const own = durationsOf(seconds)
  if (!own) return { usual: props.family.durations[name] ?? { minMs: 0, medianMs: 0, maxMs: 0 }, count: 0 }
  const ms = (s: number) => Math.round(s * 1000)
  return { usual: { minMs: ms(own.p10), medianMs: ms(own.median), maxMs: ms(own.p90) }, count: own.count }
}
const wipe = computed(() => usualOf(props.family.durationsOfTheWork.wipe, evidence.value?.wipeSeconds ?? []))
const firstStart = computed(() =>
  usualOf(props.family.durationsOfTheWork.firstStart, evidence.value?.firstStartSeconds ?? []),
)
</script>

<template>
  <div class="px-6 py-5">
    <template v-if="bench.wipeStartedAt && !bench.wipeFinishedAt">
      <h1 class="mb-2">Wiping</h1>
      <RunningClock :from="bench.wipeStartedAt" :usual="wipe.usual" :count="wipe.count" />
      <p class="mt-3 max-w-3xl text-2xl font-bold">Do not cut the power.</p>
      <p class="mt-1 max-w-3xl text-xl">
        It is over when the cursor is back on the menu, also where the text is cut off by the screen’s
        corners. You may go to another job: the shelf above keeps the clock.
      </p>
    </template>
    <div v-else-if="!bench.firstStartAt" class="beside beside-wide">
      <div>
        <template v-if="text(toRestart)">
          <h1>Wiped. Restart it</h1>
          <p class="mt-2 text-[3.4rem] leading-tight font-bold" data-testid="menu-line">
            {{ text(toRestart) }}
          </p>
        </template>
        <h1 v-else>Wiped. It starts by itself</h1>
        <p v-if="model.kind !== 'watch'" class="mt-2 text-lg text-ink-soft">
          If a cable is in it, it may come out now.
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
      <h1 class="mb-2">First start</h1>
      <RunningClock :from="bench.firstStartAt" :usual="firstStart.usual" :count="firstStart.count" />
      <p class="mt-3 max-w-3xl text-xl">
        Longer than usual, with logos in between. It can be left alone: the shelf above keeps the clock.
      </p>
      <p class="mt-2 text-xl">
        <button class="act" @click="cameBack">Recovery came back by itself</button>
        <span class="ml-3 text-ink-soft">a loop, and not a fault of the reset</span>
      </p>
    </template>
    <template v-else>
      <h1>The set-up wizard is there</h1>
      <p class="mt-2 text-xl">
        The screen lock is lifted. Compare the model code the wizard shows:
        <b class="font-mono">{{ model.modelText }}</b>.
      </p>
    </template>
  </div>
</template>
