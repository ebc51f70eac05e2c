<script setup lang="ts">
import { namesIn } from '@benevox/core/catalog'
import { type Asked, type FactName } from '@benevox/core/facts'
import type { Question } from '@benevox/core/route'
import { computed } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../job/jobs.ts'
import { factText, keyText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** What is still open, in the order of its worth, and what is known, each folded into a line that opens again. */
const props = defineProps<{
  now: Asked | undefined
  open: readonly Question[]
  known: readonly FactName[]
  more: readonly FactName[]
}>()
const emit = defineEmits<{ ask: [name: Asked] }>()
const job = useJob()
const catalog = useCatalog()
const own = computed(() => (job.found ? namesIn(job.found.family) : {}))
/** So many open questions are offered beside the one that is asked; the others wait below. */
const OFFERED = 6
const offered = computed(() => props.open.slice(0, OFFERED))
const later = computed(() => [...props.open.slice(OFFERED).map(({ name }) => name), ...props.more])
const text = (name: FactName) => {
  const said = factText(name, job.facts[name], catalog.modelName, words)
  const broken = name === 'keysWork' && job.facts.keysWork === 'no' ? (job.progress?.brokenKeys ?? []) : []
  return [said, ...broken.map((key) => keyText(key, own.value, words))].join(', ')
}
</script>

<template>
  <div data-testid="facts">
    <section v-if="open.length" :aria-label="say('facts.stillOpen')" class="border-b border-rule px-4 py-2">
      <h2 class="!text-base">
        {{ say('facts.stillOpen') }}
        <span class="font-normal text-ink-soft">{{ say('facts.mostUseful') }}</span>
      </h2>
      <ul class="mt-1 flex flex-wrap gap-x-1.5 gap-y-1">
        <li v-for="question in offered" :key="question.name">
          <button
            type="button"
            class="border border-ink-soft px-2 py-0.5 hover:bg-paper-deep"
            :class="{ 'bg-brass-pale font-bold': question.name === now }"
            :aria-current="question.name === now"
            @click="emit('ask', question.name)"
          >
            {{ say(`ask.${question.name}`) }}
          </button>
        </li>
      </ul>
    </section>
    <section v-if="known.length" :aria-label="say('facts.known')" class="px-4 py-2">
      <h2 class="!text-base">{{ say('facts.known') }}</h2>
      <ul class="grid grid-cols-[repeat(auto-fill,minmax(20rem,1fr))] gap-x-5">
        <li v-for="name in known" :id="`fact-${name}`" :key="name" class="border-b border-rule">
          <button
            type="button"
            class="flex w-full items-baseline justify-between gap-3 py-0.5 text-start text-[0.95rem] hover:bg-paper-deep"
            :class="{ 'bg-brass-pale': name === now }"
            @click="emit('ask', name)"
          >
            <span class="text-ink-soft">{{ say(`ask.${name}`) }}</span>
            <b class="max-w-[60%] shrink-0 text-end break-words">{{ text(name) }}</b>
          </button>
        </li>
      </ul>
    </section>
    <details v-if="later.length" class="px-4 pb-2 text-sm text-ink-soft">
      <summary class="cursor-pointer">{{ say('facts.more') }}</summary>
      <template v-for="(name, index) in later" :key="name"
        ><template v-if="index > 0">, </template
        ><button type="button" class="underline" @click="emit('ask', name)">
          {{ say(`ask.${name}`) }}
        </button></template
      >
    </details>
  </div>
</template>
