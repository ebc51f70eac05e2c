<script setup lang="ts">
import type { Family, Model } from '@benevox/core/catalog'
import { type Choice } from '@benevox/core/route'
import { PLATFORM_WAIT_LAW, waitAfterMs } from '@benevox/core/clocks'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import BeforeReset from '../../parts/BeforeReset.vue'
import PressAndHold from '../../parts/PressAndHold.vue'
import GatePanel from './GatePanel.vue'
import RemoteUnlock from './RemoteUnlock.vue'
import { reasonText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** What keeps the data, or asks for the known lock, before anybody goes near recovery. */
const props = defineProps<{ choice: Choice; model: Model; family: Family }>()
const job = useJob()
const mustTakeAccountOff = computed(
  () => job.facts.accountOnDevice !== 'no' && job.saved?.bench.accountTakenOffAt === undefined,
)
const missing = computed(
  () =>
    (job.route?.wipeGates.filter(({ state }) => state !== 'open').length ?? 0) +
    (mustTakeAccountOff.value ? 1 : 0),
)
const wrongEntries = computed(() => job.facts.wrongEntries ?? 0)
const waits = computed(() => waitAfterMs(props.family.waitLaw ?? PLATFORM_WAIT_LAW, wrongEntries.value))
</script>

<template>
  <div class="px-6 py-4">
    <h1>{{ say(`action.${choice.action}`) }}</h1>
    <p class="mt-1 max-w-4xl text-xl">{{ reasonText(choice, words) }}</p>
    <p v-if="choice.action === 'remember'" class="mt-4 text-xl">
      {{ say('gentle.ownerTypes', { count: wrongEntries, wait: waits > 0 ? words.wait(waits) : 'none' }) }}
    </p>
    <ol v-if="choice.action === 'remote-unlock'" class="mt-4 list-decimal space-y-1 ps-6 text-xl">
      <li>{{ say('gentle.remote1') }}</li>
      <li>{{ say('gentle.remote2') }}</li>
    </ol>
    <RemoteUnlock v-if="choice.action === 'remote-unlock'" />
    <ol v-if="choice.action === 'recover-account'" class="mt-4 list-decimal space-y-1 ps-6 text-xl">
      <li>{{ say('gentle.recover1') }}</li>
      <li>{{ say('gentle.recover2') }}</li>
      <li>
        {{ say('gentle.recover3') }}
      </li>
    </ol>
    <template v-if="choice.action === 'reset-from-settings'">
      <p v-if="mustTakeAccountOff" class="mt-4 text-xl">
        {{ say('gentle.settings1') }}
        <b v-if="family.accountPath.length" class="block text-2xl" data-testid="account-path">{{
          family.accountPath.join(' › ')
        }}</b>
      </p>
      <p v-else-if="job.saved?.bench.accountTakenOffAt" class="mt-4 text-xl">
        <span aria-hidden="true" class="font-mono font-bold text-clear">✓</span> {{ say('gentle.listEmpty') }}
      </p>
      <template v-if="job.mayShowWipeKeys">
        <p class="mt-4 text-xl">{{ say('gentle.gone') }}</p>
        <p class="mt-1 text-2xl font-bold" data-testid="settings-path">
          {{ family.settingsPath.join(' › ') }}
        </p>
      </template>
      <div v-else class="beside beside-wide mt-3">
        <div>
          <GatePanel />
          <div class="mt-4 flex flex-wrap items-center gap-4">
            <PressAndHold :disabled="missing > 0" @held="job.recordStep({ kind: 'revealed' })">{{
              say('gentle.reveal')
            }}</PressAndHold>
            <span v-if="missing" class="text-ink-soft">{{ say('gentle.missing', { count: missing }) }}</span>
          </div>
          <p class="mt-3 text-[0.95rem] text-ink-soft">
            {{ say('gentle.already') }}
            <button class="underline" @click="job.tell({ kind: 'screen-lifted', how: 'settings' })">
              {{ say('gentle.isReset') }}
            </button>
            · {{ say('gentle.isReset.note') }}
          </p>
        </div>
        <BeforeReset />
      </div>
    </template>
  </div>
</template>
