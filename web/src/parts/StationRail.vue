<script setup lang="ts">
import { whenever } from '@vueuse/core'
import { useRoute } from 'vue-router'
import { defineAsyncComponent, ref } from 'vue'
import { useSession } from '../api/session.ts'
import { useStationCounts } from '../api/stationCounts.ts'
import ViewMenu from './ViewMenu.vue'
import { say } from '../words/index.ts'

const SwitchPerson = defineAsyncComponent(() => import('./SwitchPerson.vue'))

const route = useRoute()
const counts = useStationCounts()
const sessions = useSession()
const switching = ref(false)
/** Whoever does not change the person needs nothing of it. */
const isSwitchThere = ref(false)
whenever(switching, () => (isSwitchThere.value = true))
const stations = ['counter', 'bench', 'account-lock', 'carrier-lock', 'hand-back'] as const
/** Below the rule: what is not a step of the work, with the addresses that belong to each. */
const places = [
  { name: 'playbook', of: ['/playbook'] },
  { name: 'jobs', of: ['/jobs'] },
  { name: 'results', of: ['/results'] },
  { name: 'settings', of: ['/settings'] },
] as const
</script>

<template>
  <nav
    :aria-label="say('rail.label')"
    class="sticky top-0 flex h-screen w-32 shrink-0 flex-col border-e-2 border-ink bg-paper-deep text-[0.95rem]"
  >
    <p class="px-3 py-4 text-lg leading-none font-bold tracking-tight">Benevox</p>
    <ul class="flex-1">
      <li v-for="name in stations" :key="name">
        <RouterLink
          :to="`/${name}`"
          class="flex items-baseline justify-between gap-1 border-s-[6px] border-transparent py-2.5 pe-3 ps-1.5 hover:bg-paper"
          :class="{ '!border-ink bg-paper font-bold': route.path.startsWith(`/${name}`) }"
        >
          <span>{{ say(`station.${name}`) }}</span>
          <span class="font-mono" :class="counts.counts?.[name] ? 'font-bold' : 'text-ink-soft'">{{
            counts.counts?.[name] ?? ''
          }}</span>
        </RouterLink>
      </li>
      <li
        v-for="(place, index) in places"
        :key="place.name"
        :class="{ 'mt-2 border-t-2 border-ink pt-2': index === 0 }"
      >
        <RouterLink
          :to="`/${place.name}`"
          class="block border-s-[6px] border-transparent py-2.5 pe-3 ps-1.5 hover:bg-paper"
          :class="{ '!border-ink bg-paper font-bold': place.of.some((path) => route.path.startsWith(path)) }"
          >{{ say(`station.${place.name}`) }}</RouterLink
        >
      </li>
    </ul>
    <ViewMenu />
    <button class="border-t border-rule px-3 py-3 text-start hover:bg-paper" @click="switching = true">
      <span class="block font-bold">{{ sessions.session?.staff?.name }}</span>
      <span class="text-sm text-ink-soft underline">{{ say('rail.changePerson') }}</span>
    </button>
    <SwitchPerson v-if="isSwitchThere" v-model:open="switching" />
  </nav>
</template>
