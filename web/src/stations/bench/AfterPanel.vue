<script setup lang="ts">
import type { BenchRecord } from '@benevox/contract'
import type { Family, Model } from '@benevox/core/catalog'
import { computed } from 'vue'
import { useJob } from '../../api/job.ts'
import RunningClock from '../../parts/RunningClock.vue'
import MenuList from '../../parts/MenuList.vue'
import { useMenuPlace } from './useMenuPlace.ts'

/** The wipe, the way out of recovery and the first start, each with its clock. */
const props = defineProps<{ model: Model; family: Family; bench: BenchRecord }>()
const job = useJob()
const menus = useMenuPlace(
  job.saved?.id ?? 0,
  computed(() => props.family),
  computed(() => true),
)
const { state, menu, toFirstStart, text, targetOf, passesOf } = menus
const usual = computed(() => {
  const { wipe, firstStart } = props.family.durationsOfTheWork
  const none = { minMs: 0, medianMs: 0, maxMs: 0 }
  return {
    wipe: props.family.durations[wipe] ?? none,
    firstStart: props.family.durations[firstStart] ?? none,
  }
})
</script>

<template>
  <div class="px-6 py-5">
    <template v-if="bench.wipeStartedAt && !bench.wipeFinishedAt">
      <h1 class="mb-2">Wiping</h1>
      <RunningClock :from="bench.wipeStartedAt" :usual="usual.wipe" />
      <p class="mt-3 max-w-3xl text-xl">
        Never cut the power. It is over when the cursor is back on the menu, also where the text is cut off by
        the screen’s corners.
      </p>
    </template>
    <div v-else-if="!bench.firstStartAt" class="beside beside-wide">
      <div>
        <h1>Wiped. Restart it</h1>
        <p class="mt-2 text-[3.4rem] leading-tight font-bold" data-testid="menu-line">
          {{ text(toFirstStart) }}
        </p>
        <p class="mt-2 text-lg text-ink-soft">The cable may come out now.</p>
      </div>
      <MenuList
        v-if="menu && state?.cursor"
        :menu="menu"
        :model-text="model.modelText"
        :cursor="state.cursor.item"
        :target="targetOf(toFirstStart)"
        :passes="passesOf(toFirstStart)"
        @here="menus.atItem"
      />
    </div>
    <template v-else-if="!bench.setUpAt">
      <h1 class="mb-2">First start</h1>
      <RunningClock :from="bench.firstStartAt" :usual="usual.firstStart" />
      <p class="mt-3 max-w-3xl text-xl">
        Longer than usual, with logos in between. It can be left alone. If recovery comes back by itself, it
        is a loop: clear the cache, reset again, then it is a repair matter.
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
