<script setup lang="ts">
import { TOLD_STEPS, type BenchChange } from '@benevox/core/job'
import type { RouteAction } from '@benevox/core/route'
import { useEventListener } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import JobFrame from '../../parts/JobFrame.vue'
import { isForThePage } from '../../parts/pageKey.ts'
import NextStation from '../../parts/NextStation.vue'
import TakeBack from './TakeBack.vue'
import AfterPanel from './AfterPanel.vue'
import GentlePanel from './GentlePanel.vue'
import KeyPanel from './KeyPanel.vue'
import MenuPanel from './MenuPanel.vue'
import UnknownModel from './UnknownModel.vue'

const props = defineProps<{ id: number }>()
const job = useJob()
const keys = ref<InstanceType<typeof KeyPanel>>()
const menu = ref<InstanceType<typeof MenuPanel>>()

const DONE_WORDS: Partial<Record<RouteAction, string>> = {
  remember: 'It is unlocked',
  'remote-unlock': 'It is unlocked',
  'reset-from-settings': 'Reset from the settings is done',
  'recover-account': 'The password is found',
}
const LIFTED: Partial<Record<RouteAction, 'remembered' | 'remote-unlock' | 'settings'>> = {
  remember: 'remembered',
  'remote-unlock': 'remote-unlock',
  'reset-from-settings': 'settings',
}
/** What comes before anybody goes near recovery: the first choice, unless that is recovery itself. */
const gentle = computed(() => {
  const first = job.route?.choices[0]
  return first && (LIFTED[first.action] !== undefined || first.action === 'recover-account')
    ? first
    : undefined
})
const LIFTED_WORDS = {
  remembered: 'The owner remembered it: it is unlocked',
  'remote-unlock': 'It is unlocked',
  settings: 'It is reset from its settings',
  'cache-cleared': 'It works again: the cache was cleared',
  'system-installed': 'It works again: the system was installed again',
} as const
const didNotHelp = () => gentle.value && record({ kind: 'did-not-help', action: gentle.value.action })
const stage = computed(() => {
  const bench = job.saved?.bench
  if (!bench) return 'none'
  if (bench.screenLifted || bench.setUpAt) return 'done'
  if (bench.wipeStartedAt || bench.firstStartAt) return 'after'
  if (bench.inRecoveryAt) return 'menu'
  return gentle.value ? 'gentle' : 'keys'
})
/** What happened at the device is told, also while the server is away; all else stands on what was seen. */
const record = (change: BenchChange) =>
  TOLD_STEPS.includes(change.kind) ? job.tell(change) : job.recordBench(change)
const afterStep = computed<{ kind: 'wipe-finished' | 'first-start' | 'set-up'; text: string } | undefined>(
  () => {
    const bench = job.saved?.bench
    if (!bench || bench.setUpAt || !(bench.wipeStartedAt || bench.firstStartAt)) return undefined
    if (bench.wipeStartedAt && !bench.wipeFinishedAt)
      return { kind: 'wipe-finished', text: 'The menu is back' }
    return bench.firstStartAt
      ? { kind: 'set-up', text: 'The set-up wizard shows' }
      : { kind: 'first-start', text: 'It restarts' }
  },
)
function lifted(): void {
  if (gentle.value?.action === 'recover-account') {
    // Who finds it anew changes it: the device then refuses the sign-in for a while.
    job.setFact('knowsAccountPassword', 'yes')
    job.setFact('passwordChangedLately', 'yes')
  }
  const how = gentle.value && LIFTED[gentle.value.action]
  if (how) void record({ kind: 'screen-lifted', how })
}
useEventListener('keydown', (event: KeyboardEvent) => {
  if (event.key !== ' ' || !isForThePage(event)) return
  if (stage.value !== 'after' || !afterStep.value) return
  event.preventDefault()
  void record({ kind: afterStep.value.kind })
})
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
        v-else-if="stage === 'gentle' && gentle"
        :choice="gentle"
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
      <button v-if="stage === 'menu'" class="act" @click="menu?.backToKeys()">
        Not in recovery any more <span class="key-hint">X</span>
      </button>
      <button v-if="stage === 'gentle' && gentle" class="act" @click="didNotHelp">It did not work</button>
      <TakeBack v-if="stage !== 'keys'" />
    </template>
    <template #action="{ job: saved }">
      <button
        v-if="stage === 'gentle' && (gentle?.action !== 'reset-from-settings' || job.mayShowWipeKeys)"
        class="act act-main"
        @click="lifted"
      >
        {{ gentle ? DONE_WORDS[gentle.action] : '' }}
      </button>
      <button
        v-else-if="stage === 'keys' && keys && keys.phase !== 'asking' && keys.phase !== 'other'"
        class="act act-main"
        @click="keys.next()"
      >
        {{ keys.phase === 'before' ? 'Begin the try' : keys.countingIn ? 'Begin at once' : 'Seen' }}
        <span class="key-hint">Space</span>
      </button>
      <button
        v-else-if="stage === 'menu' && menu && !menu.keepsData && (!menu.atLastQuestion || menu.isReleased)"
        class="act act-main"
        @click="menu.next()"
      >
        {{ menu.atLastQuestion ? 'It is wiping' : 'The last question shows' }}
        <span class="key-hint">Space</span>
      </button>
      <button
        v-else-if="stage === 'menu' && menu?.keepsData && menu.mend"
        class="act act-main"
        @click="menu.worksAgain(menu.mend)"
      >
        It helped: it works again
      </button>
      <button v-else-if="afterStep" class="act act-main" @click="record({ kind: afterStep.kind })">
        {{ afterStep.text }} <span class="key-hint">Space</span>
      </button>
      <NextStation v-else-if="stage === 'done'" :job="saved" />
    </template>
  </JobFrame>
</template>
