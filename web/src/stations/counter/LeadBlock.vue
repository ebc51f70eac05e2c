<script setup lang="ts">
import { gateName, gateSentence, LEAD_MAY_OPEN, type Gate } from '@benevox/core/route'
import type { WaivedCheck } from '@benevox/core/job'
import { computed, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'

/** A lead of the shop answers for a gate, with a reason that is recorded. What is reported, nobody opens. */
const job = useJob()
const gates = computed(() => job.route?.wipeGates ?? [])
const mayBeOpened = computed(() =>
  gates.value.filter(
    ({ id, state }) =>
      LEAD_MAY_OPEN.includes(id) &&
      (state === 'closed-for-good' || (id === 'ownership' && job.facts.ownership === 'not-shown')),
  ),
)
const opened = computed(() => job.saved?.waived ?? [])
const reason = ref('')
const code = ref('')
async function open(gate: Gate): Promise<void> {
  const isOpen = await job.record(`opening “${gateName(gate)}”`, (version, id) =>
    call('openGate', {
      params: { id },
      body: { version, gate: gate.id as WaivedCheck['check'], reason: reason.value, code: code.value },
    }),
  )
  code.value = ''
  if (isOpen) reason.value = ''
}
const nameOf = (id: string) => {
  const gate = gates.value.find((one) => one.id === id)
  return gate ? gateName(gate) : id
}
</script>

<template>
  <div v-if="mayBeOpened.length || opened.length" class="border-b border-rule px-4 py-3">
    <div v-for="gate in mayBeOpened" :key="gate.id">
      <p>
        <b>{{ gateName(gate) }}.</b> {{ gateSentence(gate) }} A lead may open it, with a reason.
      </p>
      <form class="mt-2 flex flex-wrap items-start gap-3" @submit.prevent="open(gate)">
        <FreeText
          label="Reason"
          placeholder="why it may be opened, in a sentence"
          :value="reason"
          :maxlength="300"
          @keep="(text) => (reason = text)"
        />
        <input
          v-model="code"
          class="field !w-32 font-mono"
          type="password"
          aria-label="Code of a lead"
          placeholder="lead’s code"
          autocomplete="off"
          maxlength="20"
        />
        <button class="act" :disabled="reason.trim().length < 10 || code.length < 4">Open it</button>
      </form>
    </div>
    <p v-for="one in opened" :key="one.check">
      <b>{{ nameOf(one.check) }}:</b> opened by {{ one.by }}. {{ one.reason }}
    </p>
  </div>
</template>
