<script setup lang="ts">
/** The lines of a way, numbered; the one that is to be done now, or that was lost, stands out. */
defineProps<{ lines: readonly string[]; now?: number; lostAt?: number }>()
</script>

<template>
  <ol class="text-[1.4rem] leading-snug" data-testid="steps">
    <li
      v-for="(line, index) in lines"
      :key="index"
      class="flex gap-3 border-s-4 py-0.5 ps-3"
      :class="
        index === now
          ? 'border-brass bg-brass-pale font-bold'
          : index === lostAt
            ? 'border-stop font-bold'
            : 'border-transparent'
      "
    >
      <span class="font-mono text-ink-soft">{{ index + 1 }}</span><span data-testid="step">{{ line }}</span>
    </li>
  </ol>
</template>
