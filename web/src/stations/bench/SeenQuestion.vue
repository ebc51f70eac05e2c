<script setup lang="ts">
import type { Cue } from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { useEventListener } from '@vueuse/core'
import { ref } from 'vue'

/** After the keys: what was seen. The goal in one key; otherwise each cue has a figure, and Enter records. */
const props = defineProps<{ cues: readonly Cue[]; goal: Cue; already: readonly Cue[] }>()
const emit = defineEmits<{ answered: [outcome: 'reached' | 'failed', seen: readonly Cue[]] }>()
const words = phrases('en')
const chosen = ref<readonly Cue[]>(props.already)
const toggle = (cue: Cue) =>
  (chosen.value = chosen.value.includes(cue)
    ? chosen.value.filter((one) => one !== cue)
    : [...chosen.value, cue])
const reached = () => emit('answered', 'reached', [...chosen.value, props.goal])
const failed = () => emit('answered', 'failed', chosen.value)

useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.target instanceof HTMLInputElement || event.repeat) return
  const cue = props.cues[Number(event.key) - 1]
  if (cue) toggle(cue)
  if (event.key === '0') reached()
  if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) failed()
})
</script>

<template>
  <div class="mt-3">
    <p class="mb-3 text-xl">The {{ words.cue[goal] }}? Then it worked. Otherwise, what came, in order:</p>
    <ul class="grid grid-cols-2 gap-2">
      <li v-for="(cue, index) in cues" :key="cue">
        <button
          class="flex w-full items-baseline gap-3 border px-4 py-3 text-left text-2xl"
          :class="
            chosen.includes(cue)
              ? 'border-ink bg-ink font-bold text-paper'
              : 'border-ink-soft bg-white/50 hover:bg-paper-deep'
          "
          :aria-pressed="chosen.includes(cue)"
          @click="toggle(cue)"
        >
          <span class="key-hint">{{ index < 9 ? index + 1 : '' }}</span>{{ words.cue[cue]
          }}<span v-if="chosen.includes(cue)" class="ml-auto font-mono">{{ chosen.indexOf(cue) + 1 }}</span>
        </button>
      </li>
    </ul>
    <Teleport defer to="#left-actions">
      <button class="act" @click="failed">Record as failed <span class="key-hint">Enter</span></button>
    </Teleport>
    <Teleport defer to="#primary-action">
      <button class="act act-main" @click="reached">
        It worked: {{ words.cue[goal] }} <span class="key-hint">0</span>
      </button>
    </Teleport>
  </div>
</template>
