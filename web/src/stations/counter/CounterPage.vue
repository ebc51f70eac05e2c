<script setup lang="ts">
import type { FactName, Given } from '@benevox/core/route'
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useRouteChange } from './useRouteChange.ts'
import { useForesight, useReading } from '../../api/foresight.ts'
import { useJob } from '../../job/jobs.ts'
import GoOn from '../../parts/GoOn.vue'
import JobFrame from '../../parts/JobFrame.vue'
import NextStation from '../../parts/NextStation.vue'
import OneOf from '../../parts/OneOf.vue'
import { useAfterPicture } from '../../parts/useAfterPicture.ts'
import { useIdentifying } from '../../parts/useIdentifying.ts'
import AskNow from './AskNow.vue'
import CustomerFields from './CustomerFields.vue'
import FactLines from './FactLines.vue'
import SupervisorBlock from './SupervisorBlock.vue'
import RouteBeside from './RouteBeside.vue'
import WhichKeys from './WhichKeys.vue'
import WithIt from './WithIt.vue'
import { useQuestions } from './useQuestions.ts'
import { useRegistryByItself } from './useRegistryByItself.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { say } from '../../words/index.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const router = useRouter()
const address = useRoute()

const given = computed<Given | undefined>(() =>
  job.saved?.id === props.id && job.progress && job.prices
    ? {
        facts: job.facts,
        device: job.device,
        progress: job.progress,
        prices: job.prices,
        customerNamed: job.hasName || undefined,
        experience: job.saved?.experience,
      }
    : undefined,
)
const foresight = useForesight(given)
const asked = computed(() => foresight.value?.askNext)
const { now, question, open, known, more, ask, next, putOff } = useQuestions(props.id, asked)
useReading(given, now)
useRegistryByItself(props.id)

const change = useRouteChange(
  computed(() => (job.saved?.id === props.id ? job.route : undefined)),
  given,
  foresight,
)
/** Whoever answers looks at the question: what moves beside it comes a picture later, as one. */
const beside = useAfterPicture(
  () =>
    job.route && {
      route: job.route,
      alternatives: foresight.value?.alternatives ?? [],
      change: change.value,
      given: given.value,
    },
)
watch(
  () => address.hash,
  (hash) => hash.startsWith('#fact-') && void ask(hash.slice(6) as FactName),
)

/** Found in the playbook by what one sees, and brought along. */
const identifying = useIdentifying()
if (!address.query['model']) identifying.value = null
watch(
  () => job.saved?.id === props.id && address.query['model'],
  (model) => {
    if (typeof model !== 'string') return
    job.setFact('modelId', model)
    identifying.value = null
    void router.replace(address.path)
  },
  { immediate: true },
)

const station = computed(() => job.saved?.station ?? 'counter')
/** To be agreed to: anything but a question, a refusal or leaving it as it is. */
const NOT_DONE = ['ask-first', 'refuse', 'leave-it', undefined]
const action = computed(() => job.route?.choices[0]?.action)
const hasRoute = computed(() => !NOT_DONE.includes(action.value))
/** What may delete something is signed, and that only where the customer is. */
const waitsForDevice = computed(
  () => job.facts.deviceHere === 'no' && job.route?.agreement.terms.storage !== 'kept',
)
const needsAgreement = computed(
  () => hasRoute.value && !waitsForDevice.value && job.route?.agreement.state !== 'given',
)
const firstGate = computed(() => {
  const gate = open.value.find(({ why }) => why === 'opens-a-gate' || why === 'safety')
  return gate && gate.name !== 'customer' ? gate.name : undefined
})
/** Not all keys work: until one is named, and again whenever that question is opened. */
const asksWhichKey = computed(
  () => job.facts.keysWork === 'no' && (now.value === 'keysWork' || job.progress?.brokenKeys.length === 0),
)
async function toCustomer(): Promise<void> {
  if (!job.hasName) await ask('customer')
  else await router.push(`/counter/${props.id}/agreement`)
}

usePageKeys(
  {
    key: ' ',
    does: 'keyHelp.agreement',
    when: () => needsAgreement.value,
    press: () => void toCustomer(),
  },
  {
    key: '+',
    does: 'keyHelp.telephone',
    when: () => station.value === 'counter',
    press: () => job.setFact('deviceHere', job.facts.deviceHere === 'no' ? 'yes' : 'no'),
  },
)
</script>

<template>
  <JobFrame :id="props.id">
    <template #default>
      <div class="beside beside-route items-start">
        <div class="border-e border-rule">
          <AskNow
            :name="now"
            :question="question"
            :is-done="foresight !== undefined && open.length === 0"
            @next="next"
            @later="putOff"
          />
          <WhichKeys v-if="asksWhichKey && job.found" :model="job.found.model" :family="job.found.family" />
          <SupervisorBlock />
          <div
            id="customer"
            class="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-rule px-4 py-2"
            @keydown.enter="needsAgreement && job.hasName && toCustomer()"
          >
            <CustomerFields v-if="now !== 'customer'" />
            <OneOf
              :model-value="job.facts.deviceHere ?? 'yes'"
              :label="say('counter.where')"
              :answers="[
                ['yes', say('counter.deviceHere')],
                ['no', say('counter.telephone')],
              ]"
              @update:model-value="(here) => job.setFact('deviceHere', here)"
            />
          </div>
          <WithIt :asks-registry="now === 'registryAnswer'" />
          <FactLines :now="now" :open="open" :known="known" :more="more" @ask="ask" />
        </div>
        <div class="sticky top-[6.1rem] max-h-[calc(100vh-10.4rem)] overflow-auto px-5 py-4" tabindex="-1">
          <RouteBeside v-if="beside" v-bind="beside" :job-id="props.id" />
        </div>
      </div>
    </template>
    <template #left="{ job: saved }">
      <RouterLink class="underline" :to="`/jobs/${saved.id}`">{{ say('counter.wholeJob') }}</RouterLink>
      <span class="text-ink-soft" role="status">{{
        job.hasPending ? say('counter.recording') : say('counter.allRecorded')
      }}</span>
    </template>
    <template #action="{ job: saved }">
      <span v-if="station === 'counter' && firstGate && !waitsForDevice" class="text-ink-soft">{{
        say('counter.stillNeeded', { fact: say(`fact.${firstGate}`) })
      }}</span>
      <span v-else-if="needsAgreement && !job.hasName" class="text-ink-soft">{{
        say('counter.nameNeeded')
      }}</span>
      <span v-if="hasRoute && waitsForDevice" class="text-ink-soft">{{ say('counter.waitsForDevice') }}</span>
      <GoOn
        v-else-if="action === 'leave-it' || (station === 'counter' && job.main?.action.kind === 'hand-back')"
        :to="`/hand-back/${saved.id}`"
        >{{ say('counter.handBackAsIs') }}</GoOn
      >
      <button
        v-else-if="needsAgreement"
        class="act"
        :class="{ 'act-main': job.main?.action.kind === 'show-agreement' }"
        @click="toCustomer"
      >
        {{ say('counter.showAgreement') }} <span class="key-hint">{{ say('keyboard.space') }}</span>
      </button>
      <button v-else-if="station === 'counter'" class="act" disabled>{{ say('goTo.bench') }}</button>
      <NextStation v-else :job="{ id: saved.id, station }" />
    </template>
  </JobFrame>
</template>
