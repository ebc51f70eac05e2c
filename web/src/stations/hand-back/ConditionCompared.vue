<script setup lang="ts">
import { MARK_KINDS, type ComparedCondition, type IntakeRecord } from '@benevox/core/job'
import type { DeviceKind } from '@benevox/core/catalog'
import { comparedText } from '@benevox/words'
import { computed, ref } from 'vue'
import ConditionDrawing from '../../parts/ConditionDrawing.vue'
import FreeText from '../../parts/FreeText.vue'
import OneOfActs from '../../parts/OneOfActs.vue'
import { say, words } from '../../words/index.ts'

/** The drawing of check-in beside the device in hand: it is the same, or what is not. */
const props = defineProps<{ intake: IntakeRecord; kind: DeviceKind | undefined }>()
const condition = defineModel<ComparedCondition | undefined>({ required: true })
const emit = defineEmits<{ noSecret: [] }>()
const isOther = ref(condition.value?.isSame === false)
const answer = computed({
  get: () => (isOther.value ? 'other' : condition.value?.isSame ? 'same' : undefined),
  set: (said) => {
    isOther.value = said === 'other'
    condition.value = said === 'same' ? { isSame: true, note: '' } : undefined
  },
})
const kinds = computed(() =>
  MARK_KINDS.filter((kind) => props.intake.marks.some((mark) => mark.kind === kind)).map((kind) =>
    say('condition.lettered', { letter: say(`markLetter.${kind}`), mark: say(`mark.${kind}`) }),
  ),
)
function keep(text: string, isNoSecret: boolean): void {
  condition.value = text.trim().length > 1 ? { isSame: false, note: text.trim() } : undefined
  if (isNoSecret) emit('noSecret')
}
</script>

<template>
  <span>{{ say('handBack.condition') }}</span>
  <div class="flex flex-wrap items-start gap-x-5 gap-y-2" data-testid="condition">
    <div>
      <ConditionDrawing :kind="kind" :marks="intake.marks" is-read />
      <p v-if="kinds.length" class="text-sm text-ink-soft">{{ words.list(kinds) }}</p>
    </div>
    <div class="min-w-64 flex-1">
      <p v-if="intake.note" class="mb-2 text-[0.95rem]">“{{ intake.note }}”</p>
      <OneOfActs
        v-model="answer"
        :label="say('handBackPage.compared')"
        :answers="[
          ['same', say('handBackPage.same')],
          ['other', say('handBackPage.notSame')],
        ]"
      />
      <div v-if="isOther" class="mt-2">
        <FreeText
          :label="say('handBackPage.whatDiffers')"
          :value="condition?.note ?? ''"
          :maxlength="300"
          :placeholder="say('handBackPage.whatDiffers')"
          @keep="keep"
        />
      </div>
      <p v-if="condition" class="mt-1.5 text-[0.95rem]">
        <span class="text-ink-soft">{{ say('handBackPage.onDocument') }}:</span>
        “{{ comparedText(condition, words) }}”
      </p>
      <p v-else role="status" class="mt-1.5 text-[0.95rem] text-waiting">
        {{ say(isOther ? 'handBackPage.sayWhat' : 'handBackPage.notCompared') }}
      </p>
    </div>
  </div>
</template>
