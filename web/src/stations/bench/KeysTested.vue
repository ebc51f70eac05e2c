<script setup lang="ts">
import { keyText } from '@benevox/words'
import { namesIn, type Family, type KeyId } from '@benevox/core/catalog'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { say, words } from '../../words/index.ts'

/** Which keys answer, each told by touching it; touched again, that it is broken. */
const props = defineProps<{ family: Family; keys: readonly KeyId[] }>()
const job = useJob()
const own = computed(() => namesIn(props.family))
const tested = computed(() => job.saved?.bench.keysTested ?? {})
/** Those of the method, and what was found broken: that it does answer after all has a place where the method goes without. */
const shown = computed(() => {
  const broken = props.family.keys.map(({ id }) => id).filter((id) => tested.value[id] === 'broken')
  return [...new Set([...props.keys, ...broken])]
})
const stateOf = (key: KeyId) => tested.value[key] ?? 'notTested'
const SIGN = { works: '✓', broken: '✕', notTested: '?' } as const
function toggle(key: KeyId): void {
  if (shown.value.includes(key))
    void job.tell({ kind: 'key-tested', key, state: tested.value[key] === 'works' ? 'broken' : 'works' })
}
/** Touched, it lets go of the focus: the foot switch’s key goes on with the work. */
function press(key: KeyId, { detail, currentTarget }: MouseEvent): void {
  toggle(key)
  if (detail > 0 && currentTarget instanceof HTMLElement) currentTarget.blur()
}
defineExpose({ toggle })
</script>

<template>
  <div>
    <p>{{ say('prep.keysWork') }}</p>
    <p class="mt-1.5 flex flex-wrap gap-2">
      <button
        v-for="key in shown"
        :key="key"
        class="border border-ink-soft px-2 py-0.5 hover:bg-paper-deep"
        :aria-pressed="tested[key] === 'works'"
        @click="press(key, $event)"
      >
        <span aria-hidden="true" class="me-1 font-mono font-bold">{{ SIGN[stateOf(key)] }}</span>{{
          keyText(key, own, words)
        }}<span class="sr-only">{{ say(`prep.${stateOf(key)}`) }}</span>
      </button>
    </p>
  </div>
</template>
