<script setup lang="ts">
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { say } from '../../words/index.ts'

/** When the password was changed, as far as the customer can say: the wait runs from then. */
const job = useJob()
const typed = ref('')
const changed = computed(() => new Date(typed.value))
const isPast = computed(() => changed.value.getTime() <= Date.now())
const keep = () => void job.tell({ kind: 'password-changed', changedAt: changed.value.toISOString() })
</script>

<template>
  <form class="mt-2 flex flex-wrap items-center gap-2" @submit.prevent="keep">
    <label class="flex flex-wrap items-center gap-2"
      >{{ say('accountPage.changedWhen') }}
      <input v-model="typed" class="field !w-56" type="datetime-local" />
    </label>
    <button class="act" :disabled="!isPast">{{ say('accountPage.keep') }}</button>
  </form>
</template>
