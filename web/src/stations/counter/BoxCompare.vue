<script setup lang="ts">
import { compareImei, readImei } from '@benevox/core/imei'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'

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
const WORDS = {
  same: 'The box says the same: it belongs to this device.',
  'perhaps-other-slot':
    'The box says a neighbouring number: the other SIM slot, or a device of the same delivery.',
  misread: 'The box says nearly the same: read both again.',
  different: 'The box belongs to another device: it proves nothing here.',
  unreadable: 'One of the two cannot be read.',
} as const
</script>

<template>
  <p
    v-if="compared"
    class="mt-2"
    :class="compared.kind === 'same' ? 'text-clear' : 'font-bold text-brass'"
    role="status"
  >
    {{ WORDS[compared.kind] }}
  </p>
</template>
