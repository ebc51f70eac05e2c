<script setup lang="ts">
import type { DeviceKind, Family, KeyId } from '@benevox/core/catalog'
import { deviceDrawing } from '@benevox/core/drawing'
import { phrases } from '@benevox/core/procedure'
import { computed } from 'vue'
import DrawnMarks from './DrawnMarks.vue'

/** The device as it lies in hand, with the place of each key on its edge; keys in use are brass. */
const props = defineProps<{
  family: Pick<Family, 'keys'>
  kind: DeviceKind
  pressed?: readonly KeyId[]
  turned?: boolean
  /** Without the names of the keys. */
  plain?: boolean
}>()
const words = phrases('en')
const drawing = computed(() =>
  deviceDrawing(props.family, props.kind, props.plain ? undefined : 'en', props.pressed, props.turned),
)
const label = computed(
  () =>
    `Keys${props.turned ? ', held turned' : ''}: ${props.family.keys
      .map(({ id, edge, byPlace }) => byPlace ?? `${words.key[id]} ${edge}`)
      .join(', ')}`,
)
</script>

<template>
  <svg
    :viewBox="`0 0 ${drawing.width} ${drawing.height}`"
    class="block w-full"
    role="img"
    :aria-label="label"
  >
    <DrawnMarks :marks="drawing.marks" />
  </svg>
</template>
