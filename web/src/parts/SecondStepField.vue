<script setup lang="ts">
import { onMounted, useTemplateRef } from 'vue'
import { say } from '../words/index.ts'

/** The code of one’s phone, or a spare one: asked for where a second step is set up. */
const { isFirst } = defineProps<{
  /** It comes alone, after a password that was right: the next thing to be typed. */
  isFirst?: boolean
}>()
const code = defineModel<string>({ required: true })
const field = useTemplateRef('field')
onMounted(() => {
  if (isFirst) field.value?.focus()
})
</script>

<template>
  <label class="block"
    >{{ say('signIn.secondStep')
    }}<input
      ref="field"
      v-model="code"
      class="field mt-1 font-mono"
      autocomplete="one-time-code"
      required
      maxlength="20"
  /></label>
</template>
