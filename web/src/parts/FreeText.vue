<script setup lang="ts">
import { looksLikeSecret } from '@benevox/core/secret'
import { computed, ref, useId, useTemplateRef, watch } from 'vue'
import LineField from './LineField.vue'
import { say } from '../words/index.ts'

/** A line of free text. What looks like a PIN, pattern or password is questioned before it is kept anywhere. */
const props = defineProps<{
  label: string
  value: string
  placeholder?: string | undefined
  maxlength: number
  /** Offered while one types; anything else can be written all the same. */
  offers?: readonly string[] | undefined
  /** Figures are what it is for: only what a word announces is questioned. */
  onlyAnnounced?: boolean
}>()
const emit = defineEmits<{
  /** To be kept; `isNoSecret` where it was questioned and somebody said so. */
  keep: [text: string, isNoSecret: boolean]
}>()
const listId = useId()
const draft = ref(props.value)
const cleared = ref<string>()
watch(
  () => props.value,
  (value) => {
    if (!suspicion.value) draft.value = value
  },
)
const suspicion = computed(() => {
  if (draft.value === props.value || draft.value === cleared.value) return undefined
  const found = looksLikeSecret(draft.value)
  return props.onlyAnnounced && found?.kind !== 'announced' ? undefined : found
})

function change(text: string): void {
  draft.value = text
  if (!suspicion.value) emit('keep', text, text === cleared.value)
}
const field = useTemplateRef('field')
/** The question goes, and the button that had the focus with it: one writes on. */
const writeOn = () => field.value?.querySelector('input')?.focus()
function keepAnyway(): void {
  cleared.value = draft.value
  emit('keep', draft.value, true)
  writeOn()
}
function takeOut(): void {
  const found = suspicion.value?.found
  change(found ? draft.value.replace(found, '').replace(/\s+/g, ' ').trim() : '')
  if (suspicion.value) change('')
  writeOn()
}
</script>

<template>
  <!-- What is questioned is answered before Enter leads on. -->
  <div
    ref="field"
    class="min-w-[min(11rem,100%)] flex-1"
    :class="{ 'basis-full': suspicion }"
    @keydown.enter="suspicion && $event.stopPropagation()"
  >
    <LineField
      :aria-label="label"
      :placeholder="placeholder"
      :maxlength="maxlength"
      :value="draft"
      :list="offers?.length ? listId : undefined"
      @typed="change"
    />
    <datalist v-if="offers?.length" :id="listId">
      <option v-for="offer in offers" :key="offer" :value="offer"></option>
    </datalist>
    <div v-if="suspicion" role="alert" class="mt-1 border-s-4 border-stop bg-stop-pale px-3 py-2">
      <p>
        <b>{{ say('secret.looksLike', { found: suspicion.found }) }}</b> {{ say('secret.neverKept') }}
      </p>
      <p class="mt-2 flex gap-3">
        <button type="button" class="act" @click="takeOut">{{ say('secret.remove') }}</button>
        <button type="button" class="underline" @click="keepAnyway">{{ say('secret.keep') }}</button>
      </p>
    </div>
  </div>
</template>
