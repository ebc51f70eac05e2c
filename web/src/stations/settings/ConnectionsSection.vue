<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import ChangedBy from './ChangedBy.vue'
import MailServerFields from './MailServerFields.vue'
import { serverTyped, typedServer, USUAL } from './typedServer.ts'
import { useAsked } from './useAsked.ts'
import { say } from '../../words/index.ts'

/** How the shop reaches mail server, mailbox and registry: for its owner, tried before it is kept. */
const told = ref<Answer<'getConnections'>>()
const smtp = ref(typedServer(USUAL.smtp))
const mailbox = ref(typedServer(USUAL.mailbox))
const folder = ref('INBOX')
const registry = ref('')

const { fault, isSaved, isBusy, ask } = useAsked(take)
function take(given: Answer<'getConnections'>): void {
  told.value = given
  const { connections } = given
  smtp.value = typedServer(USUAL.smtp, connections.smtp)
  mailbox.value = typedServer(USUAL.mailbox, connections.mailbox)
  folder.value = connections.mailbox?.folder ?? 'INBOX'
  registry.value = connections.registry ?? ''
}
onMounted(() => ask(() => call('getConnections', {})))
async function keep(): Promise<void> {
  const [sending, reading] = [serverTyped(smtp.value), serverTyped(mailbox.value)]
  const body = {
    connections: {
      ...(sending && { smtp: sending }),
      ...(reading && { mailbox: { ...reading, folder: folder.value.trim() } }),
      ...(registry.value.trim() && { registry: registry.value.trim() }),
    },
    passwords: {
      ...(smtp.value.password && { smtp: smtp.value.password }),
      ...(mailbox.value.password && { mailbox: mailbox.value.password }),
    },
    version: told.value?.version ?? 0,
  }
  isSaved.value = await ask(() => call('changeConnections', { body }))
}
</script>

<template>
  <section v-if="told || fault" aria-labelledby="connections-title">
    <h2 id="connections-title" class="border-b-2 border-ink pb-1">{{ say('connections.title') }}</h2>
    <ChangedBy :by="told?.by" :at="told?.at" />
    <form v-if="told" class="mt-2" @submit.prevent="keep">
      <div class="grid gap-x-8 gap-y-4 sm:grid-cols-2">
        <MailServerFields v-model="smtp" :title="say('connections.smtp')" :is-kept="told.hasPassword.smtp" />
        <MailServerFields
          v-model="mailbox"
          :title="say('connections.mailbox')"
          :is-kept="told.hasPassword.mailbox"
        >
          <label class="block"
            >{{ say('connections.folder') }}<input v-model="folder" class="field" maxlength="200"
          /></label>
        </MailServerFields>
        <label class="sm:col-span-2"
          >{{ say('connections.registry') }}<input v-model="registry" class="field" maxlength="300"
        /></label>
      </div>
      <p class="mt-1 text-ink-soft">{{ say('connections.empty') }}</p>
      <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
      <p class="mt-2 flex items-center justify-end gap-4">
        <span v-if="isBusy" role="status">{{ say('connections.trying') }}</span>
        <span v-else-if="isSaved" role="status" class="font-bold text-clear">{{
          say('connections.saved')
        }}</span>
        <button class="act" :disabled="isBusy">{{ say('connections.save') }}</button>
      </p>
    </form>
    <p v-else role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
  </section>
</template>
