<script setup lang="ts">
import type { CameBack } from '@benevox/core/diagnosis'
import { chanceText, say } from '../../words/index.ts'

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
  <div class="mb-5 border-s-[6px] border-brass ps-4" data-testid="came-back">
    <p class="sentence">
      <template v-if="back.next === 'restart'">{{ say('cameBack.restart', { line: restartLine }) }}</template>
      <template v-else-if="back.next === 'clear-cache'">{{
        say('cameBack.clearCache', { line: cacheLine })
      }}</template>
      <template v-else-if="back.next === 'reset-again'">{{ say('cameBack.resetAgain') }}</template>
      <template v-else>{{ say('cameBack.repair') }}</template>
    </p>
    <p class="mt-1 text-xl">
      {{
        say('cameBack.why', {
          times,
          cause: back.cause === 'other-line' ? 'line' : 'loop',
          chance: chanceText(back.chance),
        })
      }}
      {{
        back.next === 'clear-cache'
          ? say('cameBack.thenRestart')
          : back.next === 'reset-again'
            ? say('cameBack.cacheTried')
            : back.next === 'repair'
              ? say('cameBack.bothTried')
              : ''
      }}
    </p>
  </div>
</template>
