<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { computed, ref } from 'vue'
import { keysNow, usePageKeys } from './pageKeys.ts'
import { say } from '../words/index.ts'

/** How a key is written on a keyboard. */
const NAMES: Readonly<Record<string, () => string>> = {
  ' ': () => say('keyboard.space'),
  digit: () => say('keyboard.digits'),
  letter: () => say('keyboard.letters'),
  enter: () => say('keyboard.enter'),
  backspace: () => say('keyboard.backspace'),
  '-': () => '−',
  arrowright: () => '→',
  arrowleft: () => '←',
}
const here = computed(() =>
  keysNow.value.map(({ key, does }) => [NAMES[key]?.() ?? key.toUpperCase(), say(does)] as const),
)
/** On every page, and not strokes of the page itself. */
const everywhere = computed(
  () =>
    [
      [say('keyboard.escape'), say('keyHelp.escape')],
      [say('keyboard.holdEnter'), say('keyHelp.reveal')],
      [say('keyboard.digitsHeld'), say('keyHelp.heldKeys')],
      [say('keyboard.scanner'), say('keyHelp.scanner')],
    ] as const,
)
const open = ref(false)
usePageKeys({ key: '?', does: 'keyHelp.help', press: () => (open.value = true) })
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="open = false">
    <div class="fixed inset-0 bg-ink/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-6">
      <DialogPanel class="w-full max-w-lg border-2 border-ink bg-paper p-6">
        <DialogTitle class="text-xl font-bold">{{ say('keyHelp.title') }}</DialogTitle>
        <template v-for="(group, index) in [here, everywhere]" :key="index">
          <h3 v-if="index > 0" class="mt-4 font-bold">{{ say('keyHelp.others') }}</h3>
          <dl class="ruled mt-3">
            <div v-for="[key, says] in group" :key="key" class="flex gap-4 py-2">
              <dt class="w-32 shrink-0">
                <span class="key-hint">{{ key }}</span>
              </dt>
              <dd>{{ says }}</dd>
            </div>
          </dl>
        </template>
        <button class="act act-main mt-4" @click="open = false">{{ say('keyHelp.close') }}</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
