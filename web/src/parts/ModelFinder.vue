<script setup lang="ts">
import { modelById, type Model } from '@benevox/core/catalog'
import { Combobox, ComboboxInput, ComboboxOption, ComboboxOptions } from '@headlessui/vue'
import { computed, ref, watch } from 'vue'
import { useCatalog } from '../api/catalog.ts'
import { useModelSearch } from './useModelSearch.ts'
import { say } from '../words/index.ts'

/** Finds a model by a few letters of maker, name, code name or year; words in any order, one slip forgiven. */
const props = defineProps<{ modelId: string | undefined }>()
const emit = defineEmits<{ found: [id: string] }>()
const catalog = useCatalog()
const query = ref('')
const SHOWN = 8
const { results, answered } = useModelSearch(query, SHOWN)
/** What fits the letters that stand there now; models that fitted fewer letters are no answer to these. */
const fitting = computed(() => (answered.value === query.value ? results.value : []))
/** Enter came before the answer: the first that fits is taken once it is there. */
const isEntered = ref(false)
function entered(event: KeyboardEvent): void {
  if (answered.value === query.value) return
  event.preventDefault()
  event.stopPropagation()
  isEntered.value = true
}
function typed(text: string): void {
  isEntered.value = false
  query.value = text
}
watch(answered, () => {
  const [first] = fitting.value
  if (!isEntered.value || !first) return
  isEntered.value = false
  emit('found', first.id)
})
const chosen = computed(() => catalog.pack && modelById(catalog.pack, props.modelId))
const shown = (model: unknown) => (model ? `${(model as Model).maker} ${(model as Model).name}` : '')
</script>

<template>
  <Combobox
    :model-value="chosen ?? null"
    by="id"
    nullable
    as="div"
    class="relative"
    @keydown.enter.capture="entered"
    @update:model-value="(model: Model | null) => model && emit('found', model.id)"
  >
    <ComboboxInput
      class="field"
      :aria-label="say('modelFinder.label')"
      :display-value="shown"
      :placeholder="say('modelFinder.hint')"
      autocomplete="off"
      spellcheck="false"
      @change="typed(($event.target as HTMLInputElement).value)"
    />
    <ComboboxOptions
      class="absolute z-10 max-h-80 w-full overflow-auto border-2 border-t-0 border-ink bg-paper"
    >
      <p v-if="results.length === 0 && answered === query" class="px-3 py-2">
        {{ say('modelFinder.none') }}
      </p>
      <ComboboxOption
        v-for="model in fitting"
        :key="model.id"
        v-slot="{ active }"
        :value="model"
        as="template"
      >
        <li class="flex cursor-pointer items-baseline gap-3 px-3 py-1.5" :class="{ 'bg-brass-pale': active }">
          <b>{{ model.maker }} {{ model.name }}</b>
          <span class="text-ink-soft">{{ model.modelText }}</span>
          <span class="ms-auto text-sm text-ink-soft">{{
            [model.codeNames.join(', '), say(`kind.${model.kind}`), model.year].filter(Boolean).join(' · ')
          }}</span>
        </li>
      </ComboboxOption>
    </ComboboxOptions>
  </Combobox>
</template>
