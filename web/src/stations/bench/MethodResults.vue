<script setup lang="ts">
import type { Family } from '@benevox/core/catalog'
import { chanceAfter, compareAttempts, type Compared } from '@benevox/core/results'
import type { StudiedMethod } from '@benevox/core/hand'
import { computed, toRef } from 'vue'
import { useShopResults } from './useShopResults.ts'
import { chanceText, say, words } from '../../words/index.ts'

/** How often this way works: the simulation's figure, and the shop's own count on it, never as a bare figure. */
const props = defineProps<{ family: Family; methodId: string; study: StudiedMethod | undefined }>()
const results = useShopResults(toRef(() => props.family.id))
const own = computed(() =>
  (results.value?.attempts ?? []).filter(({ methodId }) => methodId === props.methodId),
)
const chance = computed(
  () =>
    props.study &&
    chanceAfter(
      own.value.filter(({ outcome }) => outcome === 'reached').length,
      own.value.length,
      props.study.study.firstAttempt,
    ),
)
const compared = computed(() => compareAttempts(own.value))
const worse = computed(() => compared.value.filter(({ isWorse }) => isWorse))
const others = computed(() => compared.value.filter(({ isWorse }) => !isWorse))
/** How surely a fall to half would show, from the least to the most. */
const showing = computed(() => {
  const powers = others.value.map(({ power }) => power)
  const [least, most] = [words.percent(Math.min(...powers)), words.percent(Math.max(...powers))]
  return least === most ? most : say('figures.range', { least, most })
})
const nameOf = ({ kind, value }: Compared) =>
  kind === 'cable'
    ? say('results.cableName', { number: value })
    : say('results.systemName', { version: value })
const worseText = ({ kind, value, here, elsewhere }: Compared) => {
  const counts = {
    here: here.reached,
    attempts: here.attempts,
    there: elsewhere.reached,
    others: elsewhere.attempts,
  }
  return kind === 'cable'
    ? say('results.cable', { number: value, ...counts })
    : say('results.system', { version: value, ...counts })
}
const success = computed(() => {
  if (!chance.value) return ''
  const { from, to, attempts, reached } = chance.value
  return `${say('results.success', { from: chanceText(from), to: chanceText(to) })} · ${
    attempts === 0 ? say('results.noAttempts') : say('prep.attempts', { reached, tried: attempts })
  }`
})
</script>

<template>
  <span v-if="chance" class="mt-1 block text-sm text-ink-soft" data-testid="method-results">{{
    success
  }}</span>
  <span v-for="one in worse" :key="nameOf(one)" class="mt-1 block text-sm font-bold">{{
    worseText(one)
  }}</span>
  <span v-if="others.length" class="mt-1 block text-sm text-ink-soft" data-testid="not-worse">{{
    say('results.nothingShown', { what: words.list(others.map(nameOf)), power: showing })
  }}</span>
</template>
