<script setup lang="ts">
import type { Cue, StartState } from '@benevox/core/catalog'
import type { ScreenForm } from '@benevox/core/drawing'
import { computed } from 'vue'
import SignPicture from '../../parts/SignPicture.vue'
import { say } from '../../words/index.ts'

/** Where the device is now, in pictures: how it starts, or a page that it shows already. One press leads on from there. */
const props = defineProps<{
  /** How its methods begin, and how it is taken to be now. */
  starts: readonly StartState[]
  start: StartState
  /** Pages that it may show, recovery apart. */
  places: readonly Cue[]
  form: ScreenForm
}>()
const emit = defineEmits<{ starts: [start: StartState]; shows: [place: Cue] }>()
/** What its screen shows then. */
const SCREEN: Readonly<Record<StartState, Cue>> = {
  'on-locked': 'lock-screen',
  off: 'dark',
  'off-charging': 'charge-percent',
  looping: 'logo',
  'dead-battery': 'charge-blank',
  'in-download': 'download-page',
}
const tiles = computed(() => [
  ...props.starts
    .filter((start) => !props.places.includes(SCREEN[start]))
    .map((start) => ({
      cue: SCREEN[start],
      says: say(`startShort.${start}`),
      isHere: start === props.start,
      press: () => emit('starts', start),
    })),
  ...(['recovery-menu', ...props.places] as const).map((place) => ({
    cue: place,
    says: place === 'recovery-menu' ? say('keys.inRecovery') : say(`sign.${place}`),
    isHere: false,
    press: () => emit('shows', place),
  })),
])
</script>

<template>
  <section :aria-label="say('keys.whereNow')">
    <p class="text-sm text-ink-soft">{{ say('keys.whereNow') }}</p>
    <ul class="mt-1 grid grid-cols-3 gap-1">
      <li v-for="tile in tiles" :key="tile.says">
        <button
          type="button"
          class="flex h-full w-full flex-col items-center gap-0.5 border px-0.5 py-0.5 text-center text-[0.8rem] leading-tight"
          :class="tile.isHere ? 'border-2 border-ink bg-lit font-bold' : 'border-rule hover:bg-paper-deep'"
          :aria-pressed="tile.isHere"
          @click="tile.press"
        >
          <SignPicture class="h-7 w-7 xl:h-9 xl:w-8" :cue="tile.cue" :form="form" />
          {{ tile.says }}
        </button>
      </li>
    </ul>
  </section>
</template>
