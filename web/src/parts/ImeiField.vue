<script setup lang="ts">
import {
  groupImei,
  imeiCandidates,
  imeiOf,
  readImei,
  type ImeiCandidate,
  type ImeiReading,
} from '@benevox/core/imei'
import { modelOfTac } from '@benevox/core/catalog'
import { computed, ref, watch } from 'vue'
import { useCatalog } from '../api/catalog.ts'

/** An IMEI as typed or scanned, checked at once; a misread one gets its likely corrections. */
const props = defineProps<{ imei: string | undefined; modelId: string | undefined; label?: string }>()
const emit = defineEmits<{ read: [imei: string | null]; model: [id: string] }>()
const catalog = useCatalog()
const typed = ref(props.imei ?? '')
const field = ref<HTMLInputElement>()
watch(
  () => props.imei,
  (imei) => {
    if (imei && imeiOf(readImei(typed.value))?.digits !== imei) typed.value = imei
  },
)

const reading = computed(() => readImei(typed.value))
const valid = computed(() => imeiOf(reading.value))
const digits = computed(() => typed.value.replace(/\D/g, ''))
const isKnownType = (tac: string) => Boolean(catalog.pack && modelOfTac(catalog.pack, tac))
const candidates = computed(() =>
  reading.value.kind === 'check-digit' ||
  reading.value.kind === 'imeisv' ||
  reading.value.kind === 'without-check-digit'
    ? imeiCandidates(digits.value, isKnownType).slice(0, 4)
    : [],
)
const model = computed(
  () => valid.value && catalog.pack && modelOfTac(catalog.pack, valid.value.typeAllocationCode),
)

function change(text: string): void {
  typed.value = text
  const read = imeiOf(readImei(text))
  if (read && read.digits !== props.imei) emit('read', read.digits)
  if (!read && props.imei) emit('read', null)
  // Of a device that nobody has named yet, the IMEI names it.
  if (read && model.value && !props.modelId) emit('model', model.value.id)
}

/** The number that was meant; the keyboard stays in the field, so that Enter goes on. */
function take({ digits: meant }: ImeiCandidate): void {
  change(meant)
  field.value?.focus()
}

function sentence(read: ImeiReading): string {
  switch (read.kind) {
    case 'empty':
      return 'Dial *#06#, also from the emergency dialler; or the box, the back, the SIM tray.'
    case 'not-a-digit':
      return `“${read.found}” is not a digit.`
    case 'length':
      return `${read.found} digits; an IMEI has 15.`
    case 'only-zeros':
      return 'Only zeros: the device has lost its number. Read it off the box, the back or the SIM tray.'
    case 'check-digit':
      return `Misread: the check digit should be ${read.expected}, not ${read.found}. One of these?`
    case 'imeisv':
      return `16 digits: the form with software version ${read.softwareVersion}. Its IMEI is ${groupImei(read.imei.digits)}. If one digit is too many:`
    case 'without-check-digit':
      return `14 digits: completed with check digit ${read.imei.checkDigit}. If one digit was left out:`
    case 'imei':
      return `Valid: ${groupImei(read.digits)}`
  }
}
function slipWords({ slip }: ImeiCandidate): string {
  switch (slip.kind) {
    case 'swapped':
      return `digits ${slip.at + 1} and ${slip.at + 2} swapped`
    case 'one-digit':
      return `digit ${slip.at + 1}: ${slip.meant}, not ${slip.read}`
    case 'dropped':
      return `digit ${slip.at + 1} left out: ${slip.meant}`
    case 'doubled':
      return `digit ${slip.at + 1} is one too many`
  }
}
</script>

<template>
  <div>
    <input
      ref="field"
      :value="typed"
      class="field font-mono text-xl tracking-wide"
      :aria-label="label ?? 'IMEI'"
      aria-describedby="imei-says"
      inputmode="numeric"
      autocomplete="off"
      maxlength="40"
      data-scan="own"
      @input="change(($event.target as HTMLInputElement).value)"
      @keydown.enter.prevent
    />
    <p
      id="imei-says"
      class="mt-1"
      :class="
        reading.kind === 'imei'
          ? 'text-clear'
          : reading.kind === 'empty'
            ? 'text-ink-soft'
            : 'font-bold text-brass'
      "
    >
      {{ sentence(reading) }}
    </p>
    <ul v-if="candidates.length" class="mt-1">
      <li v-for="candidate in candidates" :key="candidate.digits">
        <button
          type="button"
          class="flex w-full items-baseline gap-3 px-2 py-1 text-left hover:bg-brass-pale"
          @click="take(candidate)"
        >
          <span class="font-mono text-lg font-bold">{{ groupImei(candidate.digits) }}</span>
          <span class="text-ink-soft"
            >{{ slipWords(candidate) }}<template v-if="candidate.knownType">, a model we know</template></span
          >
        </button>
      </li>
    </ul>
    <p v-if="model && model.id !== modelId" class="mt-1">
      This IMEI belongs to a <b>{{ model.maker }} {{ model.name }}</b
      >.
      <button type="button" class="font-bold underline" @click="emit('model', model.id)">
        Take it as the model
      </button>
    </p>
  </div>
</template>
