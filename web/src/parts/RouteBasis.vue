<script setup lang="ts">
import { answerWords, FACT_WORDS, type Alternative, type Basis } from '@benevox/core/route'
import { computed } from 'vue'
import { chanceText } from '../words/en.ts'

/** What each figure rests on: questions that are open, with what it would be for each answer. */
const props = defineProps<{
  option: Alternative
  rows: readonly (readonly [name: string, text: (of: Alternative) => string])[]
  basis: readonly Basis[]
  /** The times of wiping and first start are those of its family. */
  hasOwnTimes: boolean
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
        name: FACT_WORDS[one.name],
        answers: one.answers.map(({ answer, chance, option }) => ({
          says: (answerWords(one.name, answer) ?? String(answer)).toLowerCase(),
          chance: chanceText(chance),
          text: option ? text({ action: props.option.action, ...option }) : 'not to be had',
        })),
      }))
      .filter(({ answers }) => new Set(answers.map((answer) => answer.text)).size > 1)
    return { name, now: text(props.option), restsOn: restsOn.slice(0, MOST), more: restsOn.length - MOST }
  }),
)
const free = computed(() => lines.value.filter(({ restsOn }) => restsOn.length === 0).map(({ name }) => name))
</script>

<template>
  <section class="mt-2 border-t-2 border-ink pt-1.5 text-[0.95rem]" aria-label="What it rests on">
    <p class="text-ink-soft">What nobody has answered is taken as it is usually answered:</p>
    <dl>
      <template v-for="line in lines" :key="line.name">
        <dt v-if="line.restsOn.length" class="mt-1 font-bold">{{ line.name }} {{ line.now }}</dt>
        <dd v-for="one in line.restsOn" :key="one.name">
          {{ one.name }}:
          <template v-for="(answer, index) in one.answers" :key="answer.says"
            >{{ index > 0 ? '; ' : '' }}{{ answer.says }}
            <span class="text-ink-soft">(in {{ answer.chance }})</span>: {{ answer.text }}</template
          >
        </dd>
        <dd v-if="line.more > 0" class="text-ink-soft">and {{ line.more }} more</dd>
      </template>
    </dl>
    <p v-if="free.length" class="mt-1">No open question changes: {{ free.join(', ') }}.</p>
    <p class="mt-1 text-ink-soft">
      How often each step helps and how long it takes is usual, common practice{{
        hasOwnTimes ? '; the wipe and the first start take what its family takes' : ''
      }}. Prices are those of the shop’s list.
    </p>
  </section>
</template>
