<script setup lang="ts">
import {
  ACCOUNT_PROOFS,
  refusedWhy,
  type AccountChange,
  type AccountProof,
  type AccountStepId,
} from '@benevox/core/account'
import { reasonText } from '@benevox/words'
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import DeviceNumbers from '../../parts/DeviceNumbers.vue'
import GoOn from '../../parts/GoOn.vue'
import JobFrame from '../../parts/JobFrame.vue'
import MailList from '../../parts/MailList.vue'
import NextStation from '../../parts/NextStation.vue'
import StepsLed from '../../parts/StepsLed.vue'
import TakeBack from '../../parts/TakeBack.vue'
import ReportCompared from '../counter/ReportCompared.vue'
import OrderDesk from '../carrier-lock/OrderDesk.vue'
import { eventText } from '../../words/job.ts'
import { useNumberedButtons } from '../../parts/numberedButtons.ts'
import { chanceText, say, words } from '../../words/index.ts'
import OptionsCompared from './OptionsCompared.vue'
import PasswordChanged from './PasswordChanged.vue'
import SellerLetter from './SellerLetter.vue'
import WaitsFor from '../../parts/WaitsFor.vue'

const props = defineProps<{ id: number }>()
const job = useJob()
const now = useNow({ interval: 10_000 })
const plan = computed(() => job.accountPlanAt(now.value.toISOString()))
/** A device bought second-hand stands at the wizard already; any other has to get there first. */
const atTheWizard = computed(
  () => job.progress?.setUpReached === true || job.facts.complaint === 'second-hand',
)
const shownBy = computed(() => job.saved?.accountConfirmed?.how)
const isConfirmed = computed(() => job.saved?.accountConfirmed !== null)
const steps = computed(
  () =>
    plan.value?.steps.map((step) => ({
      ...step,
      title: say(`accountStep.${step.id}`),
      how: say(`accountHow.${step.id}`),
    })) ?? [],
)

useNumberedButtons()

const prove = (proof: AccountProof) =>
  job.record(eventText({ kind: 'account-confirmed' }), (version, id) =>
    call('recordAccount', { params: { id }, body: { version, proof } }),
  )

/** What the button of what is told once a step is done says. */
const TOLD: { readonly [Step in AccountStepId]?: () => string } = {
  'start-the-recovery': () => say('accountPage.recoveryStarted'),
  'wait-for-the-recovery': () => say('accountPage.passwordFound'),
  'wait-for-the-seller': () => say('accountPage.sellerRemoved'),
  'send-to-the-service': () => say('accountPage.sent'),
  'wait-for-the-service': () => say('accountPage.backFree'),
}
const main = computed(() => {
  if (!plan.value || isConfirmed.value || isLeft.value) return undefined
  const { now: step, does, proves, proof, situation } = plan.value
  const text = step && TOLD[step]
  if (does && text) return { text: text(), press: () => job.tell(does) }
  // A release that was ordered is proven at its order.
  return proves && situation !== 'authorised-release'
    ? { text: say(`accountProof.${proof}`), press: () => prove(proof) }
    : undefined
})
/** Nothing is left that helps: it goes back as it is. */
const isLeft = computed(() => job.main?.action.kind === 'hand-back')
/** Those that no button above stands for. */
const others = computed(() => {
  const offered = plan.value?.proves && !isLeft.value ? plan.value.proof : undefined
  return ACCOUNT_PROOFS.filter((proof) => proof !== offered)
})
const fallbacks = computed(() => job.route?.choices.slice(1) ?? [])

/** The customer says that the password was changed: the wait runs from then. */
const asksWhenChanged = computed(
  () => (job.route?.foresight.waitHours.to ?? 0) > 0 && job.account?.passwordChangedAt === undefined,
)
/** What the service gave back as free is not; or it was on it all along. */
const asksAfterAll = computed<AccountChange>(() =>
  plan.value?.situation === 'makers-service'
    ? { kind: 'service-returned', unlocked: false }
    : { kind: 'asked-after-all' },
)
const refusals = computed(() => job.account?.refusals ?? 0)
const stopText = computed(() => {
  const { why, until } = plan.value?.stop ?? {}
  if (!why) return ''
  return until === undefined || why === 'wrong-password'
    ? say(`refusedThen.${why}`)
    : `${say(`refusedThen.${why}`)} ${say('accountPage.until', { until: words.dayAndTime(until, now.value) })}`
})
</script>

<template>
  <JobFrame :id="props.id">
    <template #default>
      <div v-if="plan" class="grid grid-cols-[minmax(0,1.7fr)_minmax(0,1fr)] gap-8 px-6 py-4">
        <section>
          <h1>{{ shownBy ? say(`accountProof.${shownBy}`) : say(`accountSituation.${plan.situation}`) }}</h1>
          <p class="mt-1 mb-3 text-lg">
            {{ isConfirmed ? say('account.confirmed') : say(`accountBecause.${plan.situation}`) }}
          </p>
          <section v-if="job.facts.reportModel === 'other' && !isConfirmed" class="mb-4">
            <p class="border-s-4 border-stop bg-stop-pale px-3 py-2 text-lg">
              {{ say('barred.same-model') }}
            </p>
            <ReportCompared />
          </section>
          <StepsLed :steps="steps">
            <template #type-the-old-lock>
              <button class="act mt-2" @click="job.tell({ kind: 'old-lock-refused' })">
                {{ say('accountPage.oldLockRefused') }}
              </button>
            </template>
            <template #sign-in>
              <p v-if="job.route?.foresight.mayAskOldLock" class="text-lg leading-relaxed">
                {{ say('accountPage.useAccountInstead') }}
              </p>
              <p v-if="plan.stop" class="mt-2 border-s-4 border-stop bg-stop-pale px-3 py-2 text-lg">
                <b>{{ say('accountPage.doNotSignIn') }}</b> {{ stopText }}
                <span v-if="refusals > 1">{{ say('accountPage.refusals', { count: refusals }) }}</span>
                <button
                  v-if="plan.stop.until === undefined"
                  class="act mt-2 block"
                  @click="job.tell({ kind: 'sign-in-possible' })"
                >
                  {{ say('accountPage.settled') }}
                </button>
              </p>
              <p v-else class="mt-3 flex flex-wrap items-center gap-2">
                {{ say('accountPage.refused') }}
                <button
                  v-for="why in refusedWhy.options"
                  :key="why"
                  class="act !min-h-0"
                  @click="job.tell({ kind: 'sign-in-refused', why })"
                >
                  {{ say(`refusedWhy.${why}`) }}
                </button>
              </p>
            </template>
            <template #say-when-changed><PasswordChanged /></template>
            <template #wait-to-sign-in><PasswordChanged v-if="asksWhenChanged" /></template>
            <template #wait-for-the-recovery>
              <button class="act mt-2" @click="job.tell({ kind: 'recovery-ended', found: false })">
                {{ say('accountPage.notRecovered') }}
              </button>
            </template>
            <template #write-to-the-seller><SellerLetter :is-reminder="false" /></template>
            <template #wait-for-the-seller>
              <button class="act mt-2" @click="job.tell({ kind: 'seller-answered', removed: false })">
                {{ say('accountPage.sellerRefuses') }}
              </button>
              <SellerLetter :is-reminder="true" />
              <MailList class="mt-2" />
            </template>
            <template #restart-and-skip>
              <button
                v-if="plan.situation === 'previous-owner'"
                class="act mt-2"
                @click="job.tell({ kind: 'seller-answered', removed: false })"
              >
                {{ say('accountPage.stillAsks') }}
              </button>
            </template>
            <template #see-that-it-never-asks>
              <button class="act mt-2" @click="job.tell(asksAfterAll)">
                {{ say('accountPage.asksAfterAll') }}
              </button>
            </template>
            <template #wait-for-the-service>
              <button class="act mt-2" @click="job.tell({ kind: 'service-returned', unlocked: false })">
                {{ say('accountPage.backLocked') }}
              </button>
            </template>
          </StepsLed>
          <OrderDesk v-if="plan.situation === 'authorised-release'" class="mt-4" lock="account" />
          <section v-if="!isConfirmed" class="mt-4">
            <h2>{{ say('accountPage.otherProof') }}</h2>
            <p v-if="!atTheWizard" class="text-ink-soft">{{ say('account.onlyAtWizard') }}</p>
            <p v-else class="flex flex-wrap gap-2">
              <button v-for="proof in others" :key="proof" class="act !min-h-0" @click="prove(proof)">
                {{ say(`accountProof.${proof}`) }}
              </button>
            </p>
          </section>
          <p v-if="!isConfirmed" class="mt-4 max-w-prose text-ink-soft">{{ say('account.ownHands') }}</p>
        </section>
        <aside class="space-y-5">
          <WaitsFor v-for="wait in plan.waits" :key="wait.for" :wait="wait" :now="now" />
          <section v-if="plan.inHand.length">
            <h2>{{ say('accountPage.inHand') }}</h2>
            <ul class="ruled">
              <li v-for="item in plan.inHand" :key="item" class="py-1">{{ say(`inHand.${item}`) }}</li>
            </ul>
            <p v-if="job.facts.accountAddress && plan.inHand.includes('owner-here')" class="py-1">
              <span class="block text-ink-soft first-letter:uppercase">{{ say('fact.accountAddress') }}</span>
              <b>{{ job.facts.accountAddress }}</b>
            </p>
          </section>
          <DeviceNumbers v-if="plan.inHand.includes('device-number')" />
          <section v-if="!isConfirmed && fallbacks.length">
            <h2>{{ say('accountPage.whatFollows') }}</h2>
            <ol class="ruled">
              <li v-for="choice in fallbacks" :key="choice.action" class="py-1">
                <b>
                  <span class="font-normal text-ink-soft">{{
                    say(`follows.${choice.after ?? 'it-failed'}`)
                  }}</span>
                  {{ say(`action.${choice.action}`) }}
                </b>
                {{ say('route.helps', { chance: chanceText(choice.chance) }) }}
                <span class="block text-ink-soft">{{ reasonText(choice, words) }}</span>
              </li>
            </ol>
            <OptionsCompared class="mt-3" />
          </section>
        </aside>
      </div>
    </template>
    <template #left="{ job: saved }">
      <RouterLink class="underline" :to="`/jobs/${saved.id}`">{{ say('counter.wholeJob') }}</RouterLink>
      <RouterLink class="underline" :to="`/counter/${saved.id}`">{{
        say('accountPage.askAtCounter')
      }}</RouterLink>
      <TakeBack v-if="!isConfirmed" />
    </template>
    <template #action="{ job: saved }">
      <button v-if="main" class="act act-main" @click="main.press">{{ main.text }}</button>
      <NextStation v-if="saved.station !== 'account-lock'" :job="saved" />
      <GoOn v-else-if="isLeft" :to="`/hand-back/${saved.id}`">{{ say('carrier.handBackOn') }}</GoOn>
    </template>
  </JobFrame>
</template>
