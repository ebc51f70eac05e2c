<script setup lang="ts">
import type { FactName } from '@benevox/core/route'

/** One question of the counter with a field of its own. */
defineProps<{ name: FactName; ask: string; hint?: string | undefined; next?: boolean }>()
</script>

<template>
  <div
    :id="`fact-${name}`"
    class="grid grid-cols-[11rem_1fr] items-start gap-x-4 py-2"
    :class="{ 'bg-brass-pale/60': next }"
  >
    <p class="pt-1.5 pl-2 font-bold">
      {{ ask }}<span v-if="hint" class="block text-sm font-normal text-ink-soft">{{ hint }}</span>
    </p>
    <div class="min-w-0"><slot /></div>
  </div>
</template>
