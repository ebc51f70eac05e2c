<script setup lang="ts">
import { say } from '../../../words/index.ts'
import {
  freeId,
  methodOfTheCommon,
  screenKind,
  source,
  startState,
  type Family,
  type Menu,
} from '@benevox/core/catalog'
import { computed, ref } from 'vue'
import { useCatalog } from '../../../api/catalog.ts'
import { move } from './moved.ts'
import RowButtons from './RowButtons.vue'
import StepFields from './StepFields.vue'

/** The ways into recovery, step by step; begun from a common one or from nothing. */
defineProps<{ menus: ReadonlyMap<string, Menu> }>()
const family = defineModel<Family>({ required: true })
/** The way that the chart beside the form shows. */
const chosen = defineModel<string>('chosen', { required: true })
const catalog = useCatalog()
const commonMethods = computed(() => catalog.pack?.commonMethods ?? [])
const commonId = ref('')
const way = computed(() => family.value.methods.find(({ id }) => id === chosen.value))

function add(): void {
  const common = commonMethods.value.find(({ id }) => id === commonId.value)
  const made = common && methodOfTheCommon(common, family.value).method
  family.value.methods.push(
    made ?? {
      id: freeId('way', family.value.methods),
      name: say('methodForm.ours'),
      from: 'on-locked',
      goal: 'recovery-menu',
      steps: [{ do: 'hold', keys: [family.value.keys[0]?.id ?? 'power'], order: 'together' }],
    },
  )
  chosen.value = family.value.methods.at(-1)?.id ?? ''
}
function copy(): void {
  if (!way.value) return
  const made = structuredClone(JSON.parse(JSON.stringify(way.value)) as typeof way.value)
  made.id = freeId(made.id, family.value.methods)
  made.name = say('methodForm.copyName', { name: made.name })
  family.value.methods.push(made)
  chosen.value = made.id
}
function remove(): void {
  family.value.methods = family.value.methods.filter(({ id }) => id !== chosen.value)
  chosen.value = family.value.methods[0]?.id ?? ''
}
</script>

<template>
  <div class="space-y-4">
    <div class="flex flex-wrap items-end gap-2">
      <label class="min-w-60 flex-1"
        >{{ say('methodForm.beginFrom') }}
        <select v-model="commonId" class="field">
          <option value="">{{ say('methodForm.nothing') }}</option>
          <option v-for="common in commonMethods" :key="common.id" :value="common.id">
            {{ common.name }} ({{ say(`start.${common.from}`) }})
          </option>
        </select>
      </label>
      <button type="button" class="act" @click="add">{{ say('methodForm.add') }}</button>
    </div>
    <ul class="flex flex-wrap gap-1.5" :aria-label="say('methodForm.methods')">
      <li v-for="one in family.methods" :key="one.id">
        <button
          type="button"
          class="border px-2.5 py-1 text-start"
          :class="one.id === chosen ? 'border-ink bg-ink font-bold text-paper' : 'border-ink-soft bg-lit'"
          :aria-pressed="one.id === chosen"
          @click="chosen = one.id"
        >
          {{ one.name }}
        </button>
      </li>
    </ul>
    <div v-if="way" class="space-y-3 border-t-2 border-ink pt-3">
      <label class="block"
        >{{ say('methodForm.called') }} <input v-model="way.name" class="field" maxlength="120"
      /></label>
      <div class="flex flex-wrap gap-3">
        <label class="flex-1"
          >{{ say('family.deviceIs') }}
          <select v-model="way.from" class="field">
            <option v-for="start in startState.options" :key="start" :value="start">
              {{ say(`start.${start}`) }}
            </option>
          </select>
        </label>
        <label class="flex-1"
          >{{ say('methodForm.goal') }}
          <select v-model="way.goal" class="field">
            <option v-for="screen in screenKind.options" :key="screen" :value="screen">
              {{ say(`sign.${screen}`) }}
            </option>
          </select>
        </label>
        <label class="flex-1"
          >{{ say('methodForm.knownFrom') }}
          <select v-model="way.source" class="field">
            <option :value="undefined">{{ say('locksForm.asFamily') }}</option>
            <option v-for="one in source.options" :key="one" :value="one">{{ say(`source.${one}`) }}</option>
          </select>
        </label>
      </div>
      <ol class="ruled border-y border-rule" :aria-label="say('methodForm.steps')">
        <li v-for="(step, index) in way.steps" :key="index" class="flex items-start gap-2 py-1.5">
          <span class="w-6 pt-2 text-end font-mono text-ink-soft">{{ index + 1 }}</span>
          <StepFields
            :family="family"
            :menus="menus"
            :model-value="step"
            @update:model-value="(changed) => way?.steps.splice(index, 1, changed)"
          />
          <RowButtons
            :name="say('methodForm.step', { number: index + 1 })"
            :index="index"
            :length="way.steps.length"
            @move="(by) => way && move(way.steps, index, by)"
            @remove="way.steps.splice(index, 1)"
          />
        </li>
      </ol>
      <div class="flex gap-2">
        <button
          type="button"
          class="act"
          @click="way.steps.push({ do: 'wait', until: { cue: 'recovery-menu' } })"
        >
          {{ say('methodForm.addStep') }}
        </button>
        <button type="button" class="act" @click="copy">{{ say('methodForm.copy') }}</button>
        <button type="button" class="act ms-auto" @click="remove">{{ say('methodForm.remove') }}</button>
      </div>
    </div>
  </div>
</template>
