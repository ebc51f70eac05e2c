<script setup lang="ts">
import { LANGUAGES, nameOf, type Language } from '@benevox/words'

/** In which language a customer reads, each named in its own. */
defineProps<{ label: string }>()
const chosen = defineModel<Language>({ required: true })
</script>

<template>
  <div role="radiogroup" :aria-label="label" class="flex flex-wrap gap-2">
    <button
      v-for="one in LANGUAGES"
      :key="one"
      type="button"
      role="radio"
      :aria-checked="chosen === one"
      :lang="one"
      class="act !font-normal"
      :class="{ '!bg-ink !font-bold text-paper': chosen === one }"
      @click="chosen = one"
    >
      {{ nameOf(one) }}
    </button>
  </div>
</template>
