<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { useSession } from '../api/session.ts'
import { LANGUAGES, nameOf, type Language } from '@benevox/words'
import { say, words } from '../words/index.ts'

const open = defineModel<boolean>('open', { required: true })
const sessions = useSession()
const router = useRouter()
const code = ref('')
const fault = ref('')
watch(open, () => {
  code.value = ''
  fault.value = ''
})

async function take(): Promise<void> {
  try {
    await sessions.switchPerson(code.value)
    open.value = false
  } catch (error) {
    fault.value = error instanceof Error ? error.message : ''
    code.value = ''
  }
}
async function leave(): Promise<void> {
  await sessions.signOut()
  open.value = false
  await router.push('/sign-in')
}
</script>

<template>
  <Dialog :open="open" class="relative z-20" @close="open = false">
    <div class="fixed inset-0 bg-ink/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-6">
      <DialogPanel class="w-full max-w-sm border-2 border-ink bg-paper p-6">
        <DialogTitle class="text-xl font-bold">{{ say('switchPerson.title') }}</DialogTitle>
        <form class="mt-4" @submit.prevent="take">
          <label class="block"
            >{{ say('switchPerson.code') }}
            <input
              v-model="code"
              type="password"
              inputmode="numeric"
              autocomplete="off"
              class="field mt-1 font-mono text-2xl"
              maxlength="8"
              required
              pattern="\d{4,8}"
            />
          </label>
          <label class="mt-3 block"
            >{{ say('switchPerson.language') }}
            <select
              class="field mt-1"
              :value="words.language"
              @change="sessions.chooseLanguage(($event.target as HTMLSelectElement).value as Language)"
            >
              <option v-for="one in LANGUAGES" :key="one" :value="one">{{ nameOf(one) }}</option>
            </select>
          </label>
          <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
          <div class="mt-5 flex justify-between">
            <button type="button" class="act" @click="leave">{{ say('switchPerson.signOut') }}</button>
            <button class="act act-main">{{ say('switchPerson.takeOver') }}</button>
          </div>
        </form>
      </DialogPanel>
    </div>
  </Dialog>
</template>
