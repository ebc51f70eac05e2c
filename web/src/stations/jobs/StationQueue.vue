<script setup lang="ts">
import type { JobSummary } from '@benevox/contract'
import { onMounted, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '../../api/client.ts'
import JobTable from './JobTable.vue'
import TrayLink from '../mails/TrayLink.vue'
import { useJobList } from './useJobList.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { say } from '../../words/index.ts'

/** What waits at one station. At the counter, also the way to a new job. */
const props = defineProps<{ station: JobSummary['station'] }>()
const router = useRouter()
const { jobs, fault, hasMore, more } = useJobList(ref({ station: props.station }))
const refused = ref('')

async function takeIn(): Promise<void> {
  try {
    const job = await call('openJob', { body: { key: crypto.randomUUID() } })
    await router.push(`/counter/${job.id}`)
  } catch (error) {
    refused.value = error instanceof Error ? error.message : String(error)
  }
}
/** Whoever looks at the counter’s list begins a job next. */
onMounted(() => {
  if (props.station === 'counter') requestIdleCallback(() => void getReady().catch(() => undefined))
})
const getReady = () => import('../../api/foresight.ts').then(({ getReadyToForesee }) => getReadyToForesee())
usePageKeys({
  key: 'n',
  does: 'keyHelp.checkIn',
  when: () => props.station === 'counter',
  press: () => void takeIn(),
})
</script>

<template>
  <main class="flex-1 px-6 py-5">
    <h1 class="mb-4">{{ say(`station.${station}`) }}</h1>
    <p v-if="fault || refused" role="alert" class="mb-3 font-bold text-stop">{{ fault || refused }}</p>
    <TrayLink v-if="station === 'account-lock' || station === 'carrier-lock'" />
    <JobTable :jobs="jobs" />
    <button v-if="hasMore" type="button" class="act mt-3" @click="more">{{ say('jobs.more') }}</button>
  </main>
  <footer
    v-if="station === 'counter'"
    class="sticky bottom-0 flex min-h-16 items-center justify-end border-t-2 border-ink bg-paper-deep px-6 py-2.5"
  >
    <button class="act act-main" @click="takeIn">
      {{ say('jobs.checkIn') }} <span class="key-hint">N</span>
    </button>
  </footer>
</template>
