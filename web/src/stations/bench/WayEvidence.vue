<script setup lang="ts">
import type { Family } from '@benevox/core/catalog'
import { chanceAfter, compareTries, type Compared } from '@benevox/core/evidence'
import { hundredths, type StudiedVariant } from '@benevox/core/hand'
import { computed, toRef } from 'vue'
import { useEvidence } from './useEvidence.ts'

/** How often this way works: the simulation's figure, and the shop's own count on it, never as a bare figure. */
const props = defineProps<{ family: Family; procedureId: string; study: StudiedVariant | undefined }>()
const evidence = useEvidence(toRef(() => props.family.id))
const own = computed(() =>
  (evidence.value?.tries ?? []).filter(({ procedureId }) => procedureId === props.procedureId),
)
const chance = computed(
  () =>
    props.study &&
    chanceAfter(
      own.value.filter(({ outcome }) => outcome === 'reached').length,
      own.value.length,
      props.study.study.firstTry,
    ),
)
const compared = computed(() => compareTries(own.value))
const worse = computed(() => compared.value.filter(({ isWorse }) => isWorse))
const others = computed(() => compared.value.filter(({ isWorse }) => !isWorse))
/** How surely a fall to half would show, from the least to the most. */
const showing = computed(() => {
  const powers = others.value.map(({ power }) => power)
  const ends = new Set([Math.min(...powers), Math.max(...powers)].map(hundredths))
  return [...ends].join(' to ')
})
const nameOf = ({ kind, value }: Compared) => (kind === 'cable' ? `cable no. ${value}` : `system ${value}`)
</script>

<template>
  <span v-if="chance" class="mt-1 block text-sm text-ink-soft" data-testid="way-evidence"
    >works {{ hundredths(chance.from) }} to {{ hundredths(chance.to) }} of 100 times;
    {{
      chance.tries === 0 ? 'no tries recorded yet' : `${chance.reached} of ${chance.tries} tries reached`
    }}</span
  >
  <span v-for="one in worse" :key="nameOf(one)" class="mt-1 block text-sm font-bold"
    >{{ one.kind === 'cable' ? `Cable no. ${one.value}` : `System ${one.value}` }}: {{ one.here.reached }} of
    {{ one.here.tries }}, against {{ one.elsewhere.reached }} of {{ one.elsewhere.tries }}
    {{ one.kind === 'cable' ? 'with the others' : 'before it' }}</span
  >
  <span v-if="others.length" class="mt-1 block text-sm text-ink-soft" data-testid="not-worse"
    >Nothing shown against {{ others.map(nameOf).join(', ') }}; a fall to half would show in {{ showing }} of
    100 cases. Exact test, at most 5 false alarms in 100.</span
  >
</template>
