<script setup lang="ts">
import type { TrayMail } from '@benevox/contract'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { say, words } from '../../words/index.ts'

/** Mails that could not be read into a job: shown as text with why, for a person to place. */
const mails = ref<readonly TrayMail[]>([])
const count = ref(0)
const mailbox = ref<'read' | 'away' | 'none'>('read')
const tickets = ref<Record<number, string>>({})
const fault = ref('')
const isLoaded = ref(false)

async function look(): Promise<void> {
  fault.value = ''
  try {
    const found = await call('listTray', {})
    mails.value = found.mails
    count.value = found.count
    mailbox.value = found.mailbox
    isLoaded.value = true
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
async function place(mail: TrayMail, ticket: string | null): Promise<void> {
  fault.value = ''
  try {
    await call('placeMail', { params: { id: mail.id }, body: { ticket } })
    await look()
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
const ticketOf = (mail: TrayMail) => (tickets.value[mail.id] ?? mail.job?.ticket ?? '').trim().toUpperCase()
onMounted(look)
</script>

<template>
  <main class="flex-1 px-6 py-5">
    <div class="flex items-baseline gap-6">
      <h1>{{ say('tray.title') }}</h1>
      <button class="underline" @click="look">{{ say('registry.lookForMail') }}</button>
    </div>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <p v-if="mailbox !== 'read'" role="status" class="mt-2">{{ say(`mailbox.${mailbox}`) }}</p>
    <p v-if="isLoaded && count === 0" class="mt-3">{{ say('tray.none') }}</p>
    <p v-else-if="count > 0" class="mt-2 max-w-3xl">{{ say('tray.about') }}</p>
    <p v-if="count > mails.length" class="text-ink-soft">
      {{ say('tray.shown', { shown: mails.length, count }) }}
    </p>
    <ul class="ruled mt-3 max-w-5xl border-t-2 border-ink">
      <li v-for="mail in mails" :key="mail.id" class="py-3" data-testid="tray-mail">
        <p class="flex flex-wrap items-baseline gap-x-4">
          <b class="text-lg">{{ mail.subject || say('tray.noSubject') }}</b>
          <span class="font-mono">{{ mail.from || say('tray.noSender') }}</span>
          <span class="text-ink-soft">{{ words.instant(mail.at) }}</span>
        </p>
        <p
          class="font-bold"
          :class="mail.why === 'other-sender' || mail.why === 'other-imei' ? 'text-stop' : 'text-brass'"
        >
          {{ say(`trayWhy.${mail.why}`) }}
          <RouterLink v-if="mail.job" class="ms-2 font-normal underline" :to="`/jobs/${mail.job.id}`">{{
            say('tray.names', { ticket: mail.job.ticket })
          }}</RouterLink>
        </p>
        <pre v-if="mail.text" class="mt-1 max-h-48 overflow-auto font-sans whitespace-pre-wrap">{{
          mail.text
        }}</pre>
        <form class="mt-2 flex flex-wrap items-end gap-3" @submit.prevent="place(mail, ticketOf(mail))">
          <label class="w-40"
            >{{ say('tray.ticket') }}
            <input
              :value="tickets[mail.id] ?? mail.job?.ticket ?? ''"
              class="field mt-1 font-mono"
              maxlength="20"
              data-scan="own"
              @input="tickets[mail.id] = ($event.target as HTMLInputElement).value"
            />
          </label>
          <button class="act" :disabled="ticketOf(mail) === ''">{{ say('tray.put') }}</button>
          <button type="button" class="act" @click="place(mail, null)">{{ say('tray.setAside') }}</button>
        </form>
      </li>
    </ul>
  </main>
</template>
