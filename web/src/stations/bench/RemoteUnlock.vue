<script setup lang="ts">
import type { RemoteUnlock } from '@benevox/contract'
import { useIntervalFn } from '@vueuse/core'
import { computed, ref } from 'vue'
import { ApiProblem, call, ServerAway } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { say } from '../../words/index.ts'

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
</script>

<template>
  <section :aria-label="say('remote.label')" class="mt-5 border-t-2 border-ink pt-3">
    <p v-if="fault" role="alert" class="mb-2 border-s-4 border-stop ps-3 text-lg">{{ fault }}</p>
    <p v-if="request" class="text-2xl font-bold" role="status">{{ say(`remoteState.${request.state}`) }}</p>
    <p v-if="request && !request.reachable && request.state !== 'unlocked'" class="text-lg">
      {{ say('remote.noAnswer') }}
    </p>
    <p v-if="request && request.state === 'unlocked'" class="text-lg">
      {{ request.locating ? say('remote.locatingOn') : say('remote.locatingIsOff') }}
    </p>
    <div class="mt-3 flex flex-wrap items-center gap-3">
      <button v-if="!request || state === 'expired'" class="act" :disabled="isBusy" @click="ask('begin')">
        {{ say('remote.ask') }}
      </button>
      <a
        v-if="state === 'waiting-for-owner'"
        class="act"
        :href="request?.page"
        target="_blank"
        rel="noopener noreferrer"
        >{{ say('remote.turn') }}</a
      >
      <button
        v-if="state === 'signed-in' || state === 'unreachable'"
        class="act"
        :disabled="isBusy"
        @click="ask('unlock')"
      >
        {{ say('remote.send') }}
      </button>
      <button v-if="state === 'unlocked' && request?.locating" class="act" @click="ask('locating-off')">
        {{ say('remote.locatingOff') }}
      </button>
    </div>
    <p class="mt-2 text-ink-soft">
      {{ say('remote.passwords') }}
    </p>
  </section>
</template>
