<script setup lang="ts">
import { fieldOf, type Asked } from '@benevox/core/facts'
import type { Question } from '@benevox/core/route'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import CodePhoto from '../../parts/CodePhoto.vue'
import { useIdentifying } from '../../parts/useIdentifying.ts'
import BoxCompare from './BoxCompare.vue'
import CustomerFields from './CustomerFields.vue'
import FactField from './FactField.vue'
import HazardAdvice from './HazardAdvice.vue'
import RegistryBlock from './RegistryBlock.vue'
import { hintText } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** The one question asked now, with why it is worth asking. */
const props = defineProps<{ name: Asked | undefined; question: Question | undefined; isDone: boolean }>()
const emit = defineEmits<{ next: []; later: [] }>()
const job = useJob()
const identifying = useIdentifying()
const hint = computed(() => props.name && hintText(props.name, words))
const hasOwnField = computed(() => props.name !== undefined && fieldOf(props.name) !== 'choices')
const worth = computed(() => {
  const minor = props.question?.worthMinor ?? 0
  return minor >= 100 && job.prices ? words.wholeMoney(minor, job.prices.currency) : ''
})
/** Why it is asked, with what, and what knowing it brings. */
const why = computed(() => {
  const { question } = props
  if (!question) return ''
  return [
    say(`why.${question.why}`),
    ...(question.with ? [say('askNow.togetherWith', { question: say(`ask.${question.with}`) })] : []),
    // What is required is asked whatever it brings.
    ...(worth.value && question.why === 'may-change-the-route'
      ? [say('askNow.value', { amount: worth.value })]
      : []),
  ].join(' · ')
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
  <section id="ask-now" :aria-label="say('askNow.now')" class="border-b-2 border-ink px-4 pt-3 pb-4">
    <template v-if="name">
      <p class="flex items-baseline justify-between gap-4">
        <b class="text-[1.7rem] leading-tight" data-testid="question">{{ say(`ask.${name}`) }}</b>
        <span v-if="question" class="text-end text-sm text-ink-soft">{{ why }}</span>
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
        <template v-if="job.versions.length > 1">{{ say('askNow.versionUnknown') }}</template><template
          v-else
          >{{ say('askNow.behavesLike', { family: job.found.family.name }) }}</template
        >
      </p>
      <p v-if="name === 'modelId'" class="mt-2 text-ink-soft">
        {{ say('askNow.notInCatalogue') }}
        <RouterLink class="underline" to="/playbook" @click="identifying = job.saved?.id ?? null">{{
          say('askNow.findFamily')
        }}</RouterLink>
      </p>
      <p class="mt-3 flex gap-3">
        <button v-if="hasOwnField" type="button" class="act" :disabled="!isAnswered" @click="emit('next')">
          {{ say('askNow.next') }} <span class="key-hint">{{ say('keyboard.enter') }}</span>
        </button>
        <button
          v-if="name === 'systemVersion'"
          type="button"
          class="act"
          @click="(job.setFact('systemVersion', 'unknown'), emit('next'))"
        >
          {{ say('answer.unknown') }}
        </button>
        <button type="button" class="underline" @click="emit('later')">
          {{ say('askNow.later') }} <span class="key-hint">-</span>
        </button>
      </p>
    </template>
    <p v-else-if="isDone" class="text-xl">
      <b>{{ say('askNow.nothingMore') }}</b> {{ say('askNow.nothingChanges') }}
    </p>
    <p v-else class="text-xl text-ink-soft">…</p>
  </section>
</template>
