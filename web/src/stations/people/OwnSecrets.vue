<script setup lang="ts">
import { flawOf } from '@benevox/core/catalog'
import { newCode, newPassword } from '@benevox/core/shop'
import { flawText } from '@benevox/words'
import { computed, ref, watch } from 'vue'
import TickBox from '../../parts/TickBox.vue'
import { say, words } from '../../words/index.ts'

/** A new password and a new personal code: both, once both will do. */
const chosen = defineModel<{ password: string; code: string } | undefined>()
const password = ref('')
const code = ref('')
const isShown = ref(false)
watch([password, code], () => {
  const will = newPassword.safeParse(password.value).success && newCode.safeParse(code.value).success
  chosen.value = will ? { password: password.value, code: code.value } : undefined
})
/** Said while it is typed, as soon as it is long enough to be one. */
const codeFlaw = computed(() => {
  const [issue] = code.value.length < 6 ? [] : (newCode.safeParse(code.value).error?.issues ?? [])
  return issue ? flawText(flawOf(issue), words) : ''
})
</script>

<template>
  <label class="block"
    >{{ say('firstRun.password')
    }}<input
      v-model="password"
      :type="isShown ? 'text' : 'password'"
      class="field mt-1"
      autocomplete="new-password"
      maxlength="200"
  /></label>
  <label class="block"
    >{{ say('firstRun.personalCode')
    }}<input
      v-model="code"
      :type="isShown ? 'text' : 'password'"
      class="field mt-1 font-mono"
      inputmode="numeric"
      autocomplete="off"
      maxlength="8"
  /></label>
  <p v-if="codeFlaw" role="status" class="text-stop">{{ codeFlaw }}</p>
  <TickBox v-model="isShown">{{ say('firstRun.showPassword') }}</TickBox>
</template>
