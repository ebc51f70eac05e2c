<script setup lang="ts">
import { bringList, type Alternative, type Given, type Route, type RouteChange } from '@benevox/core/route'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import BeforeReset from '../../parts/BeforeReset.vue'
import RouteFigures from '../../parts/RouteFigures.vue'
import RouteView from '../../parts/RouteView.vue'
import PromiseLine from './PromiseLine.vue'
import { accountText, changeText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

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
const account = computed(() => (props.route.mayWipe ? accountText(props.route.foresight, words) : []))
</script>

<template>
  <div>
    <p
      v-if="change"
      :key="JSON.stringify(change)"
      role="status"
      class="moved mb-3 border-s-4 px-3 py-1.5"
      :class="
        change.kind === 'refused' || change.kind === 'agreement-void'
          ? 'border-stop bg-stop-pale'
          : 'border-brass bg-brass-pale/70'
      "
      data-testid="route-change"
    >
      {{ changeText(change, words) }}
    </p>
    <p
      v-if="route.agreement.state === 'void'"
      role="alert"
      class="mb-3 border-s-4 border-stop bg-stop-pale px-3 py-1.5"
    >
      <b>{{ say('beside.void') }}</b>
      {{
        say('beside.signAgain', { what: words.list(route.agreement.worse.map((one) => say(`worse.${one}`))) })
      }}
    </p>
    <RouteView :route="route" :job-id="jobId" brief>
      <template v-if="isDecided">
        <PromiseLine v-if="main !== 'leave-it'" :courses="route.courses" />
        <RouteFigures :option="route.option" :main="main" :alternatives="alternatives" :given="given" />
      </template>
    </RouteView>
    <section v-if="bring.length" class="mt-4" :aria-label="say('beside.toBring')">
      <h2>{{ say('beside.sayBring') }}</h2>
      <ul class="list-disc ps-5">
        <li v-for="item in bring" :key="item">{{ say(`bring.${item}`) }}</li>
      </ul>
    </section>
    <BeforeReset class="mt-4" as="words" />
    <section v-if="account.length" class="mt-4" :aria-label="say('beside.account')">
      <h2>{{ say('beside.account') }}</h2>
      <p v-for="sentence in account" :key="sentence">{{ sentence }}</p>
    </section>
  </div>
</template>
