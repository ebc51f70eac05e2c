<script setup lang="ts">
import { computed, ref, useId, watch } from 'vue'
import { countryCode, countryName } from '../words/countries.ts'
import { say, words } from '../words/index.ts'
import LineField from './LineField.vue'

/** A country by its two letters or its name. */
const props = defineProps<{
  label: string
  value: string
  /** Countries that are offered while one types, by their letters. */
  offers?: readonly string[] | undefined
}>()
const listId = useId()
const emit = defineEmits<{ keep: [code: string | null] }>()
const draft = ref(props.value)
const found = computed(() => countryCode(draft.value, words))
watch(
  () => props.value,
  (value) => {
    if (value !== (found.value ?? '')) draft.value = value
  },
)
function change(text: string): void {
  draft.value = text
  if ((found.value ?? '') !== props.value) emit('keep', found.value ?? null)
}
</script>

<template>
  <div class="min-w-[min(11rem,100%)] flex-1">
    <LineField
      :aria-label="label"
      maxlength="60"
      :value="draft"
      :list="offers?.length ? listId : undefined"
      @typed="change"
    />
    <datalist v-if="offers?.length" :id="listId">
      <option v-for="code in offers" :key="code" :value="countryName(code, words) ?? code"></option>
    </datalist>
    <p class="mt-1 text-sm" :class="draft && !found ? 'font-bold text-brass' : 'text-ink-soft'">
      {{ found ? countryName(found, words) : draft ? say('countryField.none') : say('countryField.hint') }}
    </p>
  </div>
</template>
