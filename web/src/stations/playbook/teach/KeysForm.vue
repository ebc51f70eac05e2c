<script setup lang="ts">
import { deviceKind, edge, keyId, type Family, type Source, source } from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { computed } from 'vue'
import OneOf from '../../../parts/OneOf.vue'
import { move } from './moved.ts'
import RowButtons from './RowButtons.vue'
import { shortName } from './useDraft.ts'

/** What the family is called, what it is, and where its keys sit. */
defineProps<{ isNew: boolean }>()
const family = defineModel<Family>({ required: true })
const words = phrases('en')
const kinds = deviceKind.options.map((kind) => [kind, words.kind[kind]] as const)
const sources = source.options.map((one) => [one, words.source[one]] as const)
const unused = computed(() => keyId.options.filter((id) => !family.value.keys.some((key) => key.id === id)))
function rename(name: string): void {
  // The short name follows as long as nobody has given it another.
  if (family.value.id === shortName(family.value.name)) family.value.id = shortName(name)
  family.value.name = name
}
function addKey(): void {
  const [id] = unused.value
  if (id) family.value.keys.push({ id, edge: 'right', at: 0.5 })
}
/** What is pressed one after the other, by name. */
const PATHS = [
  ['safeModePath', 'At the lock screen: what to press for safe mode'],
  ['settingsPath', 'With the PIN known: the way through the settings to the reset'],
  ['accountPath', 'The way through the settings to the list of accounts'],
] as const
</script>

<template>
  <div class="space-y-4">
    <label class="block"
      >Name, as one would call it to a colleague
      <input
        class="field"
        maxlength="120"
        :value="family.name"
        @input="rename(($event.target as HTMLInputElement).value)"
    /></label>
    <label class="block"
      >Short name <input v-model.trim="family.id" class="field font-mono" maxlength="48" :disabled="!isNew"
    /></label>
    <div>
      <p>Kind</p>
      <OneOf v-model="family.kind" label="Kind" :answers="kinds" />
    </div>
    <div>
      <p>Where this is known from</p>
      <OneOf
        :model-value="family.source"
        label="Source"
        :answers="sources"
        @update:model-value="(one: Source) => (family.source = one)"
      />
    </div>
    <fieldset>
      <legend class="font-bold">Keys</legend>
      <ul class="ruled">
        <li v-for="(key, index) in family.keys" :key="index" class="flex flex-wrap items-center gap-3 py-2">
          <select v-model="key.id" class="field !w-40" :aria-label="`Key ${index + 1}`">
            <option v-for="id in [key.id, ...unused]" :key="id" :value="id">{{ words.key[id] }}</option>
          </select>
          <select v-model="key.edge" class="field !w-36" :aria-label="`Edge of ${words.key[key.id]}`">
            <option v-for="side in edge.options" :key="side" :value="side">{{ words.edge[side] }}</option>
          </select>
          <label class="flex items-center gap-2 text-sm text-ink-soft"
            >how far along
            <input v-model.number="key.at" type="range" min="0" max="1" step="0.01" class="w-32" />
          </label>
          <RowButtons
            class="ml-auto"
            :name="words.key[key.id]"
            :index="index"
            :length="family.keys.length"
            @move="(by) => move(family.keys, index, by)"
            @remove="family.keys.splice(index, 1)"
          />
        </li>
      </ul>
      <button type="button" class="act mt-1" :disabled="unused.length === 0" @click="addKey">
        Add a key
      </button>
    </fieldset>
    <label class="block"
      >What to mind, a line each
      <textarea
        class="field"
        rows="3"
        :value="family.cautions.join('\n')"
        @change="
          family.cautions = ($event.target as HTMLTextAreaElement).value
            .split('\n')
            .map((line) => line.trim())
            .filter(Boolean)
        "
      />
    </label>
    <label v-for="[path, says] in PATHS" :key="path" class="block"
      >{{ says }}, with › between
      <input
        class="field"
        :value="family[path].join(' › ')"
        @change="
          family[path] = ($event.target as HTMLInputElement).value
            .split(/[›>]/)
            .map((line) => line.trim())
            .filter(Boolean)
        "
    /></label>
    <label class="flex items-center gap-2"
      ><input v-model="family.accountLock.asksAfterRecoveryReset" type="checkbox" class="size-5" />asks for
      the account after a reset from recovery</label
    >
    <label class="flex items-center gap-2"
      ><input v-model="family.accountLock.acceptsOldScreenLock" type="checkbox" class="size-5" />takes the old
      screen lock instead</label
    >
  </div>
</template>
