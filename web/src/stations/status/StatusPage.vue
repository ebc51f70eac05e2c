<script setup lang="ts">
import type { CustomersStatus } from '@benevox/contract'
import { plainAgreement, type Language } from '@benevox/words'
import { computed, ref, watch } from 'vue'
import { ApiProblem, call, ServerAway } from '../../api/client.ts'
import LanguageChoice from '../../parts/LanguageChoice.vue'
import SignatureField from '../../parts/SignatureField.vue'
import { languageOfBrowser } from '../../api/session.ts'
import { useWordsFor } from '../../words/index.ts'

/** For the customer, on their own telephone: how it stands, and what they are asked. Read without being anybody here. */
const props = defineProps<{ secret: string }>()
const status = ref<CustomersStatus>()
const language = ref<Language>(languageOfBrowser())
const isChosen = ref(false)
/** Anywhere on the earth, until the shop has said where it is. */
const words = useWordsFor(
  language,
  () => status.value?.place ?? { zone: 'UTC', country: 'DE' },
  () => (fault.value = 'away'),
)
const fault = ref<'none' | 'away' | string>('')
const isAnswered = ref(false)
const signature = ref('')

async function ask(chosen?: Language): Promise<void> {
  fault.value = ''
  try {
    const told = await call('getStatus', {
      params: { secret: props.secret },
      query: chosen ? { language: chosen } : {},
    })
    status.value = told
    if (!isChosen.value) language.value = told.language
  } catch (error) {
    fault.value =
      error instanceof ServerAway
        ? 'away'
        : error instanceof ApiProblem && error.problem.code === 'not-found'
          ? 'none'
          : error instanceof Error
            ? error.message
            : ''
  }
}
function choose(one: Language): void {
  isChosen.value = true
  language.value = one
  signature.value = ''
  void ask(one)
}
type Said = Parameters<typeof call<'answerStatus'>>[1]['body']['said']
async function answer(said: Said): Promise<void> {
  fault.value = ''
  try {
    status.value = await call('answerStatus', { params: { secret: props.secret }, body: { said } })
    isAnswered.value = true
  } catch (error) {
    fault.value = error instanceof ServerAway ? 'away' : error instanceof Error ? error.message : ''
    // What is asked may be another by now: it is read anew before it is signed.
    if (error instanceof ApiProblem) {
      const told = fault.value
      signature.value = ''
      await ask(language.value)
      fault.value = told
    }
  }
}
const agree = () =>
  status.value?.agreement &&
  answer({
    kind: 'signed',
    language: language.value,
    text: plainAgreement({ ...status.value.agreement, language: language.value }),
    signature: signature.value,
  })
const faultText = computed(() => {
  if (!words.value) return ''
  if (fault.value === 'none') return words.value.say('statusPage.none')
  return fault.value === 'away' ? words.value.say('statusPage.away') : fault.value
})
watch(
  () => props.secret,
  () => void ask(),
  { immediate: true },
)
</script>

<template>
  <main v-if="words" :lang="language" class="mx-auto min-h-screen max-w-2xl bg-paper px-5 py-4">
    <LanguageChoice
      :model-value="language"
      :label="words.say('statusPage.language')"
      class="border-b-2 border-ink pb-3"
      @update:model-value="choose"
    />
    <p v-if="fault" role="alert" class="mt-4 border-s-4 border-stop bg-stop-pale px-3 py-2 text-lg text-stop">
      {{ faultText }}
    </p>
    <template v-if="status">
      <p class="mt-4 text-ink-soft">{{ status.shop }}</p>
      <h1>{{ words.say('statusPage.title', { ticket: status.ticket }) }}</h1>
      <p class="mt-4 text-[2rem] leading-tight font-bold" data-testid="stands">
        {{ words.say(`statusPage.${status.stands}`) }}
      </p>
      <p v-if="status.waits" class="mt-1 text-xl">
        {{ words.say(`statusPage.waits.${status.waits.for}`) }}
        <template v-if="status.waits.until">{{
          words.say('statusPage.until', { day: words.day(status.waits.until) })
        }}</template>
      </p>
      <p v-if="isAnswered" role="status" class="mt-4 text-xl font-bold text-clear">
        {{ words.say('statusPage.thanks') }}
      </p>
      <section v-if="status.agreement" class="mt-6 border-t-2 border-ink pt-3">
        <h2>{{ words.say('statusPage.read') }}</h2>
        <p class="mt-2 text-lg font-bold">{{ status.agreement.title }}</p>
        <p class="text-ink-soft">{{ status.agreement.subject }}</p>
        <ul class="mt-2 list-disc space-y-1.5 ps-6 text-lg leading-snug" data-testid="agreement">
          <li v-for="line in status.agreement.lines" :key="line">{{ line }}</li>
        </ul>
        <p class="mt-3 text-lg font-bold">{{ status.agreement.agree }}</p>
        <SignatureField
          :key="language"
          class="mt-3"
          :hint="words.say('agreement.sign')"
          :again="words.say('agreement.signAgain')"
          @drawn="(png) => (signature = png)"
        />
        <div class="mt-3 flex flex-wrap gap-3">
          <button
            type="button"
            class="act act-main flex-1 text-xl"
            :disabled="!signature"
            data-moves-money
            @click="agree"
          >
            {{ words.say('agreement.iAgree') }}
          </button>
          <button type="button" class="act" @click="answer({ kind: 'refused' })">
            {{ words.say('agreement.iDoNotAgree') }}
          </button>
        </div>
      </section>
    </template>
  </main>
</template>
