<script setup lang="ts">
import { minorOf } from '@benevox/core/price'
import { computed, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import SupervisorCode from '../../parts/SupervisorCode.vue'
import { say, words } from '../../words/index.ts'

/** A discount, or something of the shop's own: a supervisor answers for it, with a reason. */
const props = defineProps<{ currency: string }>()
const job = useJob()
const isOpen = ref(false)
const told = ref({ text: '', reason: '' })
const noSecret = ref<string[]>([])
const amount = ref('')
const code = ref('')
/** The same line is not put on the bill twice, however often it is sent. */
const key = ref(crypto.randomUUID())
const minor = computed(() => minorOf(amount.value))
const isWhole = computed(
  () =>
    minor.value &&
    told.value.text.trim().length > 1 &&
    told.value.reason.trim().length > 3 &&
    code.value.length > 3,
)
function keep(name: 'text' | 'reason', text: string, isNoSecret: boolean): void {
  told.value = { ...told.value, [name]: text }
  if (isNoSecret) noSecret.value = [...noSecret.value, name]
}
async function add(): Promise<void> {
  const line = { key: key.value, ...told.value, minor: minor.value ?? 0 }
  const isAdded = await job.record(say('doing.addingLine'), (version, id) =>
    call('addLine', {
      params: { id },
      body: { version, ...line, code: code.value, noSecret: noSecret.value },
    }),
  )
  code.value = ''
  if (!isAdded) return
  told.value = { text: '', reason: '' }
  amount.value = ''
  key.value = crypto.randomUUID()
  isOpen.value = false
}
</script>

<template>
  <p class="mt-3">
    <button type="button" class="underline" :aria-expanded="isOpen" @click="isOpen = !isOpen">
      {{ say('handBackPage.ownLine') }}
    </button>
  </p>
  <form v-if="isOpen" class="mt-2 flex flex-wrap items-start gap-3" @submit.prevent="add">
    <FreeText
      :label="say('handBackPage.lineText')"
      :placeholder="say('handBackPage.lineText')"
      :value="told.text"
      :maxlength="80"
      @keep="(text, isNoSecret) => keep('text', text, isNoSecret)"
    />
    <input
      v-model="amount"
      class="field !w-44 font-mono"
      inputmode="decimal"
      :aria-label="say('handBackPage.lineAmount')"
      :placeholder="words.money(-500, props.currency)"
      maxlength="12"
    />
    <FreeText
      :label="say('handBackPage.lineReason')"
      :placeholder="say('handBackPage.lineReason')"
      :value="told.reason"
      :maxlength="200"
      @keep="(text, isNoSecret) => keep('reason', text, isNoSecret)"
    />
    <SupervisorCode v-model="code" />
    <p class="w-full text-[0.95rem] text-ink-soft">{{ say('handBackPage.lineAmount') }}</p>
    <button class="act" :disabled="!isWhole">{{ say('handBackPage.addLine') }}</button>
  </form>
</template>
