<script setup lang="ts">
import { groupImei } from '@benevox/core/imei'
import { computed, ref, useTemplateRef } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import MailList from '../../parts/MailList.vue'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { answerText, registryTexts } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** Asks the registry about the IMEI, keeps what it said, and looks for the report that comes by mail. */
const props = defineProps<{
  withKey?: boolean
  /** What waits for it is a report, not an answer alone. */
  reportIsNext?: boolean
}>()
const job = useJob()
const isAsking = ref(false)
const mails = useTemplateRef('mails')
const records = computed(() => [...(job.saved?.registry ?? [])].reverse())
const fee = computed(() =>
  job.prices ? words.money(job.prices.fees.registryReport, job.prices.currency) : '',
)

async function ask(report: boolean): Promise<void> {
  if (!job.facts.imei || isAsking.value) return
  isAsking.value = true
  await job.record(say('doing.registry'), (version, id) =>
    call('askRegistry', { params: { id }, body: { version, report } }),
  )
  isAsking.value = false
  if (report) await mails.value?.look()
}
usePageKeys({
  key: '*',
  does: 'keyHelp.registry',
  when: () => props.withKey === true,
  press: () => void ask(false),
})
</script>

<template>
  <div class="py-2">
    <p class="flex flex-wrap items-center gap-3">
      <button class="act" :disabled="!job.facts.imei || isAsking" @click="ask(false)">
        {{ say('registry.ask') }} <span v-if="withKey" class="key-hint">*</span>
      </button>
      <button
        :class="reportIsNext ? 'act act-main' : 'underline disabled:no-underline'"
        :disabled="!job.facts.imei || isAsking"
        @click="ask(true)"
      >
        {{ say('registry.withReport', { fee }) }}
      </button>
      <span v-if="isAsking" role="status" class="text-waiting">{{ say('registry.asking') }}</span>
      <span v-if="!job.facts.imei" class="text-ink-soft">{{ say('registry.needsImei') }}</span>
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
          >{{ answerText('registryAnswer', record.answer, words) ?? record.answer }}</b
        >
        <template v-if="record.imei"
          >{{ ' ' }}· <span class="font-mono">{{ groupImei(record.imei) }}</span></template
        >
        · {{ words.instant(record.at) }}
        <span v-if="record.reference" class="text-ink-soft"> · {{ record.reference }}</span>
        <span v-if="record.feeMinor" class="text-ink-soft">
          · {{ words.money(record.feeMinor, record.currency) }}</span
        >
        <span v-for="line in registryTexts(record, words)" :key="line" class="block">{{ line }}</span>
      </li>
    </ul>
    <MailList v-if="records.length" ref="mails" class="mt-2" />
  </div>
</template>
