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
import { say } from '../words/index.ts'

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

/** What was misread is marked when it ends: the next scan takes its place, and is not added to it. */
function replaceNext(): void {
  if (!valid.value) field.value?.select()
}

/** The number that was meant; the keyboard stays in the field, so that Enter goes on. */
function take({ digits: meant }: ImeiCandidate): void {
  change(meant)
  field.value?.focus()
}

function sentence(read: ImeiReading): string {
  switch (read.kind) {
    case 'empty':
      return say('imei.empty')
    case 'not-a-digit':
      return say('imei.notDigit', { found: read.found })
    case 'length':
      return say('imei.length', { found: read.found })
    case 'only-zeros':
      return say('imei.zeros')
    case 'check-digit':
      return say('imei.checkDigit', { expected: read.expected, found: read.found })
    case 'imeisv':
      return say('imei.withVersion', { version: read.softwareVersion, imei: groupImei(read.imei.digits) })
    case 'without-check-digit':
      return say('imei.withoutCheck', { digit: read.imei.checkDigit })
    case 'imei':
      return say('imei.valid', { imei: groupImei(read.digits) })
  }
}
function slipWords({ slip }: ImeiCandidate): string {
  switch (slip.kind) {
    case 'swapped':
      return say('imei.swapped', { first: slip.at + 1, second: slip.at + 2 })
    case 'one-digit':
      return say('imei.oneDigit', { at: slip.at + 1, meant: slip.meant, read: slip.read })
    case 'dropped':
      return say('imei.dropped', { at: slip.at + 1, meant: slip.meant })
    case 'doubled':
      return say('imei.doubled', { at: slip.at + 1 })
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
      @keydown.enter.prevent="replaceNext"
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
          class="flex w-full items-baseline gap-3 px-2 py-1 text-start hover:bg-brass-pale"
          @click="take(candidate)"
        >
          <span class="font-mono text-lg font-bold">{{ groupImei(candidate.digits) }}</span>
          <span class="text-ink-soft"
            >{{ slipWords(candidate)
            }}<template v-if="candidate.knownType">, {{ say('imei.knownModel') }}</template></span
          >
        </button>
      </li>
    </ul>
    <p v-if="model && model.id !== modelId" class="mt-1">
      {{ say('imei.belongsTo', { model: `${model.maker} ${model.name}` }) }}
      <button type="button" class="font-bold underline" @click="emit('model', model.id)">
        {{ say('imei.useModel') }}
      </button>
    </p>
  </div>
</template>
