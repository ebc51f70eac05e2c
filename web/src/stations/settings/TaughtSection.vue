<script setup lang="ts">
import {
  believed,
  DURATIONS,
  OUTCOMES,
  tookIn,
  USUAL_CHANCES,
  USUAL_WEIGHS,
  type Experience,
  type Measured,
} from '@benevox/core/results'
import { USUAL_TOOK } from '@benevox/core/route'
import { computed, onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { chanceText, say, words } from '../../words/index.ts'

/** What is usual beside what the shop's own jobs have shown, and what a route counts with. */
const experience = ref<Experience>()
const fault = ref('')
onMounted(async () => {
  try {
    experience.value = (await call('getExperience', {})).experience
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
})
const range = (half: number, late: number) =>
  say('figures.timeRange', { half: words.span(half), late: words.span(late) })
const rows = computed(() => {
  const seen = experience.value
  if (!seen) return []
  return [
    ...OUTCOMES.map((of) => {
      const { worked, all, mean, from, to, exchanged } = believed(of, seen)
      return {
        of: of as string,
        name: say(`learnt.${of}`),
        usual: chanceText(USUAL_CHANCES[of]),
        elsewhere: exchanged.all > 0 ? say('taught.counted', exchanged) : '–',
        here: all > 0 ? say('taught.counted', { worked, all }) : '–',
        used: chanceText(mean),
        between: say('taught.between', { from: chanceText(from), to: chanceText(to) }),
      }
    }),
    ...DURATIONS.map((of) => {
      const here = seen.took?.[of]
      const there = seen.exchanged?.took?.[of]
      const used = tookIn(USUAL_TOOK[of], here, there)
      const measured = (one: Measured | undefined) =>
        one ? say('taught.measured', { count: one.count, range: range(one.p50, one.p90) }) : '–'
      return {
        of: `took ${of}`,
        name: say(`took.${of}`),
        usual: range(USUAL_TOOK[of].p50, USUAL_TOOK[of].p90),
        elsewhere: measured(there),
        here: measured(here),
        used: range(used.p50, used.p90),
        between: '',
      }
    }),
  ]
})
</script>

<template>
  <section :aria-label="say('taught.title')" class="mt-8">
    <h2 class="border-b-2 border-ink pb-1">{{ say('taught.title') }}</h2>
    <p class="mt-1 max-w-3xl">{{ say('taught.about', { weight: USUAL_WEIGHS }) }}</p>
    <p v-if="fault" role="alert" class="mt-1 font-bold text-stop">{{ fault }}</p>
    <table v-if="rows.length" class="mt-2 w-full max-w-6xl text-start text-[0.95rem]" data-testid="taught">
      <thead>
        <tr class="border-b border-ink text-start">
          <th scope="col" class="py-1 text-start">{{ say('taught.what') }}</th>
          <th scope="col" class="py-1 text-start">{{ say('taught.usual') }}</th>
          <th v-if="experience?.exchanged" scope="col" class="py-1 text-start">
            {{ say('taught.elsewhere') }}
          </th>
          <th scope="col" class="py-1 text-start">{{ say('taught.here') }}</th>
          <th scope="col" class="py-1 text-start">{{ say('taught.used') }}</th>
          <th scope="col" class="py-1 text-start">{{ say('taught.inEight') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.of" class="border-b border-rule" :data-of="row.of">
          <th scope="row" class="py-0.5 pe-3 text-start font-normal">{{ row.name }}</th>
          <td class="pe-3">{{ row.usual }}</td>
          <td v-if="experience?.exchanged" class="pe-3">{{ row.elsewhere }}</td>
          <td class="pe-3">{{ row.here }}</td>
          <td class="pe-3 font-bold">{{ row.used }}</td>
          <td class="whitespace-nowrap text-ink-soft">{{ row.between }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
