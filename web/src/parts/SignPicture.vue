<script setup lang="ts">
import type { Cue } from '@benevox/core/catalog'
import { signDrawing, type ScreenForm } from '@benevox/core/drawing'
import { computed } from 'vue'
import DrawnMarks from './DrawnMarks.vue'

/** A sign of the device, drawn: beside its word, so that whoever hears the page hears the word alone. */
const props = defineProps<{ cue: Cue; form: ScreenForm }>()
const drawing = computed(() => signDrawing(props.cue, props.form))
</script>

<template>
  <svg :viewBox="`0 0 ${drawing.width} ${drawing.height}`" class="shrink-0" aria-hidden="true">
    <DrawnMarks :marks="drawing.marks" />
  </svg>
</template>
