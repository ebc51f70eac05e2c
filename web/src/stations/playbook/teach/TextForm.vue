<script setup lang="ts">
import {
  familyAsWritten,
  shapeFaults,
  writeOutFamily,
  type Family,
  type PackFault,
} from '@benevox/core/catalog'
import { flawText, pathText } from '@benevox/words'
import { ref, watch } from 'vue'
import { noJson } from '../../../workers/readText.ts'
import { useCatalog } from '../../../api/catalog.ts'
import { say, words } from '../../../words/index.ts'

/** All of the family as text, for what no form has: states of its own, times of single moves. */
const family = defineModel<Family>({ required: true })
const catalog = useCatalog()
const text = ref('')
const faults = ref<readonly PackFault[]>([])
watch(
  family,
  (now) => {
    text.value = JSON.stringify(now, null, 2)
    faults.value = []
  },
  { immediate: true, deep: true },
)
function take(): void {
  let written: unknown
  try {
    written = JSON.parse(text.value)
  } catch (error) {
    faults.value = [{ path: [], flaw: noJson(text.value, error) }]
    return
  }
  const read = familyAsWritten.safeParse(written)
  if (!read.success) {
    faults.value = shapeFaults(read.error)
    return
  }
  const out = writeOutFamily(catalog.pack?.commonMethods ?? [], read.data)
  faults.value = out.faults
  if (out.faults.length === 0) family.value = out.family
}
</script>

<template>
  <div class="space-y-2">
    <label class="block"
      >{{ say('textForm.text') }}
      <textarea v-model="text" class="field font-mono text-sm" rows="24" spellcheck="false" />
    </label>
    <ul v-if="faults.length" role="alert" class="border-s-4 border-stop ps-3">
      <li v-for="(fault, index) in faults.slice(0, 12)" :key="index">
        <span class="font-mono">{{ pathText(fault.path) }}</span> {{ flawText(fault.flaw, words) }}
      </li>
    </ul>
    <button type="button" class="act" @click="take">{{ say('textForm.take') }}</button>
  </div>
</template>
