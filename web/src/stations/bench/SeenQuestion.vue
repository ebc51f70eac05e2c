<script setup lang="ts">
import type { Cue } from '@benevox/core/catalog'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { say } from '../../words/index.ts'

/** After the keys: what was seen, one press. The goal has its own key; more can be added afterwards. */
const props = defineProps<{ cues: readonly Cue[]; goal: Cue; already: readonly Cue[] }>()
const emit = defineEmits<{
  answered: [outcome: 'reached' | 'failed', seen: readonly Cue[]]
  left: []
}>()
const failed = (cue?: Cue) =>
  emit('answered', 'failed', [...new Set([...props.already, ...(cue ? [cue] : [])])])
const reached = () => emit('answered', 'reached', [...props.already, props.goal])

usePageKeys(
  { key: 'enter', does: 'keyHelp.nothingSeen', press: () => failed() },
  {
    key: 'digit',
    does: 'keyHelp.whatSeen',
    press(n) {
      const cue = props.cues[n - 1]
      if (cue) failed(cue)
      else if (n === 0) reached()
    },
  },
)
</script>

<template>
  <div class="mt-3">
    <ul class="grid grid-cols-2 gap-2" :aria-label="say('seen.label')">
      <li v-for="(cue, index) in cues" :key="cue">
        <button
          class="flex w-full items-baseline gap-3 border-2 border-ink bg-white/50 px-4 py-3 text-start text-[1.7rem] leading-tight font-bold hover:bg-paper-deep"
          @click="failed(cue)"
        >
          <span aria-hidden="true" class="w-8 font-mono text-ink-soft">{{
            index < 9 ? index + 1 : ''
          }}</span>{{ say(`sign.${cue}`) }}
        </button>
      </li>
      <li>
        <button
          class="flex w-full items-baseline gap-3 border-2 border-ink bg-white/50 px-4 py-3 text-start text-[1.7rem] leading-tight font-bold hover:bg-paper-deep"
          @click="failed()"
        >
          <span aria-hidden="true" class="w-8 font-mono text-ink-soft">↵</span>{{ say('seen.nothing') }}
        </button>
      </li>
    </ul>
    <p class="mt-3 text-lg">
      {{ say('seen.onePress') }}
      <button class="ms-3 underline" @click="emit('left')">{{ say('seen.discard') }}</button>
    </p>
    <Teleport defer to="#primary-action">
      <button class="act act-main" @click="reached">
        {{ say('seen.worked', { place: say(`sign.${goal}`) }) }} <span class="key-hint">0</span>
      </button>
    </Teleport>
  </div>
</template>
