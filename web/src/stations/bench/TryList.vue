<script setup lang="ts">
import type { Attempt } from '@benevox/contract'
import { phrases } from '@benevox/core/procedure'
import { clockText } from '../../words/en.ts'

defineProps<{ tries: readonly Attempt[] }>()
const words = phrases('en')
</script>

<template>
  <section v-if="tries.length" class="mt-3" aria-label="Tries so far">
    <h2 class="text-base">Tries so far</h2>
    <ol class="ruled border-t border-ink text-[0.95rem]" data-testid="tries">
      <li v-for="one in tries" :key="one.id" class="py-1">
        <span class="font-mono">{{ clockText(one.startedAt) }}</span> {{ one.by }},
        <b>{{ one.outcome ?? 'not ended' }}</b><template v-if="one.seen.length"
          >: {{ one.seen.map((cue) => words.cue[cue]).join(', ') }}</template
        >
      </li>
    </ol>
  </section>
</template>
