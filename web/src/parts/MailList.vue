<script setup lang="ts">
import type { Mail } from '@benevox/contract'
import { ref } from 'vue'
import { call } from '../api/client.ts'
import { useJob } from '../job/jobs.ts'
import { say, words } from '../words/index.ts'

/** Mails that came for this job: shown as text, never as what they would like to be. */
const job = useJob()
const mails = ref<readonly Mail[]>([])
const mailbox = ref('')
const inTray = ref(0)

async function look(): Promise<void> {
  const id = job.saved?.id
  if (id === undefined) return
  const found = await call('listMails', { params: { id } }).catch(() => undefined)
  mails.value = found?.mails ?? mails.value
  inTray.value = found?.inTray ?? inTray.value
  // What a mail said may have changed the job.
  await job.reload().catch(() => undefined)
  mailbox.value = !found
    ? say('mailbox.away')
    : found.mails.length === 0 || found.mailbox === 'away'
      ? say(`mailbox.${found.mailbox}`)
      : ''
}
defineExpose({ look })
</script>

<template>
  <div>
    <p>
      <button class="act" @click="look">{{ say('registry.lookForMail') }}</button>
      <span v-if="mailbox" class="ms-3 text-ink-soft" role="status">{{ mailbox }}</span>
    </p>
    <p v-if="inTray > 0" class="font-bold text-brass" role="status">
      {{ say('orderView.inTray', { count: inTray }) }}
      <RouterLink class="ms-2 underline" to="/mails">{{ say('orderView.inTrayLook') }}</RouterLink>
    </p>
    <details v-for="mail in mails" :key="mail.id" class="mt-1">
      <summary class="cursor-pointer">
        <b>{{ mail.subject }}</b> · {{ mail.from }} · {{ words.instant(mail.at) }}
      </summary>
      <pre class="font-sans whitespace-pre-wrap">{{ mail.text }}</pre>
      <a class="underline" :href="`/api/jobs/${job.saved?.id}/mails/${mail.id}.eml`">{{
        say('registry.asFile')
      }}</a>
    </details>
  </div>
</template>
