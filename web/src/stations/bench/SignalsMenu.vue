<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { computed, ref } from 'vue'
import { say } from '../../words/index.ts'
import type { useBeat } from './useBeat.ts'

/** How a run is told to hands that are busy, and whether this machine can: tried before it matters. */
const props = defineProps<{ beat: ReturnType<typeof useBeat> }>()
const emit = defineEmits<{ changed: [] }>()
const { sounds, speaks, flashes } = props.beat
const heard = ref<Awaited<ReturnType<typeof props.beat.test>>>()
async function test(): Promise<void> {
  heard.value = await props.beat.test(say('keys.testSpoken'))
}
/** What was played, and what this machine cannot give; of what is turned off, nothing. */
const told = computed(() => {
  if (!heard.value) return []
  const { sound, voice } = heard.value
  return [
    ...(sound === undefined ? [] : [say(sound ? 'keys.playedTones' : 'keys.noLoudspeaker')]),
    ...(voice === undefined ? [] : [say(voice ? 'keys.playedVoice' : 'keys.noVoice')]),
    ...(sound || voice ? [say('keys.notHeard')] : []),
  ]
})
</script>

<template>
  <Popover class="relative">
    <PopoverButton class="underline">{{ say('keys.signals') }}</PopoverButton>
    <PopoverPanel class="opened bottom-full mb-3 w-72 space-y-2">
      <fieldset class="space-y-1" @change="emit('changed')">
        <legend class="sr-only">{{ say('keys.signals') }}</legend>
        <label class="block"><input v-model="sounds" type="checkbox" /> {{ say('keys.beeps') }}</label>
        <label class="block"><input v-model="speaks" type="checkbox" /> {{ say('keys.speech') }}</label>
        <label class="block"><input v-model="flashes" type="checkbox" /> {{ say('keys.flash') }}</label>
      </fieldset>
      <button class="act" @click="test">{{ say('keys.testSignals') }}</button>
      <p v-if="told.length" role="status">{{ told.join(' ') }}</p>
    </PopoverPanel>
  </Popover>
</template>
