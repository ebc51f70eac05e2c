<script setup lang="ts">
import type { Body } from '@benevox/contract'
import { agreementText, plainAgreement } from '@benevox/words'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import LanguageChoice from '../../parts/LanguageChoice.vue'
import SignatureField from '../../parts/SignatureField.vue'
import { useCustomerLanguage } from '../../parts/useCustomerLanguage.ts'
import TellCustomer from '../../parts/TellCustomer.vue'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { useLoadedJob } from '../../parts/useLoadedJob.ts'
import { say, useWordsFor } from '../../words/index.ts'

/** The agreement turned towards the customer: read large, in their language, signed with finger or mouse. */
const props = defineProps<{ id: number }>()
const job = useJob()
const router = useRouter()
const fault = useLoadedJob()
const language = useCustomerLanguage()
const words = useWordsFor(
  language,
  () => job.prices?.opening,
  () => (fault.value = say('away.noAnswer')),
)
const isTurned = ref(false)
const signature = ref('')
/** What was signed is what was read: in another language it is signed anew. */
watch(language, () => (signature.value = ''))
const text = computed(() => {
  const { saved, route } = job
  if (saved?.id !== props.id || !route || !words.value) return undefined
  const device = job.deviceName
  return agreementText(route.agreement.terms, { ticket: saved.ticket, device }, words.value)
})
/** Said on the telephone only where nothing is lost and the device is with its owner. */
const mayBeSaid = computed(
  () => job.facts.deviceHere === 'no' && job.route?.agreement.terms.storage === 'kept',
)
type Said = Body<'recordAgreement'>['said']
async function record(said: Said): Promise<void> {
  if (!(await job.settled())) {
    fault.value = say('agreementPage.notRecorded')
    return
  }
  const isRecorded = await job.record(say('doing.agreement'), (version, id) =>
    call('recordAgreement', { params: { id }, body: { version, said } }),
  )
  if (isRecorded) await router.push(`/counter/${props.id}`)
  else fault.value = job.refusal
}
function agree(how: 'signature' | 'paper' | 'telephone'): void {
  if (!text.value || !job.hasName) return
  void record({
    kind: 'signed',
    language: language.value,
    text: plainAgreement(text.value),
    how,
    ...(how === 'signature' ? { signature: signature.value } : {}),
  })
}

usePageKeys(
  { key: 'p', does: 'keyHelp.onPaper', press: () => agree('paper') },
  { key: 't', does: 'keyHelp.onTelephone', when: () => mayBeSaid.value, press: () => agree('telephone') },
)
</script>

<template>
  <div class="min-h-screen" :class="{ 'rotate-180': isTurned }">
    <header class="flex flex-wrap items-center gap-2 border-b-2 border-ink px-6 py-2">
      <LanguageChoice v-model="language" :label="say('agreementPage.language')" />
      <span class="flex-1" />
      <button type="button" class="underline" @click="isTurned = !isTurned">
        {{ say('agreementPage.turn') }}
      </button>
      <RouterLink class="act" :to="`/counter/${id}`">{{ say('agreementPage.back') }}</RouterLink>
    </header>
    <p v-if="fault" role="alert" class="bg-stop-pale px-6 py-2 font-bold text-stop">{{ fault }}</p>
    <!-- However long it is, what is signed with stays in sight. -->
    <main v-if="text && words" :lang="language" class="beside beside-sign mx-auto max-w-6xl px-6 py-5">
      <div>
        <h1 class="!text-[2.1rem]">{{ text.title }}</h1>
        <p class="text-xl text-ink-soft">{{ text.subject }}</p>
        <ul class="mt-3 list-disc space-y-1.5 ps-6 text-[1.3rem] leading-snug" data-testid="agreement">
          <li v-for="line in text.lines" :key="line">{{ line }}</li>
        </ul>
        <p class="mt-4 text-[1.3rem] font-bold">{{ text.agree }}</p>
      </div>
      <div class="sticky top-4 bottom-0 self-start bg-paper pb-3">
        <p v-if="!job.hasName" role="alert" class="font-bold text-stop">
          {{ say('agreementPage.nameMissing') }}
        </p>
        <div v-else class="space-y-4">
          <SignatureField
            :key="language"
            :hint="words.say('agreement.sign')"
            :again="words.say('agreement.signAgain')"
            @drawn="(png) => (signature = png)"
          />
          <div class="flex flex-wrap gap-3">
            <button
              type="button"
              class="act act-main flex-1 text-xl"
              :disabled="!signature"
              @click="agree('signature')"
            >
              {{ words.say('agreement.iAgree') }}
            </button>
            <button type="button" class="act" @click="record({ kind: 'refused' })">
              {{ words.say('agreement.iDoNotAgree') }}
            </button>
          </div>
        </div>
      </div>
    </main>
    <footer class="flex flex-wrap items-center gap-5 border-t border-rule px-6 py-3 text-ink-soft">
      <span>{{ say('agreementPage.forCounter') }}</span>
      <a class="underline" :href="`/api/jobs/${id}/agreement.pdf?language=${language}`" target="_blank">{{
        say('agreementPage.print')
      }}</a>
      <button type="button" class="underline" :disabled="!job.hasName" @click="agree('paper')">
        {{ say('agreementPage.onPaper') }} <span class="key-hint">P</span>
      </button>
      <button v-if="mayBeSaid" type="button" class="underline" @click="agree('telephone')">
        {{ say('agreementPage.onTelephone') }} <span class="key-hint">T</span>
      </button>
      <TellCustomer class="basis-full" />
    </footer>
  </div>
</template>
