<script setup lang="ts">
import type { JobFilter } from '@benevox/contract'
import { station, waitsFor } from '@benevox/core/job'
import { useLocalStorage } from '@vueuse/core'
import { computed, onMounted, ref } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { call } from '../../api/client.ts'
import { say, words } from '../../words/index.ts'

/** Which jobs the list has; a list that is wanted again is saved under a name, on this machine. */
const filter = defineModel<JobFilter>({ required: true })
type Name = Exclude<keyof JobFilter, 'search'>
const saved = useLocalStorage<Record<string, JobFilter>>('benevox.lists', {})
const people = ref<readonly string[]>([])
onMounted(async () => (people.value = (await call('listPeople', {}).catch(() => undefined))?.people ?? []))
const catalog = useCatalog()
const families = computed(() =>
  [...(catalog.pack?.families ?? [])].sort((one, other) => one.name.localeCompare(other.name)),
)
/** Models by what is typed of their name: so many are offered at most. */
const MOST_MODELS = 20
const typedModel = ref('')
const modelName = ({ maker, name: itsName }: { readonly maker: string; readonly name: string }) =>
  `${maker} ${itsName}`
const models = computed(() => {
  const typed = typedModel.value.trim().toLowerCase()
  if (typed.length < 2) return []
  return (catalog.pack?.models ?? [])
    .filter((one) => modelName(one).toLowerCase().includes(typed))
    .slice(0, MOST_MODELS)
})
/** Only a name that is one of a model chooses. */
function chooseModel(text: string): void {
  typedModel.value = text
  const found = models.value.find((one) => modelName(one).toLowerCase() === text.trim().toLowerCase())
  if (!found) return
  set('model', found.id)
  typedModel.value = ''
}
/** What a figure has brought along, and no field of its own shows. */
const broughtAlong = computed(() => {
  const { method, family, model, tried, cable, outcome, billed } = filter.value
  const { families: all = [], models = [] } = catalog.pack ?? {}
  const methods = all.find(({ id }) => id === family)?.methods ?? []
  const nameIn = (named: readonly { readonly id: string; readonly name: string }[], id: string) =>
    named.find((one) => one.id === id)?.name ?? id
  const outcomeName = (of: string) =>
    words.find(`learnt.${of}`) ?? words.find(`promiseKept.${of.slice(8)}`) ?? of
  return [
    ...(method ? [['method', nameIn(methods, method)] as const] : []),
    ...(model ? [['model', nameIn(models, model)] as const] : []),
    ...(tried ? [['tried', say('jobs.tried', { month: words.month(tried) })] as const] : []),
    ...(cable ? [['cable', say('jobs.cable', { cable })] as const] : []),
    ...(outcome ? [['outcome', outcomeName(outcome)] as const] : []),
    ...(billed ? [['billed', say('jobs.billed', { month: words.month(billed) })] as const] : []),
  ]
})
const isSaving = ref(false)
const name = ref('')

function set(one: Name, value: string): void {
  const { [one]: _, ...rest } = filter.value
  filter.value = value ? ({ ...rest, [one]: value } as JobFilter) : rest
}
const choices = computed(() => [
  {
    name: 'station' as const,
    label: say('jobs.station'),
    answers: station.options.map((one) => [one, say(`station.${one}`)] as const),
  },
  {
    name: 'waits' as const,
    label: say('jobs.waitsFor'),
    answers: waitsFor.options.map((one) => [one, say(`waits.${one}`)] as const),
  },
  {
    name: 'family' as const,
    label: say('jobs.family'),
    answers: families.value.map(({ id, name: itsName }) => [id, itsName] as const),
  },
  {
    name: 'by' as const,
    label: say('jobs.by'),
    answers: people.value.map((one) => [one, one] as const),
  },
])
const isAny = computed(() => Object.keys(filter.value).length > 0)
const table = computed(() => `/api/jobs.csv?${new URLSearchParams(filter.value).toString()}`)
function save(): void {
  saved.value = { ...saved.value, [name.value.trim()]: filter.value }
  name.value = ''
  isSaving.value = false
}
function forget(one: string): void {
  const { [one]: _, ...rest } = saved.value
  saved.value = rest
}
</script>

<template>
  <div class="mb-4 space-y-2">
    <div class="flex flex-wrap items-end gap-x-4 gap-y-2" role="group" :aria-label="say('jobs.filter')">
      <label v-for="one in choices" :key="one.name" class="w-40 text-sm text-ink-soft"
        >{{ one.label }}
        <select
          class="field !min-h-0"
          :value="filter[one.name] ?? ''"
          @change="set(one.name, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">{{ say('jobs.any') }}</option>
          <option v-for="[value, text] in one.answers" :key="value" :value="value">{{ text }}</option>
        </select>
      </label>
      <label class="w-40 text-sm text-ink-soft"
        >{{ say('jobs.model') }}
        <input
          class="field !min-h-0"
          :value="typedModel"
          list="models-of-list"
          maxlength="80"
          autocomplete="off"
          @input="chooseModel(($event.target as HTMLInputElement).value)"
        />
        <datalist id="models-of-list">
          <option v-for="one in models" :key="one.id" :value="modelName(one)" />
        </datalist>
      </label>
      <div class="flex items-end gap-4">
        <label v-for="end in ['from', 'until'] as const" :key="end" class="w-36 text-sm text-ink-soft"
          >{{ say(`jobs.${end}`) }}
          <input
            class="field !min-h-0"
            type="date"
            :value="filter[end] ?? ''"
            @change="set(end, ($event.target as HTMLInputElement).value)"
          />
        </label>
        <label class="inline-flex min-h-10 items-center gap-2"
          ><input
            type="checkbox"
            class="size-5 accent-ink"
            :checked="filter.late === 'yes'"
            @change="set('late', ($event.target as HTMLInputElement).checked ? 'yes' : '')"
          />{{ say('jobs.late') }}</label
        >
      </div>
    </div>
    <div class="flex flex-wrap items-center gap-x-4 gap-y-1 text-[0.95rem]">
      <button
        v-for="[one, text] in broughtAlong"
        :key="one"
        type="button"
        class="border border-ink px-2 py-0.5"
        :aria-label="say('jobs.without', { what: text })"
        @click="set(one, '')"
      >
        {{ text }} ×
      </button>
      <a class="underline" :href="table" download="jobs.csv">{{ say('jobs.table') }}</a>
      <template v-if="Object.keys(saved).length">
        <span class="text-ink-soft">{{ say('jobs.saved') }}:</span>
        <span v-for="(one, saidName) in saved" :key="saidName" class="inline-flex items-center gap-1">
          <button type="button" class="font-bold underline" @click="filter = one">{{ saidName }}</button>
          <button
            type="button"
            class="px-1 text-ink-soft"
            :aria-label="`${say('jobs.forget')}: ${saidName}`"
            @click="forget(String(saidName))"
          >
            ×
          </button>
        </span>
      </template>
      <button
        v-if="!isSaving"
        type="button"
        class="underline"
        :class="{ invisible: !isAny }"
        @click="isSaving = true"
      >
        {{ say('jobs.save') }}
      </button>
      <form v-if="isSaving" class="inline-flex items-center gap-2" @submit.prevent="save">
        <input
          v-model="name"
          class="field !min-h-0 !w-44"
          :aria-label="say('jobs.saveAs')"
          :placeholder="say('jobs.saveAs')"
          maxlength="40"
          autofocus
        />
        <button class="underline" :disabled="!name.trim()">{{ say('jobs.save') }}</button>
      </form>
      <!-- In its place from the start: what is below does not move while somebody types or clicks. -->
      <button type="button" class="underline" :class="{ invisible: !isAny }" @click="filter = {}">
        {{ say('jobs.clear') }}
      </button>
    </div>
  </div>
</template>
