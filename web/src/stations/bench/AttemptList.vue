<script setup lang="ts">
import type { Attempt } from '@benevox/contract'
import { signsText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

defineProps<{ attempts: readonly Attempt[] }>()
const outcomeOf = ({ outcome }: Attempt) => say(`attempts.${outcome ?? 'running'}`)
</script>

<template>
  <section v-if="attempts.length" class="mt-3" :aria-label="say('attempts.title')">
    <h2 class="text-base">{{ say('attempts.title') }}</h2>
    <ol class="ruled border-t border-ink text-[0.95rem]" data-testid="attempts">
      <li v-for="one in attempts" :key="one.id" class="py-1">
        <span class="font-mono">{{ words.time(one.startedAt) }}</span> {{ one.by }},
        <b>{{
          one.seen.length
            ? say('history.line', { what: outcomeOf(one), more: signsText(one.seen, words) })
            : outcomeOf(one)
        }}</b>
      </li>
    </ol>
  </section>
</template>
