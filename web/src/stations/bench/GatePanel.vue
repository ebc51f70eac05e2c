<script setup lang="ts">
import { gateName, gateSentence } from '@benevox/core/route'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'

/** What must hold before the wipe, with the right device confirmed here: tag scanned, or model text compared. */
const job = useJob()
const gates = computed(() => job.route?.wipeGates ?? [])
const reasonOf = (id: string) =>
  job.saved?.waived.find(({ check }) => check === id)?.reason ?? job.facts.registryReason
const closed = computed(() => gates.value.filter(({ state }) => state !== 'open'))
const read = ref('')
const build = ref('')
async function confirm(by: 'tag' | 'model-text', text: string): Promise<void> {
  const shown = build.value.trim()
  await job.recordBench({ kind: 'right-device', by, read: text, ...(shown ? { build: shown } : {}) })
  read.value = ''
}
const isTag = computed(() => /^b\d+$/i.test(read.value.trim()))
</script>

<template>
  <section aria-label="Gates">
    <h2 class="mb-1">Before the last presses</h2>
    <ul class="ruled border-t-2 border-ink">
      <li v-for="gate in closed" :key="gate.id" class="flex gap-2 py-1.5 text-lg">
        <span
          aria-hidden="true"
          class="w-5 font-mono font-bold"
          :class="gate.state === 'closed' ? 'text-brass' : 'text-stop'"
          >▮</span
        >
        <span
          ><b>{{ gateName(gate) }}.</b> {{ gateSentence(gate) }}</span
        >
      </li>
    </ul>
    <ul class="grid grid-cols-2 gap-x-6 border-t border-rule py-1">
      <li
        v-for="gate in gates.filter(({ state }) => state === 'open')"
        :key="gate.id"
        class="flex gap-2 py-0.5"
      >
        <span aria-hidden="true" class="w-5 font-mono font-bold text-clear">✓</span>
        <span
          >{{ gateName(gate)
          }}<span v-if="gate.byReason" class="text-ink-soft">: {{ reasonOf(gate.id) }}</span></span
        >
      </li>
    </ul>
    <form
      v-if="closed.some(({ id }) => id === 'right-device')"
      class="mt-3 flex items-end gap-3"
      @submit.prevent="confirm(isTag ? 'tag' : 'model-text', read)"
    >
      <label class="flex-1 font-bold"
        >Scan the tag, or type the model text the device shows
        <input
          v-model="read"
          class="field mt-1 font-mono"
          data-scan="own"
          maxlength="80"
          autocomplete="off"
          placeholder="as the tag or the device in hand says"
        />
      </label>
      <label class="w-48"
        >Build text, if it shows one
        <input
          v-model="build"
          class="field mt-1 font-mono"
          data-scan="own"
          maxlength="120"
          autocomplete="off"
        />
      </label>
      <button class="act" :disabled="read.trim() === ''">Compare</button>
    </form>
    <p v-if="job.saved?.bench.rightDevice" class="mt-2 text-ink-soft">
      In hand: {{ job.saved.bench.rightDevice.read
      }}<template v-if="job.saved.bench.rightDevice.build"
        >, build {{ job.saved.bench.rightDevice.build }}</template
      >. On the job: {{ job.saved.ticket
      }}<template v-if="job.found">, {{ job.found.model.modelText }}</template
      >.
    </p>
    <p v-if="closed.some(({ id }) => id !== 'right-device')" class="mt-2">
      <RouterLink class="underline" :to="`/counter/${job.saved?.id}`"
        >Record what is missing at the counter</RouterLink
      >
    </p>
  </section>
</template>
