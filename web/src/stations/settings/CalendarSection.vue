<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { useClipboard } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import { say, words } from '../../words/index.ts'

/** The shop's due dates for a calendar of the shop's own: an address that is a secret and can be renewed. */
const sessions = useSession()
const calendar = ref<Answer<'getCalendar'>['calendar']>(null)
const fault = ref('')
const isSure = ref(false)
const { copy, copied } = useClipboard({ legacy: true })
const address = computed(
  () =>
    calendar.value &&
    `${location.origin}${calendar.value.path}?language=${sessions.session?.staff?.language ?? 'en'}`,
)

async function ask(work: () => Promise<Answer<'getCalendar'>>): Promise<void> {
  fault.value = ''
  try {
    calendar.value = (await work()).calendar
    isSure.value = false
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
const renew = () => ask(() => call('renewCalendar', { body: {} }))
onMounted(() => ask(() => call('getCalendar', {})))
</script>

<template>
  <section class="mt-8 max-w-3xl" :aria-label="say('calendar.title')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('calendar.title') }}</h2>
    <p class="mt-2">{{ say('calendar.about') }}</p>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <p v-if="address && calendar" class="mt-2 flex flex-wrap items-center gap-3">
      <code class="bg-paper-deep px-2 py-1 break-all" data-testid="calendar">{{ address }}</code>
      <button class="underline" @click="copy(address)">{{ say('calendar.copy') }}</button>
      <span v-if="copied" role="status">{{ say('accountPage.copied') }}</span>
      <span class="text-ink-soft">{{ say('calendar.since', { at: words.instant(calendar.since) }) }}</span>
    </p>
    <p v-else class="mt-2">{{ say('calendar.none') }}</p>
    <p v-if="sessions.isSupervisor" class="mt-3 flex flex-wrap items-center gap-3">
      <button v-if="!calendar" class="act" @click="renew">{{ say('calendar.make') }}</button>
      <button v-else-if="!isSure" class="act" @click="isSure = true">{{ say('calendar.renew') }}</button>
      <template v-else>
        <span role="alert">{{ say('calendar.renewSure') }}</span>
        <button class="act" @click="renew">{{ say('calendar.renew') }}</button>
        <button class="underline" @click="isSure = false">{{ say('calendar.keep') }}</button>
      </template>
    </p>
  </section>
</template>
