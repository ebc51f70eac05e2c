<script setup lang="ts">
import type { JobSummary } from '@benevox/contract'
import { hasName } from '@benevox/core/job'
import { useNow } from '@vueuse/core'
import LockBolts from '../../parts/LockBolts.vue'
import { minutesText, say, words } from '../../words/index.ts'

/** Jobs as ruled lines: ticket, device, customer, the three locks, where it waits and for what. */
defineProps<{ jobs: readonly JobSummary[]; showStation?: boolean }>()
const now = useNow({ interval: 1000 })
const link = ({ id, station }: JobSummary) => (station === 'closed' ? `/jobs/${id}` : `/${station}/${id}`)
function waiting({ waits }: JobSummary): string {
  if (!waits) return ''
  const what = say(`waits.${waits.for}`)
  const isOfMinutes = waits.for === 'charging' || waits.for === 'wipe' || waits.for === 'first-start'
  if (!isOfMinutes && Date.parse(waits.until) > now.value.getTime())
    return say('jobs.waitsUntil', { for: what, day: words.shortDay(waits.until) })
  if (waits.for === 'fetching') return say('jobs.remind')
  const leftMs = Date.parse(waits.until) - now.value.getTime()
  return leftMs > 0
    ? say('jobs.waitsMore', { for: what, time: minutesText(leftMs) })
    : say('jobs.waitsOver', { for: what })
}
</script>

<template>
  <ul class="border-t-2 border-ink">
    <li v-for="job in jobs" :key="job.id" class="border-b border-rule">
      <RouterLink
        :to="link(job)"
        class="grid grid-cols-[5rem_minmax(0,1.4fr)_minmax(0,1fr)_auto_minmax(0,1.2fr)] items-center gap-4 px-2 py-2.5 hover:bg-paper-deep"
      >
        <span class="font-mono text-lg font-bold">{{ job.ticket }}</span>
        <span class="truncate font-bold">{{ job.device || say('jobs.noModel') }}</span>
        <span class="truncate">{{ hasName(job.customer) ? job.customer.name : say('jobs.noName') }}</span>
        <LockBolts :locks="job.locks" />
        <span class="min-w-0 text-end text-[0.95rem] break-words hyphens-auto">
          <b v-if="showStation" class="block">{{ say(`station.${job.station}`) }}</b>
          <span class="block text-waiting">{{
            waiting(job) || say('jobs.since', { at: words.instant(job.openedAt) })
          }}</span>
        </span>
      </RouterLink>
    </li>
  </ul>
  <p v-if="jobs.length === 0" class="py-4 text-ink-soft">{{ say('jobs.none') }}</p>
</template>
