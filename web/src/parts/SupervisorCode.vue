<script setup lang="ts">
import { say } from '../words/index.ts'

/** The personal code of a supervisor, who need not be the one signed in. */
const code = defineModel<string>({ required: true })
</script>

<template>
  <input
    v-model="code"
    class="field !w-44 font-mono"
    type="password"
    :aria-label="say('waive.code')"
    :placeholder="say('waive.codeHint')"
    autocomplete="off"
    maxlength="20"
  />
</template>
