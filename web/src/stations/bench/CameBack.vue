<script setup lang="ts">
import type { CameBack } from '@benevox/core/diagnosis'
import { hundredths } from '@benevox/core/hand'

/** Recovery showed again after the wipe and the restart: why, and what to do at the first, second, third time. */
defineProps<{
  back: CameBack
  times: number
  /** From where the cursor is. */
  cacheLine: string
  restartLine: string
}>()
</script>

<template>
  <div class="mb-5 border-l-[6px] border-brass pl-4" data-testid="came-back">
    <p class="text-[2.1rem] leading-tight font-bold">
      <template v-if="back.next === 'restart'">Restart it once more: {{ restartLine }}</template>
      <template v-else-if="back.next === 'clear-cache'">Clear the cache: {{ cacheLine }}</template>
      <template v-else-if="back.next === 'reset-again'">Reset once more.</template>
      <template v-else>It is a matter for repair.</template>
    </p>
    <p class="mt-1 text-xl">
      It came back to recovery{{ times === 1 ? '' : ` ${times} times` }}:
      {{ back.cause === 'other-line' ? 'another line than the restart was taken' : 'a loop' }}, in
      {{ hundredths(back.chance) }} of 100 such cases.
      {{
        back.next === 'clear-cache'
          ? 'Then restart, and look whether the wizard comes.'
          : back.next === 'reset-again'
            ? 'A cleared cache did not help.'
            : back.next === 'repair'
              ? 'Cache and reset did not help.'
              : ''
      }}
    </p>
  </div>
</template>
