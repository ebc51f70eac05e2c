<script setup lang="ts">
import { type Alternative, type Basis } from '@benevox/core/route'
import { OUTCOMES, USUAL_WEIGHS, type Experience } from '@benevox/core/results'
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
  experience: Experience | undefined
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
/** What the shop's own jobs have shown, where there were any. */
const seen = computed(() => {
  const told = OUTCOMES.flatMap((of) => {
    const { worked, failed } = props.experience?.[of] ?? { worked: 0, failed: 0 }
    return worked + failed > 0 ? [say(`outcome.${of}`, { worked, all: worked + failed })] : []
  })
  return told.length > 0 ? say('basis.ownShop', { list: told.join(' · '), usual: USUAL_WEIGHS }) : ''
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
    <p v-if="seen" class="mt-1">{{ seen }}</p>
    <p class="mt-1 text-ink-soft">
      {{ hasOwnTimes ? say('basis.sourceOwnTimes') : say('basis.source') }}
    </p>
  </section>
</template>
