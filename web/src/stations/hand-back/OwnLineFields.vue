<script setup lang="ts">
import FreeText from '../../parts/FreeText.vue'
import type { OwnLineWritten } from './useOwnLine.ts'
import { say, words } from '../../words/index.ts'

/** What a line is for and how much it is; why, where that is asked for. */
defineProps<{ currency: string; only?: 'line' | 'reason' }>()
const written = defineModel<OwnLineWritten>({ required: true })
</script>

<template>
  <template v-if="only !== 'reason'">
    <FreeText
      :label="say('handBackPage.lineText')"
      :placeholder="say('handBackPage.lineText')"
      :value="written.told.text"
      :maxlength="80"
      @keep="(text, isNoSecret) => written.keep('text', text, isNoSecret)"
    />
    <input
      v-model="written.amount"
      class="field !w-44 font-mono"
      inputmode="decimal"
      :aria-label="say('handBackPage.lineAmount')"
      :placeholder="words.money(-500, currency)"
      maxlength="12"
    />
  </template>
  <FreeText
    v-if="only !== 'line'"
    :label="say('handBackPage.lineReason')"
    :placeholder="say('handBackPage.lineReason')"
    :value="written.told.reason"
    :maxlength="200"
    @keep="(text, isNoSecret) => written.keep('reason', text, isNoSecret)"
  />
</template>
