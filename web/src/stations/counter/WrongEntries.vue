<script setup lang="ts">
import { PLATFORM_WAIT_LAW, totalForMoreMs, waitAfterMs } from '@benevox/core/clocks'
import { offeredTexts } from '@benevox/words'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import NumberedChoices from './NumberedChoices.vue'
import { say, words } from '../../words/index.ts'

/** How many wrong entries, and what more of them would take by the law of waiting. */
const job = useJob()
const law = computed(() => job.found?.family.waitLaw ?? PLATFORM_WAIT_LAW)
const attempts = computed(() => job.facts.wrongEntries)
const more = ref(3)
/** Until the next entry: `none` where it may be made at once. */
const next = computed(() => {
  const ms = attempts.value === undefined ? 0 : waitAfterMs(law.value, attempts.value)
  return ms <= 0 ? 'none' : words.wait(ms)
})
/** What typing one attempt takes. Common practice, no source. */
const TRY_MS = 5000
const MOST = 1000

function set(text: string): void {
  const count = Number(text)
  const isCount = text !== '' && Number.isInteger(count) && count >= 0 && count <= MOST
  job.setFact('wrongEntries', isCount ? count : null)
}
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-4">
      <NumberedChoices
        :label="say('ask.wrongEntries')"
        :answers="offeredTexts('wrongEntries', job.device, words)"
        :chosen="String(attempts ?? '')"
        @choose="set"
      />
      <label
        >{{ say('wrongEntries.exactly') }}
        <input
          class="field !w-20 font-mono"
          inputmode="numeric"
          :aria-label="say('wrongEntries.exactlyLabel')"
          :value="attempts ?? ''"
          @input="set(($event.target as HTMLInputElement).value)"
      /></label>
    </div>
    <p v-if="attempts !== undefined" class="mt-2 text-waiting">
      {{ say('wrongEntries.next', { wait: next }) }}
      ·
      <select
        v-model.number="more"
        class="field !inline-block !min-h-0 !w-auto !py-0"
        :aria-label="say('wrongEntries.moreLabel')"
      >
        <option v-for="n in 10" :key="n" :value="n">{{ n }}</option>
      </select>
      {{ say('wrongEntries.moreTake', { wait: words.wait(totalForMoreMs(law, attempts, more, TRY_MS)) }) }}
    </p>
    <p v-if="job.facts.wipesItself === 'yes'" class="mt-1 font-bold text-stop">
      {{ say('wrongEntries.willWipe') }}
    </p>
    <p v-else-if="attempts !== undefined && job.facts.wipesItself !== 'no'" class="mt-1 text-ink-soft">
      {{ say('wrongEntries.mayWipe') }}
    </p>
  </div>
</template>
