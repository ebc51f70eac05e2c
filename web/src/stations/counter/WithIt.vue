<script setup lang="ts">
import { paidMinor } from '@benevox/core/job'
import { answerText } from '@benevox/words'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import DepositBlock from './DepositBlock.vue'
import ConditionBlock from './ConditionBlock.vue'
import OwnershipDocuments from './OwnershipDocuments.vue'
import PapersBlock from './PapersBlock.vue'
import RegistryBlock from './RegistryBlock.vue'
import { say, words } from '../../words/index.ts'

/** What goes with the answers, each offered once it is due: what the registry said, documents, condition, what is printed. */
const props = defineProps<{
  /** The registry is what is asked about above. */
  asksRegistry: boolean
}>()
const job = useJob()
const PANELS = {
  registry: RegistryBlock,
  ownership: OwnershipDocuments,
  condition: ConditionBlock,
  deposit: DepositBlock,
  documents: PapersBlock,
} as const
type Name = keyof typeof PANELS

const chosen = ref<Name>()
const offers = computed(() => {
  const { saved, facts } = job
  const files = saved?.ownershipFiles.length ?? 0
  const showsRight = facts.ownership !== undefined && facts.ownership !== 'not-shown'
  const registryAnswer = answerText('registryAnswer', facts.registryAnswer, words)
  const isHere = facts.deviceHere !== 'no'
  const left = saved?.intake
  const { agreement } = saved ?? {}
  const isAgreed = agreement?.kind === 'signed'
  const deposit = isAgreed ? (agreement.told?.depositMinor ?? 0) : 0
  const paid = saved ? paidMinor(saved) : 0
  const all: readonly { name: Name; when: boolean; isDue: boolean; says: string }[] = [
    {
      name: 'registry',
      when: facts.imei !== undefined && !props.asksRegistry,
      isDue: facts.registryAnswer === 'reported' || facts.registryAnswer === 'no-answer',
      says: registryAnswer ?? '',
    },
    {
      name: 'ownership',
      when: showsRight || files > 0,
      isDue: showsRight && files === 0,
      says: files > 0 ? String(files) : '',
    },
    {
      name: 'condition',
      when: isHere && facts.modelId !== undefined,
      isDue: !left,
      says: left ? '✓' : '',
    },
    {
      name: 'deposit',
      when: deposit > 0 || paid > 0,
      isDue: paid === 0,
      says: paid > 0 ? words.money(paid, job.bill?.currency ?? 'EUR') : '',
    },
    { name: 'documents', when: facts.modelId !== undefined, isDue: isAgreed, says: '' },
  ]
  return all.filter(({ when }) => when)
})
const shown = computed(() => offers.value.find(({ name }) => name === chosen.value)?.name)
</script>

<template>
  <section v-if="offers.length" :aria-label="say('withIt.label')" class="border-b border-rule px-4 py-2">
    <p class="flex flex-wrap gap-2">
      <button
        v-for="{ name, isDue, says } in offers"
        :key="name"
        type="button"
        class="border-2 px-2.5 py-1"
        :class="
          shown === name
            ? 'border-ink bg-paper-deep font-bold'
            : isDue
              ? 'border-brass bg-brass-pale'
              : 'border-rule hover:bg-paper-deep'
        "
        :aria-expanded="shown === name"
        aria-controls="with-it"
        @click="chosen = shown === name ? undefined : name"
      >
        {{ say(`counter.${name}`) }} <b v-if="says">{{ says }}</b>
      </button>
    </p>
    <div id="with-it"><component :is="PANELS[shown]" v-if="shown" /></div>
  </section>
</template>
