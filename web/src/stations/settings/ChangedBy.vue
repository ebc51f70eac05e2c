<script setup lang="ts">
import { say, words } from '../../words/index.ts'

/** Who changed what stands here last, and when: nothing where nobody has. */
defineProps<{ by?: string | null | undefined; at?: string | null | undefined }>()
</script>

<template>
  <p v-if="by && at" class="mt-1 text-ink-soft">
    {{ say('settings.changedBy', { person: by, day: words.day(at) }) }}
  </p>
</template>
