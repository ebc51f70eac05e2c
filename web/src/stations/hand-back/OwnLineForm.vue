<script setup lang="ts">
import { ref } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import SupervisorCode from '../../parts/SupervisorCode.vue'
import OwnLineFields from './OwnLineFields.vue'
import { useOwnLine } from './useOwnLine.ts'
import { say } from '../../words/index.ts'

/** A discount, or something of the shop's own: a supervisor answers for it, with a reason. */
const props = defineProps<{ currency: string }>()
const job = useJob()
const isOpen = ref(false)
const written = useOwnLine()

async function add(): Promise<void> {
  const { key, told, line, code, noSecret } = written
  if (!line) return
  const isAdded = await job.record(say('doing.addingLine'), (version, id) =>
    call('addLine', {
      params: { id },
      body: { version, key, ...line, reason: told.reason, code, noSecret },
    }),
  )
  written.code = ''
  if (!isAdded) return
  written.clear()
  isOpen.value = false
}
</script>

<template>
  <p class="mt-3">
    <button type="button" class="underline" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ say('handBackPage.ownLine') }}
    </button>
  </p>
  <form v-if="isOpen" class="mt-2 flex flex-wrap items-start gap-3" @submit.prevent="add">
    <OwnLineFields :model-value="written" :currency="props.currency" />
    <SupervisorCode v-model="written.code" />
    <p class="w-full text-[0.95rem] text-ink-soft">{{ say('handBackPage.lineAmount') }}</p>
    <button class="act" :disabled="!written.line || !written.isAnswered">
      {{ say('handBackPage.addLine') }}
    </button>
  </form>
</template>
