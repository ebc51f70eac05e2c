<script setup lang="ts">
import { SUPERVISOR_MAY_OPEN, type Gate } from '@benevox/core/route'
import type { WaivedCheck } from '@benevox/core/job'
import { computed, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import SupervisorCode from '../../parts/SupervisorCode.vue'
import { checkText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** A supervisor of the shop answers for a gate, with a reason that is recorded. What is reported, nobody opens. */
const job = useJob()
const gates = computed(() => job.route?.wipeGates ?? [])
const mayBeOpened = computed(() =>
  gates.value.filter(
    ({ id, state }) =>
      SUPERVISOR_MAY_OPEN.includes(id) &&
      (state === 'closed-for-good' || (id === 'ownership' && job.facts.ownership === 'not-shown')),
  ),
)
const opened = computed(() => job.saved?.waived ?? [])
const reason = ref('')
const code = ref('')
async function open(gate: Gate): Promise<void> {
  const isOpen = await job.record(say('doing.waiving', { check: say(`check.${gate.id}`) }), (version, id) =>
    call('openGate', {
      params: { id },
      body: { version, gate: gate.id as WaivedCheck['check'], reason: reason.value, code: code.value },
    }),
  )
  code.value = ''
  if (isOpen) reason.value = ''
}
</script>

<template>
  <div v-if="mayBeOpened.length || opened.length" class="border-b border-rule px-4 py-3">
    <div v-for="gate in mayBeOpened" :key="gate.id">
      <p>
        <b>{{ say(`check.${gate.id}`) }}.</b> {{ checkText(gate, words) }} {{ say('waive.may') }}
      </p>
      <form class="mt-2 flex flex-wrap items-start gap-3" @submit.prevent="open(gate)">
        <FreeText
          :label="say('waive.reason')"
          :placeholder="say('waive.reasonHint')"
          :value="reason"
          :maxlength="300"
          @keep="(text) => (reason = text)"
        />
        <SupervisorCode v-model="code" />
        <button class="act" :disabled="reason.trim().length < 10 || code.length < 4">
          {{ say('waive.waive') }}
        </button>
      </form>
    </div>
    <p v-for="one in opened" :key="one.check">
      {{ say('waive.waivedBy', { check: say(`check.${one.check}`), person: one.by, reason: one.reason }) }}
    </p>
  </div>
</template>
