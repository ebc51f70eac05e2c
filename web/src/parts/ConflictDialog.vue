<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue'
import { computed } from 'vue'
import { type FactName } from '@benevox/core/route'
import { useCatalog } from '../api/catalog.ts'
import { factsOf } from '@benevox/core/job'
import { useJobs } from '../job/jobs.ts'
import { factText } from '@benevox/words'
import { say, words } from '../words/index.ts'

const jobs = useJobs()
const job = computed(() => jobs.conflict)
const catalog = useCatalog()
const rows = computed(() => {
  const met = job.value?.conflict
  if (!met) return []
  const facts = (Object.keys(met.facts) as FactName[]).map((name) => ({
    name: say(`fact.${name}`),
    theirs: factText(name, factsOf(met.theirs)[name], catalog.modelName, words),
    mine: factText(name, met.facts[name] ?? undefined, catalog.modelName, words),
  }))
  const customer = (['name', 'contact'] as const).flatMap((part) => {
    const mine = met.customer[part]
    return mine === undefined
      ? []
      : [{ name: say(`conflict.customer.${part}`), theirs: met.theirs.customer[part], mine }]
  })
  return [...facts, ...customer].filter(({ theirs, mine }) => theirs !== mine)
})
</script>

<template>
  <Dialog :open="job !== undefined" class="relative z-30" @close="() => undefined">
    <div class="fixed inset-0 bg-ink/40" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-6">
      <DialogPanel class="w-full max-w-2xl border-2 border-ink bg-paper p-6">
        <DialogTitle class="text-xl font-bold">{{ say('conflict.title') }}</DialogTitle>
        <p class="mt-1">{{ say('conflict.both') }}</p>
        <table class="mt-4 w-full text-start">
          <thead>
            <tr class="border-b-2 border-ink">
              <th class="py-1 pe-4">{{ say('conflict.what') }}</th>
              <th class="py-1 pe-4">{{ say('conflict.theirs') }}</th>
              <th class="py-1">{{ say('conflict.mine') }}</th>
            </tr>
          </thead>
          <tbody class="ruled">
            <tr v-for="row in rows" :key="row.name">
              <td class="py-2 pe-4">{{ row.name }}</td>
              <td class="py-2 pe-4 font-bold">{{ row.theirs }}</td>
              <td class="py-2 font-bold">{{ row.mine }}</td>
            </tr>
          </tbody>
        </table>
        <div class="mt-5 flex justify-between">
          <button class="act" @click="job?.resolve('mine')">{{ say('conflict.overwrite') }}</button>
          <button class="act act-main" @click="job?.resolve('theirs')">
            {{ say('conflict.keepTheirs') }}
          </button>
        </div>
      </DialogPanel>
    </div>
  </Dialog>
</template>
