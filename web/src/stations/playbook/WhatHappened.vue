<script setup lang="ts">
import { effectWords, phrases, type Action } from '@benevox/core/procedure'
import type { Machine, Observation } from '@benevox/core/twin'
import { computed } from 'vue'
import type { Happening } from './useReplay.ts'

/** What the hand did and what the device showed, the newest first, with its second. */
const props = defineProps<{ happenings: readonly Happening[]; machine: Machine }>()
const words = computed(() => phrases('en', props.machine.names))
const EFFECTS = effectWords('en')

function handText({ input }: Action): string {
  switch (input.kind) {
    case 'key-down':
      return `${words.value.key[input.key]} down`
    case 'key-up':
      return `${words.value.key[input.key]} let go`
    case 'link':
      return words.value.plug(words.value.link[input.link], '')
    case 'fold':
      return words.value.fold(input.to, '')
    case 'turn':
      return words.value.turn(words.value.key[input.key], input.by)
    case 'tap':
      return `tap ${input.on}`
    case 'type':
      return words.value.typeWord(input.word)
    case 'battery':
      return `battery at ${input.percent} %`
  }
}
function deviceText(seen: Observation): string {
  if (seen.kind === 'effect') return EFFECTS[seen.effect]
  if (seen.kind === 'buzz') return words.value.cue[seen.buzz]
  const text = props.machine.states[seen.state]?.text
  return words.value.cue[seen.screen] + (text ? `: “${text}”` : '')
}
const MOST_SHOWN = 40
const lines = computed(() =>
  props.happenings
    .slice(-MOST_SHOWN)
    .map((one) => ({
      at: (one.atMs / 1000).toFixed(1),
      who: one.kind,
      text: one.kind === 'hand' ? handText(one.action) : deviceText(one.seen),
    }))
    .reverse(),
)
</script>

<template>
  <ol class="ruled border-y border-rule" data-testid="happenings">
    <li v-for="(line, index) in lines" :key="lines.length - index" class="flex gap-3 py-0.5">
      <span class="w-16 shrink-0 text-end font-mono text-ink-soft">{{ line.at }} s</span>
      <span class="w-14 shrink-0 text-sm leading-6 text-ink-soft">{{ line.who }}</span>
      <span :class="{ 'font-bold': line.who === 'device' }">{{ line.text }}</span>
    </li>
    <li v-if="lines.length === 0" class="py-0.5 text-ink-soft">Nothing yet.</li>
  </ol>
</template>
