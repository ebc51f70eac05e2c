<script setup lang="ts">
import {
  familyAsWritten,
  shapeFaults,
  writeOutFamily,
  type Family,
  type PackFault,
} from '@benevox/core/catalog'
import { ref, watch } from 'vue'
import { useCatalog } from '../../../api/catalog.ts'

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
    const sentence = `This is not JSON: ${error instanceof Error ? error.message : ''}`
    faults.value = [{ path: [], code: 'shape', sentence }]
    return
  }
  const read = familyAsWritten.safeParse(written)
  if (!read.success) {
    faults.value = shapeFaults(read.error)
    return
  }
  const out = writeOutFamily(catalog.pack?.schools ?? [], read.data)
  faults.value = out.faults
  if (out.faults.length === 0) family.value = out.family
}
</script>

<template>
  <div class="space-y-2">
    <label class="block"
      >The family as it stands in the catalogue’s file
      <textarea v-model="text" class="field font-mono text-sm" rows="24" spellcheck="false" />
    </label>
    <ul v-if="faults.length" role="alert" class="border-s-4 border-stop ps-3">
      <li v-for="(fault, index) in faults.slice(0, 12)" :key="index">
        <span class="font-mono">{{ fault.path.join('.') }}</span> {{ fault.sentence }}
      </li>
    </ul>
    <button type="button" class="act" @click="take">Take this text</button>
  </div>
</template>
