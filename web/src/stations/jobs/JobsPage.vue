<script setup lang="ts">
import type { JobFilter } from '@benevox/contract'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import JobsFilter from './JobsFilter.vue'
import JobTable from './JobTable.vue'
import TrayLink from '../mails/TrayLink.vue'
import { filterIn } from './filterIn.ts'
import { useJobList } from './useJobList.ts'
import { say } from '../../words/index.ts'

const typed = ref('')
const search = refDebounced(typed, 150)
/** What holds besides the words. */
const others = ref<Omit<JobFilter, 'search'>>(filterIn(useRoute().query))
const filter = computed<JobFilter>({
  get: () => ({ ...others.value, ...(search.value ? { search: search.value } : {}) }),
  set({ search: words = '', ...rest }) {
    typed.value = words
    others.value = rest
  },
})
const { jobs, loaded, fault, shownOf, hasMore, refresh, more } = useJobList(filter)
watch(filter, () => void refresh())
/** What is typed is not yet what is shown: rows are about to move. */
const isBehind = computed(() => typed.value !== search.value || shownOf.value !== filter.value)
const groups = computed(() =>
  (['counter', 'bench', 'account-lock', 'carrier-lock', 'hand-back', 'closed'] as const).flatMap(
    (station) => {
      const here = jobs.value.filter((job) => job.station === station)
      return here.length > 0 ? [{ station, here }] : []
    },
  ),
)
</script>

<template>
  <main class="flex-1 px-6 py-5" :aria-busy="isBehind">
    <div class="mb-4 flex items-end gap-8">
      <h1>{{ say('station.jobs') }}</h1>
      <label class="max-w-xl flex-1">
        <span class="sr-only">{{ say('jobs.search') }}</span>
        <input
          v-model="typed"
          type="search"
          class="field text-lg"
          :placeholder="say('jobs.searchHint')"
          maxlength="80"
          autofocus
        />
      </label>
    </div>
    <JobsFilter v-model="filter" />
    <TrayLink />
    <p v-if="fault" role="alert" class="font-bold text-stop">{{ fault }}</p>
    <section v-for="{ station, here } in groups" :key="station" class="mb-6">
      <h2 class="mb-1">
        {{ say(`station.${station}`) }}
        <span class="font-mono font-normal text-ink-soft">{{ here.length }}</span>
      </h2>
      <JobTable :jobs="here" />
    </section>
    <button v-if="hasMore" type="button" class="act" @click="more">{{ say('jobs.more') }}</button>
    <p v-if="loaded && groups.length === 0" class="py-4">
      {{ say('jobs.noneFits') }}
    </p>
  </main>
</template>
