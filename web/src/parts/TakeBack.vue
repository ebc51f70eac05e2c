<script setup lang="ts">
import { computed, ref } from 'vue'
import { call } from '../api/client.ts'
import { useJob } from '../job/jobs.ts'
import FreeText from './FreeText.vue'
import { eventText } from '../words/job.ts'
import { say } from '../words/index.ts'

/** Takes the last step back that was recorded by mistake: with a reason, and by a supervisor where it is a breach. */
const job = useJob()
const last = computed(() => {
  const step = job.lastStep
  return step && step.change.kind !== 'revealed' ? step : undefined
})
const isBreach = computed(() => job.saved?.breaches.some(({ at }) => at === last.value?.at) ?? false)
const isOpen = ref(false)
const reason = ref('')
const code = ref('')
async function takeBack(): Promise<void> {
  const key = last.value?.key
  if (key === undefined) return
  const isDone = await job.record(say('doing.undo'), (version, id) =>
    call('takeBack', {
      params: { id },
      body: {
        version,
        what: { kind: 'step', key },
        reason: reason.value,
        ...(code.value ? { code: code.value } : {}),
      },
    }),
  )
  code.value = ''
  if (!isDone) return
  reason.value = ''
  isOpen.value = false
}
</script>

<template>
  <template v-if="last">
    <button v-if="!isOpen" type="button" class="underline" @click="isOpen = true">
      {{ say('undo.undo', { what: eventText(last.change) }) }}
    </button>
    <form v-else class="flex flex-wrap items-center gap-2" @submit.prevent="takeBack">
      <FreeText
        :label="say('undo.why')"
        :placeholder="say('undo.whyHint')"
        :value="reason"
        :maxlength="200"
        @keep="(text) => (reason = text)"
      />
      <input
        v-if="isBreach"
        v-model="code"
        class="field !w-60 font-mono"
        type="password"
        :aria-label="say('waive.code')"
        :placeholder="say('waive.codeHint')"
        autocomplete="off"
        maxlength="20"
      />
      <button class="act" :disabled="reason.trim().length < 3 || (isBreach && code.length < 4)">
        {{ say('undo.doIt') }}
      </button>
      <button type="button" class="underline" @click="isOpen = false">{{ say('undo.keep') }}</button>
    </form>
  </template>
</template>
