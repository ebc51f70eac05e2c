<script setup lang="ts" generic="Id extends string">
import type { StepState } from '@benevox/core/account'
import { computed, watch } from 'vue'
import { say } from '../words/index.ts'

/** Steps in their order: what is done folded to a line, the next one large with how it is done, the rest small. */
const props = defineProps<{
  steps: readonly {
    readonly id: Id
    readonly state: StepState
    readonly title: string
    readonly how: string
  }[]
}>()
const next = computed(() => props.steps.find(({ state }) => state !== 'done' && state !== 'later')?.id)
// What comes next is another thing: its heading and how it is done are seen, however far down the last was told.
watch(next, () => window.scrollTo({ top: 0 }), { flush: 'post' })
const MARK: Readonly<Record<StepState, string>> = {
  done: '✓',
  now: '▸',
  waiting: '…',
  due: '!',
  stopped: '✕',
  later: '·',
}
</script>

<template>
  <ol class="border-t border-rule">
    <li
      v-for="step in steps"
      :key="step.id"
      class="grid grid-cols-[1.5rem_minmax(0,1fr)] gap-x-2 border-b border-rule py-2"
      :aria-current="step.state !== 'done' && step.state !== 'later' ? 'step' : undefined"
    >
      <span
        aria-hidden="true"
        class="font-mono text-lg font-bold"
        :class="{
          'text-clear': step.state === 'done',
          'text-brass': step.state === 'now' || step.state === 'due',
          'text-waiting': step.state === 'waiting',
          'text-stop': step.state === 'stopped',
        }"
        >{{ MARK[step.state] }}</span
      >
      <div>
        <p :class="step.state === 'done' || step.state === 'later' ? 'text-ink-soft' : 'text-xl font-bold'">
          {{ step.title }} <span class="sr-only">{{ say(`stepState.${step.state}`) }}</span>
        </p>
        <template v-if="step.state !== 'done' && step.state !== 'later'">
          <p v-if="step.how" class="mt-1 text-lg leading-relaxed whitespace-pre-line">{{ step.how }}</p>
          <slot :name="step.id" />
        </template>
      </div>
    </li>
  </ol>
</template>
