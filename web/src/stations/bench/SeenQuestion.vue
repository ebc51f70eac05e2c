<script setup lang="ts">
import type { Cue } from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { usePageKeys } from '../../parts/pageKeys.ts'

/** After the keys: what was seen, one press. The goal has its own key; more can be added afterwards. */
const props = defineProps<{ cues: readonly Cue[]; goal: Cue; already: readonly Cue[] }>()
const emit = defineEmits<{
  answered: [outcome: 'reached' | 'failed', seen: readonly Cue[]]
  left: []
}>()
const words = phrases('en')
const failed = (cue?: Cue) =>
  emit('answered', 'failed', [...new Set([...props.already, ...(cue ? [cue] : [])])])
const reached = () => emit('answered', 'reached', [...props.already, props.goal])

usePageKeys({ enter: () => failed() }, (n) => {
  const cue = props.cues[n - 1]
  if (cue) failed(cue)
  else if (n === 0) reached()
  else return false
})
</script>

<template>
  <div class="mt-3">
    <ul class="grid grid-cols-2 gap-2" aria-label="What was seen">
      <li v-for="(cue, index) in cues" :key="cue">
        <button
          class="flex w-full items-baseline gap-3 border-2 border-ink bg-white/50 px-4 py-3 text-left text-[1.7rem] leading-tight font-bold hover:bg-paper-deep"
          @click="failed(cue)"
        >
          <span aria-hidden="true" class="w-8 font-mono text-ink-soft">{{
            index < 9 ? index + 1 : ''
          }}</span>{{ words.cue[cue] }}
        </button>
      </li>
      <li>
        <button
          class="flex w-full items-baseline gap-3 border-2 border-ink bg-white/50 px-4 py-3 text-left text-[1.7rem] leading-tight font-bold hover:bg-paper-deep"
          @click="failed()"
        >
          <span aria-hidden="true" class="w-8 font-mono text-ink-soft">↵</span>nothing at all
        </button>
      </li>
    </ul>
    <p class="mt-3 text-lg">
      One press is enough: what tells most. More can be added on the next page.
      <button class="ml-3 underline" @click="emit('left')">It was not done: leave it out</button>
    </p>
    <Teleport defer to="#primary-action">
      <button class="act act-main" @click="reached">
        It worked: {{ words.cue[goal] }} <span class="key-hint">0</span>
      </button>
    </Teleport>
  </div>
</template>
