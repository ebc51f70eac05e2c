<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { say, words } from '../../words/index.ts'

/** Where people are signed in, each to be ended. */
const sessions = ref<Answer<'listSessions'>['sessions']>([])
const fault = ref('')
async function ask(work: () => Promise<Answer<'listSessions'>>): Promise<void> {
  fault.value = ''
  try {
    ;({ sessions: sessions.value } = await work())
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
onMounted(() => ask(() => call('listSessions', {})))
</script>

<template>
  <section :aria-label="say('people.signedIn')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('people.signedIn') }}</h2>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <ul>
      <li
        v-for="one in sessions"
        :key="one.id"
        class="flex items-baseline justify-between gap-4 border-b border-rule py-1.5"
      >
        <span
          ><b>{{ one.name }}</b> {{ one.isThis ? say('people.thisOne') : one.address }}
          <span class="block text-ink-soft">{{
            say('people.since', { at: words.instant(one.startedAt), seen: words.instant(one.seenAt) })
          }}</span></span
        >
        <button
          v-if="!one.isThis"
          class="underline"
          @click="ask(() => call('endSession', { params: { id: one.id } }))"
        >
          {{ say('people.end') }}
        </button>
      </li>
    </ul>
  </section>
</template>
