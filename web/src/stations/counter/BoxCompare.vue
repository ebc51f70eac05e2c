<script setup lang="ts">
import { compareImei, readImei } from '@benevox/core/imei'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { say } from '../../words/index.ts'

/** What the box says against what the device says. */
const job = useJob()
const compared = computed(() => {
  const { imei, imeiSecond, boxImei } = job.facts
  if (!imei || !boxImei) return undefined
  // A box may name the other slot of a two-SIM device.
  const withEach = [imei, imeiSecond].flatMap((one) =>
    one ? [compareImei(readImei(one), readImei(boxImei))] : [],
  )
  return withEach.find(({ kind }) => kind === 'same') ?? withEach[0]
})
</script>

<template>
  <p
    v-if="compared"
    class="mt-2"
    :class="compared.kind === 'same' ? 'text-clear' : 'font-bold text-brass'"
    role="status"
  >
    {{ say(`boxImei.${compared.kind}`) }}
  </p>
</template>
