<script setup lang="ts">
import { fieldOf, sheetOf, type Asked } from '@benevox/core/facts'
import type { Question } from '@benevox/core/route'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import CodePhoto from '../../parts/CodePhoto.vue'
import { useIdentifying } from '../../parts/useIdentifying.ts'
import { wholeMoney } from '../../words/en.ts'
import { questionText, WHY_ASKED } from '../../words/questions.ts'
import BoxCompare from './BoxCompare.vue'
import CustomerFields from './CustomerFields.vue'
import FactField from './FactField.vue'
import HazardAdvice from './HazardAdvice.vue'
import RegistryBlock from './RegistryBlock.vue'

/** The one question asked now, with why it is worth asking. */
const props = defineProps<{ name: Asked | undefined; question: Question | undefined; isDone: boolean }>()
const emit = defineEmits<{ next: []; later: [] }>()
const job = useJob()
const identifying = useIdentifying()
const hint = computed(() => (props.name && props.name !== 'customer' ? sheetOf(props.name).hint : undefined))
const hasOwnField = computed(() => props.name !== undefined && fieldOf(props.name) !== 'choices')
const worth = computed(() => {
  const minor = props.question?.worthMinor ?? 0
  return minor >= 100 && job.prices ? wholeMoney(minor, job.prices.currency) : ''
})
/** What is typed and not yet an answer stays in its field. */
const isAnswered = computed(() =>
  props.name === 'customer' ? job.hasName : props.name !== undefined && Boolean(job.facts[props.name]),
)
function take(first: string, second?: string): void {
  job.setFact('imei', first)
  if (second) job.setFact('imeiSecond', second)
}
</script>

<template>
  <section id="ask-now" aria-label="Asked now" class="border-b-2 border-ink px-4 pt-3 pb-4">
    <template v-if="name">
      <p class="flex items-baseline justify-between gap-4">
        <b class="text-[1.7rem] leading-tight" data-testid="question">{{ questionText(name) }}</b>
        <span v-if="question" class="text-right text-sm text-ink-soft"
          >{{ WHY_ASKED[question.why]
          }}<template v-if="question.with"> together with “{{ questionText(question.with) }}”</template
          ><template v-if="worth">, worth about {{ worth }}</template></span
        >
      </p>
      <p v-if="hint" class="text-ink-soft">{{ hint }}</p>
      <div class="mt-3" @keydown.enter="hasOwnField && isAnswered && emit('next')">
        <div v-if="name === 'customer'" class="flex flex-wrap gap-x-4 gap-y-2"><CustomerFields /></div>
        <FactField v-else :key="name" :name="name" />
      </div>
      <HazardAdvice v-if="name === 'hazard'" />
      <RegistryBlock v-if="name === 'registryAnswer'" with-key />
      <template v-if="name === 'imei'">
        <CodePhoto
          @take="(imei) => take(imei)"
          @pair="(first, second) => take(first, second)"
          @box="(imei) => job.setFact('boxImei', imei)"
        />
        <BoxCompare />
      </template>
      <p v-if="name === 'systemVersion' && job.found" class="mt-2 text-ink-soft">
        <template v-if="job.versions.length > 1"
          >If nobody knows it, go on: an update changed how this model behaves, and the bench tells by what
          you see there.</template
        ><template v-else>Behaves like “{{ job.found.family.name }}”.</template>
      </p>
      <p v-if="name === 'modelId'" class="mt-2 text-ink-soft">
        Not in the catalogue?
        <RouterLink class="underline" to="/playbook" @click="identifying = job.saved?.id ?? null"
          >What you see</RouterLink
        >
        finds families that fit; or go on without a model, the route then counts with it.
      </p>
      <p class="mt-3 flex gap-3">
        <button v-if="hasOwnField" type="button" class="act" :disabled="!isAnswered" @click="emit('next')">
          Next <span class="key-hint">Enter</span>
        </button>
        <button
          v-if="name === 'systemVersion'"
          type="button"
          class="act"
          @click="(job.setFact('systemVersion', 'unknown'), emit('next'))"
        >
          Not known
        </button>
        <button type="button" class="underline" @click="emit('later')">
          Later <span class="key-hint">L</span>
        </button>
      </p>
    </template>
    <p v-else-if="isDone" class="text-xl"><b>Nothing more to ask.</b> No answer would change the route.</p>
    <p v-else class="text-xl text-ink-soft">…</p>
  </section>
</template>
