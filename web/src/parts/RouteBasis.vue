<script setup lang="ts">
import { sourcesOf, USUAL_TOOK, type Alternative, type Basis, type Given } from '@benevox/core/route'
import { believed, tookIn, USUAL_WEIGHS } from '@benevox/core/results'
import { computed } from 'vue'
import { answerText } from '@benevox/words'
import { chanceText, say, words } from '../words/index.ts'

/** What each figure rests on: questions that are open, with what it would be for each answer. */
const props = defineProps<{
  option: Alternative
  rows: readonly (readonly [name: string, text: (of: Alternative) => string, kind?: string])[]
  basis: readonly Basis[]
  /** The times of wiping and first start are those of its family. */
  hasOwnTimes: boolean
  given: Given
}>()
const MOST = 3

/** What moves the worth of it all most comes first. */
const byWeight = computed(() => {
  const spread = ({ answers }: Basis) => {
    const worths = answers.map(({ option }) => option?.inAll.worthMinor ?? 0)
    return Math.max(...worths) - Math.min(...worths)
  }
  return [...props.basis].sort((a, b) => spread(b) - spread(a))
})
const lines = computed(() =>
  props.rows.map(([name, text]) => {
    const restsOn = byWeight.value
      .map((one) => ({
        name: say(`fact.${one.name}`),
        answers: one.answers.map(({ answer, chance, option }) => ({
          says: answerText(one.name, answer, words) ?? String(answer),
          chance: chanceText(chance),
          text: option ? text({ action: props.option.action, ...option }) : say('basis.notPossible'),
        })),
      }))
      .filter(({ answers }) => new Set(answers.map((answer) => answer.text)).size > 1)
    return { name, now: text(props.option), restsOn: restsOn.slice(0, MOST), more: restsOn.length - MOST }
  }),
)
const span = (minutes: number) => words.span(minutes)
/** What the option itself stands on, each figure with where it comes from. */
const sources = computed(() => {
  const { facts, device, experience = {} } = props.given
  const { chances, times } = sourcesOf(props.option.action, facts, device)
  return [
    ...chances.map((of) => {
      const { mean, usual, worked, all, exchanged } = believed(of, experience, device?.familyId)
      const from = [
        ...(exchanged.all > 0 ? [say('basis.exchanged', exchanged)] : []),
        ...(all > 0
          ? [say('basis.counted', { worked, all, usual: chanceText(usual), weight: USUAL_WEIGHS })]
          : exchanged.all === 0
            ? [say('basis.usual')]
            : []),
      ].join(' · ')
      return { of, name: say(`learnt.${of}`), figure: chanceText(mean), from }
    }),
    ...times.map((of) => {
      const seen = experience.took?.[of]
      const there = experience.exchanged?.took?.[of]
      const { p50, p90 } = tookIn(USUAL_TOOK[of], seen, there)
      const usual = span(tookIn(USUAL_TOOK[of], undefined, there).p50)
      const from = [
        ...(there ? [say('basis.exchangedTime', { count: there.count, half: span(there.p50) })] : []),
        ...(seen
          ? [say('basis.measured', { count: seen.count, half: span(seen.p50), usual, weight: USUAL_WEIGHS })]
          : there
            ? []
            : [say('basis.usual')]),
      ].join(' · ')
      const figure = say('figures.timeRange', { half: span(p50), late: span(p90) })
      return { of: `took ${of}`, name: say(`took.${of}`), figure, from }
    }),
  ]
})
const free = computed(() => lines.value.filter(({ restsOn }) => restsOn.length === 0).map(({ name }) => name))
</script>

<template>
  <section class="mt-2 border-t-2 border-ink pt-1.5 text-[0.95rem]" :aria-label="say('basis.title')">
    <p class="text-ink-soft">{{ say('basis.unanswered') }}</p>
    <dl>
      <template v-for="line in lines" :key="line.name">
        <dt v-if="line.restsOn.length" class="mt-1 font-bold">{{ line.name }} {{ line.now }}</dt>
        <dd v-for="one in line.restsOn" :key="one.name">
          {{
            say('history.line', {
              what: one.name,
              more: one.answers
                .map(({ says, chance, text }) => say('basis.answer', { answer: says, chance, figure: text }))
                .join(' · '),
            })
          }}
        </dd>
        <dd v-if="line.more > 0" class="text-ink-soft">{{ say('basis.more', { count: line.more }) }}</dd>
      </template>
    </dl>
    <p v-if="free.length" class="mt-1">{{ say('basis.unchanged', { figures: words.list(free) }) }}</p>
    <dl v-if="sources.length" class="mt-2" data-testid="sources">
      <div v-for="one in sources" :key="one.of" class="mt-0.5">
        <dt class="me-1.5 inline">{{ one.name }}</dt>
        <dd class="inline">
          <b>{{ one.figure }}</b> <span class="text-ink-soft">{{ one.from }}</span>
        </dd>
      </div>
    </dl>
    <p class="mt-1 text-ink-soft">
      {{ hasOwnTimes ? say('basis.sourceOwnTimes') : say('basis.source') }}
    </p>
  </section>
</template>
