<script setup lang="ts">
import { MARK_KINDS, type ConditionMark, type IntakeRecord, type LeftWithIt } from '@benevox/core/job'
import type { ConditionZone } from '@benevox/core/drawing'
import { computed, ref, watch } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import ConditionDrawing from '../../parts/ConditionDrawing.vue'
import OneOf from '../../parts/OneOf.vue'
import { say } from '../../words/index.ts'

/** What was left with the device, and its condition marked on a drawing of both sides. */
const job = useJob()
const NOTHING: IntakeRecord = { left: [], marks: [], note: '' }
const intake = ref<IntakeRecord>(job.saved?.intake ?? NOTHING)
watch(
  () => job.saved?.intake,
  (saved) => {
    // What was marked since is on its way; an older answer does not undo it.
    if (underWay === 0) intake.value = saved ?? NOTHING
  },
)
let underWay = 0
/** What stood there before the first of those under way. */
let stood: IntakeRecord | null | undefined
const kind = ref<ConditionMark['kind']>('scratch')

const LEFT: readonly LeftWithIt[] = [
  'sim',
  'sim-tray',
  'memory-card',
  'case',
  'charger',
  'cable',
  'box',
  'pen',
  'strap',
]
/** Each by its letter: so it stands on the drawing. */
const kinds = computed(() =>
  MARK_KINDS.map(
    (one) =>
      [
        one,
        say('condition.lettered', { letter: say(`markLetter.${one}`), mark: say(`mark.${one}`) }),
      ] as const,
  ),
)

async function keep(change: Partial<IntakeRecord>, noSecret: string[] = []): Promise<void> {
  const next = { ...intake.value, ...change }
  if (underWay === 0) stood = job.saved?.intake
  intake.value = next
  underWay++
  try {
    await job.record(say('doing.condition'), (version, id) =>
      call('recordIntake', { params: { id }, body: { version, intake: next, noSecret } }),
    )
  } finally {
    underWay--
    // Where somebody else was quicker, theirs is shown, as the message says.
    if (underWay === 0 && job.saved?.intake !== stood) intake.value = job.saved?.intake ?? NOTHING
  }
}
function toggleLeft(one: LeftWithIt): void {
  const { left } = intake.value
  void keep({ left: left.includes(one) ? left.filter((other) => other !== one) : [...left, one] })
}
function toggleMark({ side, column, row }: ConditionZone): void {
  const mark = { side, column, row, kind: kind.value }
  const isSame = (other: ConditionMark) => JSON.stringify(other) === JSON.stringify(mark)
  const { marks } = intake.value
  const without = marks.filter((other) => !isSame(other))
  void keep({ marks: without.length < marks.length ? without : [...marks, mark] })
}
</script>

<template>
  <div class="flex flex-wrap gap-6 py-2">
    <div class="min-w-60 flex-1">
      <fieldset>
        <legend class="font-bold">{{ say('condition.left') }}</legend>
        <ul class="mt-1 flex flex-wrap gap-x-4 gap-y-1">
          <li v-for="one in LEFT" :key="one">
            <label class="flex items-center gap-2"
              ><input type="checkbox" :checked="intake.left.includes(one)" @change="toggleLeft(one)" />{{
                say(`part.${one}`)
              }}</label
            >
          </li>
        </ul>
      </fieldset>
      <p class="mt-3 font-bold">{{ say('condition.markWith') }}</p>
      <OneOf v-model="kind" :label="say('condition.kind')" :answers="kinds" />
      <p class="mt-3"></p>
      <FreeText
        :label="say('condition.note')"
        :placeholder="say('condition.inFewWords')"
        :value="intake.note"
        :maxlength="300"
        @keep="(note, isNoSecret) => keep({ note }, isNoSecret ? ['note'] : [])"
      />
    </div>
    <ConditionDrawing :marks="intake.marks" :kind="job.found?.model.kind" @toggle="toggleMark" />
  </div>
</template>
