<script setup lang="ts">
import { say } from '../words/index.ts'

/** A file is chosen, with words of ours on the button: those of the browser are in the browser's own language. */
defineProps<{ label: string; accept: string; text?: string; multiple?: boolean; camera?: boolean }>()
const emit = defineEmits<{ chosen: [files: FileList | null] }>()
const take = ({ target }: Event) => emit('chosen', (target as HTMLInputElement).files)
</script>

<template>
  <label class="act inline-block cursor-pointer focus-within:outline-3 focus-within:outline-brass"
    >{{ text ?? say('file.choose') }}
    <input
      type="file"
      class="sr-only"
      :multiple="multiple"
      :capture="camera ? 'environment' : undefined"
      :accept="accept"
      :aria-label="label"
      @click="($event.target as HTMLInputElement).value = ''"
      @change="take"
    />
  </label>
</template>
