<script setup lang="ts">
import type { Cue, DeviceKind } from '@benevox/core/catalog'
import { screenFormOf, signDrawing } from '@benevox/core/drawing'
import { computed } from 'vue'
import DrawnMarks from './DrawnMarks.vue'

/** A sign of the device, drawn: beside its word, so that whoever hears the page hears the word alone. */
const props = defineProps<{ cue: Cue; kind: DeviceKind; folds?: boolean }>()
const drawing = computed(() => signDrawing(props.cue, screenFormOf(props.kind, false, props.folds)))
</script>

<template>
  <svg :viewBox="`0 0 ${drawing.width} ${drawing.height}`" class="shrink-0" aria-hidden="true">
    <DrawnMarks :marks="drawing.marks" />
  </svg>
</template>
