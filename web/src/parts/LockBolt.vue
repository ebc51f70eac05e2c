<script setup lang="ts">
import type { LockShown } from '@benevox/core/job'
import type { Locks } from '@benevox/core/route'
import { computed } from 'vue'
import { say } from '../words/index.ts'

const props = defineProps<{ lock: keyof Locks; state: LockShown; large?: boolean }>()
const says = computed(() =>
  say('history.line', { what: say(`lock.${props.lock}`), more: say(`lockState.${props.state}`) }),
)
</script>

<template>
  <!-- A bolt between two staples and a keeper: thrown, drawn back, drawn back by what was said, to be thrown, unknown, not there. -->
  <span class="inline-flex flex-col items-center" :title="says">
    <svg :width="large ? 92 : 60" :height="large ? 40 : 26" viewBox="0 0 60 26" role="img" :aria-label="says">
      <g fill="none" stroke="currentColor" stroke-width="2.4" :opacity="state === 'not-there' ? 0.35 : 1">
        <path d="M12 4v18M28 4v18" />
        <path d="M46 4h9v18h-9" />
      </g>
      <rect v-if="state === 'locked'" x="5" y="9.5" width="48" height="7" class="fill-brass" />
      <template v-else-if="state === 'clear'">
        <rect x="2" y="9.5" width="32" height="7" class="fill-clear" />
        <path d="M38 13h6" stroke="currentColor" stroke-width="1.2" stroke-dasharray="1.5 2" />
      </template>
      <template v-else-if="state === 'off-untested' || state === 'will-appear'">
        <rect
          x="2"
          y="9.5"
          width="32"
          height="7"
          class="fill-paper"
          stroke="currentColor"
          stroke-width="1.6"
          :stroke-dasharray="state === 'off-untested' ? '3 2.4' : undefined"
        />
        <path
          v-if="state === 'off-untested'"
          d="M38 13h6"
          stroke="currentColor"
          stroke-width="1.2"
          stroke-dasharray="1.5 2"
        />
        <path v-else d="M36 13h13M45 9l4.5 4-4.5 4" fill="none" class="stroke-brass" stroke-width="2.2" />
      </template>
      <template v-else-if="state === 'unknown'">
        <rect
          x="4"
          y="9.5"
          width="34"
          height="7"
          fill="none"
          stroke="currentColor"
          stroke-width="1.4"
          stroke-dasharray="3 2.4"
        />
        <text x="50.5" y="17.5" text-anchor="middle" font-size="13" font-weight="700" fill="currentColor">
          ?
        </text>
      </template>
      <path v-else d="M5 13h48" stroke="currentColor" stroke-width="1.4" opacity="0.45" />
    </svg>
    <span v-if="large" class="text-sm leading-tight"
      ><span class="block text-center">{{ say(`lock.${lock}`) }}</span
      ><b class="block text-center">{{ say(`lockState.${state}`) }}</b></span
    >
  </span>
</template>
