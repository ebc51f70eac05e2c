<script setup lang="ts">
import type { Choice, FactName } from '@benevox/core/route'
import { reasonText } from '@benevox/words'
import { say, words } from '../words/index.ts'

/** Why something is chosen, and the answers it rests on, each leading to where it was given. */
const props = defineProps<{ choice: Choice; jobId: number }>()
const recorded = (name: FactName) => ({ path: `/counter/${props.jobId}`, hash: `#fact-${name}` })
</script>

<template>
  <p class="text-[0.95rem]">
    {{ reasonText(choice, words) }}
    <RouterLink
      v-for="name in choice.reason.facts"
      :key="name"
      :to="recorded(name)"
      class="me-2 text-waiting underline"
      >{{ say(`fact.${name}`) }}</RouterLink
    >
  </p>
</template>
