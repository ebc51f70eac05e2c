<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { useCatalog } from './api/catalog.ts'
import { whenSignedOut } from './api/client.ts'
import { isAway, untilThere } from './api/opening.ts'
import { useJobs } from './job/jobs.ts'
import { useSession } from './api/session.ts'
import { useStationCounts } from './api/stationCounts.ts'
import ConflictDialog from './parts/ConflictDialog.vue'
import KeyHelp from './parts/KeyHelp.vue'
import ShelfOfClocks from './parts/ShelfOfClocks.vue'
import StationRail from './parts/StationRail.vue'
import { useScanner } from './parts/useScanner.ts'
import { say } from './words/index.ts'

const sessions = useSession()
const catalog = useCatalog()
const counts = useStationCounts()
const jobs = useJobs()
const route = useRoute()
const router = useRouter()
const signedIn = computed(() => Boolean(sessions.session?.staff))

/** Who is here, or the catalogue, is still asked for: there is no page without them. */
const isReady = ref(false)
void router.isReady().then(() => (isReady.value = true))
const isOpening = computed(() => !isReady.value || (signedIn.value && !catalog.pack))

watch(
  signedIn,
  async (is) => {
    if (!is) return
    void counts.refresh().catch(() => undefined)
    await untilThere(() => catalog.load()).catch(() => undefined)
  },
  { immediate: true },
)
whenSignedOut((now) => {
  void sessions.take(now)
  if (route.path !== '/sign-in') void router.push({ path: '/sign-in', query: { then: route.fullPath } })
})
useScanner()
</script>

<template>
  <p v-if="isOpening || (isAway && !jobs.away)" role="status" class="shown-late px-6 py-4 text-lg">
    <template v-if="isAway">
      {{ say('app.serverAway') }}
    </template>
    <template v-else>{{ say('app.opening') }}</template>
  </p>
  <div v-if="signedIn && route.path !== '/sign-in'" class="flex min-h-screen">
    <StationRail v-if="!route.meta['bare']" />
    <div class="flex min-w-0 flex-1 flex-col">
      <ShelfOfClocks v-if="!route.meta['bare']" />
      <p v-if="jobs.away" role="status" class="bg-waiting px-6 py-2 font-bold text-paper">
        {{ say('app.away', { waiting: jobs.waiting }) }}
      </p>
      <RouterView v-if="catalog.pack" :key="route.path" />
    </div>
    <ConflictDialog />
    <KeyHelp />
  </div>
  <RouterView v-else />
</template>
