<script setup lang="ts">
import { secondStepAfterwards } from '@benevox/core/account'
import { LANGUAGES, nameOf } from '@benevox/words'
import { releasedBy } from '@benevox/core/job'
import { ACTION_WORDS, FACT_WORDS, reasonSentence, type RouteAction } from '@benevox/core/route'
import { computed } from 'vue'
import { call } from '../../api/client.ts'
import { useCatalog } from '../../api/catalog.ts'
import { useJob } from '../../job/jobs.ts'
import JobFrame from '../../parts/JobFrame.vue'
import NextStation from '../../parts/NextStation.vue'
import OrderDesk from '../carriers/OrderDesk.vue'
import { eventWords } from '../../words/en.ts'
import { factText } from '../../words/facts.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const catalog = useCatalog()
const PROOF_WORDS = {
  'signed-in': 'The owner has signed in',
  'step-skipped': 'The account step can be skipped',
  'never-asked': 'It never asked for an account',
} as const
type Proof = keyof typeof PROOF_WORDS
const prove = (proof: Proof) =>
  job.record(eventWords({ kind: 'account-confirmed' }), (version, id) =>
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
const secondStep = computed(() => (job.saved?.accountConfirmed ? '' : secondStepAfterwards(job.facts)))
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
          <h1 class="mb-3">Account lock</h1>
          <p class="text-xl">
            <template v-if="saved.accountConfirmed"
              >Confirmed off. The account lock is out of the way.</template
            >
            <template v-else-if="elsewhere"
              ><b>{{ ACTION_WORDS[elsewhere.action] }}.</b> {{ reasonSentence(elsewhere) }}</template
            >
            <template v-else-if="job.facts.complaint === 'second-hand'"
              >It asks for a stranger’s account. The previous owner removes the device from their account,
              from afar and in minutes.</template
            >
            <template v-else-if="route.locks.account === 'unknown'"
              >Not known whether an account was on it. Go through the set-up wizard and look.</template
            >
            <template v-else
              >The set-up wizard asks for an account that was on the device<template
                v-if="job.found?.family.accountLock.acceptsOldScreenLock"
                >, or for the old screen lock</template
              >.</template
            >
          </p>
          <div v-if="hasReleases" class="mt-4">
            <OrderDesk lock="account" />
          </div>
          <dl v-if="known.length" class="mt-4 border-t-2 border-ink">
            <div v-for="name in known" :key="name" class="flex gap-4 border-b border-rule py-1.5">
              <dt class="w-56 text-ink-soft">{{ FACT_WORDS[name] }}</dt>
              <dd class="font-bold">{{ factText(name, job.facts[name], catalog.modelName) }}</dd>
            </div>
          </dl>
          <p v-if="secondStep" class="mt-3 font-bold text-brass">{{ secondStep }}</p>
          <p v-if="isStrangers" class="mt-3 flex flex-wrap gap-x-5">
            <span>A short plain letter to the seller, with the steps:</span>
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
            The owner signs in with their own hands. Password and codes are never written down. There is no
            way around this lock here: it is what a thief would use, and the shop is liable.
          </p>
        </section>
        <section>
          <h2 class="mb-2">The way through the wizard</h2>
          <ol class="list-decimal space-y-2 pl-6 text-lg">
            <li>Language, then network: Wi-Fi must be on.</li>
            <li>Account: the owner signs in; after that another account may be used.</li>
            <li>Then <i>copy from a backup</i>, or <i>set up as new</i>.</li>
            <li>Restart. That the account step can now be skipped is the proof.</li>
          </ol>
          <h2 class="mt-6 mb-2">What you saw</h2>
          <div class="flex flex-col items-start gap-2">
            <button
              v-for="proof in others"
              :key="proof"
              class="act"
              :disabled="saved.accountConfirmed !== null || !atTheWizard"
              @click="prove(proof)"
            >
              {{ PROOF_WORDS[proof] }}
            </button>
          </div>
          <p v-if="!atTheWizard && !saved.accountConfirmed" class="mt-2 text-ink-soft">
            Proven only once the set-up wizard has been reached on the bench.
          </p>
        </section>
      </div>
    </template>
    <template #left="{ job: saved }"
      ><RouterLink class="underline" :to="`/jobs/${saved.id}`">The whole job</RouterLink></template
    >
    <template #action="{ job: saved }">
      <button
        v-if="!saved.accountConfirmed"
        class="act"
        :class="{ 'act-main': job.main?.action.kind === 'confirm-account' }"
        :disabled="!atTheWizard"
        @click="prove(expected)"
      >
        {{ PROOF_WORDS[expected] }}
      </button>
      <NextStation v-if="saved.station !== 'accounts'" :job="saved" />
    </template>
  </JobFrame>
</template>
