<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { computed, nextTick, onMounted, ref, useTemplateRef } from 'vue'
import { useRoute } from 'vue-router'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import SecondStepField from '../../parts/SecondStepField.vue'
import { say } from '../../words/index.ts'

/** One’s own second step at sign-in: set up with a phone, confirmed by its code, removed by password and code. */
const sessions = useSession()
const spareLeft = ref<number | null>()
const begun = ref<Answer<'beginSecondStep'>>()
/** Handed over once. */
const spare = ref<readonly string[]>()
const password = ref('')
const code = ref('')
const fault = ref('')
const picture = computed(() => begun.value && `data:image/svg+xml,${encodeURIComponent(begun.value.code)}`)

async function ask(work: () => Promise<void>): Promise<void> {
  fault.value = ''
  try {
    await work()
    password.value = ''
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
  code.value = ''
}
const look = () => ask(async () => void (spareLeft.value = (await call('getSecondStep', {})).spare))
const section = useTemplateRef('section')
const route = useRoute()
onMounted(async () => {
  await look()
  await nextTick()
  if (route.hash === '#second-step') section.value?.scrollIntoView()
})
const begin = () =>
  ask(async () => void (begun.value = await call('beginSecondStep', { body: { password: password.value } })))
const confirm = () =>
  ask(async () => {
    const done = await call('confirmSecondStep', { body: { secondStep: code.value } })
    begun.value = undefined
    spare.value = done.spare
    spareLeft.value = done.spare.length
    await sessions.take(done.session)
  })
const end = () =>
  ask(async () => {
    const entered = { password: password.value, secondStep: code.value }
    spareLeft.value = (await call('endSecondStep', { body: entered })).spare
    spare.value = undefined
  })
</script>

<template>
  <section v-if="spareLeft !== undefined" ref="section" aria-labelledby="second-step-title">
    <h2 id="second-step-title" class="border-b-2 border-ink pb-1">{{ say('secondStep.title') }}</h2>
    <div v-if="spare" class="mt-2" role="status">
      <p class="font-bold">{{ say('secondStep.spare') }}</p>
      <ul class="mt-1 grid max-w-md grid-cols-2 font-mono text-lg" data-testid="spare">
        <li v-for="one in spare" :key="one">{{ one.slice(0, 5) }} {{ one.slice(5) }}</li>
      </ul>
    </div>
    <form v-if="begun" class="mt-2 flex flex-wrap items-start gap-6" @submit.prevent="confirm">
      <img :src="picture" :alt="say('secondStep.picture')" class="size-44 bg-white p-2" />
      <div class="min-w-64 flex-1 space-y-2">
        <p>{{ say('secondStep.read') }}</p>
        <p>
          {{ say('secondStep.key') }}
          <code class="font-mono break-all" data-testid="key">{{ begun.secret }}</code>
        </p>
        <label class="block max-w-52"
          >{{ say('secondStep.code')
          }}<input
            v-model="code"
            class="field font-mono"
            inputmode="numeric"
            autocomplete="one-time-code"
            maxlength="20"
        /></label>
        <button class="act" :disabled="code.trim() === ''">{{ say('secondStep.confirm') }}</button>
      </div>
    </form>
    <template v-else>
      <p class="mt-2">
        {{ spareLeft === null ? say('secondStep.about') : say('secondStep.isSetUp', { count: spareLeft }) }}
      </p>
      <form
        class="mt-2 flex flex-wrap items-end gap-4"
        @submit.prevent="spareLeft === null ? begin() : end()"
      >
        <label class="min-w-52"
          >{{ say('secondStep.password')
          }}<input
            v-model="password"
            type="password"
            class="field"
            autocomplete="current-password"
            maxlength="200"
        /></label>
        <SecondStepField v-if="spareLeft !== null" v-model="code" class="min-w-52" />
        <button class="act" :disabled="password === '' || (spareLeft !== null && code.trim() === '')">
          {{ spareLeft === null ? say('secondStep.begin') : say('secondStep.end') }}
        </button>
      </form>
    </template>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
  </section>
</template>
