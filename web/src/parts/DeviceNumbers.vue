<script setup lang="ts">
import { groupImei } from '@benevox/core/imei'
import { computed } from 'vue'
import { useJob } from '../job/jobs.ts'
import { say } from '../words/index.ts'

/** What a carrier, a service or a seller asks for on the telephone, to be read out. */
const job = useJob()
const numbers = computed(() => [job.facts.imei, job.facts.imeiSecond].filter((one) => one !== undefined))
</script>

<template>
  <p v-if="numbers.length">
    <span class="block text-ink-soft">{{ say('fact.imei') }}</span>
    <b v-for="imei in numbers" :key="imei" class="block font-mono text-lg">{{ groupImei(imei) }}</b>
  </p>
</template>
