<script setup lang="ts">
import { GENTLE, type Family, type Model } from '@benevox/core/catalog'
import { diagnoseCameBack } from '@benevox/core/diagnosis'
import { answerWords } from '@benevox/core/facts'
import { ACTION_WORDS } from '@benevox/core/route'
import { computed } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../job/jobs.ts'
import BeforeReset from '../../parts/BeforeReset.vue'
import PressAndHold from '../../parts/PressAndHold.vue'
import { isOnTheWay } from './benchButton.ts'
import CameBack from './CameBack.vue'
import GatePanel from './GatePanel.vue'
import MenuList from '../../parts/MenuList.vue'
import { useMenuPlace } from './useMenuPlace.ts'
import { possibleSystem } from './useWayToTry.ts'
import WhichSystem from './WhichSystem.vue'
import { usePageKeys } from '../../parts/pageKeys.ts'

/** Through recovery's menu, cut at the last question; the last presses only once the gates hold and the button was held. */
const props = defineProps<{ model: Model; family: Family }>()
const job = useJob()
const catalog = useCatalog()
const menus = useMenuPlace(
  job,
  computed(() => props.family),
  computed(() => false),
)
const { machine, state, menu, toWipe, toCache, toRestart, otherMenus, text, targetOf, passesOf } = menus
const { isGone, staysMs } = menus

const atLastQuestion = computed(() => toWipe.value?.beforeLastQuestion.length === 0)
const isReleased = computed(() => job.mayShowWipeKeys)
const first = computed(() => job.route?.choices[0]?.action)
/** What was signed does not let anything be deleted now: the way to the wipe is not on the screen. */
const keepsData = computed(() => {
  const consent = job.route?.consent
  return consent?.state === 'given' && consent.covers !== 'covered'
})
/** What comes first, where that is not done from recovery at all: then the way to the wipe is not shown either. */
const notFromHere = computed(() => {
  const action = job.benchAction
  if (action?.kind === 'hand-back') return 'leave-it'
  return action?.kind === 'tell' && action.change.kind === 'back-to-keys' ? first.value : undefined
})
const visible = computed(() =>
  isGone.value || keepsData.value || notFromHere.value
    ? []
    : atLastQuestion.value
      ? isReleased.value
        ? (toWipe.value?.lastQuestion ?? [])
        : []
      : (toWipe.value?.beforeLastQuestion ?? []),
)
const line = computed(() => text(visible.value))
const cacheFirst = computed(() => first.value === 'clear-cache')
const GENTLE_WORDS = {
  'repair-apps': 'looks after the apps',
  'start-safe-mode': 'starts it without the owner’s apps; if it runs then, one of them is the cause',
} as const
/** Other lines of this menu that delete nothing. */
const gentler = computed(() =>
  GENTLE.map((effect) => [effect, text(menus.toEffect(effect))] as const).filter(([, way]) => way !== ''),
)
const installFirst = computed(() => first.value === 'install-system-again')
const didNotHelp = (action: 'clear-cache' | 'install-system-again') =>
  job.recordBench({ kind: 'did-not-help', action })
const resetGates = computed(() => job.route?.wipeGates.filter(({ state: gate }) => gate !== 'open') ?? [])

/** The menu left by itself, and where it went is no menu: in recovery it stands no more. */
function hasLeft(): void {
  if (!menus.hasLeft()) void record('back-to-keys')
}
const record = (kind: 'revealed' | 'wipe-started' | 'back-to-keys') =>
  kind === 'revealed' ? job.recordBench({ kind }) : job.tell({ kind })
/** Where an update changed the menus and nobody knows the system: which of them the device shows. */
const systems = computed(() => {
  const menusOf = (family: Family) => JSON.stringify([...catalog.machineOf(family).menus])
  const differ = new Set(job.versions.map(({ family }) => menusOf(family))).size > 1
  return differ ? job.versions.map((one) => possibleSystem(one, props.family)) : []
})
/** Who will answer when the device asks for its account afterwards, as far as it was told. */
const whoAnswers = computed(() => {
  const { accountOnDevice, accountAddress, knowsAccountPassword, secondStep } = job.facts
  if (accountOnDevice !== 'yes' || !props.family.accountLock.asksAfterRecoveryReset) return undefined
  const who = accountAddress || job.customer.name || 'the owner'
  const knows =
    knowsAccountPassword === 'yes'
      ? 'who knows the password'
      : knowsAccountPassword === 'no'
        ? 'who does not know the password'
        : 'and nobody has said whether the password is known'
  const step = answerWords('secondStep', secondStep)
  return `${who}, ${knows}${step ? `; second step: ${step}` : ''}`
})
const cameBack = computed(() => job.saved?.bench.cameBack ?? 0)
const back = computed(() =>
  cameBack.value
    ? diagnoseCameBack({ machine: machine.value, family: props.family }, cameBack.value)
    : undefined,
)
/** Where recovery came back something gentler may come first. */
const isResetNext = computed(() => !back.value || back.value.next === 'reset-again' || atLastQuestion.value)
/** The way that the list shows. */
const marked = computed(() =>
  notFromHere.value || (keepsData.value && !cacheFirst.value && !installFirst.value)
    ? toRestart.value
    : isResetNext.value
      ? visible.value
      : back.value?.next === 'clear-cache'
        ? toCache.value
        : back.value?.next === 'restart'
          ? toRestart.value
          : [],
)
/** Whether the main action is the way to the reset; else the space bar is not for it. */
const spaceGoesOn = computed(() =>
  Boolean(
    job.benchAction &&
    isOnTheWay(job.benchAction, {
      menu: {
        atLastQuestion: atLastQuestion.value,
        isReleased: isReleased.value,
        keepsData: keepsData.value,
        isGone: isGone.value,
        back: back.value?.next,
      },
    }),
  ),
)
async function next(): Promise<void> {
  if (isGone.value || keepsData.value || notFromHere.value) return
  if (!atLastQuestion.value) {
    menus.given(toWipe.value?.beforeLastQuestion ?? [])
  } else if (isReleased.value) await record('wipe-started')
}
usePageKeys({
  ' ': () => spaceGoesOn.value && void next(),
  x: () => void record('back-to-keys'),
})
defineExpose({
  next,
  back,
  keepsData,
  notFromHere,
  atLastQuestion,
  isReleased,
  isGone,
  backToKeys: () => record('back-to-keys'),
})
</script>

<template>
  <div class="beside beside-wide items-start px-6 py-4">
    <div>
      <section v-if="isGone" aria-label="Left by itself" data-testid="left-by-itself">
        <p class="text-3xl leading-tight font-bold">Look at the device: it may have left this menu.</p>
        <p class="mt-1 text-lg">
          After {{ Math.round((menus.idleExit.value?.soonestMs ?? 0) / 1000) }} s without a key it leaves by
          itself. What does it show?
        </p>
        <p v-if="menus.keepsIt.value" class="mt-2 text-lg">
          Still this menu? One press keeps it while you read: <b>{{ menus.keepsIt.value }}</b>. Then click the
          line where it stands.
        </p>
        <p class="mt-3 flex gap-4">
          <button v-if="!menus.keepsIt.value" class="act" @click="menus.keyPressed">
            Still this menu, and a key was pressed
          </button>
          <button class="act" @click="hasLeft">It shows “{{ menus.leavesFor.value }}”</button>
          <button v-if="atLastQuestion" class="underline" @click="record('wipe-started')">
            It is wiping already
          </button>
        </p>
        <p class="mt-2 text-ink-soft">Another line or screen: click it in the list.</p>
      </section>
      <p v-else-if="staysMs !== undefined" class="mb-2 text-lg" role="timer">
        This menu leaves by itself in {{ Math.ceil(staysMs / 1000) }} s without a key.
        <button class="underline" @click="menus.keyPressed">A key was pressed: from the beginning</button>
      </p>
      <CameBack
        v-if="back"
        :back="back"
        :times="cameBack"
        :cache-line="text(toCache)"
        :restart-line="text(toRestart)"
      />
      <template v-if="isGone" />
      <template v-else-if="keepsData">
        <template v-if="cacheFirst && toCache.length">
          <p class="text-lg text-ink-soft">
            What was signed keeps everything on the device. From where you are, this clears the cache:
          </p>
          <p class="text-[3.4rem] leading-tight font-bold" data-testid="menu-line">{{ text(toCache) }}</p>
        </template>
        <p v-else-if="!installFirst" class="text-3xl leading-tight font-bold">
          Nothing on this device is to be deleted. Restart it: {{ text(toRestart) }}
        </p>
        <p v-if="atLastQuestion" class="mt-2 text-2xl font-bold text-stop">
          Stop: this question is about deleting everything. Go back to the list.
        </p>
      </template>
      <p v-else-if="notFromHere" class="text-3xl leading-tight font-bold" data-testid="not-from-here">
        Not from recovery now: {{ ACTION_WORDS[notFromHere] }}. Restart it: {{ text(toRestart) }}
      </p>
      <template v-else-if="line">
        <p class="text-lg text-ink-soft">
          {{
            atLastQuestion
              ? 'The last presses. After them everything is gone.'
              : isResetNext
                ? 'All keys let go. From where you are to the last question'
                : back?.next === 'repair'
                  ? 'From where you are to the last question'
                  : 'Only if that does not help: from where you are to the last question'
          }}
        </p>
        <p
          class="leading-tight font-bold"
          :class="[isResetNext ? 'text-[3.4rem]' : 'text-2xl', { 'text-stop': atLastQuestion }]"
          data-testid="menu-line"
        >
          {{ line }}
        </p>
      </template>
      <p v-else-if="!toWipe && !keepsData" class="text-2xl font-bold">
        From here no way leads to the reset. Click where you are, or begin again with the keys.
      </p>
      <template v-else-if="!keepsData">
        <p class="text-3xl leading-tight font-bold">The last question. Stop here.</p>
        <p class="mt-1 text-xl">
          Everything on this {{ model.kind }} will be gone<template v-if="whoAnswers"
            >, and it will ask for the account that is on it now</template
          >.
        </p>
        <p v-if="whoAnswers" class="mt-1 text-xl" data-testid="who-answers">
          It will be answered by <b>{{ whoAnswers }}</b>.
        </p>
      </template>

      <p
        v-if="cacheFirst && !cameBack && (keepsData || (!atLastQuestion && toCache.length))"
        class="mt-3 border-l-4 border-clear pl-3 text-lg"
      >
        <template v-if="!keepsData"
          >Harmless first: <b>{{ text(toCache) }}</b> clears the cache.
        </template>
        <span v-for="[effect, way] in gentler" :key="effect"
          >Harmless too: <b>{{ way }}</b> {{ GENTLE_WORDS[effect] }}.
        </span>
        Restart and look whether it helps.
        <button class="underline" @click="didNotHelp('clear-cache')">It did not help</button>
      </p>
      <p
        v-if="installFirst && (keepsData || !atLastQuestion)"
        class="mt-3 border-l-4 border-clear pl-3 text-lg"
      >
        Before the reset: install the system again with the file that the maker provides for this very model.
        Choose <b>apply update</b> in this menu and follow the maker’s page; it may keep what is on it.
        <button class="underline" @click="didNotHelp('install-system-again')">It did not help</button>
      </p>

      <div v-if="atLastQuestion && !isReleased && !isGone" class="mt-4">
        <GatePanel />
        <div class="mt-4 flex items-center gap-4">
          <PressAndHold :disabled="resetGates.length > 0" @held="record('revealed')"
            >Hold to show the last presses</PressAndHold
          >
          <span v-if="resetGates.length" class="text-ink-soft">{{ resetGates.length }} closed</span>
        </div>
        <p class="mt-3 text-[0.95rem] text-ink-soft">
          Was it pressed all the same? Then say so:
          <button class="underline" @click="record('wipe-started')">it is wiping already</button>. It stands
          on the record.
        </p>
      </div>
      <p v-if="atLastQuestion && isReleased && !isGone" class="mt-3 text-lg">
        Never cut the power while it wipes.<template v-if="whoAnswers">
          Afterwards it asks for the account: {{ whoAnswers }}.</template
        >
      </p>
    </div>

    <div>
      <MenuList
        v-if="menu && state?.cursor"
        :menu="menu"
        :model-text="model.modelText"
        :cursor="state.cursor.item"
        :target="
          !isGone && (isReleased || !atLastQuestion)
            ? targetOf(keepsData && cacheFirst ? toCache : marked)
            : undefined
        "
        :passes="passesOf(isGone ? [] : keepsData && cacheFirst ? toCache : marked)"
        @here="menus.atItem"
      />
      <WhichSystem
        class="mt-2"
        :systems="systems"
        hint="The update changed this menu: compare it with the device."
        @taken="menus.forget"
      />
      <p class="mt-2 text-sm text-ink-soft">Click the line the device’s cursor is on. Another screen:</p>
      <ul class="text-[0.95rem]">
        <li v-for="other in otherMenus" :key="other.name">
          <button class="underline" @click="menus.atMenu(other.name)">{{ other.title }}</button>
        </li>
      </ul>
      <BeforeReset v-if="!isGone && !keepsData" class="mt-4" />
    </div>
  </div>
</template>
