<script setup lang="ts">
import { useTemplateRef } from 'vue'
import ExchangedList from './ExchangedList.vue'
import { useSession } from '../../api/session.ts'
import { sendAttempts } from '../../api/upload.ts'
import FilePick from '../../parts/FilePick.vue'
import { refusedBySize } from '../../workers/readText.ts'
import { useOutcome } from './useOutcome.ts'
import { flawText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** What the shop learnt from its attempts, out as a file, and another shop's in. */
const people = useSession()
const exchanged = useTemplateRef('exchanged')
const { says, tried } = useOutcome()
async function merge(files: FileList | null): Promise<void> {
  const [file] = files ?? []
  if (!file) return
  await tried(async () => {
    const tooLarge = refusedBySize(file.size)
    if (tooLarge) return flawText(tooLarge, words)
    const { added, known } = await sendAttempts(file)
    void exchanged.value?.look()
    return say('shopResults.imported', { added, known })
  })
}
</script>

<template>
  <section :aria-label="say('shopResults.title')" class="mt-8 max-w-3xl">
    <h2 class="border-b-2 border-ink pb-1">{{ say('shopResults.title') }}</h2>
    <p class="mt-1">
      {{ say('shopResults.about') }}
      <a class="underline" href="/api/results.json">{{ say('shopResults.save') }}</a>
    </p>
    <p v-if="says" role="status" class="mt-1 font-bold">{{ says }}</p>
    <p v-if="!people.isSupervisor" class="mt-2">{{ say('shopResults.supervisorOnly') }}</p>
    <p v-else class="mt-2">
      <FilePick
        :label="say('shopResults.otherFile')"
        :text="say('shopResults.otherFile')"
        accept="application/json"
        @chosen="merge"
      />
    </p>
    <ExchangedList ref="exchanged" />
    <p v-if="people.isSupervisor" class="mt-3">
      {{ say('wholeShop.about') }}
      <a class="underline" href="/api/shop.json" download>{{ say('wholeShop.save') }}</a>
    </p>
  </section>
</template>
