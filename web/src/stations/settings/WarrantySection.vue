<script setup lang="ts">
import { LANGUAGES, nameOf, type Language } from '@benevox/words'
import { say } from '../../words/index.ts'

/** What the shop answers for and for how long, in each language a customer may read: it stands on what is handed back. */
defineProps<{ isSupervisor: boolean }>()
const texts = defineModel<Record<string, string>>({ required: true })
const write = (language: Language, text: string) =>
  (texts.value = Object.fromEntries(
    LANGUAGES.flatMap((one) => {
      const its = one === language ? text.trim() : (texts.value[one] ?? '')
      return its ? [[one, its]] : []
    }),
  ))
</script>

<template>
  <section :aria-label="say('handBack.warranty')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('handBack.warranty') }}</h2>
    <p class="mt-1">{{ say('settings.warrantyAbout') }}</p>
    <label v-for="language in LANGUAGES" :key="language" class="mt-2 block">
      {{ nameOf(language) }}
      <textarea
        class="field mt-1 block w-full"
        rows="2"
        maxlength="600"
        :lang="language"
        :readonly="!isSupervisor"
        :value="texts[language] ?? ''"
        @change="write(language, ($event.target as HTMLTextAreaElement).value)"
      ></textarea>
    </label>
  </section>
</template>
