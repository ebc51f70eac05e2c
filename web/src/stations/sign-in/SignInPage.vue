<script setup lang="ts">
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ApiProblem } from '../../api/client.ts'
import { ABOUT_THE_CODE, useSession } from '../../api/session.ts'
import SecondStepField from '../../parts/SecondStepField.vue'
import { say } from '../../words/index.ts'

const sessions = useSession()
const router = useRouter()
const route = useRoute()
const name = ref('')
const password = ref('')
const fault = ref('')
/** Asked for once the password was right, where one is set up. */
const secondStep = ref<string>()
const busy = ref(false)

async function enter(): Promise<void> {
  busy.value = true
  fault.value = ''
  try {
    if (!sessions.session) await sessions.load()
    await sessions.signIn(name.value, password.value, secondStep.value?.trim())
    await router.push(typeof route.query['then'] === 'string' ? route.query['then'] : '/counter')
  } catch (error) {
    fault.value = error instanceof Error ? error.message : ''
    const code = error instanceof ApiProblem ? error.problem.reason.code : ''
    if (ABOUT_THE_CODE.has(code)) secondStep.value = ''
    else password.value = ''
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <main class="mx-auto flex min-h-screen max-w-md flex-col justify-center p-6">
    <img src="/bolts.svg" alt="" width="72" height="72" class="border-2 border-ink" />
    <h1 class="mt-4">Benevox</h1>
    <p class="text-lg text-ink-soft">{{ sessions.session?.shop }}</p>
    <form class="mt-6 space-y-4" @submit.prevent="enter">
      <label class="block font-bold"
        >{{ say('signIn.name')
        }}<input
          v-model="name"
          class="field mt-1 text-lg"
          autocomplete="username"
          required
          maxlength="60"
          autofocus
      /></label>
      <label class="block font-bold"
        >{{ say('signIn.password')
        }}<input
          v-model="password"
          type="password"
          class="field mt-1 text-lg"
          autocomplete="current-password"
          required
          maxlength="200"
      /></label>
      <SecondStepField v-if="secondStep !== undefined" v-model="secondStep" class="font-bold" is-first />
      <p v-if="fault" role="alert" class="font-bold text-stop">{{ fault }}</p>
      <div class="flex justify-end">
        <button class="act act-main" :disabled="busy">{{ say('signIn.signIn') }}</button>
      </div>
    </form>
    <p v-if="sessions.session?.hint" class="mt-8 border-t border-rule pt-3 text-ink-soft">
      {{ sessions.session.hint }}
    </p>
  </main>
</template>
