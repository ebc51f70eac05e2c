<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { ApiProblem, call } from '../../api/client.ts'
import { ABOUT_THE_CODE, useSession } from '../../api/session.ts'
import OwnSecrets from './OwnSecrets.vue'
import SecondStepField from '../../parts/SecondStepField.vue'
import { say } from '../../words/index.ts'

/** Somebody chooses their password and code, by a link that was handed to them. */
const sessions = useSession()
const router = useRouter()
const secret = location.hash.slice(1)
const invited = ref<Answer<'getInvitation'>>()
const chosen = ref<{ password: string; code: string }>()
const fault = ref('')
/** A link does not take its place, where one is set up. */
const secondStep = ref<string>()
const busy = ref(false)

onMounted(async () => {
  try {
    if (!sessions.session) await sessions.load()
    invited.value = await call('getInvitation', { body: { secret } })
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
})
async function begin(): Promise<void> {
  if (!chosen.value) return
  busy.value = true
  fault.value = ''
  try {
    await sessions.take(
      await call('takeInvitation', {
        body: { secret, ...chosen.value, ...(secondStep.value ? { secondStep: secondStep.value } : {}) },
      }),
    )
    await router.push('/counter')
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
    if (error instanceof ApiProblem && ABOUT_THE_CODE.has(error.problem.reason.code)) secondStep.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="mx-auto flex min-h-screen max-w-md flex-col justify-center p-6">
    <img src="/bolts.svg" alt="" width="72" height="72" class="border-2 border-ink" />
    <template v-if="invited">
      <h1 class="mt-4">{{ say('welcome.title', { name: invited.name }) }}</h1>
      <p class="text-lg text-ink-soft">{{ say('welcome.lead', { shop: invited.shop }) }}</p>
      <form class="mt-6 space-y-4" @submit.prevent="begin">
        <OwnSecrets v-model="chosen" />
        <SecondStepField v-if="secondStep !== undefined" v-model="secondStep" />
        <div class="flex justify-end">
          <button class="act act-main" :disabled="busy || !chosen">{{ say('welcome.begin') }}</button>
        </div>
      </form>
    </template>
    <p v-if="fault" role="alert" class="mt-4 font-bold text-stop">{{ fault }}</p>
  </main>
</template>
