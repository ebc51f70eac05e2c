<script setup lang="ts">
/** One line of the shop's lists: what it is called, and its value, which a supervisor may change. */
defineProps<{
  name: string
  value: string
  isSupervisor: boolean
  inputmode?: 'decimal'
  maxlength?: number
}>()
const emit = defineEmits<{ change: [text: string] }>()
</script>

<template>
  <label class="flex items-center justify-between gap-4 border-b border-rule py-1"
    >{{ name }}
    <input
      class="field !min-h-0 !w-28 text-end font-mono"
      :inputmode="inputmode"
      :maxlength="maxlength"
      :readonly="!isSupervisor"
      :value="value"
      @change="emit('change', ($event.target as HTMLInputElement).value.trim())"
    />
  </label>
</template>
