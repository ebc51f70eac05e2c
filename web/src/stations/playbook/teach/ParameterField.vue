<script setup lang="ts">
import { keyText, linkText } from '@benevox/words'
import {
  keyId,
  linkKind,
  linksIn,
  namesIn,
  posture,
  type Family,
  type KeyId,
  type LinkKind,
  type ParameterKind,
  type Posture,
} from '@benevox/core/catalog'
import { computed } from 'vue'
import SomeOf from '../../../parts/SomeOf.vue'
import { say, words } from '../../../words/index.ts'

/** One thing handed over to a shared part; what is not handed over is as the part has it. */
const props = defineProps<{
  label: string
  kind: ParameterKind | undefined
  family: Family
  places: readonly string[]
  /** What it is where nothing is handed over. */
  usual: unknown
}>()
const value = defineModel<Family['compose'][number]['with'][string]>()
const own = computed(() => namesIn(props.family))
const shown = computed(() => (value.value === undefined ? props.usual : value.value))
const asText = computed(() =>
  typeof shown.value === 'string'
    ? shown.value
    : JSON.stringify(shown.value === undefined ? '' : shown.value),
)
const keys = computed(() => props.family.keys.map(({ id }) => [id, keyText(id, own.value, words)] as const))
const links = computed(() =>
  linksIn(props.family).map((link) => [link, linkText(link, own.value, words)] as const),
)
const postures = computed(() => posture.options.map((one) => [one, say(`posture.${one}`)] as const))
const list = <One extends string>(known: readonly One[]) =>
  (Array.isArray(shown.value) ? shown.value : []).filter((one): one is One => known.includes(one as One))
const chosenKeys = computed<KeyId[]>(() => list(keyId.options))
const chosenLinks = computed<LinkKind[]>(() => list(linkKind.options))
const chosenPostures = computed<Posture[]>(() => list(posture.options))
/** What may be chosen, where it is one of a few; what stands is among them whatever it is. */
const choices = computed<readonly (readonly [string, string])[] | undefined>(() => {
  const plain = (names: Iterable<string>) => [...new Set(names)].map((name) => [name, name] as const)
  switch (props.kind) {
    case 'key':
      return [['null', say('screenForm.none')], ...keys.value]
    case 'posture':
      return postures.value
    case 'press':
      return plain(['short', 'long'])
    case 'hold-from':
      return plain(['carried', 'entry', 'fresh'])
    case 'order':
      return plain(['together', 'in-order'])
    case 'place':
      return plain([asText.value, ...props.places])
    case 'time':
      return plain([asText.value, ...Object.keys(props.family.durations)]).map(([name]) => [
        name,
        timeName(name),
      ])
    default:
      return undefined
  }
})
const isNumber = (name: string) => /^\d+$/.test(name)
const timeName = (name: string) => (isNumber(name) ? words.length(Number(name)) : name.replaceAll('-', ' '))
function takeChoice(choice: string): void {
  value.value = choice === 'null' ? null : props.kind === 'time' && isNumber(choice) ? Number(choice) : choice
}
const isOwn = computed(() => value.value !== undefined)
function takeText(text: string): void {
  value.value = text === '' ? undefined : text
}
const text = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
</script>

<template>
  <div class="grid grid-cols-[8.5rem_1fr_auto] items-center gap-2 py-1">
    <span :class="{ 'font-bold': isOwn }">{{ label }}</span>
    <SomeOf
      v-if="kind === 'keys'"
      :label="label"
      :choices="keys"
      :model-value="chosenKeys"
      @update:model-value="(chosen) => (value = chosen)"
    />
    <SomeOf
      v-else-if="kind === 'links'"
      :label="label"
      :choices="links"
      :model-value="chosenLinks"
      @update:model-value="(chosen) => (value = chosen)"
    />
    <SomeOf
      v-else-if="kind === 'postures'"
      :label="label"
      :choices="postures"
      :model-value="chosenPostures"
      @update:model-value="(chosen) => (value = chosen)"
    />
    <input
      v-else-if="kind === 'flag'"
      type="checkbox"
      class="size-5"
      :aria-label="label"
      :checked="shown === true"
      @change="value = ($event.target as HTMLInputElement).checked"
    />
    <select
      v-else-if="choices"
      class="field"
      :aria-label="label"
      :value="asText"
      @change="takeChoice(text($event))"
    >
      <option v-for="[choice, name] in choices" :key="choice" :value="choice">{{ name }}</option>
    </select>
    <input v-else class="field" :aria-label="label" :value="asText" @change="takeText(text($event))" />
    <button
      type="button"
      class="text-sm underline"
      :class="{ invisible: !isOwn || usual === undefined }"
      :aria-label="say('history.line', { what: label, more: say('partForm.asUsual') })"
      @click="value = undefined"
    >
      {{ say('partForm.asUsual') }}
    </button>
  </div>
</template>
