<script setup lang="ts">
import {
  freeId,
  portKind,
  type DeviceKind,
  type Family,
  type Model,
  type PortKind,
} from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { computed, reactive } from 'vue'
import { useCatalog } from '../../../api/catalog.ts'
import SecondsField from './SecondsField.vue'
import { shortName } from './useDraft.ts'

/** The models that behave like this; new ones, and known ones that had no family. */
const props = defineProps<{
  familyId: string
  kind: DeviceKind
  /** The family's times, of which a model may have its own. */
  durations: Family['durations']
}>()
const models = defineModel<Model[]>({ required: true })
const catalog = useCatalog()
const words = phrases('en')
const there = computed(() => catalog.pack?.models.filter(({ family }) => family === props.familyId) ?? [])
const form = reactive({
  maker: '',
  name: '',
  codeNames: '',
  modelText: '',
  year: '',
  port: '' as PortKind | '',
})
const canAdd = computed(() => form.maker.trim() && form.name.trim() && form.modelText.trim())
const makers = computed(() => [...new Set(catalog.pack?.models.map(({ maker }) => maker))].sort())

function addTime(model: Model, { target }: Event): void {
  const { value: time } = target as HTMLSelectElement
  const range = props.durations[time]
  if (range) model.durations = { ...model.durations, [time]: { ...range } }
  ;(target as HTMLSelectElement).value = ''
}
function dropTime(model: Model, time: string): void {
  const { [time]: _, ...others } = model.durations ?? {}
  model.durations = Object.keys(others).length > 0 ? others : undefined
}
function add(): void {
  const year = Number(form.year)
  const known = catalog.pack?.models.find(
    ({ maker, modelText }) =>
      maker === form.maker.trim() && modelText.toLowerCase() === form.modelText.trim().toLowerCase(),
  )
  const id = freeId(shortName(`${form.maker} ${form.name}`) || 'model', [
    ...(catalog.pack?.models ?? []),
    ...models.value,
  ])
  models.value = [
    ...models.value,
    known
      ? { ...known, family: props.familyId }
      : {
          id,
          maker: form.maker.trim(),
          name: form.name.trim(),
          codeNames: form.codeNames
            .split(',')
            .map((one) => one.trim())
            .filter(Boolean),
          modelText: form.modelText.trim(),
          ...(year >= 2008 && year <= 2100 ? { year } : {}),
          kind: props.kind,
          ...(form.port ? { port: form.port } : {}),
          family: props.familyId,
          cellular: props.kind === 'phone',
          tacs: [],
          source: 'tried-here',
        },
  ]
  Object.assign(form, { name: '', codeNames: '', modelText: '', year: '' })
}
</script>

<template>
  <div class="space-y-4">
    <p v-if="there.length">
      In the catalogue already: {{ there.map(({ maker, name }) => `${maker} ${name}`).join(', ') }}.
    </p>
    <ul v-if="models.length" class="ruled border-y border-rule" aria-label="Models that come with it">
      <li v-for="(model, index) in models" :key="model.id" class="flex flex-wrap items-center gap-3 py-1">
        <b>{{ model.maker }} {{ model.name }}</b>
        <span class="text-ink-soft">{{ [model.modelText, model.year].filter(Boolean).join(' · ') }}</span>
        <label class="ml-auto flex items-center gap-2"
          >Its own time for
          <select class="field !w-40" @change="addTime(model, $event)">
            <option value="">choose</option>
            <option v-for="time in Object.keys(durations)" :key="time" :value="time">
              {{ time.replaceAll('-', ' ') }}
            </option>
          </select>
        </label>
        <button
          type="button"
          class="border border-ink-soft px-2 py-1"
          :aria-label="`${model.name} away`"
          @click="models = models.filter((_, n) => n !== index)"
        >
          ×
        </button>
        <div v-for="(range, time) in model.durations" :key="time" class="flex w-full items-center gap-2 pl-4">
          {{ String(time).replaceAll('-', ' ') }}, quickest, usual, slowest, in seconds
          <SecondsField
            v-for="part in ['minMs', 'medianMs', 'maxMs'] as const"
            :key="part"
            v-model="range[part]"
            :label="`${model.name}: ${time}, ${part === 'minMs' ? 'quickest' : part === 'medianMs' ? 'usual' : 'slowest'}`"
          />
          <button
            type="button"
            class="border border-ink-soft px-2 py-1"
            :aria-label="`${model.name}: ${time} as the family`"
            @click="dropTime(model, String(time))"
          >
            ×
          </button>
        </div>
      </li>
    </ul>
    <form class="grid grid-cols-2 items-end gap-3" @submit.prevent="add">
      <label
        >Maker <input v-model="form.maker" class="field" maxlength="120" list="makers" />
        <datalist id="makers"><option v-for="maker in makers" :key="maker" :value="maker" /></datalist>
      </label>
      <label>Name <input v-model="form.name" class="field" maxlength="120" /></label>
      <label
        >Code names, with commas between <input v-model="form.codeNames" class="field" maxlength="120"
      /></label>
      <label
        >Model text, as its recovery shows it <input v-model="form.modelText" class="field" maxlength="120"
      /></label>
      <label>Year <input v-model="form.year" class="field" inputmode="numeric" maxlength="4" /></label>
      <label
        >Port
        <select v-model="form.port" class="field">
          <option value="">not known</option>
          <option v-for="port in portKind.options" :key="port" :value="port">{{ words.port[port] }}</option>
        </select>
      </label>
      <button class="act" :disabled="!canAdd">Add this model</button>
    </form>
  </div>
</template>
