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
  <div class="mt-4">
    <button class="act act-main w-full !py-4 text-left !text-2xl" @click="reached">
      <span class="key-hint">0</span> <span class="ml-3">{{ words.cue[goal] }}: it worked</span>
    </button>
    <p class="mt-5 mb-2 text-lg">Or it failed. What came, in order:</p>
    <ul class="grid grid-cols-2 gap-2">
      <li v-for="(cue, index) in cues" :key="cue">
        <button
          class="w-full border px-4 py-2.5 text-left text-xl"
          :class="
            chosen.includes(cue)
              ? 'border-ink bg-ink font-bold text-paper'
              : 'border-ink-soft bg-white/50 hover:bg-paper-deep'
          "
          :aria-pressed="chosen.includes(cue)"
          @click="toggle(cue)"
        >
          <span class="key-hint">{{ index < 9 ? index + 1 : '' }}</span>
          <span class="ml-2">{{ words.cue[cue] }}</span>
        </button>
      </li>
    </ul>
    <div class="mt-5 flex justify-end">
      <button class="act" @click="failed">Record as failed <span class="key-hint">Enter</span></button>
    </div>
  </div>
</template>
