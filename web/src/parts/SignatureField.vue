<script setup lang="ts">
import SignaturePad from 'signature_pad'
import { onBeforeUnmount, onMounted, ref, useTemplateRef } from 'vue'

/** A place to sign with finger, pen or mouse. Gives the drawing as a PNG in base64, empty when wiped. */
defineProps<{ hint: string; again: string }>()
const emit = defineEmits<{ drawn: [png: string] }>()
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const isEmpty = ref(true)
let pad: SignaturePad | undefined
/** Fewer points than this are a touch by accident. */
const FEWEST_POINTS = 8

onMounted(() => {
  const field = canvas.value
  if (!field) return
  field.width = field.clientWidth
  field.height = field.clientHeight
  pad = new SignaturePad(field, { penColor: '#211d17', minWidth: 1.2, maxWidth: 3 })
  pad.addEventListener('endStroke', () => {
    const points = pad?.toData().reduce((all, { points: some }) => all + some.length, 0) ?? 0
    isEmpty.value = points === 0
    emit('drawn', points < FEWEST_POINTS ? '' : (pad?.toDataURL('image/png').split(',')[1] ?? ''))
  })
})
onBeforeUnmount(() => pad?.off())
function wipe(): void {
  pad?.clear()
  isEmpty.value = true
  emit('drawn', '')
}
</script>

<template>
  <div class="relative max-w-full">
    <canvas
      ref="canvas"
      class="h-52 w-[34rem] max-w-full touch-none border-2 border-ink bg-white"
      :aria-label="hint"
      role="img"
    />
    <p
      v-if="isEmpty"
      aria-hidden="true"
      class="pointer-events-none absolute bottom-2 start-4 text-neutral-600"
    >
      × {{ hint }}
    </p>
    <button v-else type="button" class="absolute end-2 bottom-1 text-black underline" @click="wipe">
      {{ again }}
    </button>
  </div>
</template>
