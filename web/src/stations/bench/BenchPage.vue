<script setup lang="ts">
import { TOLD_STEPS, type BenchChange, type BenchStepKind } from '@benevox/core/job'
import type { RouteAction } from '@benevox/core/route'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import JobFrame from '../../parts/JobFrame.vue'
import NextStation from '../../parts/NextStation.vue'
import ChargeFirst from './ChargeFirst.vue'
import TakeBack from './TakeBack.vue'
import AfterPanel from './AfterPanel.vue'
import GentlePanel from './GentlePanel.vue'
import KeyPanel from './KeyPanel.vue'
import MenuPanel from './MenuPanel.vue'
import UnknownModel from './UnknownModel.vue'
import { usePageKeys } from '../../parts/pageKeys.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const keys = ref<InstanceType<typeof KeyPanel>>()
const menu = ref<InstanceType<typeof MenuPanel>>()

const WORKED_WORDS: Partial<Record<RouteAction, string>> = {
  remember: 'It is unlocked',
  'remote-unlock': 'It is unlocked',
  'reset-from-settings': 'Reset from the settings is done',
  'recover-account': 'The password is found',
  'clear-cache': 'It helped: it works again',
  'install-system-again': 'It helped: it works again',
}
const TELL_WORDS: Partial<Record<BenchStepKind, string>> = {
  'account-taken-off': 'The list of accounts is empty',
  'back-to-keys': 'Not in recovery any more',
  'wipe-started': 'It is wiping',
  'wipe-finished': 'The menu is back',
  'first-start': 'It restarts',
  'set-up': 'The set-up wizard shows',
}
const first = computed(() => job.route?.choices[0])
const LIFTED_WORDS = {
  remembered: 'The owner remembered it: it is unlocked',
  'remote-unlock': 'It is unlocked',
  settings: 'It is reset from its settings',
  'cache-cleared': 'It works again: the cache was cleared',
  'system-installed': 'It works again: the system was installed again',
} as const
const didNotHelp = () => first.value && record({ kind: 'did-not-help', action: first.value.action })
/** Where the work at the device stands; done, once the job waits elsewhere. */
const stage = computed(() => {
  const bench = job.saved?.bench
  if (!bench || !job.benchPlace) return 'none'
  const isElsewhere = job.saved?.station !== 'bench'
  return isElsewhere && (bench.screenLifted || bench.setUpAt) ? 'done' : job.benchPlace
})
/** What happened at the device is told, also while the server is away; all else stands on what was seen. */
const record = (change: BenchChange) =>
  TOLD_STEPS.includes(change.kind) ? job.tell(change) : job.recordBench(change)
function worked(change: BenchChange | undefined): void {
  if (change) return void record(change)
  // Who finds it anew changes it: the device then refuses the sign-in for a while.
  job.setFact('knowsAccountPassword', 'yes')
  job.setFact('passwordChangedLately', 'yes')
}

interface Button {
  readonly text: string
  /** Whether the space bar and the foot switch press it. */
  readonly onSpace: boolean
  readonly press: () => void
}
/** The button of what is next at the device; none where that is held, chosen or answered on the page itself. */
const button = computed((): Button | undefined => {
  const action = job.benchAction
  if (!action || stage.value === 'done' || !job.found) return undefined
  if (stage.value === 'keys') return atTheKeys.value
  switch (action.kind) {
    case 'try':
      return {
        text: WORKED_WORDS[action.action] ?? '',
        onSpace: false,
        press: () => worked(action.worked),
      }
    case 'came-back':
      return menu.value?.isOnTheWay ? throughTheMenu.value : cameBack.value
    case 'check':
    case 'reveal':
      return throughTheMenu.value
    case 'tell':
      return action.change.kind === 'wipe-started'
        ? throughTheMenu.value
        : {
            text: TELL_WORDS[action.change.kind] ?? '',
            onSpace: stage.value === 'after',
            press: () =>
              action.change.kind === 'back-to-keys' ? menu.value?.backToKeys() : record(action.change),
          }
    default:
      return undefined
  }
})
const atTheKeys = computed((): Button | undefined => {
  const { phase, countingIn, next } = keys.value ?? {
    phase: 'asking',
    countingIn: false,
    next: () => undefined,
  }
  if (phase === 'asking' || phase === 'other') return undefined
  return {
    text: phase === 'before' ? 'Begin the try' : countingIn ? 'Begin at once' : 'Seen',
    onSpace: phase !== 'before' || job.benchAction?.kind !== 'charge',
    press: () => void next(),
  }
})
const throughTheMenu = computed((): Button | undefined => {
  if (stage.value !== 'menu' || !menu.value || menu.value.keepsData) return undefined
  const { atLastQuestion, isReleased, next } = menu.value
  if (!atLastQuestion) return { text: 'The last question shows', onSpace: true, press: () => void next() }
  return isReleased ? { text: 'It is wiping', onSpace: true, press: () => void next() } : undefined
})
const cameBack = computed((): Button | undefined =>
  menu.value?.back?.next === 'repair'
    ? undefined
    : { text: 'It restarts', onSpace: false, press: () => menu.value?.restarts() },
)
/** Handed back as it is: the route says so, or it is a matter for repair. */
const handsBack = computed(
  () =>
    job.benchAction?.kind === 'hand-back' ||
    (job.benchAction?.kind === 'came-back' && menu.value?.back?.next === 'repair'),
)
/** The way through the menu, where something gentler comes first or that is a matter for repair. */
const allTheSame = computed(() => {
  const kind = job.benchAction?.kind
  return stage.value === 'menu' && (kind === 'try' || kind === 'came-back') && !menu.value?.isOnTheWay
    ? throughTheMenu.value
    : undefined
})
const isHere = computed(() => job.saved?.station === 'bench')
usePageKeys({ ' ': () => stage.value === 'after' && button.value?.press() })
</script>

<template>
  <JobFrame :id="props.id">
    <template #default="{ job: saved, route }">
      <p v-if="!job.found && job.facts.modelId" class="px-6 py-5 text-xl">
        The catalogue has this model by name only; nobody has told it how it behaves. Look in the
        <RouterLink class="underline" to="/playbook">playbook</RouterLink> which families fit what you see,
        try one on its twin, and <RouterLink class="underline" to="/playbook/teach">teach</RouterLink> the
        model there; then name it again at the
        <RouterLink class="underline" :to="`/counter/${saved.id}`">counter</RouterLink>.
      </p>
      <p v-else-if="route.choices[0]?.action === 'refuse'" class="px-6 py-5 text-2xl font-bold text-stop">
        No work on this device. <RouterLink class="underline" :to="`/jobs/${saved.id}`">Why</RouterLink>
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
          {{
            saved.bench.screenLifted
              ? LIFTED_WORDS[saved.bench.screenLifted.how]
              : 'The set-up wizard is there'
          }}
        </h1>
      </div>
    </template>
    <template #left="{ job: saved }">
      <RouterLink class="underline" :to="`/jobs/${saved.id}`">The whole job</RouterLink>
      <button v-if="stage === 'keys' && keys?.phase === 'running'" class="act" @click="keys.ask()">
        It went wrong <span class="key-hint">X</span>
      </button>
      <button v-if="stage === 'menu' && !menu?.notFromHere" class="act" @click="menu?.backToKeys()">
        Not in recovery any more <span class="key-hint">X</span>
      </button>
      <button v-if="stage === 'gentle'" class="act" @click="didNotHelp">It did not work</button>
      <TakeBack v-if="stage !== 'keys'" />
    </template>
    <template #action="{ job: saved }">
      <button v-if="allTheSame" class="act" @click="allTheSame.press">{{ allTheSame.text }}</button>
      <ChargeFirst v-if="isHere && job.benchAction?.kind === 'charge' && keys?.phase === 'before'" is-main />
      <button
        v-if="button"
        class="act"
        :class="{ 'act-main': isHere && job.benchAction?.kind !== 'charge' }"
        @click="button.press"
      >
        {{ button.text }} <span v-if="button.onSpace" class="key-hint">Space</span>
      </button>
      <RouterLink v-else-if="isHere && handsBack" class="act act-main" :to="`/hand-back/${saved.id}`">
        Hand it back as it is
      </RouterLink>
      <NextStation v-if="!isHere" :job="saved" />
    </template>
  </JobFrame>
</template>
