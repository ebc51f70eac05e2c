<script setup lang="ts">
/** Every page of the playbook: its title above, and one place below for what can be done with it. */
defineProps<{ title: string; says?: string | undefined }>()
</script>

<template>
  <header class="border-b-2 border-ink px-6 py-2">
    <slot name="above" />
    <h1>{{ title }}</h1>
    <p v-if="says" class="text-ink-soft">{{ says }}</p>
  </header>
  <main class="flex-1 px-6 py-3"><slot /></main>
  <footer
    class="sticky bottom-0 z-10 flex min-h-16 flex-wrap items-center justify-between gap-4 border-t-2 border-ink bg-paper-deep px-6 py-2.5"
  >
    <div class="flex flex-wrap items-center gap-3"><slot name="left" /></div>
    <div class="flex items-center gap-3"><slot name="action" /></div>
  </footer>
</template>
