<script setup lang="ts">
import { PLATFORM_WAIT_LAW, totalForMoreMs, waitAfterMs } from '@benevox/core/clocks'
import { sheetOf } from '@benevox/core/facts'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { waitText } from '../../words/en.ts'
import NumberedChoices from './NumberedChoices.vue'

/** How many wrong tries, and what more of them would take by the law of waiting. */
const job = useJob()
const law = computed(() => job.found?.family.waitLaw ?? PLATFORM_WAIT_LAW)
const tries = computed(() => job.facts.wrongTries)
const more = ref(3)
/** What typing one try takes. Common practice, no source. */
const TRY_MS = 5000
const MOST = 1000

function set(text: string): void {
  const count = Number(text)
  const isCount = text !== '' && Number.isInteger(count) && count >= 0 && count <= MOST
  job.setFact('wrongTries', isCount ? count : null)
}
</script>

<template>
  <div>
    <div class="flex flex-wrap items-center gap-4">
      <NumberedChoices
        :label="sheetOf('wrongTries').ask"
        :answers="sheetOf('wrongTries').choices ?? []"
        :chosen="String(tries ?? '')"
        @choose="set"
      />
      <label
        >exactly
        <input
          class="field !w-20 font-mono"
          inputmode="numeric"
          aria-label="Wrong tries, exactly"
          :value="tries ?? ''"
          @input="set(($event.target as HTMLInputElement).value)"
      /></label>
    </div>
    <p v-if="tries !== undefined" class="mt-2 text-waiting">
      Next try after <b>{{ waitText(waitAfterMs(law, tries)) }}</b>;
      <label
        ><select
          v-model.number="more"
          class="field !inline-block !min-h-0 !w-auto !py-0"
          aria-label="More tries"
        >
          <option v-for="n in 10" :key="n" :value="n">{{ n }}</option>
        </select>
        more take</label
      >
      <b>{{ waitText(totalForMoreMs(law, tries, more, TRY_MS)) }}</b>.
    </p>
    <p v-if="job.facts.wipesItself === 'yes'" class="mt-1 font-bold text-stop">
      It is set to wipe itself: no more tries until the owner is sure.
    </p>
    <p v-else-if="tries !== undefined && job.facts.wipesItself !== 'no'" class="mt-1 text-ink-soft">
      Some devices wipe themselves after too many: ask first.
    </p>
  </div>
</template>
