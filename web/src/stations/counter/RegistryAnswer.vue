<script setup lang="ts">
import { offeredTexts } from '@benevox/words'
import type { Facts } from '@benevox/core/facts'
import { computed, nextTick, ref, useTemplateRef } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import FreeText from '../../parts/FreeText.vue'
import NumberedChoices from './NumberedChoices.vue'
import { say, words } from '../../words/index.ts'

/** An answer of a registry that was asked elsewhere. No key alone makes a device clean: where and by whom is told with it. */
const job = useJob()
type RegistryAnswer = NonNullable<Facts['registryAnswer']>
const answers = computed(() => offeredTexts('registryAnswer', job.device, words))
const isAskedWhere = ref(false)
const told = ref({ where: '', by: '' })
/** What looked like a secret and is none, by the names that the server knows. */
const noSecret = ref<string[]>([])
const NAMED = { where: 'askedWhere', by: 'askedBy' } as const
function keep(name: keyof typeof NAMED, text: string, isNoSecret: boolean): void {
  told.value = { ...told.value, [name]: text }
  noSecret.value = noSecret.value.filter((one) => one !== NAMED[name])
  if (isNoSecret) noSecret.value.push(NAMED[name])
}
const form = useTemplateRef('form')

async function choose(answer: string): Promise<void> {
  const { registryAnswer: stands } = job.facts
  isAskedWhere.value = answer === 'clean' && stands !== 'clean' && stands !== 'reported'
  // A report is not typed over: that is said at once.
  if (answer !== 'clean' || stands === 'reported')
    job.setFact('registryAnswer', answer === stands ? null : (answer as RegistryAnswer))
  await nextTick()
  form.value?.querySelector('input')?.focus()
}
const asked = computed(() => ({ where: told.value.where.trim(), by: told.value.by.trim() }))
const isTold = computed(() => asked.value.where.length > 1 && asked.value.by !== '')
async function record(): Promise<void> {
  if (!isTold.value) return
  const isRecorded = await job.record(say('fact.registryAnswer'), (version, id) =>
    call('changeFacts', {
      params: { id },
      body: {
        version,
        facts: { registryAnswer: 'clean' },
        asked: asked.value,
        noSecret: noSecret.value,
      },
    }),
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
  <form v-if="isAskedWhere" ref="form" class="mt-3 flex flex-wrap items-end gap-3" @submit.prevent="record">
    <FreeText
      v-for="(text, name) in told"
      :key="name"
      :label="say(`registry.${name}`)"
      :placeholder="say(name === 'where' ? 'registry.whereHint' : 'registry.by')"
      :value="text"
      :maxlength="name === 'where' ? 80 : 60"
      @keep="(typed, isNoSecret) => keep(name, typed, isNoSecret)"
    />
    <button class="act" :disabled="!isTold">{{ say('registry.saidClean') }}</button>
  </form>
</template>
