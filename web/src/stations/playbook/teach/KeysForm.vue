<script setup lang="ts">
import { say } from '../../../words/index.ts'
import {
  deviceKind,
  edge,
  keyId,
  linkKind,
  posture,
  source,
  type Family,
  type Posture,
  type Source,
} from '@benevox/core/catalog'
import { computed } from 'vue'
import TickBox from '../../../parts/TickBox.vue'
import OneOf from '../../../parts/OneOf.vue'
import SomeOf from '../../../parts/SomeOf.vue'
import LocksForm from './LocksForm.vue'
import { move } from './moved.ts'
import RowButtons from './RowButtons.vue'
import { shortName } from './useDraft.ts'

/** What the family is called, what it is, and where its keys sit. */
defineProps<{ isNew: boolean }>()
const family = defineModel<Family>({ required: true })
/** What else may hang on its port. */
const OWN_LINKS = linkKind.options.filter((id) => id.startsWith('own-')) as OwnLink[]
type OwnLink = NonNullable<Family['links']>[number]['id']
function nameLink(id: OwnLink, name: string): void {
  const others = (family.value.links ?? []).filter((one) => one.id !== id)
  const links = name.trim() ? [...others, { id, name: name.trim() }] : others
  const { links: _, ...rest } = family.value
  family.value = links.length > 0 ? { ...rest, links } : rest
}
const kinds = computed(() => deviceKind.options.map((kind) => [kind, say(`kind.${kind}`)] as const))
const sources = computed(() => source.options.map((one) => [one, say(`source.${one}`)] as const))
const unused = computed(() => keyId.options.filter((id) => !family.value.keys.some((key) => key.id === id)))
const postures = computed(() => posture.options.map((one) => [one, say(`posture.${one}`)] as const))
/** How a foldable stands, in the order it opens; one posture alone is none. */
function shapeIt(isSquare: boolean): void {
  const { shape: _, ...others } = family.value
  family.value = isSquare ? { ...others, shape: 'square' } : others
}
function fold(postures: readonly Posture[]): void {
  const { postures: _, ...others } = family.value
  const all = posture.options.filter((one) => postures.includes(one))
  family.value = all.length > 1 ? { ...others, postures: all } : others
}
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
const PATHS = ['safeModePath', 'settingsPath', 'accountPath'] as const
</script>

<template>
  <div class="space-y-4">
    <label class="block"
      >{{ say('keysForm.name') }}
      <input
        class="field"
        maxlength="120"
        :value="family.name"
        @input="rename(($event.target as HTMLInputElement).value)"
    /></label>
    <label class="block"
      >{{ say('keysForm.shortName') }}
      <input v-model.trim="family.id" class="field font-mono" maxlength="48" :disabled="!isNew"
    /></label>
    <div>
      <p>{{ say('playbook.kind') }}</p>
      <OneOf v-model="family.kind" :label="say('playbook.kind')" :answers="kinds" />
    </div>
    <div>
      <p>{{ say('keysForm.source') }}</p>
      <OneOf
        :model-value="family.source"
        :label="say('keysForm.source')"
        :answers="sources"
        @update:model-value="(one: Source) => (family.source = one)"
      />
    </div>
    <fieldset>
      <legend class="font-bold">{{ say('family.keys') }}</legend>
      <ul class="ruled">
        <li v-for="(key, index) in family.keys" :key="index" class="flex flex-wrap items-center gap-3 py-2">
          <select
            v-model="key.id"
            class="field !w-40"
            :aria-label="say('keysForm.key', { number: index + 1 })"
          >
            <option v-for="id in [key.id, ...unused]" :key="id" :value="id">{{ say(`key.${id}`) }}</option>
          </select>
          <select
            v-model="key.edge"
            class="field !w-36"
            :aria-label="say('keysForm.edgeOf', { key: say(`key.${key.id}`) })"
          >
            <option v-for="side in edge.options" :key="side" :value="side">{{ say(`edge.${side}`) }}</option>
          </select>
          <input
            class="field !w-40"
            maxlength="120"
            :placeholder="say('keysForm.otherName')"
            :aria-label="say('keysForm.byPlace', { key: say(`key.${key.id}`) })"
            :value="key.byPlace ?? ''"
            @change="key.byPlace = ($event.target as HTMLInputElement).value.trim() || undefined"
          />
          <label class="flex items-center gap-2 text-sm text-ink-soft"
            >{{ say('keysForm.howFar') }}
            <input v-model.number="key.at" type="range" min="0" max="1" step="0.01" class="w-32" />
          </label>
          <RowButtons
            class="ms-auto"
            :name="say(`key.${key.id}`)"
            :index="index"
            :length="family.keys.length"
            @move="(by) => move(family.keys, index, by)"
            @remove="family.keys.splice(index, 1)"
          />
        </li>
      </ul>
      <button type="button" class="act mt-1" :disabled="unused.length === 0" @click="addKey">
        {{ say('keysForm.addKey') }}
      </button>
    </fieldset>
    <details :open="family.links !== undefined">
      <summary class="cursor-pointer underline">{{ say('keysForm.ownCable') }}</summary>
      <label v-for="(id, index) in OWN_LINKS" :key="id" class="mt-1 block"
        >{{ say(index === 0 ? 'keysForm.firstCable' : 'keysForm.secondCable') }}
        <input
          class="field"
          maxlength="120"
          :value="family.links?.find((one) => one.id === id)?.name ?? ''"
          @change="nameLink(id, ($event.target as HTMLInputElement).value)"
        />
      </label>
    </details>
    <fieldset v-if="family.kind === 'phone' || family.kind === 'tablet'">
      <legend class="font-bold">{{ say('keysForm.folding') }}</legend>
      <TickBox
        :model-value="family.postures !== undefined"
        @update:model-value="(folds) => fold(folds ? ['open', 'shut'] : [])"
        >{{ say('keysForm.canFold') }}</TickBox
      >
      <SomeOf
        v-if="family.postures"
        :label="say('keysForm.postures')"
        :choices="postures"
        :model-value="family.postures"
        @update:model-value="fold"
      />
    </fieldset>
    <TickBox
      v-else
      :model-value="family.shape === 'square'"
      @update:model-value="(isSquare) => shapeIt(isSquare)"
      >{{ say('keysForm.square') }}</TickBox
    >
    <label class="block"
      >{{ say('keysForm.cautions') }}
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
    <label v-for="path in PATHS" :key="path" class="block"
      >{{ say(`keysForm.path.${path}`) }}
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
    <LocksForm v-model="family" />
  </div>
</template>
