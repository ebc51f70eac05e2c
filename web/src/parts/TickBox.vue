<script setup lang="ts">
/** A box to tick, with what it says beside it. */
defineProps<{ disabled?: boolean }>()
const ticked = defineModel<boolean>({ required: true })
</script>

<template>
  <label class="flex items-center gap-2"
    ><input
      type="checkbox"
      class="size-5"
      :checked="ticked"
      :disabled="disabled"
      @change="ticked = ($event.target as HTMLInputElement).checked" /><slot
  /></label>
</template>
