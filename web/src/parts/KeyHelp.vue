<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { ref } from 'vue'
import { KEY_HELP } from '../words/en.ts'
import { usePageKeys } from './pageKeys.ts'

const open = ref(false)
usePageKeys({
  '?': () => {
    open.value = true
  },
})
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="open = false">
    <div class="fixed inset-0 bg-ink/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-6">
      <DialogPanel class="w-full max-w-lg border-2 border-ink bg-paper p-6">
        <DialogTitle class="text-xl font-bold">Keys</DialogTitle>
        <dl class="ruled mt-3">
          <div v-for="[key, says] in KEY_HELP" :key="key" class="flex gap-4 py-2">
            <dt class="w-32 shrink-0">
              <span class="key-hint">{{ key }}</span>
            </dt>
            <dd>{{ says }}</dd>
          </div>
        </dl>
        <button class="act act-main mt-4" @click="open = false">Close</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
