<script setup lang="ts">
import { LANGUAGES, nameOf } from '@benevox/words'
import { releasedBy } from '@benevox/core/job'
import { type RouteAction } from '@benevox/core/route'
import { computed } from 'vue'
import { call } from '../../api/client.ts'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../job/jobs.ts'
import JobFrame from '../../parts/JobFrame.vue'
import NextStation from '../../parts/NextStation.vue'
import OrderDesk from '../carrier-lock/OrderDesk.vue'
import { eventText } from '../../words/job.ts'
import { codeAfterwards, factText, reasonText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const catalog = useCatalog()
type Proof = 'signed-in' | 'step-skipped' | 'never-asked'
const prove = (proof: Proof) =>
  job.record(eventText({ kind: 'account-confirmed' }), (version, id) =>
    call('recordAccount', { params: { id }, body: { version, proof } }),
  )
const ELSEWHERE: readonly RouteAction[] = [
  'makers-service',
  'authorised-release',
  'account-page',
  'recover-account',
]
/** What the route says is done first, where that is not the sign-in nor the seller. */
const elsewhere = computed(() => {
  const first = job.route?.choices[0]
  return first && ELSEWHERE.includes(first.action) ? first : undefined
})
/** A release is ordered where the route says so, or was ordered. */
const hasReleases = computed(
  () =>
    elsewhere.value?.action === 'authorised-release' ||
    (job.saved?.orders ?? []).some((one) => releasedBy(one) === 'account'),
)
const isStrangers = computed(() => job.facts.complaint === 'second-hand')
/** A device bought second-hand stands at the wizard already; any other has to get there first. */
const atTheWizard = computed(() => job.progress?.setUpReached === true || isStrangers.value)
/** Of a stranger’s account nothing is asked here: its owner takes the device off it. */
const known = computed(() =>
  (['accountOnDevice', 'accountAddress', 'knowsAccountPassword', 'secondStep'] as const).filter(
    (name) => !isStrangers.value || job.facts[name] !== undefined,
  ),
)
const secondStep = computed(() => (job.saved?.accountConfirmed ? '' : codeAfterwards(job.facts, words)))
/** A release that was ordered is proven at its order. */
const expected = computed<Proof>(() =>
  isStrangers.value && !hasReleases.value ? 'step-skipped' : 'signed-in',
)
const others = computed(() =>
  (['signed-in', 'step-skipped', 'never-asked'] as const).filter((proof) => proof !== expected.value),
)
</script>

<template>
  <JobFrame :id="props.id">
    <template #default="{ route, job: saved }">
      <div class="grid grid-cols-2 gap-10 px-6 py-5">
        <section>
          <h1 class="mb-3">{{ say('station.account-lock') }}</h1>
          <p class="text-xl">
            <template v-if="saved.accountConfirmed">{{ say('account.confirmed') }}</template>
            <template v-else-if="elsewhere"
              ><b>{{ say(`action.${elsewhere.action}`) }}.</b> {{ reasonText(elsewhere, words) }}</template
            >
            <template v-else-if="job.facts.complaint === 'second-hand'">{{
              say('account.strangers')
            }}</template>
            <template v-else-if="route.locks.account === 'unknown'">{{ say('account.notKnown') }}</template>
            <template v-else>{{
              job.found?.family.accountLock.acceptsOldScreenLock
                ? say('account.asksOrLock')
                : say('account.asks')
            }}</template>
          </p>
          <div v-if="hasReleases" class="mt-4">
            <OrderDesk lock="account" />
          </div>
          <dl v-if="known.length" class="mt-4 border-t-2 border-ink">
            <div v-for="name in known" :key="name" class="flex gap-4 border-b border-rule py-1.5">
              <dt class="w-56 text-ink-soft first-letter:uppercase">{{ say(`fact.${name}`) }}</dt>
              <dd class="font-bold">{{ factText(name, job.facts[name], catalog.modelName, words) }}</dd>
            </div>
          </dl>
          <p v-if="secondStep" class="mt-3 font-bold text-brass">{{ secondStep }}</p>
          <p v-if="isStrangers" class="mt-3 flex flex-wrap gap-x-5">
            <span>{{ say('account.letter') }}</span>
            <a
              v-for="language in LANGUAGES"
              :key="language"
              class="underline"
              :href="`/api/jobs/${saved.id}/letter-to-seller.pdf?language=${language}`"
              target="_blank"
              >{{ nameOf(language) }}</a
            >
          </p>
          <p class="mt-3 text-ink-soft">
            {{ say('account.ownHands') }}
          </p>
        </section>
        <section>
          <h2 class="mb-2">{{ say('account.wizard') }}</h2>
          <ol class="list-decimal space-y-2 ps-6 text-lg">
            <li>{{ say('account.wizard1') }}</li>
            <li>{{ say('account.wizard2') }}</li>
            <li>{{ say('account.wizard3') }}</li>
            <li>{{ say('account.wizard4') }}</li>
          </ol>
          <h2 class="mt-6 mb-2">{{ say('account.seen') }}</h2>
          <div class="flex flex-col items-start gap-2">
            <button
              v-for="proof in others"
              :key="proof"
              class="act"
              :disabled="saved.accountConfirmed !== null || !atTheWizard"
              @click="prove(proof)"
            >
              {{ say(`accountProof.${proof}`) }}
            </button>
          </div>
          <p v-if="!atTheWizard && !saved.accountConfirmed" class="mt-2 text-ink-soft">
            {{ say('account.onlyAtWizard') }}
          </p>
        </section>
      </div>
    </template>
    <template #left="{ job: saved }"
      ><RouterLink class="underline" :to="`/jobs/${saved.id}`">{{
        say('counter.wholeJob')
      }}</RouterLink></template
    >
    <template #action="{ job: saved }">
      <button
        v-if="!saved.accountConfirmed"
        class="act"
        :class="{ 'act-main': job.main?.action.kind === 'confirm-account' }"
        :disabled="!atTheWizard"
        @click="prove(expected)"
      >
        {{ say(`accountProof.${expected}`) }}
      </button>
      <NextStation v-if="saved.station !== 'account-lock'" :job="saved" />
    </template>
  </JobFrame>
</template>
