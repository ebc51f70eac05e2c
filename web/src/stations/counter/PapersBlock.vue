<script setup lang="ts">
import { LANGUAGES, nameOf } from '@benevox/words'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { useCustomerLanguage } from '../../parts/useCustomerLanguage.ts'
import { say } from '../../words/index.ts'

/** What is printed for this job: the tag, the receipt, the agreement, letters for the customer to send or take home. */
const job = useJob()
const language = useCustomerLanguage()
const base = computed(() => `/api/jobs/${job.saved?.id}`)
const isSecondHand = computed(() => job.facts.complaint === 'second-hand')
const hasCarrierLock = computed(
  () => job.facts.carrierLocked === 'yes' || job.facts.complaint === 'carrier-lock-only',
)
</script>

<template>
  <div class="py-2">
    <ul class="flex flex-wrap gap-x-5 gap-y-2">
      <li>
        <a class="underline" :href="`${base}/tag.pdf`" target="_blank">{{ say('documents.tag') }}</a> ·
        <a class="underline" :href="`${base}/tag.png`" target="_blank">{{ say('documents.tagCode') }}</a>
      </li>
      <li>
        <a class="underline" :href="`${base}/receipt.pdf`" target="_blank">{{ say('documents.receipt') }}</a>
      </li>
      <li v-if="job.saved?.agreement?.kind === 'signed'">
        <a class="underline" :href="`${base}/agreement.pdf`" target="_blank">{{ say('documents.signed') }}</a>
      </li>
    </ul>
    <p class="mt-2 flex flex-wrap items-center gap-3">
      <label
        >{{ say('documents.inLanguage') }}
        <select
          v-model="language"
          class="field !inline-block !min-h-0 !w-auto !py-1"
          :aria-label="say('documents.language')"
        >
          <option v-for="one in LANGUAGES" :key="one" :value="one">{{ nameOf(one) }}</option>
        </select></label
      >
      <a class="underline" :href="`${base}/agreement.pdf?language=${language}`" target="_blank">{{
        say('documents.toSign')
      }}</a>
      <a
        v-if="isSecondHand"
        class="underline"
        :href="`${base}/letter-to-seller.pdf?language=${language}`"
        target="_blank"
        >{{ say('documents.toSeller') }}</a
      >
      <a
        v-if="hasCarrierLock"
        class="underline"
        :href="`${base}/activation.pdf?language=${language}`"
        target="_blank"
        >{{ say('documents.activation') }}</a
      >
    </p>
  </div>
</template>
