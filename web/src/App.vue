<script setup lang="ts">
import { computed, defineAsyncComponent, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { whenSignedOut } from './api/client.ts'
import { isAway } from './api/opening.ts'
import { useSession } from './api/session.ts'
import { useStationCounts } from './api/stationCounts.ts'
import { useKeyStrokes } from './parts/pageKeys.ts'
import ShelfOfClocks from './parts/ShelfOfClocks.vue'
import StationRail from './parts/StationRail.vue'
import { fetchStations } from './stations/pages.ts'
import { useScanner } from './parts/useScanner.ts'
import { say, speakOfEverything } from './words/index.ts'

/** A page that is never idle gets it all the same. */
const LATEST_MS = 2000
/** Not needed before the first page stands: it brings all of a job’s life with it. */
const JobsAround = defineAsyncComponent({
  async loader() {
    await new Promise((resolve) => requestIdleCallback(resolve, { timeout: LATEST_MS }))
    await speakOfEverything()
    return import('./parts/JobsAround.vue')
  },
  onError: (_, again) => void setTimeout(again, 1000),
})

const sessions = useSession()
const counts = useStationCounts()
const route = useRoute()
const router = useRouter()
const signedIn = computed(() => Boolean(sessions.session?.staff))

/** Who is here, or what the page needs, is still asked for: there is no page without them. */
const isReady = ref(false)
void router.isReady().then(() => (isReady.value = true))
/** The page that was asked for is still on its way. */
const isOpening = ref(false)
router.beforeEach(() => {
  isOpening.value = true
})
router.afterEach(() => {
  isOpening.value = false
})
router.onError(() => {
  isOpening.value = false
})

watch(
  signedIn,
  (is) => {
    if (!is) return
    void counts.refresh().catch(() => undefined)
    fetchStations()
  },
  { immediate: true },
)
whenSignedOut((now) => {
  void sessions.take(now)
  if (route.path !== '/sign-in') void router.push({ path: '/sign-in', query: { then: route.fullPath } })
})
useScanner()
useKeyStrokes()
</script>

<template>
  <p
    v-if="!isReady || (isOpening && !isAway)"
    role="status"
    class="shown-late px-6 py-4 text-lg"
    :class="{ 'fixed inset-x-0 top-0 z-10 bg-paper': isReady }"
  >
    <template v-if="isAway">
      {{ say('app.serverAway') }}
    </template>
    <template v-else>{{ say('app.opening') }}</template>
  </p>
  <div v-if="signedIn && route.path !== '/sign-in' && !route.meta['open']" class="flex min-h-screen">
    <StationRail v-if="!route.meta['bare']" />
    <div class="flex min-w-0 flex-1 flex-col">
      <ShelfOfClocks v-if="!route.meta['bare']" />
      <p
        v-if="sessions.session?.secondStepDue && !route.meta['bare']"
        class="border-b border-rule bg-paper-deep px-6 py-1.5"
      >
        {{ say('signIn.secondStepDue') }}
        <RouterLink class="font-bold underline" to="/settings#second-step">{{
          say('signIn.setItUp')
        }}</RouterLink>
      </p>
      <JobsAround v-if="isReady" />
      <RouterView :key="route.path" />
    </div>
  </div>
  <!-- Whoever has just signed out is on the way to the sign-in: the page they leave asks for nothing more. -->
  <RouterView v-else-if="route.meta['nobody'] || route.meta['open']" />
</template>
