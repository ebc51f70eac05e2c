<script setup lang="ts">
import { ref } from 'vue'
import { ApiProblem, call } from '../../api/client.ts'
import { ABOUT_THE_CODE } from '../../api/session.ts'
import OwnSecrets from '../people/OwnSecrets.vue'
import SecondStepField from '../../parts/SecondStepField.vue'
import { say } from '../../words/index.ts'

/** One’s own password and personal code: another one, by the one before. */
const chosen = ref<{ password: string; code: string }>()
const password = ref('')
/** Asked for where a second step is set up. */
const secondStep = ref<string>()
const fault = ref('')
const isOpen = ref(false)
const isDone = ref(false)

async function keep(): Promise<void> {
  if (!chosen.value) return
  fault.value = ''
  try {
    const entered = secondStep.value?.trim()
    await call('chooseSecrets', {
      body: { password: password.value, chosen: chosen.value, ...(entered ? { secondStep: entered } : {}) },
    })
    isDone.value = true
    isOpen.value = false
    password.value = ''
    secondStep.value = undefined
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
    if (error instanceof ApiProblem && ABOUT_THE_CODE.has(error.problem.reason.code)) secondStep.value = ''
  }
}
</script>

<template>
  <section aria-labelledby="own-secrets-title">
    <h2 id="own-secrets-title" class="border-b-2 border-ink pb-1">{{ say('ownSecrets.title') }}</h2>
    <p v-if="isDone" role="status" class="mt-2 font-bold text-clear">{{ say('ownSecrets.done') }}</p>
    <button v-if="!isOpen" type="button" class="act mt-2" @click="isOpen = true">
      {{ say('ownSecrets.change') }}
    </button>
    <form v-else class="mt-2 max-w-md space-y-3" @submit.prevent="keep">
      <label class="block"
        >{{ say('ownSecrets.before')
        }}<input
          v-model="password"
          type="password"
          class="field"
          autocomplete="current-password"
          maxlength="200"
      /></label>
      <OwnSecrets v-model="chosen" />
      <SecondStepField v-if="secondStep !== undefined" v-model="secondStep" />
      <p v-if="fault" role="alert" class="font-bold text-stop">{{ fault }}</p>
      <button class="act" :disabled="!chosen || password === ''">{{ say('ownSecrets.keep') }}</button>
    </form>
  </section>
</template>
