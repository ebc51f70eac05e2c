<script setup lang="ts">
import { freeId, type DeviceKind, type Family, type Model } from '@benevox/core/catalog'
import { computed, reactive, ref, toRaw } from 'vue'
import { useCatalog } from '../../../api/catalog.ts'
import ModelFields from './ModelFields.vue'
import { shortName } from './useDraft.ts'
import AwayButton from './AwayButton.vue'
import { say } from '../../../words/index.ts'

/** The models that behave like this: new ones, known ones that had no family, and its own to be changed. */
const props = defineProps<{
  familyId: string
  kind: DeviceKind
  durations: Family['durations']
}>()
const models = defineModel<Model[]>({ required: true })
const MOST_SHOWN = 40
const catalog = useCatalog()
const there = computed(
  () =>
    catalog.pack?.models.filter(
      ({ id, family }) => family === props.familyId && !models.value.some((model) => model.id === id),
    ) ?? [],
)
const form = reactive({ maker: '', name: '', modelText: '' })
const canAdd = computed(() => form.maker.trim() && form.name.trim() && form.modelText.trim())
const makers = computed(() => [...new Set(catalog.pack?.models.map(({ maker }) => maker))].sort())
/** The one whose fields are open. */
const opened = ref<string>()

function take(model: Model): void {
  models.value = [...models.value, { ...structuredClone(toRaw(model)), family: props.familyId }]
  opened.value = model.id
}
function add(): void {
  const [maker, name, modelText] = [form.maker.trim(), form.name.trim(), form.modelText.trim()]
  const isThis = (one: Model) =>
    one.maker === maker && one.modelText.toLowerCase() === modelText.toLowerCase()
  const known = catalog.pack?.models.find(isThis)
  const taken = models.value.find(isThis)
  if (taken) opened.value = taken.id
  else
    take(
      known ?? {
        id: freeId(shortName(`${maker} ${name}`) || 'model', [
          ...(catalog.pack?.models ?? []),
          ...models.value,
        ]),
        maker,
        name,
        codeNames: [],
        modelText,
        kind: props.kind,
        cellular: props.kind === 'phone',
        tacs: [],
        source: 'tried-here',
      },
    )
  Object.assign(form, { name: '', modelText: '' })
}
/** The other model of the draft or the catalogue whose IMEI begins so. */
const ownerOf = (of: Model) => (tac: string) => {
  const others = [
    ...models.value,
    ...(catalog.pack?.models ?? []).filter(({ id }) => !models.value.some((model) => model.id === id)),
  ]
  const owner = others.find(({ id, tacs }) => id !== of.id && tacs.includes(tac))
  return owner && `${owner.maker} ${owner.name}`
}
</script>

<template>
  <div class="space-y-4">
    <datalist id="makers"><option v-for="maker in makers" :key="maker" :value="maker" /></datalist>
    <p v-if="there.length" class="flex flex-wrap items-center gap-1.5">
      {{ say('modelForm.there') }}
      <button
        v-for="model in there.slice(0, MOST_SHOWN)"
        :key="model.id"
        type="button"
        class="border border-ink-soft px-2 py-1"
        @click="take(model)"
      >
        {{ model.maker }} {{ model.name }}
      </button>
      <template v-if="there.length > MOST_SHOWN">{{
        say('modelForm.more', { count: there.length - MOST_SHOWN })
      }}</template>
    </p>
    <ul v-if="models.length" class="ruled border-y border-rule" :aria-label="say('modelForm.models')">
      <li v-for="(model, index) in models" :key="model.id">
        <div class="flex items-center gap-3 py-1">
          <button
            type="button"
            class="flex grow items-baseline gap-3 text-start"
            :aria-expanded="opened === model.id"
            @click="opened = opened === model.id ? undefined : model.id"
          >
            <span aria-hidden="true">{{ opened === model.id ? '▾' : '▸' }}</span>
            <b>{{ model.maker }} {{ model.name }}</b>
            <span class="text-ink-soft">{{
              [
                model.modelText,
                model.year,
                model.cellular ? '' : say('modelForm.noSim'),
                model.tacs.length > 0 ? `${say('imei.imei')} ${model.tacs.join(', ')}…` : '',
              ]
                .filter(Boolean)
                .join(' · ')
            }}</span>
          </button>
          <AwayButton
            :name="say('row.remove', { row: model.name })"
            @click="models = models.filter((_, n) => n !== index)"
          />
        </div>
        <ModelFields
          v-if="opened === model.id && models[index]"
          v-model="models[index]"
          :family-id="familyId"
          :durations="durations"
          :owner-of="ownerOf(model)"
        />
      </li>
    </ul>
    <form
      class="grid grid-cols-2 items-end gap-3"
      :aria-label="say('modelForm.another')"
      @submit.prevent="add"
    >
      <label
        >{{ say('playbook.maker') }} <input v-model="form.maker" class="field" maxlength="120" list="makers"
      /></label>
      <label>{{ say('modelForm.name') }} <input v-model="form.name" class="field" maxlength="120" /></label>
      <label
        >{{ say('modelForm.modelCode') }} <input v-model="form.modelText" class="field" maxlength="120"
      /></label>
      <button class="act" :disabled="!canAdd">{{ say('modelForm.add') }}</button>
    </form>
  </div>
</template>
