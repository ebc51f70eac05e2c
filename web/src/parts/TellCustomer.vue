<script setup lang="ts">
import type { CustomerTold } from '@benevox/core/job'
import { LANGUAGES, nameOf } from '@benevox/words'
import { computed, ref, watch } from 'vue'
import { call } from '../api/client.ts'
import { useJob } from '../job/jobs.ts'
import OneOfActs from './OneOfActs.vue'
import { useCustomerLanguage } from './useCustomerLanguage.ts'
import { eventText } from '../words/job.ts'
import { say, words } from '../words/index.ts'

/** That it is ready, a reminder to fetch it, or the document once it is closed: sent from here, or told another way. */
const job = useJob()
const language = useCustomerLanguage()
const isAddress = (text: string) => /^[^\s@]+@[^\s@]+\.[^\s@]+$/.test(text.trim())
const to = ref('')
watch(
  () => job.customer.contact,
  (contact) => (to.value ||= isAddress(contact) ? contact.trim() : ''),
  { immediate: true },
)
const offered = computed(() => job.mayBeTold)
const picked = ref<CustomerTold['what']>()
const what = computed(() => {
  const [first] = offered.value
  return picked.value && offered.value.includes(picked.value) ? picked.value : first
})
const told = computed(() =>
  (job.saved?.told ?? []).map((one) =>
    [
      words.dayAndTime(one.at, new Date()),
      eventText({ kind: `customer-told-${one.what}` }),
      say(`writtenBy.${one.how}`),
      one.by,
    ].join(' · '),
  ),
)
/** A question is answered on the status page: a letter would come late. */
const otherWays = computed(() =>
  (['telephone', 'message', 'letter'] as const).filter(
    (how) => how !== 'letter' || what.value !== 'question',
  ),
)
/** The same, however often it is pressed. */
let key = crypto.randomUUID()
const isSending = ref(false)

async function tell(how: CustomerTold['how']): Promise<void> {
  const said = what.value
  if (!said) return
  isSending.value = true
  const isTold = await job.record(eventText({ kind: `customer-told-${said}` }), (_, id) =>
    call('tellCustomer', {
      params: { id },
      body: {
        key,
        what: said,
        how,
        language: language.value,
        ...(how === 'mail' && { to: to.value.trim() }),
      },
    }),
  )
  if (isTold) key = crypto.randomUUID()
  isSending.value = false
}
</script>

<template>
  <details v-if="what" class="mt-4 border-t border-rule pt-3" data-testid="tell">
    <summary class="cursor-pointer">
      <b>{{ say('tellCustomer.title') }}</b><span
        v-if="job.fetching"
        class="ms-2"
        :class="job.fetching.toldAt ? 'text-ink-soft' : 'text-waiting'"
        >{{
          !job.fetching.toldAt
            ? say('tellCustomer.notTold')
            : job.fetching.nextAt
              ? say('tellCustomer.next', { day: words.day(job.fetching.nextAt) })
              : say('tellCustomer.noMore')
        }}</span
      >
    </summary>
    <OneOfActs
      :model-value="what"
      :label="say('tellCustomer.title')"
      :answers="offered.map((one) => [one, say(`tellCustomer.what.${one}`)] as const)"
      class="mt-2"
      @update:model-value="(one) => (picked = one)"
    />
    <p class="mt-2 flex flex-wrap items-end gap-3">
      <label class="w-64 text-sm text-ink-soft"
        >{{ say('tellCustomer.address') }}
        <input v-model="to" class="field" type="email" autocomplete="off" maxlength="200" />
      </label>
      <label class="w-36 text-sm text-ink-soft"
        >{{ say('accountPage.language') }}
        <select v-model="language" class="field">
          <option v-for="one in LANGUAGES" :key="one" :value="one">{{ nameOf(one) }}</option>
        </select>
      </label>
      <button type="button" class="act" :disabled="!isAddress(to) || isSending" @click="tell('mail')">
        {{ say('tellCustomer.send') }}
      </button>
    </p>
    <p v-if="what !== 'document'" class="mt-2 flex flex-wrap items-center gap-2">
      {{ say('tellCustomer.told') }}
      <button
        v-for="how in otherWays"
        :key="how"
        type="button"
        class="act"
        :disabled="isSending"
        @click="tell(how)"
      >
        {{ say(`tellCustomer.${how}`) }}
      </button>
      <a
        v-if="what !== 'question'"
        class="underline"
        :href="`/api/jobs/${job.id}/letter-to-customer.pdf?what=${what}&language=${language}`"
        target="_blank"
        >{{ say('tellCustomer.print') }}</a
      >
    </p>
    <ul v-if="told.length" class="ruled mt-2 text-[0.95rem]">
      <li v-for="line in told" :key="line" class="py-1">{{ line }}</li>
    </ul>
  </details>
</template>
