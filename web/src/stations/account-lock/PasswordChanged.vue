<script setup lang="ts">
import { computed, ref } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { say } from '../../words/index.ts'

/** When the password was changed, as far as the customer can say: the wait runs from then. */
const job = useJob()
const typed = ref('')
const changed = computed(() => new Date(typed.value))
const isPast = computed(() => changed.value.getTime() <= Date.now())
const tell = (at: Date) => void job.tell({ kind: 'password-changed', changedAt: at.toISOString() })
/** For how long the device refuses the sign-in after a change, counted cautiously, in hours. */
const hours = computed(() => job.route?.foresight.waitHours.to ?? 0)
</script>

<template>
  <p class="mt-1 text-lg leading-relaxed">{{ say('accountPage.refusesFor', { hours }) }}</p>
  <form class="mt-2 flex flex-wrap items-center gap-2" @submit.prevent="tell(changed)">
    <label class="flex flex-wrap items-center gap-2"
      >{{ say('accountPage.changedWhen') }}
      <input v-model="typed" class="field !w-56" type="datetime-local" />
    </label>
    <button class="act" :disabled="!isPast">{{ say('accountPage.keep') }}</button>
    <button class="act" type="button" @click="tell(new Date(Date.now() - hours * 3_600_000))">
      {{ say('accountPage.longAgo', { hours }) }}
    </button>
  </form>
</template>
