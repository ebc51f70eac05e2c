<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { say, words } from '../../words/index.ts'

/** What mattered for the shop’s safety, the newest first. */
const props = defineProps<{ nameOf: (id: number) => string }>()
type Entry = Answer<'getSecurityLog'>['entries'][number]
const entries = ref<Entry[]>([])
const hasMore = ref(false)
const fault = ref('')
async function more(): Promise<void> {
  try {
    const before = entries.value.at(-1)?.id
    const told = await call('getSecurityLog', { query: before === undefined ? {} : { before } })
    entries.value.push(...told.entries)
    hasMore.value = told.more
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
onMounted(more)

/** An entry of a later program is named by its kind. */
function text({ kind, detail }: Entry): string {
  const { person, ...facts } = detail
  const places = { ...facts, ...(typeof person === 'number' ? { person: props.nameOf(person) } : {}) }
  return words.has(`logged.${kind}`)
    ? (say as (key: string, places: object) => string)(`logged.${kind}`, places)
    : kind
}
</script>

<template>
  <section :aria-label="say('people.log')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('people.log') }}</h2>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <ul>
      <li v-for="entry in entries" :key="entry.id" class="flex gap-3 border-b border-rule py-1">
        <span class="w-32 shrink-0 font-mono text-ink-soft">{{ words.instant(entry.at) }}</span>
        <span>
          <b v-if="entry.by">{{ entry.by }}</b> {{ text(entry) }}
          <span v-if="entry.kind === 'refused'" class="text-ink-soft">{{ entry.address }}</span>
        </span>
      </li>
    </ul>
    <button v-if="hasMore" class="mt-2 underline" @click="more">{{ say('people.older') }}</button>
  </section>
</template>
