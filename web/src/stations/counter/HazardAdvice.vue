<script setup lang="ts">
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { say } from '../../words/index.ts'

/** The short check, and what to do at once. Local rules for damaged lithium batteries stand above it. */
const job = useJob()
const found = computed(() => job.facts.hazard)
</script>

<template>
  <div class="mt-3">
    <p
      v-if="found && found !== 'none'"
      class="border-s-4 border-stop bg-stop-pale px-3 py-2 font-bold text-stop"
    >
      {{ say('hazard.stop') }}
    </p>
    <p v-else class="text-ink-soft">
      {{ say('hazard.look') }}
    </p>
  </div>
</template>
