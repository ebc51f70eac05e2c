<script setup lang="ts">
import { useNow } from '@vueuse/core'
import { computed, ref } from 'vue'
import { call } from '../api/client.ts'
import { useJob } from '../job/jobs.ts'
import FreeText from './FreeText.vue'
import SupervisorCode from './SupervisorCode.vue'
import { eventText } from '../words/job.ts'
import { say } from '../words/index.ts'
import { usePageKeys } from './pageKeys.ts'

/**
 * Takes the last step back that was recorded by mistake: at once, by one press of whoever made the slip; later with a
 * reason, and by a supervisor where it is a breach.
 */
const props = defineProps<{ onlyAtOnce?: boolean }>()
const job = useJob()
const last = computed(() => {
  const step = job.lastStep
  return step && step.change.kind !== 'revealed' ? step : undefined
})
const isBreach = computed(() => job.saved?.breaches.some(({ at }) => at === last.value?.at) ?? false)
const now = useNow({ interval: 1000 })
/** The step that was too late to be undone by one press, by the clock of the server. */
const needsReason = ref<string>()
const isAtOnce = computed(
  () =>
    last.value !== undefined &&
    !isBreach.value &&
    needsReason.value !== last.value.key &&
    job.isUndoneAtOnce(last.value.key, now.value.toISOString()),
)
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
  if (!isDone) {
    needsReason.value = key
    isOpen.value = !job.away
    return
  }
  reason.value = ''
  isOpen.value = false
}
usePageKeys({ key: 'backspace', does: 'keyHelp.undo', when: () => isAtOnce.value, press: takeBack })
</script>

<template>
  <button v-if="isAtOnce && last" type="button" class="act" @click="takeBack">
    {{ say('undo.undo', { what: eventText(last.change) }) }}
    <span class="key-hint">{{ say('keyboard.backspace') }}</span>
  </button>
  <template v-else-if="last && !props.onlyAtOnce">
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
      <SupervisorCode v-if="isBreach" v-model="code" />
      <button class="act" :disabled="reason.trim().length < 3 || (isBreach && code.length < 4)">
        {{ say('undo.doIt') }}
      </button>
      <button type="button" class="underline" @click="isOpen = false">{{ say('undo.keep') }}</button>
    </form>
  </template>
</template>
