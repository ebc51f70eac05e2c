<script setup lang="ts">
import { foresightSentences } from '@benevox/core/account'
import {
  bringList,
  BRING_WORDS,
  changeSentence,
  WORSE_WORDS,
  type Alternative,
  type Given,
  type Route,
  type RouteChange,
} from '@benevox/core/route'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import BeforeReset from '../../parts/BeforeReset.vue'
import RouteFigures from '../../parts/RouteFigures.vue'
import RouteView from '../../parts/RouteView.vue'
import PromiseLine from './PromiseLine.vue'

/** The route beside the questions: what moved it, what to do, what it comes to, what to do before the wipe. */
const props = defineProps<{
  route: Route
  jobId: number
  alternatives: readonly Alternative[]
  change: RouteChange | undefined
  given: Given | undefined
}>()
const job = useJob()
const main = computed(() => props.route.choices[0]?.action ?? 'ask-first')
const isDecided = computed(() => main.value !== 'ask-first' && main.value !== 'refuse')
const bring = computed(() =>
  job.facts.deviceHere === 'no' ? bringList(job.facts, job.device, props.route) : [],
)
const account = computed(() => (props.route.mayWipe ? foresightSentences(props.route.foresight) : []))
</script>

<template>
  <div>
    <p
      v-if="change"
      :key="JSON.stringify(change)"
      role="status"
      class="moved mb-3 border-l-4 px-3 py-1.5"
      :class="
        change.kind === 'refused' || change.kind === 'consent-void'
          ? 'border-stop bg-stop-pale'
          : 'border-brass bg-brass-pale/70'
      "
      data-testid="route-change"
    >
      {{ changeSentence(change) }}
    </p>
    <p
      v-if="route.consent.state === 'void'"
      role="alert"
      class="mb-3 border-l-4 border-stop bg-stop-pale px-3 py-1.5"
    >
      <b>What was signed is void:</b>
      {{ route.consent.worse.map((one) => WORSE_WORDS[one]).join('; ') }}. It must be read and signed again.
    </p>
    <RouteView :route="route" :job-id="jobId" brief>
      <template v-if="isDecided">
        <PromiseLine v-if="main !== 'leave-it'" :courses="route.courses" />
        <RouteFigures :option="route.option" :main="main" :alternatives="alternatives" :given="given" />
      </template>
    </RouteView>
    <section v-if="bring.length" class="mt-4" aria-label="To bring">
      <h2>Say on the telephone: bring</h2>
      <ul class="list-disc pl-5">
        <li v-for="item in bring" :key="item">{{ BRING_WORDS[item] }}</li>
      </ul>
    </section>
    <BeforeReset class="mt-4" />
    <section v-if="account.length" class="mt-4" aria-label="The account lock afterwards">
      <h2>The account lock afterwards</h2>
      <p v-for="sentence in account" :key="sentence">{{ sentence }}</p>
    </section>
  </div>
</template>
