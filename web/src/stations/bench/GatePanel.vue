<script setup lang="ts">
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { useScannedTag } from '../../parts/useScanner.ts'
import { checkText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** What must hold before the wipe, with the right device confirmed here: tag scanned, or model text compared. */
const job = useJob()
const gates = computed(() => job.route?.wipeGates ?? [])
const reasonOf = (id: string) =>
  job.saved?.waived.find(({ check }) => check === id)?.reason ?? job.facts.registryReason
const closed = computed(() => gates.value.filter(({ state }) => state !== 'open'))
const byReason = computed(() => gates.value.filter((gate) => gate.state === 'open' && gate.byReason))
const open = computed(() => gates.value.filter((gate) => gate.state === 'open' && !gate.byReason))
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
const needsTag = computed(() => closed.value.some(({ id }) => id === 'right-device'))
useScannedTag({ when: () => needsTag.value, take: (tag) => void confirm('tag', tag) })
const isTag = computed(() => /^b\d+$/i.test(read.value.trim()))
</script>

<template>
  <section :aria-label="say('checks.label')">
    <h2 class="mb-1">{{ say('checks.before') }}</h2>
    <ul class="ruled border-t-2 border-ink">
      <li v-for="gate in closed" :key="gate.id" class="flex gap-2 py-1 leading-snug xl:text-lg">
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
    <!-- What holds by somebody’s word is always read; what simply holds is counted, and listed where it is wanted. -->
    <ul v-if="byReason.length" class="ruled border-t border-rule">
      <li v-for="gate in byReason" :key="gate.id" class="flex gap-2 py-1">
        <span aria-hidden="true" class="w-5 font-mono font-bold text-clear">✓</span>
        <span
          >{{ say(`check.${gate.id}`) }}<span class="text-ink-soft">: {{ reasonOf(gate.id) }}</span></span
        >
      </li>
    </ul>
    <details v-if="open.length" class="border-t border-rule py-1">
      <summary class="cursor-pointer">
        <span aria-hidden="true" class="font-mono font-bold text-clear">✓</span>
        {{ say('checks.inOrder', { count: open.length }) }}
      </summary>
      <ul class="grid grid-cols-2 gap-x-6">
        <li v-for="gate in open" :key="gate.id" class="flex gap-2 py-0.5">
          <span aria-hidden="true" class="w-5 font-mono font-bold text-clear">✓</span>
          {{ say(`check.${gate.id}`) }}
        </li>
      </ul>
    </details>
    <form v-if="needsTag" class="mt-2" @submit.prevent="confirm(isTag ? 'tag' : 'model-text', read)">
      <div class="flex items-end gap-3">
        <label class="flex-1 leading-tight font-bold"
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
        <button class="act" :disabled="read.trim() === ''">{{ say('checks.compare') }}</button>
      </div>
      <details>
        <summary class="cursor-pointer text-ink-soft">{{ say('checks.build') }}</summary>
        <input
          v-model="build"
          class="field mt-1 font-mono"
          data-scan="own"
          maxlength="120"
          autocomplete="off"
          :aria-label="say('checks.build')"
        />
      </details>
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
