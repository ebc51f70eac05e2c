<script setup lang="ts">
import type { WrittenBy } from '@benevox/core/account'
import { LANGUAGES, messageToSeller, nameOf, type Language } from '@benevox/words'
import { computed, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import { useJob } from '../../job/jobs.ts'
import { useCustomerLanguage } from '../../parts/useCustomerLanguage.ts'
import { eventText } from '../../words/job.ts'
import { say, useWordsFor } from '../../words/index.ts'

/** The letter to the previous owner: sent from here, copied for a message, or printed. */
const props = defineProps<{ isReminder: boolean }>()
const job = useJob()
const people = useSession()
const customers = useCustomerLanguage()
const written = computed(() => job.account?.seller?.language as Language | undefined)
const language = ref<Language>(written.value || customers.value)
const to = ref(job.facts.sellerMail ?? '')
const said = ref('')
const isSending = ref(false)
const isAddress = computed(() => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(to.value.trim()))
const theirs = useWordsFor(
  language,
  () => job.prices?.opening,
  () => (said.value = say('away.notRecorded')),
)
const message = computed(
  () =>
    theirs.value &&
    job.saved &&
    messageToSeller(theirs.value, {
      device: job.deviceName || theirs.value.say('part.device'),
      imei: job.facts.imei,
      serialNumber: job.facts.serialNumber,
      ticket: job.saved.ticket,
      shop: people.session?.shop ?? '',
    }),
)
const kind = computed(() => (props.isReminder ? 'seller-reminded' : 'seller-written'))
/** The same mail, however often it is pressed. */
let key = crypto.randomUUID()

async function send(): Promise<void> {
  isSending.value = true
  const isSent = await job.record(eventText({ kind: kind.value }), (version, id) =>
    call('writeToSeller', {
      params: { id },
      body: { key, version, to: to.value.trim(), language: language.value, isReminder: props.isReminder },
    }),
  )
  if (isSent) key = crypto.randomUUID()
  isSending.value = false
}
async function copy(): Promise<void> {
  if (!message.value) return
  await navigator.clipboard.writeText(`${message.value.subject}\n\n${message.value.text}`)
  said.value = say('accountPage.copied')
}
const tell = (by: WrittenBy) =>
  job.tell(
    props.isReminder
      ? { kind: 'seller-reminded', by }
      : { kind: 'seller-written', by, language: language.value },
  )
</script>

<template>
  <div class="mt-3 space-y-3">
    <p class="flex flex-wrap items-end gap-3">
      <label class="w-56"
        >{{ say('accountPage.language') }}
        <select v-model="language" class="field">
          <option v-for="one in LANGUAGES" :key="one" :value="one">{{ nameOf(one) }}</option>
        </select>
      </label>
      <label class="w-72"
        >{{ say('accountPage.sellerMail') }}
        <input v-model="to" class="field" type="email" autocomplete="off" maxlength="200" />
      </label>
      <button
        class="act"
        :class="{ 'act-main': isAddress }"
        :disabled="!isAddress || isSending"
        @click="send"
      >
        {{ say('accountPage.send') }}
      </button>
    </p>
    <p class="flex flex-wrap items-center gap-x-4 gap-y-2">
      <button class="underline" :disabled="!message" @click="copy">{{ say('accountPage.copy') }}</button>
      <a
        class="underline"
        :href="`/api/jobs/${job.id}/letter-to-seller.pdf?language=${language}`"
        target="_blank"
        >{{ say('accountPage.print') }}</a
      >
      <span class="flex flex-wrap gap-2">
        <button v-for="by in ['message', 'letter'] as const" :key="by" class="act" @click="tell(by)">
          {{ say('accountPage.writtenBy', { how: by }) }}
        </button>
      </span>
      <span v-if="said" role="status" class="text-ink-soft">{{ said }}</span>
    </p>
    <details v-if="message">
      <summary class="cursor-pointer">{{ say('accountPage.letter') }}</summary>
      <p class="mt-1 font-bold" :lang="language">{{ message.subject }}</p>
      <pre class="font-sans whitespace-pre-wrap" :lang="language">{{ message.text }}</pre>
    </details>
  </div>
</template>
