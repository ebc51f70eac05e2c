<script setup lang="ts">
import { flawText } from '@benevox/words'
import { say, words } from '../../../words/index.ts'
import {
  parameterKinds,
  startState,
  type Family,
  type Fragment,
  type PackFault,
  type StartState,
} from '@benevox/core/catalog'
import { computed, ref } from 'vue'
import { useCatalog } from '../../../api/catalog.ts'
import ParameterField from './ParameterField.vue'
import AwayButton from './AwayButton.vue'

/** How the device behaves: put together from shared parts, each naming the next. */
const props = defineProps<{ faults: readonly PackFault[]; places: readonly string[] }>()
const family = defineModel<Family>({ required: true })
const catalog = useCatalog()
const fragments = computed(() => catalog.pack?.fragments ?? [])
const fragmentOf = (id: string) => fragments.value.find((fragment) => fragment.id === id)
const open = ref<string>()
const chosen = ref('')

/** A part is used under the name others call it by; the first by the first word of its own. */
function add(fragment: Fragment, as = fragment.id.split('-')[0] ?? fragment.id): void {
  const taken = new Set(family.value.compose.map((use) => use.as))
  let name = as
  for (let number = 2; taken.has(name); number++) name = `${as}-${number}`
  family.value.compose.push({ fragment: fragment.id, as: name, with: {} })
  open.value = name
}
function addChosen(): void {
  const fragment = fragmentOf(chosen.value)
  if (fragment) add(fragment)
  chosen.value = ''
}
type Use = Family['compose'][number]
function setParameter(use: Use, name: string, value: Use['with'][string] | undefined): void {
  const { [name]: _, ...others } = use.with
  use.with = value === undefined ? others : { ...others, [name]: value }
}
function setStart(start: StartState, place: string): void {
  const { [start]: _, ...others } = family.value.starts
  family.value.starts = place === '' ? others : { ...others, [start]: place }
}
const faultsOf = (index: number) =>
  props.faults.filter(({ path }) => path[0] === 'compose' && path[1] === index)
</script>

<template>
  <div class="space-y-5">
    <p v-if="family.compose.length === 0">
      {{ say('partForm.begin') }}
    </p>
    <ul class="ruled border-y-2 border-ink">
      <li v-for="(use, index) in family.compose" :key="use.as" class="py-2">
        <div class="flex items-baseline gap-3">
          <button
            type="button"
            class="min-w-0 flex-1 text-start"
            :aria-expanded="open === use.as"
            @click="open = open === use.as ? undefined : use.as"
          >
            <b>{{ use.as }}</b> <span class="text-ink-soft">{{ fragmentOf(use.fragment)?.says }}</span>
          </button>
          <AwayButton
            :name="say('row.remove', { row: say('screenForm.part', { name: use.as }) })"
            @click="family.compose.splice(index, 1)"
          />
        </div>
        <p v-for="fault in faultsOf(index)" :key="fault.path.join()" class="text-stop">
          {{ flawText(fault.flaw, words) }}
        </p>
        <div v-if="open === use.as && fragmentOf(use.fragment)" class="mt-1 border-s-4 border-rule ps-3">
          <ParameterField
            v-for="name in fragmentOf(use.fragment)?.parameters"
            :key="name"
            :label="name.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`)"
            :kind="parameterKinds(fragmentOf(use.fragment) ?? {})[name]"
            :family="family"
            :places="places"
            :usual="fragmentOf(use.fragment)?.defaults[name]"
            :model-value="use.with[name]"
            @update:model-value="(value) => setParameter(use, name, value)"
          />
          <p v-if="fragmentOf(use.fragment)?.parameters.length === 0" class="text-ink-soft">
            {{ say('partForm.nothingToSet') }}
          </p>
        </div>
      </li>
    </ul>
    <div class="flex items-end gap-2">
      <label class="flex-1"
        >{{ say('partForm.further') }}
        <select v-model="chosen" class="field">
          <option value="">{{ say('partForm.choose') }}</option>
          <option v-for="fragment in fragments" :key="fragment.id" :value="fragment.id">
            {{ say('history.line', { what: fragment.id, more: fragment.says }) }}
          </option>
        </select>
      </label>
      <button type="button" class="act" :disabled="!chosen" @click="addChosen">
        {{ say('partForm.add') }}
      </button>
    </div>

    <fieldset>
      <legend class="font-bold">{{ say('partForm.starts') }}</legend>
      <label
        v-for="start in startState.options"
        :key="start"
        class="grid grid-cols-[12rem_1fr] items-center gap-2 py-1"
        >{{ say(`start.${start}`) }}
        <select
          class="field"
          :aria-label="say(`start.${start}`)"
          :value="family.starts[start] ?? ''"
          @change="setStart(start, ($event.target as HTMLSelectElement).value)"
        >
          <option value="">{{ say('playbook.notKnown') }}</option>
          <option v-for="place in new Set([family.starts[start], ...places])" :key="place">
            {{ place }}
          </option>
        </select>
      </label>
    </fieldset>
  </div>
</template>
