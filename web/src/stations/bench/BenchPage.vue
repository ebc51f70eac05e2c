<script setup lang="ts">
import { TOLD_STEPS, type StepChange, type BenchPlace, type MainAction } from '@benevox/core/job'
import { computed, ref, watch } from 'vue'
import { useJob } from '../../job/jobs.ts'
import GoOn from '../../parts/GoOn.vue'
import JobFrame from '../../parts/JobFrame.vue'
import NextStation from '../../parts/NextStation.vue'
import ChargeFirst from './ChargeFirst.vue'
import { allTheSame, benchButton, handsBack, type BenchButton, type Panels } from './benchButton.ts'
import TakeBack from '../../parts/TakeBack.vue'
import AfterPanel from './AfterPanel.vue'
import GentlePanel from './GentlePanel.vue'
import KeyPanel from './KeyPanel.vue'
import MenuPanel from './MenuPanel.vue'
import UnknownModel from './UnknownModel.vue'
import { say } from '../../words/index.ts'
import { useNumberedButtons } from '../../parts/numberedButtons.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const keys = ref<InstanceType<typeof KeyPanel>>()
const menu = ref<InstanceType<typeof MenuPanel>>()

const first = computed(() => job.route?.choices[0])
const didNotHelp = () => first.value && record({ kind: 'did-not-help', action: first.value.action })
/** Where the work at the device stands; done, once the job waits elsewhere. */
const stage = computed(() => {
  const bench = job.saved?.bench
  if (!bench || !job.benchPlace) return 'none'
  const isElsewhere = job.saved?.station !== 'bench'
  return isElsewhere && (bench.screenLifted || bench.setUpAt) ? 'done' : job.benchPlace
})
watch(stage, () => window.scrollTo({ top: 0 }), { flush: 'post' })
/** What happened at the device is told, also while the server is away; all else stands on what was seen. */
const record = (change: StepChange) =>
  TOLD_STEPS.includes(change.kind) ? job.tell(change) : job.recordStep(change)
const panels = computed((): Panels => {
  const at = menu.value
  return {
    keys: keys.value && {
      phase: keys.value.phase,
      countingIn: keys.value.countingIn,
      isForRepair: keys.value.isForRepair,
    },
    menu: at && {
      atLastQuestion: at.atLastQuestion,
      isReleased: at.isReleased,
      keepsData: at.keepsData,
      isGone: at.isGone,
      back: at.back?.next,
    },
  }
})
const of = <T,>(make: (action: MainAction, place: BenchPlace, panels: Panels) => T): T | undefined =>
  job.benchAction && job.benchPlace && job.found && stage.value !== 'done'
    ? make(job.benchAction, job.benchPlace, panels.value)
    : undefined
const button = computed(() => of(benchButton))
const other = computed(() => of(allTheSame))
const isHandedBack = computed(() => of((action, _, at) => handsBack(action, at)) ?? false)
function press({ does }: BenchButton): void {
  switch (does.kind) {
    case 'keys':
      return void keys.value?.next()
    case 'menu':
      return void menu.value?.next()
    case 'tell':
      void record(does.change)
  }
}
const isBeforeTheKeys = computed(() => keys.value?.phase === 'preparing' || keys.value?.phase === 'before')
const isHere = computed(() => job.saved?.station === 'bench')
useNumberedButtons({ isOn: () => stage.value === 'gentle' || stage.value === 'after' })
usePageKeys({
  key: ' ',
  does: 'keyHelp.next',
  when: () => stage.value === 'after' && button.value !== undefined,
  press: () => button.value && press(button.value),
})
</script>

<template>
  <JobFrame :id="props.id">
    <template #default="{ job: saved, route }">
      <p v-if="!job.found && job.facts.modelId" class="px-6 py-5 text-xl">
        {{ say('benchPage.nameOnly') }}
        <span class="mt-2 flex gap-5">
          <RouterLink class="underline" to="/playbook">{{ say('benchPage.toPlaybook') }}</RouterLink>
          <RouterLink class="underline" to="/playbook/teach">{{ say('benchPage.teach') }}</RouterLink>
          <RouterLink class="underline" :to="`/counter/${saved.id}`">{{ say('goTo.counter') }}</RouterLink>
        </span>
      </p>
      <p v-else-if="route.choices[0]?.action === 'refuse'" class="px-6 py-5 text-2xl font-bold text-stop">
        {{ say('benchPage.noWork') }}
        <RouterLink class="underline" :to="`/jobs/${saved.id}`">{{ say('benchPage.why') }}</RouterLink>
      </p>
      <UnknownModel v-else-if="!job.found" :job-id="saved.id" />
      <GentlePanel
        v-else-if="stage === 'gentle' && first"
        :choice="first"
        :model="job.found.model"
        :family="job.found.family"
      />
      <KeyPanel v-else-if="stage === 'keys'" ref="keys" :model="job.found.model" :family="job.found.family" />
      <MenuPanel
        v-else-if="stage === 'menu'"
        ref="menu"
        :model="job.found.model"
        :family="job.found.family"
      />
      <AfterPanel
        v-else-if="stage === 'after'"
        :key="saved.bench.wipeFinishedAt"
        :model="job.found.model"
        :family="job.found.family"
        :bench="saved.bench"
      />
      <div v-else class="px-6 py-5">
        <h1>
          {{ saved.bench.screenLifted ? say(`lifted.${saved.bench.screenLifted.how}`) : say('after.wizard') }}
        </h1>
      </div>
    </template>
    <template #left="{ job: saved }">
      <RouterLink class="underline" :to="`/jobs/${saved.id}`">{{ say('counter.wholeJob') }}</RouterLink>
      <button v-if="stage === 'keys' && keys?.phase === 'running'" class="act" @click="keys.ask()">
        {{ say('benchPage.wrong') }} <span class="key-hint">X</span>
      </button>
      <button v-if="stage === 'menu' && !menu?.notFromHere" class="act" @click="menu?.backToKeys()">
        {{ say('benchPage.notInRecovery') }} <span class="key-hint">X</span>
      </button>
      <button v-if="stage === 'gentle'" class="act" @click="didNotHelp">
        {{ say('benchPage.didNotWork') }}
      </button>
      <TakeBack :only-at-once="stage === 'keys'" />
    </template>
    <template #action="{ job: saved }">
      <button v-if="other" class="act" @click="press(other)">{{ other.text }}</button>
      <ChargeFirst v-if="isHere && job.benchAction?.kind === 'charge' && isBeforeTheKeys" is-main />
      <button
        v-if="button"
        class="act"
        :class="{ 'act-main': isHere && job.benchAction?.kind !== 'charge' }"
        @click="press(button)"
      >
        {{ button.text }} <span v-if="button.onSpace" class="key-hint">{{ say('keyboard.space') }}</span>
      </button>
      <GoOn v-else-if="isHere && isHandedBack" :to="`/hand-back/${saved.id}`">{{
        say('counter.handBackAsIs')
      }}</GoOn>
      <NextStation v-if="!isHere" :job="saved" :without-key="stage !== 'done'" />
    </template>
  </JobFrame>
</template>
