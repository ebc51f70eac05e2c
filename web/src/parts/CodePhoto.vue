<script setup lang="ts">
import FilePick from './FilePick.vue'
import { groupImei, imeisOnLabel, type LabelReading } from '@benevox/core/imei'
import { onBeforeUnmount, ref, useTemplateRef } from 'vue'
import { readCodes } from './useCodes.ts'
import { say } from '../words/index.ts'

/** Reads the codes of a box label or of a screen from a photo, a pasted or dropped picture, or the camera. */
const emit = defineEmits<{
  take: [imei: string]
  pair: [first: string, second: string]
  box: [imei: string]
}>()
const says = ref('')
const reading = ref<LabelReading>()
const camera = ref<MediaStream>()
const video = useTemplateRef<HTMLVideoElement>('video')
const hasCamera = Boolean(navigator.mediaDevices?.getUserMedia)
const BETWEEN_LOOKS_MS = 300

async function read(picture: Blob | ImageData): Promise<boolean> {
  const texts = await readCodes(picture).catch(() => undefined)
  if (!texts) {
    says.value = say('codePhoto.unreadable')
    return false
  }
  const found = imeisOnLabel(texts)
  if (found.imeis.length === 0 && camera.value) return false
  reading.value = found
  says.value =
    texts.length === 0 ? say('codePhoto.noCode') : found.imeis.length === 0 ? say('codePhoto.noImei') : ''
  return found.imeis.length > 0
}

async function fromFiles(files: FileList | null | undefined): Promise<void> {
  const [file] = files ?? []
  if (!file) return
  says.value = say('codePhoto.reading')
  reading.value = undefined
  await read(file)
}

async function openCamera(): Promise<void> {
  says.value = ''
  reading.value = undefined
  try {
    camera.value = await navigator.mediaDevices.getUserMedia({
      video: { facingMode: 'environment', width: { ideal: 1920 } },
    })
  } catch {
    says.value = say('codePhoto.noCamera')
    return
  }
  requestAnimationFrame(() => {
    if (video.value) video.value.srcObject = camera.value ?? null
    void look()
  })
}
function closeCamera(): void {
  camera.value?.getTracks().forEach((track) => track.stop())
  camera.value = undefined
}
onBeforeUnmount(closeCamera)

/** Looks at the picture of the moment, again and again, until an IMEI is in it. */
async function look(): Promise<void> {
  const from = video.value
  if (!camera.value || !from) return
  const picture = frame(from)
  if (picture && (await read(picture))) closeCamera()
  else setTimeout(() => void look(), BETWEEN_LOOKS_MS)
}
function frame(from: HTMLVideoElement): ImageData | undefined {
  if (from.videoWidth === 0) return undefined
  const canvas = new OffscreenCanvas(from.videoWidth, from.videoHeight)
  const context = canvas.getContext('2d', { willReadFrequently: true })
  context?.drawImage(from, 0, 0)
  return context?.getImageData(0, 0, canvas.width, canvas.height)
}
</script>

<template>
  <div
    class="mt-2"
    @dragover.prevent
    @drop.prevent="fromFiles($event.dataTransfer?.files)"
    @paste="fromFiles($event.clipboardData?.files)"
  >
    <p class="flex flex-wrap items-center gap-3">
      <FilePick
        camera
        :label="say('codePhoto.photo')"
        :text="say('codePhoto.photo')"
        accept="image/*"
        @chosen="fromFiles"
      />
      <button v-if="hasCamera && !camera" type="button" class="underline" @click="openCamera">
        {{ say('codePhoto.camera') }}
      </button>
      <button v-if="camera" type="button" class="underline" @click="closeCamera">
        {{ say('codePhoto.closeCamera') }}
      </button>
    </p>
    <video v-if="camera" ref="video" autoplay muted playsinline class="mt-2 max-h-64 border-2 border-ink" />
    <p v-if="says" role="status" class="mt-1 font-bold text-brass">{{ says }}</p>
    <div v-if="reading && reading.imeis.length > 0" class="mt-2 border-s-4 border-clear ps-3">
      <p v-if="reading.isPair && reading.imeis[0] && reading.imeis[1]">
        <b>{{ say('codePhoto.twoSlots') }}</b>
        <button
          type="button"
          class="act ms-2"
          @click="emit('pair', reading.imeis[0].digits, reading.imeis[1].digits)"
        >
          {{ say('codePhoto.useBoth') }}
        </button>
      </p>
      <ul>
        <li v-for="imei in reading.imeis" :key="imei.digits" class="flex flex-wrap items-baseline gap-3 py-1">
          <span class="font-mono text-lg font-bold">{{ groupImei(imei.digits) }}</span>
          <button type="button" class="act !min-h-0 !py-0.5" @click="emit('take', imei.digits)">
            {{ say('codePhoto.use') }}
          </button>
          <button type="button" class="underline" @click="emit('box', imei.digits)">
            {{ say('codePhoto.isBox') }}
          </button>
        </li>
      </ul>
    </div>
  </div>
</template>
