<script setup lang="ts">
import type { RemoteUnlock } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { ApiProblem, call, ServerAway } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'

/** Unlocking from afar through the maker’s service: the owner signs in on the maker’s page, nobody else. */
const job = useJob()
const request = ref<RemoteUnlock>()
const fault = ref('')
const isBusy = ref(false)

async function ask(what: 'begin' | 'look' | 'unlock' | 'locating-off'): Promise<void> {
  const id = job.saved?.id
  if (id === undefined || isBusy.value) return
  isBusy.value = true
  try {
    const requestId = request.value?.requestId ?? ''
    const body = what === 'begin' ? ({ do: what } as const) : ({ do: what, requestId } as const)
    request.value = await call('askRemote', { params: { id }, body })
    fault.value = ''
  } catch (error) {
    if (!(error instanceof ApiProblem) && !(error instanceof ServerAway)) throw error
    fault.value = error.message
  } finally {
    isBusy.value = false
  }
}
const state = computed(() => request.value?.state)
useIntervalFn(() => {
  if (state.value === 'waiting-for-owner' || state.value === 'unlocking') void ask('look')
}, 1500)
const SAYS: Readonly<Record<RemoteUnlock['state'], string>> = {
  'waiting-for-owner': 'Waiting for the owner to sign in on the maker’s page.',
  'signed-in': 'The owner has signed in.',
  unlocking: 'Sent. Waiting for the device to answer.',
  unlocked: 'Unlocked. Look at the device: it opens without the lock.',
  unreachable: 'The device was not reached. Put it on Wi-Fi, look at its signal, and send it again.',
  refused: 'The maker’s service refuses this device. Another way is needed.',
  expired: 'This request is over. Begin again.',
}
</script>

<template>
  <section aria-label="Maker’s service" class="mt-5 border-t-2 border-ink pt-3">
    <p v-if="fault" role="alert" class="mb-2 border-l-4 border-stop pl-3 text-lg">{{ fault }}</p>
    <p v-if="request" class="text-2xl font-bold" role="status">{{ SAYS[request.state] }}</p>
    <p v-if="request && !request.reachable && request.state !== 'unlocked'" class="text-lg">
      The device does not answer now: is it on Wi-Fi or mobile data?
    </p>
    <p v-if="request && request.state === 'unlocked'" class="text-lg">
      The maker’s locating is {{ request.locating ? 'still on' : 'off' }}.
    </p>
    <div class="mt-3 flex flex-wrap items-center gap-3">
      <button v-if="!request || state === 'expired'" class="act" :disabled="isBusy" @click="ask('begin')">
        Ask the maker’s service
      </button>
      <a
        v-if="state === 'waiting-for-owner'"
        class="act"
        :href="request?.page"
        target="_blank"
        rel="noopener noreferrer"
        >Turn the maker’s page to the owner</a
      >
      <button
        v-if="state === 'signed-in' || state === 'unreachable'"
        class="act"
        :disabled="isBusy"
        @click="ask('unlock')"
      >
        Send the unlock
      </button>
      <button v-if="state === 'unlocked' && request?.locating" class="act" @click="ask('locating-off')">
        Switch locating off
      </button>
    </div>
    <p class="mt-2 text-ink-soft">
      Passwords are typed on the maker’s page by their owner; none is kept here.
    </p>
  </section>
</template>
