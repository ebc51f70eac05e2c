<script setup lang="ts">
import type { Attempt } from '@benevox/contract'
import type { Cue } from '@benevox/core/catalog'
import { QUESTION_CUES, type NextThing, type Question } from '@benevox/core/diagnosis'
import { type KeyChart } from '@benevox/core/method'
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import type { ScreenForm } from '@benevox/core/drawing'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import type { Diagnosed } from '../../workers/diagnosis.worker.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import SignPicture from '../../parts/SignPicture.vue'
import { wayOnLines } from './wayOn.ts'
import { adviceText, adviceWhyText, causeText, correctionText } from '@benevox/words'
import { chanceText, say, words } from '../../words/index.ts'

/** Why the last attempt failed, in one sentence, and what to do: an attempt, a test, a question, or on from where it is. */
const props = defineProps<{
  diagnosed: Diagnosed
  last: Pick<Attempt, 'seen' | 'notSeen'>
  /** What may be added to what was seen. */
  cues: readonly Cue[]
  form: ScreenForm
  /** The chart of a way that leads out of a place, where there is one. */
  chartOf: (methodId: string) => KeyChart | undefined
}>()
const emit = defineEmits<{
  told: [seen: readonly Cue[], notSeen: readonly Cue[]]
  there: []
}>()
const job = useJob()
const first = computed(() => props.diagnosed.things[0])
const thing = computed<NextThing | undefined>(() => first.value?.thing)
const others = computed(() => props.cues.filter((cue) => !props.last.seen.includes(cue)))
/** What is advised, said of the last attempt. */
const advised = ({ advice }: Diagnosed['things'][number]) => {
  const { last } = props.diagnosed
  return last ? adviceText(advice, last.method, last.chart, words) : ''
}
const why = computed(() => {
  const { last } = props.diagnosed
  return last && first.value ? adviceWhyText(first.value.advice.why, last.method, last.chart, words) : ''
})
const causes = computed(() => {
  const { last } = props.diagnosed
  if (!last) return []
  const { method, chart } = last
  return props.diagnosed.causes.map(({ correction, chance }) =>
    say('advice.cause', {
      chance: chanceText(chance),
      cause: causeText(correction, method, chart, words),
      todo: correctionText(correction, method, chart, words),
    }),
  )
})
const after = computed(() => props.diagnosed.things.slice(1, 4))

const question = computed<Question | undefined>(() =>
  thing.value?.kind === 'ask' ? thing.value.question : undefined,
)
const answers = computed<readonly { text: string; seen: readonly Cue[]; notSeen: readonly Cue[] }[]>(() => {
  const { seen, notSeen } = props.last
  if (!question.value) return []
  const cues = QUESTION_CUES[question.value]
  return [
    ...cues.map((cue) => ({ text: say(`sign.${cue}`), seen: [...seen, cue], notSeen })),
    { text: say('answer.no'), seen, notSeen: [...notSeen, ...cues] },
  ]
})
const wayOn = computed(() =>
  thing.value?.kind === 'go-on' ? wayOnLines(thing.value.on, props.chartOf) : undefined,
)
const test = (state: 'works' | 'broken') => {
  if (thing.value?.kind === 'test-key') void job.tell({ kind: 'key-tested', key: thing.value.key, state })
}
const add = (cue: Cue) => emit('told', [...props.last.seen, cue], props.last.notSeen)

usePageKeys({
  key: 'digit',
  does: 'keyHelp.testAnswer',
  when: () => answers.value.length > 0 || thing.value?.kind === 'test-key' || wayOn.value !== undefined,
  press(n) {
    const answer = answers.value[n - 1]
    if (answer) emit('told', answer.seen, answer.notSeen)
    else if (thing.value?.kind === 'test-key' && n === 1) test('works')
    else if (thing.value?.kind === 'test-key' && n === 2) test('broken')
    else if (wayOn.value && n === 0) emit('there')
  },
})

/** What stands behind a thing that is not first, in a few words. */
const shortly = (one: Diagnosed['things'][number]) =>
  say('advice.option', {
    what: advised(one),
    chance: chanceText(one.thing.chance),
    time: words.wait(one.thing.ms),
  })
</script>

<template>
  <section v-if="first" :aria-label="say('advice.title')" class="border-s-[6px] border-brass ps-4">
    <p class="sentence" data-testid="advice">{{ advised(first) }}</p>
    <p class="mt-1 text-lg" data-testid="reason">{{ why }}</p>

    <div v-if="thing?.kind === 'test-key'" class="mt-3 flex gap-3">
      <button class="act" @click="test('works')">
        {{ say('advice.works') }} <span class="key-hint">1</span>
      </button>
      <button class="act" @click="test('broken')">
        {{ say('advice.nothing') }} <span class="key-hint">2</span>
      </button>
    </div>
    <div v-else-if="answers.length" class="mt-3 flex gap-3">
      <button
        v-for="(answer, index) in answers"
        :key="answer.text"
        class="act"
        @click="emit('told', answer.seen, answer.notSeen)"
      >
        {{ answer.text }} <span class="key-hint">{{ index + 1 }}</span>
      </button>
    </div>
    <template v-else-if="wayOn">
      <ol class="mt-2" data-testid="way-on">
        <li v-for="line in wayOn" :key="line" class="text-[1.9rem] leading-tight font-bold">{{ line }}</li>
      </ol>
      <button
        v-if="thing?.kind === 'go-on' && thing.on.kind !== 'leave'"
        class="act mt-2"
        @click="emit('there')"
      >
        {{ say('advice.recovery') }} <span class="key-hint">0</span>
      </button>
    </template>
    <p v-else-if="thing?.kind === 'repair'" class="mt-2 text-lg">
      {{ say('advice.forRepair') }}
      <RouterLink class="underline" :to="`/hand-back/${job.saved?.id}`">{{
        say('counter.handBackAsIs')
      }}</RouterLink>
    </p>

    <!-- What is rarely wanted opens over the page: the chart and the steps stay where they are. -->
    <div class="mt-1 flex gap-x-6 text-base">
      <Popover v-slot="{ close }" class="relative">
        <PopoverButton class="underline">{{ say('advice.sawMore') }}</PopoverButton>
        <PopoverPanel class="opened w-[34rem]">
          <ul class="grid grid-cols-2 gap-1.5" :aria-label="say('advice.sawMore')">
            <li v-for="cue in others" :key="cue">
              <button
                class="flex h-full w-full items-center gap-2 border border-ink-soft bg-lit px-1.5 text-start hover:bg-paper-deep"
                @click="(close(), add(cue))"
              >
                <SignPicture class="h-11 w-10" :cue="cue" :form="form" />
                {{ say(`sign.${cue}`) }}
              </button>
            </li>
          </ul>
        </PopoverPanel>
      </Popover>
      <Popover class="relative">
        <PopoverButton class="underline">{{ say('advice.numbers') }}</PopoverButton>
        <PopoverPanel class="opened w-[34rem] space-y-3">
          <ul data-testid="causes" class="space-y-1">
            <li v-for="one in causes" :key="one">{{ one }}</li>
          </ul>
          <ul class="space-y-1">
            <li v-for="one in after" :key="shortly(one)">{{ shortly(one) }}</li>
          </ul>
        </PopoverPanel>
      </Popover>
    </div>
  </section>
</template>
