<script setup lang="ts">
import { offeredTexts } from '@benevox/words'
import type { Facts } from '@benevox/core/facts'
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import NumberedChoices from './NumberedChoices.vue'
import { say, words } from '../../words/index.ts'

/** An answer of a registry that was asked elsewhere. No key alone makes a device clean: where and by whom is told with it. */
const job = useJob()
type RegistryAnswer = NonNullable<Facts['registryAnswer']>
const answers = computed(() => offeredTexts('registryAnswer', job.device, words))
const isAskedWhere = ref(false)
const where = ref('')
const by = ref('')
const first = useTemplateRef('first')

async function choose(answer: string): Promise<void> {
  const { registryAnswer: stands } = job.facts
  isAskedWhere.value = answer === 'clean' && stands !== 'clean' && stands !== 'reported'
  // A report is not typed over: that is said at once.
  if (answer !== 'clean' || stands === 'reported')
    job.setFact('registryAnswer', answer === stands ? null : (answer as RegistryAnswer))
  await nextTick()
  first.value?.focus()
}
const isTold = computed(() => where.value.trim().length > 1 && by.value.trim() !== '')
async function record(): Promise<void> {
  if (!isTold.value) return
  const asked = { where: where.value.trim(), by: by.value.trim() }
  const isRecorded = await job.record(say('fact.registryAnswer'), (version, id) =>
    call('changeFacts', { params: { id }, body: { version, facts: { registryAnswer: 'clean' }, asked } }),
  )
  if (isRecorded) isAskedWhere.value = false
}
usePageKeys({
  key: 'digit',
  does: 'keyHelp.answerQuestion',
  press(n) {
    const [answer] = answers.value[n - 1] ?? []
    return answer === undefined ? false : void choose(answer)
  },
})
</script>

<template>
  <NumberedChoices
    :label="say('ask.registryAnswer')"
    :answers="answers"
    :chosen="isAskedWhere ? 'clean' : (job.facts.registryAnswer ?? '')"
    @choose="choose"
  />
  <form v-if="isAskedWhere" class="mt-3 flex flex-wrap items-end gap-3" @submit.prevent="record">
    <label class="min-w-44 flex-1"
      >{{ say('registry.where') }}
      <input
        ref="first"
        v-model="where"
        class="field"
        maxlength="80"
        autocomplete="off"
        :placeholder="say('registry.whereHint')"
      />
    </label>
    <label class="min-w-32 flex-1"
      >{{ say('registry.by') }}
      <input v-model="by" class="field" maxlength="60" autocomplete="off" />
    </label>
    <button class="act" :disabled="!isTold">{{ say('registry.saidClean') }}</button>
  </form>
</template>
