<script setup lang="ts">
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { checkText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

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
  await job.recordStep({ kind: 'right-device', by, read: text, ...(shown ? { build: shown } : {}) })
  read.value = ''
}
const inHand = computed(() => {
  const { read: text = '', build: number } = job.saved?.bench.rightDevice ?? {}
  return number ? `${text}, ${number}` : text
})
const onJob = computed(() =>
  [job.saved?.ticket ?? '', ...(job.found ? [job.found.model.modelText] : [])].join(', '),
)
const isTag = computed(() => /^b\d+$/i.test(read.value.trim()))
</script>

<template>
  <section :aria-label="say('checks.label')">
    <h2 class="mb-1">{{ say('checks.before') }}</h2>
    <ul class="ruled border-t-2 border-ink">
      <li v-for="gate in closed" :key="gate.id" class="flex gap-2 py-1.5 text-lg">
        <span
          aria-hidden="true"
          class="w-5 font-mono font-bold"
          :class="gate.state === 'closed' ? 'text-brass' : 'text-stop'"
          >▮</span
        >
        <span
          ><b>{{ say(`check.${gate.id}`) }}.</b> {{ checkText(gate, words) }}</span
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
          >{{ say(`check.${gate.id}`)
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
        >{{ say('checks.scan') }}
        <input
          v-model="read"
          class="field mt-1 font-mono"
          data-scan="own"
          maxlength="80"
          autocomplete="off"
          :placeholder="say('checks.scanHint')"
        />
      </label>
      <label class="w-48"
        >{{ say('checks.build') }}
        <input
          v-model="build"
          class="field mt-1 font-mono"
          data-scan="own"
          maxlength="120"
          autocomplete="off"
        />
      </label>
      <button class="act" :disabled="read.trim() === ''">{{ say('checks.compare') }}</button>
    </form>
    <p v-if="job.saved?.bench.rightDevice" class="mt-2 text-ink-soft">
      {{ say('checks.inHand', { read: inHand }) }}
      ·
      {{ say('checks.onJob', { ticket: onJob }) }}
    </p>
    <p v-if="closed.some(({ id }) => id !== 'right-device')" class="mt-2">
      <RouterLink class="underline" :to="`/counter/${job.saved?.id}`">{{ say('checks.record') }}</RouterLink>
    </p>
  </section>
</template>
