<script setup lang="ts">
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'

/** The short check, and what to do at once. Local rules for damaged lithium batteries stand above it. */
const job = useJob()
const found = computed(() => job.facts.hazard)
</script>

<template>
  <div class="mt-3">
    <p
      v-if="found && found !== 'none'"
      class="border-l-4 border-stop bg-stop-pale px-3 py-2 font-bold text-stop"
    >
      Stop. Do not charge, do not press, do not open. Put it away from what burns, on something that does not
      burn; keep people away from smoke. Follow the local rules for damaged lithium batteries.
    </p>
    <p v-else class="text-ink-soft">
      Lay it on a flat surface: does it rock, gape or bulge? Is it warm though it lies still? A wet port, a
      tide mark, a burnt or sweet smell?
    </p>
  </div>
</template>
