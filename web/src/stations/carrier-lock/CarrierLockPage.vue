<script setup lang="ts">
import { askedBy, type CarrierStepId } from '@benevox/core/carrier'
import { ruleOf } from '@benevox/core/supply'
import { isOfItsCarrier } from '@benevox/core/route'
import { carrierText } from '@benevox/words'
import { useNow } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useOffered } from '../../api/carriers.ts'
import { useJob } from '../../job/jobs.ts'
import GoOn from '../../parts/GoOn.vue'
import JobFrame from '../../parts/JobFrame.vue'
import MailList from '../../parts/MailList.vue'
import DeviceNumbers from '../../parts/DeviceNumbers.vue'
import NextStation from '../../parts/NextStation.vue'
import StepsLed from '../../parts/StepsLed.vue'
import TakeBack from '../../parts/TakeBack.vue'
import WaitsFor from '../../parts/WaitsFor.vue'
import OrderDesk from './OrderDesk.vue'
import { useNumberedButtons } from '../../parts/numberedButtons.ts'
import { say, words } from '../../words/index.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const now = useNow({ interval: 10_000 })
useNumberedButtons()
const plan = computed(() => job.carrierPlanAt(now.value.toISOString()))
const isReleased = computed(() => job.progress?.carrierReleased === true)
const steps = computed(
  () =>
    plan.value?.steps.map((step) => ({
      ...step,
      title: say(`carrierStep.${step.id}`),
      // What is to be done then is said at the order itself.
      how: step.id === 'activate' ? '' : say(`carrierHow.${step.id}`),
    })) ?? [],
)
const original = computed(() =>
  carrierText({ carrier: job.facts.originalCarrier, country: job.facts.carrierCountry }, words),
)
const offered = useOffered()
/** The country's rule with its source, as it was when the carrier was asked; or that none is known. */
const rule = computed(() => {
  const { asked } = job.carrier ?? {}
  const known = asked ? asked.rule : ruleOf(offered.value?.rules ?? [], job.facts.carrierCountry)
  return known
    ? say('carrierPage.rule', {
        country: words.country(known.country) ?? known.country,
        days: known.workingDays,
        source: known.source,
        date: words.day(known.lookedAt),
      })
    : say('carrierPage.noRule')
})
const askAt = computed(
  () =>
    offered.value?.carriers.find(({ name, country }) =>
      isOfItsCarrier(job.facts, { carrier: name, carrierCountry: country }),
    )?.askAt,
)
const orders = computed(
  () => plan.value?.situation === 'from-a-supplier' || plan.value?.situation === 'blocked',
)
/** Before the carrier has answered that it has unlocked it. */
const mayOrderInstead = computed(
  () =>
    plan.value?.situation === 'from-the-carrier' &&
    !isReleased.value &&
    job.carrier?.asked?.says !== 'unlocked',
)
const day = ref('')
/** Until the end of that day. */
const until = computed(() => new Date(`${day.value}T23:59:00`))
const isAhead = computed(() => until.value.getTime() > now.value.getTime())
const tellLater = () =>
  job.tell({ kind: 'carrier-answered', says: 'later', until: until.value.toISOString() })

/** What the button of what is told once a step is done says. */
const TOLD: { readonly [Step in CarrierStepId]?: () => string } = {
  'see-that-it-is-on': () => say('carrierPage.otherSimRefused'),
  'wait-for-the-carrier': () => say('carrierPage.unlocked'),
}
const main = computed(() => {
  const { now: step, does, situation } = plan.value ?? {}
  if (!does || isReleased.value || job.saved?.handBack) return undefined
  // The page says so: a SIM proves it, wherever the job waits by then.
  if (job.saved?.station !== 'carrier-lock' && situation !== 'not-locked') return undefined
  const text = step && TOLD[step]
  return { text: text ? text() : say('carrierPage.otherSimTaken'), change: does }
})
</script>

<template>
  <JobFrame :id="props.id">
    <template #default>
      <div v-if="plan" class="grid grid-cols-[minmax(0,1.9fr)_minmax(0,1fr)] gap-8 px-6 py-4">
        <section>
          <h1>{{ say(isReleased ? 'carrierPage.isOff' : `carrierSituation.${plan.situation}`) }}</h1>
          <p v-if="isReleased" class="mt-1 text-lg">{{ say('carrierPage.done') }}</p>
          <p v-else-if="plan.situation === 'not-locked'" class="mt-1 text-lg">
            {{ say('carrierPage.notLocked') }}
          </p>
          <StepsLed class="mt-3" :steps="steps">
            <template #see-that-it-is-on>
              <p class="mt-2 flex flex-wrap gap-2">
                <button
                  class="act"
                  @click="job.tell({ kind: 'carrier-lock-seen', on: false, by: 'other-sim' })"
                >
                  {{ say('carrierPage.otherSimTaken') }}
                </button>
                <button
                  v-for="on in [true, false]"
                  :key="String(on)"
                  class="act"
                  @click="job.tell({ kind: 'carrier-lock-seen', on, by: 'own-page' })"
                >
                  {{ say(on ? 'carrierPage.pageSaysOn' : 'carrierPage.pageSaysOff') }}
                </button>
              </p>
            </template>
            <template #ask-the-carrier>
              <p class="mt-2 flex flex-wrap gap-2">
                <button
                  v-for="by in askedBy.options"
                  :key="by"
                  class="act"
                  :class="{ 'act-main': by === 'telephone' }"
                  @click="job.tell({ kind: 'carrier-asked', by })"
                >
                  {{ say('carrierPage.asked', { by }) }}
                </button>
                <button class="act" @click="job.tell({ kind: 'carrier-answered', says: 'refused' })">
                  {{ say('carrierPage.refused') }}
                </button>
              </p>
              <p v-if="askAt" class="mt-2">
                {{ say('carrierPage.askAt', { carrier: original, where: askAt }) }}
              </p>
              <p class="mt-2 text-ink-soft">{{ rule }}</p>
            </template>
            <template #wait-for-the-carrier>
              <form class="mt-2 flex flex-wrap items-center gap-2" @submit.prevent="tellLater">
                <button
                  type="button"
                  class="act"
                  @click="job.tell({ kind: 'carrier-answered', says: 'refused' })"
                >
                  {{ say('carrierPage.refused') }}
                </button>
                <button
                  type="button"
                  class="act"
                  @click="job.tell({ kind: 'carrier-asked', by: job.carrier?.asked?.by ?? 'telephone' })"
                >
                  {{ say('carrierPage.askAgain') }}
                </button>
                <label class="flex items-center gap-2"
                  >{{ say('carrierPage.later') }}
                  <input v-model="day" class="field !w-44" type="date" />
                </label>
                <button class="act" :disabled="!isAhead">{{ say('carrierPage.keepDay') }}</button>
              </form>
              <MailList class="mt-2" />
            </template>
            <template #see-that-it-is-off>
              <button
                class="act mt-2"
                @click="job.tell({ kind: 'carrier-lock-seen', on: true, by: 'other-sim' })"
              >
                {{ say('carrierPage.otherSimRefused') }}
              </button>
            </template>
          </StepsLed>
          <OrderDesk v-if="orders" class="mt-4" lock="carrier" />
          <details v-else-if="mayOrderInstead" class="mt-4">
            <summary class="cursor-pointer font-bold">{{ say('carrierPage.orderInstead') }}</summary>
            <OrderDesk class="mt-2" lock="carrier" needs-reason />
          </details>
        </section>
        <aside class="space-y-5">
          <WaitsFor v-for="wait in plan.waits" :key="wait.for" :wait="wait" :now="now" />
          <p>
            <span class="block text-ink-soft">{{ say('carrierPage.original') }}</span>
            <b class="text-lg">{{ original }}</b>
          </p>
          <DeviceNumbers />
        </aside>
      </div>
    </template>
    <template #left="{ job: saved }">
      <RouterLink class="underline" :to="`/counter/${saved.id}`">{{
        say('carrier.whatWasAsked')
      }}</RouterLink>
      <RouterLink class="underline" :to="`/jobs/${saved.id}`">{{ say('counter.wholeJob') }}</RouterLink>
      <TakeBack v-if="!isReleased" />
    </template>
    <template #action="{ job: saved }">
      <NextStation v-if="saved.station !== 'carrier-lock'" :job="saved" />
      <GoOn v-else-if="job.main?.action.kind === 'hand-back'" :to="`/hand-back/${saved.id}`">{{
        say('carrier.handBackOn')
      }}</GoOn>
      <RouterLink v-else class="act" :to="`/hand-back/${saved.id}`">{{
        say('carrier.handBackOn')
      }}</RouterLink>
      <button
        v-if="main"
        class="act"
        :class="{ 'act-main': saved.station === 'carrier-lock' }"
        @click="job.tell(main.change)"
      >
        {{ main.text }}
      </button>
    </template>
  </JobFrame>
</template>
