<script setup lang="ts">
import type { Mail } from '@benevox/contract'
import { answerWords } from '@benevox/core/facts'
import { groupImei } from '@benevox/core/imei'
import { computed, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { instantText, money } from '../../words/en.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'

/** Asks the registry about the IMEI, keeps what it said, and looks for the report that comes by mail. */
const props = defineProps<{ withKey?: boolean }>()
const job = useJob()
const isAsking = ref(false)
const mails = ref<readonly Mail[]>([])
const mailbox = ref('')
const records = computed(() => [...(job.saved?.registry ?? [])].reverse())
const fee = computed(() => job.prices && money(job.prices.fees.registryReport, job.prices.currency))

async function ask(report: boolean): Promise<void> {
  if (!job.facts.imei || isAsking.value) return
  isAsking.value = true
  await job.record('asking the registry', (version, id) =>
    call('askRegistry', { params: { id }, body: { version, report } }),
  )
  isAsking.value = false
  if (report) await look()
}
usePageKeys({ r: () => props.withKey && void ask(false) })
const NO_MAIL = {
  read: 'No mail for this job yet.',
  away: 'The mailbox does not answer; what came before is shown.',
  none: 'No mailbox is set up here.',
} as const
async function look(): Promise<void> {
  const id = job.saved?.id
  if (id === undefined) return
  const found = await call('listMails', { params: { id } }).catch(() => undefined)
  mails.value = found?.mails ?? mails.value
  mailbox.value = !found
    ? NO_MAIL.away
    : found.mails.length === 0 || found.mailbox === 'away'
      ? NO_MAIL[found.mailbox]
      : ''
}
</script>

<template>
  <div class="py-2">
    <p class="flex flex-wrap items-center gap-3">
      <button class="act" :disabled="!job.facts.imei || isAsking" @click="ask(false)">
        Ask the registry <span v-if="withKey" class="key-hint">R</span>
      </button>
      <button
        class="underline disabled:no-underline"
        :disabled="!job.facts.imei || isAsking"
        @click="ask(true)"
      >
        with a report by mail, {{ fee }}
      </button>
      <span v-if="isAsking" role="status" class="text-waiting">asking …</span>
      <span v-if="!job.facts.imei" class="text-ink-soft">needs the IMEI</span>
    </p>
    <ul class="ruled mt-2">
      <li v-for="record in records" :key="record.at" class="py-1">
        <b
          :class="
            record.answer === 'clean'
              ? 'text-clear'
              : record.answer === 'reported'
                ? 'text-stop'
                : 'text-brass'
          "
          >{{ answerWords('registryAnswer', record.answer) ?? record.answer }}</b
        >
        · <span class="font-mono">{{ groupImei(record.imei) }}</span> · {{ instantText(record.at) }}
        <span v-if="record.reference" class="text-ink-soft"> · {{ record.reference }}</span>
        <span v-if="record.feeMinor" class="text-ink-soft">
          · {{ money(record.feeMinor, record.currency) }}</span
        >
        <span v-if="record.detail" class="block">{{ record.detail }}</span>
      </li>
    </ul>
    <p v-if="records.length" class="mt-2">
      <button class="underline" @click="look">Look for mail</button>
      <span v-if="mailbox" class="ml-3 text-ink-soft" role="status">{{ mailbox }}</span>
    </p>
    <details v-for="mail in mails" :key="mail.id" class="mt-1">
      <summary class="cursor-pointer">
        <b>{{ mail.subject }}</b> · {{ mail.from }} · {{ instantText(mail.at) }}
      </summary>
      <pre class="font-sans whitespace-pre-wrap">{{ mail.text }}</pre>
      <a class="underline" :href="`/api/jobs/${job.saved?.id}/mails/${mail.id}.eml`">as .eml</a>
    </details>
  </div>
</template>
