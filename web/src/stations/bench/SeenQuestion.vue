<script setup lang="ts">
import type { Cue } from '@benevox/core/catalog'
import type { ScreenForm } from '@benevox/core/drawing'
import { usePageKeys } from '../../parts/pageKeys.ts'
import SignPicture from '../../parts/SignPicture.vue'
import { say } from '../../words/index.ts'

/** After the keys: what was seen, drawn, one press. The goal has its own key; more can be added afterwards. */
const props = defineProps<{
  cues: readonly Cue[]
  goal: Cue
  already: readonly Cue[]
  form: ScreenForm
}>()
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
    <ul class="grid grid-cols-3 gap-2" :aria-label="say('seen.label')">
      <li v-for="(cue, index) in cues" :key="cue">
        <button
          class="flex h-full min-h-20 w-full xl:min-h-24 items-center gap-2 border-2 border-ink bg-lit px-3 py-1 text-start text-[1.3rem] leading-tight font-bold xl:text-[1.5rem] hover:bg-paper-deep"
          @click="failed(cue)"
        >
          <span aria-hidden="true" class="w-6 shrink-0 font-mono text-ink-soft">{{
            index < 9 ? index + 1 : ''
          }}</span>
          <SignPicture class="h-18 w-16 xl:h-22 xl:w-20" :cue="cue" :form="form" />
          <span>{{ say(`sign.${cue}`) }}</span>
        </button>
      </li>
      <li>
        <button
          class="flex h-full min-h-20 w-full xl:min-h-24 items-center gap-2 border-2 border-ink bg-lit px-3 py-1 text-start text-[1.3rem] leading-tight font-bold xl:text-[1.5rem] hover:bg-paper-deep"
          @click="failed()"
        >
          <span aria-hidden="true" class="w-6 shrink-0 font-mono text-ink-soft">↵</span
          >{{ say('seen.nothing') }}
        </button>
      </li>
    </ul>
    <p class="mt-3 text-lg">
      {{ say('seen.onePress') }}
      <button class="ms-3 underline" @click="emit('left')">{{ say('seen.discard') }}</button>
    </p>
    <Teleport defer to="#primary-action">
      <SignPicture class="h-12 w-11" :cue="goal" :form="form" />
      <button class="act act-main" @click="reached">
        {{ say('seen.worked', { place: say(`sign.${goal}`) }) }} <span class="key-hint">0</span>
      </button>
    </Teleport>
  </div>
</template>
