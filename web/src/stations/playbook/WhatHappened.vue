<script setup lang="ts">
import { keyText, plugText } from '@benevox/words'
import type { Action } from '@benevox/core/method'
import type { Machine, Observation } from '@benevox/core/twin'
import { computed } from 'vue'
import type { Happening } from './useReplay.ts'
import { say, words } from '../../words/index.ts'

/** What the hand did and what the device showed, the newest first, with its second. */
const props = defineProps<{ happenings: readonly Happening[]; machine: Machine }>()
const own = computed(() => props.machine.names)

function handText({ input }: Action): string {
  switch (input.kind) {
    case 'key-down':
      return say('happened.down', { key: keyText(input.key, own.value, words) })
    case 'key-up':
      return say('happened.up', { key: keyText(input.key, own.value, words) })
    case 'link':
      return plugText(input.link, own.value, words)
    case 'fold':
      return say(`fold.${input.to}`)
    case 'turn':
      return say('menuLine.turn', { key: keyText(input.key, own.value, words), by: input.by })
    case 'tap':
      return say('step.tap', { label: input.on })
    case 'type':
      return say('step.type', { word: input.word })
    case 'battery':
      return say('happened.battery', { share: words.percent(input.percent / 100) })
  }
}
function deviceText(seen: Observation): string {
  if (seen.kind === 'effect') return say(`effect.${seen.effect}`)
  if (seen.kind === 'buzz') return say(`sign.${seen.buzz}`)
  const text = props.machine.states[seen.state]?.text
  return text === undefined
    ? say(`sign.${seen.screen}`)
    : say('happened.shows', { screen: say(`sign.${seen.screen}`), text })
}
const MOST_SHOWN = 40
const lines = computed(() =>
  props.happenings
    .slice(-MOST_SHOWN)
    .map((one) => ({
      at: words.tenths(one.atMs),
      who: one.kind,
      text: one.kind === 'hand' ? handText(one.action) : deviceText(one.seen),
    }))
    .reverse(),
)
</script>

<template>
  <ol class="ruled border-y border-rule" data-testid="happenings">
    <li v-for="(line, index) in lines" :key="lines.length - index" class="flex gap-3 py-0.5">
      <span class="w-16 shrink-0 text-end font-mono text-ink-soft">{{
        say('trigger.seconds', { seconds: line.at })
      }}</span>
      <span class="w-14 shrink-0 text-sm leading-6 text-ink-soft">{{ say(`happened.by.${line.who}`) }}</span>
      <span :class="{ 'font-bold': line.who === 'device' }">{{ line.text }}</span>
    </li>
    <li v-if="lines.length === 0" class="py-0.5 text-ink-soft">{{ say('happened.nothing') }}</li>
  </ol>
</template>
