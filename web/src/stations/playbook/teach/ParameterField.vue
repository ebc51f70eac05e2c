<script setup lang="ts">
import {
  keyId,
  linkKind,
  type Family,
  type KeyId,
  type LinkKind,
  type ParameterKind,
} from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { computed } from 'vue'
import { lengthText } from '../../../words/en.ts'
import SomeOf from '../../../parts/SomeOf.vue'

/** One thing handed over to a shared part; what is not handed over is as the part has it. */
const props = defineProps<{
  label: string
  kind: ParameterKind | undefined
  family: Family
  places: readonly string[]
  /** What it is where nothing is handed over. */
  usual: unknown
}>()
const value = defineModel<unknown>()
const words = phrases('en')
const shown = computed(() => value.value ?? props.usual)
const asText = computed(() =>
  typeof shown.value === 'string' ? shown.value : JSON.stringify(shown.value ?? ''),
)
const keys = computed(() => props.family.keys.map(({ id }) => [id, words.key[id]] as const))
const links = linkKind.options.map((link) => [link, words.link[link]] as const)
const list = <One extends string>(known: readonly One[]) =>
  (Array.isArray(shown.value) ? shown.value : []).filter((one): one is One => known.includes(one as One))
const chosenKeys = computed<KeyId[]>(() => list(keyId.options))
const chosenLinks = computed<LinkKind[]>(() => list(linkKind.options))
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
    <select
      v-else-if="kind === 'key'"
      class="field"
      :aria-label="label"
      :value="asText"
      @change="value = text($event) === 'null' ? null : text($event)"
    >
      <option value="null">none</option>
      <option v-for="[id, name] in keys" :key="id" :value="id">{{ name }}</option>
    </select>
    <input
      v-else-if="kind === 'flag'"
      type="checkbox"
      class="size-5"
      :aria-label="label"
      :checked="shown === true"
      @change="value = ($event.target as HTMLInputElement).checked"
    />
    <select
      v-else-if="kind === 'press' || kind === 'hold-from' || kind === 'order'"
      class="field"
      :aria-label="label"
      :value="asText"
      @change="value = text($event)"
    >
      <option
        v-for="choice in {
          press: ['short', 'long'],
          'hold-from': ['carried', 'entry', 'fresh'],
          order: ['together', 'in-order'],
        }[kind]"
        :key="choice"
      >
        {{ choice }}
      </option>
    </select>
    <select
      v-else-if="kind === 'time'"
      class="field"
      :aria-label="label"
      :value="asText"
      @change="value = /^\d+$/.test(text($event)) ? Number(text($event)) : text($event)"
    >
      <option v-for="name in new Set([asText, ...Object.keys(family.durations)])" :key="name" :value="name">
        {{ /^\d+$/.test(name) ? lengthText(Number(name)) : name.replaceAll('-', ' ') }}
      </option>
    </select>
    <select
      v-else-if="kind === 'place'"
      class="field"
      :aria-label="label"
      :value="asText"
      @change="value = text($event)"
    >
      <option v-for="name in new Set([asText, ...places])" :key="name">{{ name }}</option>
    </select>
    <input v-else class="field" :aria-label="label" :value="asText" @change="takeText(text($event))" />
    <button
      type="button"
      class="text-sm underline"
      :class="{ invisible: !isOwn || usual === undefined }"
      :aria-label="`${label} as usual`"
      @click="value = undefined"
    >
      as usual
    </button>
  </div>
</template>
