<script setup lang="ts">
import { nextTick } from 'vue'

/** One field of a list: what is typed is told once it is left; what was not taken gives way to what stands. */
const props = defineProps<{
  label: string
  value: string
  isSupervisor: boolean
  /** Without its name beside it, in a table whose heading says it. */
  bare?: boolean
  list?: string | undefined
  type?: 'text' | 'date' | 'email' | undefined
}>()
const emit = defineEmits<{ change: [text: string] }>()
async function change({ target }: Event): Promise<void> {
  const field = target as HTMLInputElement
  emit('change', field.value.trim())
  await nextTick()
  field.value = props.value
}
</script>

<template>
  <label class="block"
    ><span :class="bare ? 'sr-only' : 'text-sm text-ink-soft'">{{ label }}</span>
    <input
      class="field"
      :class="{ '!min-h-0 !py-1': bare }"
      autocomplete="off"
      :type="type ?? 'text'"
      :list="list"
      :readonly="!isSupervisor"
      :value="value"
      @change="change"
    />
  </label>
</template>
