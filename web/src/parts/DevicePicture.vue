<script setup lang="ts">
import type { Cue, DeviceKind, Family, KeyId } from '@benevox/core/catalog'
import { deviceDrawing, type LooksOf, type Slide } from '@benevox/core/drawing'
import { computed } from 'vue'
import { drawnNames } from '@benevox/words'
import { say, words } from '../words/index.ts'
import DrawnMarks from './DrawnMarks.vue'
import { held } from './view.ts'

/** The device as it lies in hand, with the place of each key on its edge; keys in use are brass. */
const props = defineProps<{
  family: Pick<Family, 'keys'> & LooksOf
  kind: DeviceKind
  pressed?: readonly KeyId[]
  /** A tablet as it is held at this machine, unless it is said. */
  heldAs?: 'upright' | 'turned'
  /** Without the names of the keys. */
  plain?: boolean
  /** A finger goes from one key to the other. */
  slide?: Slide | undefined
  /** A sign that its screen is drawn with. */
  shows?: Cue | undefined
  /** A key can be clicked where it is drawn. */
  choosable?: boolean
}>()
const isTurned = computed(() => props.kind === 'tablet' && (props.heldAs ?? held.value) === 'turned')
defineEmits<{ chosen: [key: KeyId] }>()
const drawing = computed(() =>
  deviceDrawing(props.family, props.kind, props.plain ? undefined : drawnNames(words), {
    used: props.pressed,
    isTurned: isTurned.value,
    shows: props.shows,
    slide: props.slide,
  }),
)
/** How far beside a key a finger or a mouse still means it. */
const ROUND_A_KEY = 12
const keyMarks = computed(() =>
  drawing.value.marks.flatMap((mark) =>
    mark.kind === 'rect' && mark.key !== undefined ? [{ key: mark.key, mark }] : [],
  ),
)
const label = computed(() => {
  const keys = words.list(
    props.family.keys.map(
      ({ id, edge, byPlace }) =>
        byPlace ?? say('devicePicture.keyAt', { key: say(`key.${id}`), edge: say(`edge.${edge}`) }),
    ),
  )
  return isTurned.value ? say('devicePicture.keysTurned', { keys }) : say('devicePicture.keys', { keys })
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${drawing.width} ${drawing.height}`"
    class="block w-full"
    role="img"
    :aria-label="label"
  >
    <DrawnMarks :marks="drawing.marks" />
    <template v-if="choosable">
      <rect
        v-for="{ key, mark } in keyMarks"
        :key="key"
        class="cursor-pointer fill-transparent hover:fill-brass/30"
        :x="mark.x - ROUND_A_KEY"
        :y="mark.y - ROUND_A_KEY / 3"
        :width="mark.width + 2 * ROUND_A_KEY"
        :height="mark.height + (2 * ROUND_A_KEY) / 3"
        @click="$emit('chosen', key)"
      />
    </template>
  </svg>
</template>
