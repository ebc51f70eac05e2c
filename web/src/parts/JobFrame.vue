<script setup lang="ts">
import { useJob } from '../job/jobs.ts'
import { useCatalog } from '../api/catalog.ts'
import JobStrip from './JobStrip.vue'
import { useLoadedJob } from './useLoadedJob.ts'
import { say } from '../words/index.ts'

/** Every page of one job: its strip above, what was refused below it, and one place for the primary action. */
defineProps<{ id: number }>()
const job = useJob()
const catalog = useCatalog()
const fault = useLoadedJob()
</script>

<template>
  <p v-if="fault" role="alert" class="m-6 text-lg font-bold">{{ fault }}</p>
  <template v-if="job.saved?.id === id && job.route && job.locks && job.progress">
    <!-- Why something was not done is seen wherever one stands on the page. -->
    <div class="sticky top-0 z-10">
      <JobStrip
        :ticket="job.saved.ticket"
        :device="
          job.found
            ? `${job.found.model.maker} ${job.found.model.name}`
            : catalog.modelName(job.facts.modelId)
        "
        :customer="
          job.hasName
            ? job.customer.name
            : job.saved.gone?.includes('contact')
              ? say('document.forgotten')
              : ''
        "
        :locks="job.locks"
      />
      <p
        v-if="job.refusal"
        role="alert"
        class="border-b border-rule bg-stop-pale px-6 py-2 font-bold text-stop"
      >
        {{ job.refusal }}
      </p>
    </div>
    <main class="flex-1">
      <slot :job="job.saved" :route="job.route" :progress="job.progress" />
    </main>
    <footer
      class="actions sticky bottom-0 flex min-h-16 flex-wrap items-center justify-between gap-x-4 gap-y-2 border-t-2 border-ink bg-paper-deep px-6 py-2.5"
    >
      <div id="left-actions" class="flex min-w-0 flex-wrap items-center gap-x-3 gap-y-1">
        <b v-if="job.away" class="text-waiting">{{ say('jobFrame.keptHere') }}</b><slot
          name="left"
          :job="job.saved"
        />
      </div>
      <div id="primary-action" class="ms-auto flex flex-wrap items-center gap-3">
        <slot name="action" :job="job.saved" :route="job.route" />
      </div>
    </footer>
  </template>
</template>
