<script setup lang="ts">
import { THING, thingDrawing } from '@benevox/core/drawing'
import { useJob } from '../job/jobs.ts'
import DrawnMarks from './DrawnMarks.vue'
import { say, words } from '../words/index.ts'

/** What is done or asked before the reset, drawn and said, wherever it may come next: afterwards it is too late. */
defineProps<{
  /** Where it is only to be foreseen, words without pictures; where hands are on the device, pictures with few words. */
  as?: 'words' | 'pictures'
}>()
const job = useJob()
</script>

<template>
  <section v-if="job.route?.before.length" :aria-label="say('beforeReset.title')">
    <h2>{{ say('beforeReset.title') }}</h2>
    <p v-if="as === 'words'">{{ words.list(job.route.before.map((step) => say(`beforeShort.${step}`))) }}</p>
    <ul
      v-else
      class="mt-1 grid gap-y-1.5"
      :class="
        as === 'pictures'
          ? 'grid-cols-[repeat(auto-fit,minmax(4.2rem,1fr))] gap-x-2 text-sm'
          : 'grid-cols-[repeat(auto-fit,minmax(min(16rem,100%),1fr))] gap-x-4'
      "
    >
      <li
        v-for="step in job.route.before"
        :key="step"
        class="flex gap-x-3 leading-tight"
        :class="as === 'pictures' ? 'flex-col' : 'items-center'"
      >
        <svg
          :viewBox="`0 0 ${THING.width} ${THING.height}`"
          class="shrink-0"
          :class="as === 'pictures' ? 'w-16' : 'w-20'"
          aria-hidden="true"
        >
          <DrawnMarks :marks="thingDrawing(step).marks" />
        </svg>
        {{ as === 'pictures' ? say(`beforeShort.${step}`) : say(`before.${step}`) }}
      </li>
    </ul>
  </section>
</template>
