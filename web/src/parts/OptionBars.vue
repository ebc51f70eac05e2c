<script setup lang="ts">
import { optionBars, type Alternative, type HowItEnds } from '@benevox/core/route'
import { computed } from 'vue'
import { chanceText, say } from '../words/index.ts'

/** The options as pictures: the one that is decided for large, the others small, on the same lines of time and price. */
const props = defineProps<{
  /** The first one is decided for. */
  options: readonly Alternative[]
  time: (of: Alternative) => string
  price: (of: Alternative) => string
}>()
const bars = computed(() => {
  const drawn = optionBars(props.options.map(({ own }) => own))
  return props.options.flatMap((option, index) => {
    const bar = drawn[index]
    return bar ? [{ option, bar, isMain: index === 0 }] : []
  })
})
const share = (of: number) => `${(100 * of).toFixed(2)}%`
const endText = ({ how, chance }: { how: HowItEnds; chance: number }) =>
  `${say(`ends.${how}`)} ${chanceText(chance)}`
/** Where nothing is done there is no time and no price to draw. */
const isNothing = ({ own: { benchMinutes } }: Alternative) => benchMinutes === 0
</script>

<template>
  <ul class="mt-3 border-t-2 border-ink" :aria-label="say('figures.title')">
    <li
      v-for="{ option, bar, isMain } in bars"
      :key="option.action"
      class="border-b border-rule py-2"
      :class="{ 'text-[0.9rem] text-ink-soft': !isMain }"
      data-testid="option-bar"
    >
      <p class="leading-tight" :class="{ 'font-bold': isMain }">{{ say(`actionShort.${option.action}`) }}</p>
      <p class="mt-1 flex border border-ink" :class="isMain ? 'h-8' : 'h-3'" aria-hidden="true">
        <span
          v-for="end in bar.ends"
          :key="end.how"
          class="ending block h-full"
          :data-how="end.how"
          :style="{ width: share(end.to - end.from) }"
        ></span>
      </p>
      <p class="mt-1 flex flex-wrap gap-x-3">
        <span v-for="end in bar.ends" :key="end.how" class="whitespace-nowrap">
          <span
            class="ending me-1 inline-block h-3 w-3 border border-ink align-[-0.1em]"
            :data-how="end.how"
            aria-hidden="true"
          ></span
          >{{ endText(end) }}
        </span>
      </p>
      <!-- The lines of all options are of one length: they are compared. -->
      <div v-if="!isNothing(option)" class="mt-1 grid grid-cols-[1fr_2fr] items-center gap-x-3">
        <template
          v-for="[name, line, text] in [
            ['time', bar.time, time(option)],
            ['price', bar.price, price(option)],
          ] as const"
          :key="name"
        >
          <span class="relative h-3" aria-hidden="true" :data-line="name">
            <span class="absolute inset-x-0 top-1/2 border-t border-rule"></span>
            <span
              class="range absolute top-1/2 -translate-y-1/2 border-x-2 border-ink bg-ink"
              :class="isMain ? 'h-2' : 'h-1'"
              :style="{ left: share(line.from), width: `max(4px, ${share(line.to - line.from)})` }"
            ></span>
          </span>
          <span class="leading-tight" :class="{ 'font-bold': isMain }" :data-testid="name">{{ text }}</span>
        </template>
      </div>
    </li>
  </ul>
</template>
