<script setup lang="ts">
import { networkKey, type OrderChange } from '@benevox/contract'
import { computed, ref } from 'vue'
import { say } from '../../words/index.ts'

/** A code that came another way than by a mail that is read in: by telephone, or on paper. */
const props = defineProps<{ second?: boolean; busy: boolean }>()
const emit = defineEmits<{ change: [change: OrderChange] }>()
const code = ref('')
/** Mails write it in groups. */
const typed = computed(() => code.value.replace(/[\s-]/g, ''))
const isCode = computed(() => networkKey.safeParse(typed.value).success)
function save(): void {
  emit(
    'change',
    props.second
      ? { kind: 'second-code', code: typed.value }
      : { kind: 'answered', answer: 'code', code: typed.value },
  )
  code.value = ''
}
</script>

<template>
  <form class="mt-2 flex flex-wrap items-end gap-3" @submit.prevent="save">
    <label class="w-72 font-bold"
      >{{ say(second ? 'orderView.secondCode' : 'orderView.code') }}
      <input
        v-model="code"
        class="field mt-1 font-mono text-xl"
        inputmode="numeric"
        maxlength="32"
        autocomplete="off"
        data-scan="own"
        :placeholder="say('orderView.codeHint')"
      />
      <span v-if="typed && !isCode" class="text-sm text-brass">{{
        /^\d+$/.test(typed)
          ? say('orderView.wrongLength', { count: typed.length })
          : say('orderView.digitsOnly')
      }}</span>
    </label>
    <button class="act" :disabled="!isCode || busy">{{ say('orderView.saveCode') }}</button>
  </form>
</template>
