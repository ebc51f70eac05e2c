<script setup lang="ts">
import type { Attempt } from '@benevox/contract'
import { signsText } from '@benevox/words'
import { computed } from 'vue'
import { say, words } from '../../words/index.ts'

const props = defineProps<{ attempts: readonly Attempt[] }>()
/** The latest stand open; what is older, folded above them. */
const LATEST = 2
const parts = computed(() => {
  const older = props.attempts.slice(0, -LATEST)
  return [
    // One alone is not worth folding away.
    ...(older.length > 1 ? [{ isOlder: true, attempts: older }] : []),
    { isOlder: false, attempts: older.length > 1 ? props.attempts.slice(-LATEST) : props.attempts },
  ]
})
const outcomeOf = ({ outcome }: Attempt) => say(`attempts.${outcome ?? 'running'}`)
</script>

<template>
  <section v-if="attempts.length" class="mt-3" :aria-label="say('attempts.title')">
    <h2 class="text-base">{{ say('attempts.title') }}</h2>
    <div data-testid="attempts" class="border-t border-ink text-[0.95rem]">
      <component
        :is="isOlder ? 'details' : 'div'"
        v-for="{ isOlder, attempts: shown } in parts"
        :key="String(isOlder)"
      >
        <summary v-if="isOlder" class="cursor-pointer py-1 text-ink-soft">
          {{ say('attempts.older', { count: shown.length }) }}
        </summary>
        <ol class="ruled">
          <li v-for="one in shown" :key="one.id" class="py-1">
            <span class="font-mono">{{ words.time(one.startedAt) }}</span> {{ one.by }},
            <b>{{
              one.seen.length
                ? say('history.line', { what: outcomeOf(one), more: signsText(one.seen, words) })
                : outcomeOf(one)
            }}</b>
          </li>
        </ol>
      </component>
    </div>
  </section>
</template>
