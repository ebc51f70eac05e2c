<script setup lang="ts">
import { computed } from 'vue'
import { say } from '../words/index.ts'

/** The lines of a way, numbered; the one that is to be done now, or that was lost, stands out. */
const props = defineProps<{
  lines: readonly string[]
  now?: number
  lostAt?: number
  /** So many stand open; the others are folded below them. */
  open?: number
}>()
const parts = computed(() => {
  const { lines, open = lines.length } = props
  // One line alone is not worth folding away.
  const most = lines.length <= open + 1 ? lines.length : open
  return [
    { first: 0, lines: lines.slice(0, most) },
    { first: most, lines: lines.slice(most) },
  ].filter((part) => part.lines.length > 0)
})
</script>

<template>
  <div data-testid="steps">
    <component :is="part.first === 0 ? 'div' : 'details'" v-for="part in parts" :key="part.first">
      <summary v-if="part.first > 0" class="cursor-pointer ps-4 text-ink-soft">
        {{ say('keys.moreSteps', { count: part.lines.length }) }}
      </summary>
      <ol class="text-[1.4rem] leading-snug">
        <li
          v-for="(line, index) in part.lines"
          :key="index"
          class="flex gap-3 border-s-4 py-0.5 ps-3"
          :class="
            part.first + index === now
              ? 'border-brass bg-brass-pale font-bold'
              : part.first + index === lostAt
                ? 'border-stop font-bold'
                : 'border-transparent'
          "
        >
          <span class="font-mono text-ink-soft">{{ part.first + index + 1 }}</span><span data-testid="step">{{
            line
          }}</span>
        </li>
      </ol>
    </component>
  </div>
</template>
