<script setup lang="ts">
import { computed, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useCatalog } from './api/catalog.ts'
import { whenSignedOut } from './api/client.ts'
import { useJobs } from './job/jobs.ts'
import { useSession } from './api/session.ts'
import { useStationCounts } from './api/stationCounts.ts'
import ConflictDialog from './parts/ConflictDialog.vue'
import KeyHelp from './parts/KeyHelp.vue'
import ShelfOfClocks from './parts/ShelfOfClocks.vue'
import StationRail from './parts/StationRail.vue'
import { useScanner } from './parts/useScanner.ts'

const sessions = useSession()
const catalog = useCatalog()
const counts = useStationCounts()
const jobs = useJobs()
const route = useRoute()
const router = useRouter()
const signedIn = computed(() => Boolean(sessions.session?.staff))

watch(
  signedIn,
  async (is) => {
    if (is) await Promise.all([catalog.load(), counts.refresh()]).catch(() => undefined)
  },
  { immediate: true },
)
whenSignedOut((now) => {
  sessions.take(now)
  if (route.path !== '/sign-in') void router.push({ path: '/sign-in', query: { then: route.fullPath } })
})
useScanner()
</script>

<template>
  <div v-if="signedIn && route.path !== '/sign-in'" class="flex min-h-screen">
    <StationRail v-if="!route.meta['bare']" />
    <div class="flex min-w-0 flex-1 flex-col">
      <ShelfOfClocks v-if="!route.meta['bare']" />
      <p v-if="jobs.away" role="status" class="bg-waiting px-6 py-2 font-bold text-paper">
        The server is away. Nothing is lost: what you recorded is kept on this machine and sent when it is
        back<span v-if="jobs.waiting"> ({{ jobs.waiting }} waiting)</span>.
      </p>
      <RouterView v-if="catalog.pack" :key="route.path" />
    </div>
    <ConflictDialog />
    <KeyHelp />
  </div>
  <RouterView v-else />
</template>
