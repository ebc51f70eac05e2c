<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import { ref } from 'vue'
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
</script>

<template>
  <Popover class="relative">
    <PopoverButton class="underline">{{ say('keys.signals') }}</PopoverButton>
    <PopoverPanel
      class="absolute start-0 bottom-full z-10 mb-3 w-72 space-y-2 border-2 border-ink bg-paper px-4 py-3 text-base"
    >
      <fieldset class="space-y-1" @change="emit('changed')">
        <legend class="sr-only">{{ say('keys.signals') }}</legend>
        <label class="block"><input v-model="sounds" type="checkbox" /> {{ say('keys.beeps') }}</label>
        <label class="block"><input v-model="speaks" type="checkbox" /> {{ say('keys.speech') }}</label>
        <label class="block"><input v-model="flashes" type="checkbox" /> {{ say('keys.flash') }}</label>
      </fieldset>
      <button class="act" @click="test">{{ say('keys.testSignals') }}</button>
      <p v-if="heard" role="status">
        {{ heard.sound || heard.voice ? say('keys.heardThem') : say('keys.noLoudspeaker') }}
        <template v-if="heard.sound && !heard.voice">{{ say('keys.noVoice') }}</template>
      </p>
    </PopoverPanel>
  </Popover>
</template>
