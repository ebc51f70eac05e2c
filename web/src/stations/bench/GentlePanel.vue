<script setup lang="ts">
import type { Family, Model } from '@benevox/core/catalog'
import { ACTION_WORDS, reasonSentence, type Choice } from '@benevox/core/route'
import { PLATFORM_WAIT_LAW, waitAfterMs } from '@benevox/core/clocks'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { minutesText } from '../../words/en.ts'
import BeforeReset from '../../parts/BeforeReset.vue'
import PressAndHold from '../../parts/PressAndHold.vue'
import GatePanel from './GatePanel.vue'
import RemoteUnlock from './RemoteUnlock.vue'

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
const wrongTries = computed(() => job.facts.wrongTries ?? 0)
const waits = computed(() => waitAfterMs(props.family.waitLaw ?? PLATFORM_WAIT_LAW, wrongTries.value))
</script>

<template>
  <div class="max-w-4xl px-6 py-5">
    <h1>{{ ACTION_WORDS[choice.action] }}</h1>
    <p class="mt-1 text-xl">{{ reasonSentence(choice) }}</p>
    <p v-if="choice.action === 'remember'" class="mt-4 text-xl">
      The owner types, nobody else. {{ wrongTries }} wrong so far; the next try is allowed
      {{ waits > 0 ? `after ${minutesText(waits)}` : 'at once' }}.
    </p>
    <ol v-if="choice.action === 'remote-unlock'" class="mt-4 list-decimal space-y-1 pl-6 text-xl">
      <li>The owner signs in to the maker’s account on a computer.</li>
      <li>This device is unlocked from there. It must stay online.</li>
    </ol>
    <RemoteUnlock v-if="choice.action === 'remote-unlock'" />
    <ol v-if="choice.action === 'recover-account'" class="mt-4 list-decimal space-y-1 pl-6 text-xl">
      <li>The customer uses the account’s own recovery, on another device. It takes minutes to days.</li>
      <li>Wait, and do not try again and again: that makes it longer.</li>
      <li>
        A password found this way is a changed one: the device may refuse the sign-in for a day or more.
      </li>
    </ol>
    <template v-if="choice.action === 'reset-from-settings'">
      <p v-if="mustTakeAccountOff" class="mt-4 text-xl">
        First take the account off in the settings, and look at the list of accounts: it must be empty.
        <b v-if="family.accountPath.length" class="block text-2xl" data-testid="account-path">{{
          family.accountPath.join(' › ')
        }}</b>
      </p>
      <p v-else-if="job.saved?.bench.accountTakenOffAt" class="mt-4 text-xl">
        <span aria-hidden="true" class="font-mono font-bold text-clear">✓</span> The list of accounts is
        empty.
      </p>
      <template v-if="job.mayShowWipeKeys">
        <p class="mt-4 text-xl">Everything on it will be gone. In the settings:</p>
        <p class="mt-1 text-2xl font-bold" data-testid="settings-path">
          {{ family.settingsPath.join(' › ') }}
        </p>
      </template>
      <template v-else>
        <div class="mt-4"><GatePanel /></div>
        <BeforeReset class="mt-4" />
        <div class="mt-4 flex items-center gap-4">
          <PressAndHold :disabled="missing > 0" @held="job.recordBench({ kind: 'revealed' })"
            >Hold to show the way to the reset</PressAndHold
          >
          <span v-if="missing" class="text-ink-soft">{{ missing }} missing</span>
        </div>
        <p class="mt-3 text-[0.95rem] text-ink-soft">
          Was it reset all the same? Then say so:
          <button class="underline" @click="job.tell({ kind: 'screen-lifted', how: 'settings' })">
            it is reset already</button
          >. It stands on the record.
        </p>
      </template>
    </template>
  </div>
</template>
