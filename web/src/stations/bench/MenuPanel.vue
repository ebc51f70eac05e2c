<script setup lang="ts">
import { GENTLE, type Family, type Model } from '@benevox/core/catalog'
import { diagnoseCameBack } from '@benevox/core/diagnosis'
import { computed } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../job/jobs.ts'
import BeforeReset from '../../parts/BeforeReset.vue'
import PressAndHold from '../../parts/PressAndHold.vue'
import { isOnTheWay } from './benchButton.ts'
import CameBack from './CameBack.vue'
import GatePanel from './GatePanel.vue'
import LeaveLine from './LeaveLine.vue'
import MenuList from '../../parts/MenuList.vue'
import { useMenuPlace } from './useMenuPlace.ts'
import { possibleSystem } from './useNextMethod.ts'
import WhichSystem from './WhichSystem.vue'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { answerText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

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
  const agreement = job.route?.agreement
  return agreement?.state === 'given' && agreement.covers !== 'covered'
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
/** What let it into recovery is not needed any more; a watch lives on its puck. */
const mayTakeCableOut = computed(
  () => props.model.kind !== 'watch' && (job.saved?.attempts.at(-1)?.link ?? 'none') !== 'none',
)
/** How it is left with nothing deleted; not where that stands large already, or all is deleted. */
const leaving = computed(() =>
  isGone.value || keepsData.value || notFromHere.value || back.value ? '' : text(toRestart.value),
)
/** At the last question the checks take the room on the left; a list of more lines takes that below it. */
const LONG_LIST = 6
const isBesideMenu = computed(() => atLastQuestion.value && (menu.value?.items.length ?? 0) <= LONG_LIST)
/** A way of more letters is written smaller, so that all of it is in sight. */
const LONG = 45
const cacheFirst = computed(() => first.value === 'clear-cache')
/** Other lines of this menu that delete nothing. */
const gentler = computed(() =>
  GENTLE.map((effect) => [effect, text(menus.toEffect(effect))] as const).filter(([, way]) => way !== ''),
)
const installFirst = computed(() => first.value === 'install-system-again')
const didNotHelp = (action: 'clear-cache' | 'install-system-again') =>
  job.recordStep({ kind: 'did-not-help', action })
const resetGates = computed(() => job.route?.wipeGates.filter(({ state: gate }) => gate !== 'open') ?? [])

/** The menu left by itself, and where it went is no menu: in recovery it stands no more. */
function hasLeft(): void {
  if (!menus.hasLeft()) void record('back-to-keys')
}
const record = (kind: 'revealed' | 'wipe-started' | 'back-to-keys') =>
  kind === 'revealed' ? job.recordStep({ kind }) : job.tell({ kind })
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
  const who = accountAddress || job.customer.name || say('menus.owner')
  const knows =
    knowsAccountPassword === 'yes'
      ? say('menus.knows', { who })
      : knowsAccountPassword === 'no'
        ? say('menus.knowsNot', { who })
        : say('menus.notAsked', { who })
  const how = answerText('secondStep', secondStep, words)
  return how ? `${knows}. ${say('menus.code', { how })}` : knows
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
usePageKeys(
  { key: ' ', does: 'keyHelp.next', when: () => spaceGoesOn.value, press: () => void next() },
  { key: 'x', does: 'keyHelp.notInRecovery', press: () => void record('back-to-keys') },
)
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
  <div class="beside beside-wide items-start px-6 py-3">
    <div>
      <section v-if="isGone" :aria-label="say('menus.leftLabel')" data-testid="left-by-itself">
        <p class="text-3xl leading-tight font-bold">{{ say('menus.look') }}</p>
        <p class="mt-1 text-lg">
          {{
            say('menus.leavesAfter', { seconds: Math.round((menus.idleExit.value?.soonestMs ?? 0) / 1000) })
          }}
        </p>
        <p v-if="menus.keepsIt.value" class="mt-2 text-lg">
          {{ say('menus.keepIt', { key: menus.keepsIt.value }) }}
        </p>
        <p class="mt-3 flex gap-4">
          <button v-if="!menus.keepsIt.value" class="act" @click="menus.keyPressed">
            {{ say('menus.stillPressed') }}
          </button>
          <button class="act" @click="hasLeft">
            {{ say('menus.shows', { page: menus.leavesFor.value ?? '' }) }}
          </button>
          <button v-if="atLastQuestion" class="underline" @click="record('wipe-started')">
            {{ say('menus.isWiping') }}
          </button>
        </p>
        <p class="mt-2 text-ink-soft">{{ say('menus.clickOther') }}</p>
      </section>
      <p v-else-if="staysMs !== undefined" class="mb-1 xl:text-lg" role="timer">
        {{ say('menus.leavesIn', { seconds: Math.ceil(staysMs / 1000) }) }}
        <button class="underline" @click="menus.keyPressed">{{ say('menus.keyPressed') }}</button>
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
            {{ say('menus.cacheSigned') }}
          </p>
          <p class="text-[3.4rem] leading-tight font-bold" data-testid="menu-line">{{ text(toCache) }}</p>
        </template>
        <p v-else-if="!installFirst" class="text-3xl leading-tight font-bold">
          {{ say('menus.nothingDeleted', { line: text(toRestart) }) }}
        </p>
        <p v-if="atLastQuestion" class="mt-2 text-2xl font-bold text-stop">
          {{ say('menus.stopDeleting') }}
        </p>
      </template>
      <p v-else-if="notFromHere" class="text-3xl leading-tight font-bold" data-testid="not-from-here">
        {{ say('menus.notFromHere', { action: say(`action.${notFromHere}`), line: text(toRestart) }) }}
      </p>
      <template v-else-if="line">
        <p class="text-lg text-ink-soft">
          {{
            atLastQuestion
              ? say('menus.wipeKeys')
              : isResetNext
                ? say('menus.toConfirmation')
                : back?.next === 'repair'
                  ? say('menus.fromHere')
                  : say('menus.onlyIfNot')
          }}
        </p>
        <p
          class="leading-tight font-bold"
          :class="[
            isResetNext
              ? line.length > LONG
                ? 'text-[2rem] xl:text-[2.6rem]'
                : 'text-[2.6rem] xl:text-[3.4rem]'
              : 'text-2xl',
            { 'text-stop': atLastQuestion },
          ]"
          data-testid="menu-line"
        >
          {{ line }}
        </p>
      </template>
      <p v-else-if="!toWipe && !keepsData" class="text-2xl font-bold">
        {{ say('menus.noWay') }}
      </p>
      <template v-else-if="!keepsData">
        <p class="text-[1.45rem] leading-tight font-bold xl:text-[2.1rem]">{{ say('menus.confirmation') }}</p>
        <p class="mt-1 leading-snug xl:text-lg">
          {{ whoAnswers ? say('menus.allGoneAccount') : say('menus.allGone') }}
        </p>
        <p v-if="whoAnswers" class="mt-1 leading-snug xl:text-lg" data-testid="who-answers">
          {{ say('menus.whoAnswers', { who: whoAnswers }) }}
        </p>
      </template>

      <p
        v-if="cacheFirst && !cameBack && (keepsData || (!atLastQuestion && toCache.length))"
        class="mt-3 border-s-4 border-clear ps-3 text-lg"
      >
        <template v-if="!keepsData">{{ say('menus.clearsCache', { line: text(toCache) }) }}</template>
        <span v-for="[effect, way] in gentler" :key="effect" class="block">{{
          say(`menus.${effect}`, { line: way })
        }}</span>
        {{ say('menus.restartAndLook') }}
        <button class="underline" @click="didNotHelp('clear-cache')">{{ say('menus.didNotHelp') }}</button>
      </p>
      <p
        v-if="installFirst && (keepsData || !atLastQuestion)"
        class="mt-3 border-s-4 border-clear ps-3 text-lg"
      >
        {{ say('menus.installFirst') }}
        <button class="underline" @click="didNotHelp('install-system-again')">
          {{ say('menus.didNotHelp') }}
        </button>
      </p>

      <BeforeReset v-if="!isGone && !keepsData && !atLastQuestion" class="mt-6" as="pictures" />
      <p v-if="mayTakeCableOut && !atLastQuestion" class="mt-3 xl:text-lg" data-testid="caution">
        {{ say('caution.cable-out') }}
      </p>
      <LeaveLine
        v-if="leaving && !isBesideMenu"
        class="mt-3"
        :line="leaving"
        @restarts="record('back-to-keys')"
      />
      <div v-if="atLastQuestion && !isReleased && !isGone" class="mt-3">
        <GatePanel />
        <div class="mt-3 flex items-center gap-4">
          <PressAndHold :disabled="resetGates.length > 0" @held="record('revealed')">{{
            say('menus.hold')
          }}</PressAndHold>
          <span v-if="resetGates.length" class="text-ink-soft">{{
            say('gentle.missing', { count: resetGates.length })
          }}</span>
        </div>
        <p class="mt-2 text-[0.95rem] leading-snug text-ink-soft">
          {{ say('menus.pressedAnyway') }}
          <button class="underline" @click="record('wipe-started')">{{ say('menus.isWiping') }}</button> ·
          {{ say('gentle.isReset.note') }}
        </p>
      </div>
      <p v-if="atLastQuestion && isReleased && !isGone" class="mt-3 text-lg">
        {{ say('menus.neverCut') }}
        <template v-if="whoAnswers">{{ say('menus.whoAnswers', { who: whoAnswers }) }}</template>
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
      <WhichSystem class="mt-2" :systems="systems" :hint="say('menus.updateChanged')" @taken="menus.forget" />
      <div class="mt-1 flex flex-wrap gap-x-3 text-sm">
        <p class="text-ink-soft">{{ say('menus.clickLine') }}</p>
        <button
          v-for="other in otherMenus"
          :key="other.name"
          class="underline"
          @click="menus.atMenu(other.name)"
        >
          {{ other.title }}
        </button>
      </div>
      <BeforeReset v-if="!isGone && !keepsData && atLastQuestion" class="mt-1" as="pictures" />
      <LeaveLine
        v-if="leaving && isBesideMenu"
        class="mt-1 !text-base"
        :line="leaving"
        @restarts="record('back-to-keys')"
      />
    </div>
  </div>
</template>
