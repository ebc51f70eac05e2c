<script setup lang="ts">
import type { Family, Fragment, KeyId, Lacking, PackFault, StartState } from '@benevox/core/catalog'
import { computed } from 'vue'
import { say } from '../../../words/index.ts'

/** What is named and not there, each with a button that adds it: a shared part, a screen, a time, a key. */
const props = defineProps<{
  lacking: Lacking
  faults: readonly PackFault[]
  /** The states and menu lines of its machine. */
  places: readonly string[]
  /** An update of the system is taught: it brings no shared part. */
  isUpdate: boolean
}>()
const family = defineModel<Family>({ required: true })
const keys = computed(() => [
  ...new Set(
    props.faults.flatMap(({ flaw }) => (flaw.code === 'lacks' && flaw.what === 'key' ? [flaw.name] : [])),
  ),
])
const isAny = computed(
  () =>
    props.lacking.parts.length +
      props.lacking.durations.length +
      props.lacking.starts.length +
      keys.value.length >
    0,
)

/** Pressed twice, before what is missing was looked at anew, each is added once. */
function addPart(fragment: Fragment, as: string): void {
  if (family.value.compose.some((use) => use.as === as)) return
  family.value.compose.push({ fragment: fragment.id, as, with: {} })
}
function addScreen(name: string): void {
  if (Object.hasOwn(family.value.states, name)) return
  family.value.states = { ...family.value.states, [name]: { screen: 'text', transitions: [] } }
}
function addDuration(name: string): void {
  if (Object.hasOwn(family.value.durations, name)) return
  family.value.durations[name] = { minMs: 1000, medianMs: 1500, maxMs: 2500 }
}
/** What its state is likely called. */
const CALLED: Readonly<Record<StartState, RegExp>> = {
  'on-locked': /lock/,
  off: /(^|\.)off/,
  'off-charging': /charg/,
  looping: /loop|boot/,
  'dead-battery': /dead|flat|empty/,
  'in-download': /download/,
}
const likely = (start: StartState) => props.places.filter((place) => CALLED[start].test(place)).slice(0, 4)
function addStart(start: StartState, place: string): void {
  family.value.starts = { ...family.value.starts, [start]: place }
}
function addKey(name: string): void {
  if (family.value.keys.some(({ id }) => id === name)) return
  family.value.keys.push({ id: name as Family['keys'][number]['id'], edge: 'right', at: 0.5 })
}
</script>

<template>
  <section v-if="isAny" aria-labelledby="missing-title" class="mb-4">
    <h2 id="missing-title">{{ say('missing.title') }}</h2>
    <ul class="ruled border-y border-rule">
      <li v-for="part in lacking.parts" :key="part.name" class="py-1.5">
        {{ say('missing.part', { name: part.name }) }}
        <span class="mt-1 flex flex-col items-start gap-1">
          <template v-if="!isUpdate">
            <button
              v-for="offer in part.offers"
              :key="offer.id"
              type="button"
              class="border border-ink-soft px-2 py-1 text-start hover:bg-paper-deep"
              @click="addPart(offer, part.as)"
            >
              <b>{{ offer.id }}</b> {{ offer.says }}
            </button>
          </template>
          <button type="button" class="underline" @click="addScreen(part.name)">
            {{ say(part.offers.length === 0 || isUpdate ? 'missing.addScreen' : 'missing.orOwnScreen') }}
          </button>
        </span>
      </li>
      <li v-for="name in lacking.durations" :key="name" class="py-1.5">
        {{ say('missing.duration', { name: name.replaceAll('-', ' ') }) }}
        <button type="button" class="underline" @click="addDuration(name)">
          {{ say('missing.addTime') }}
        </button>
      </li>
      <li v-for="start in lacking.starts" :key="start" class="py-1.5">
        {{ say('missing.start', { start: say(`start.${start}`) }) }}
        <span class="mt-1 flex flex-wrap items-center gap-2">
          <button
            v-for="place in likely(start)"
            :key="place"
            type="button"
            class="border border-ink-soft px-2 py-1 hover:bg-paper-deep"
            @click="addStart(start, place)"
          >
            {{ place }}
          </button>
          <select
            class="field !w-auto"
            :aria-label="say('missing.screenWhere', { start: say(`start.${start}`) })"
            @change="addStart(start, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">{{ say('missing.otherScreen') }}</option>
            <option v-for="place in places" :key="place">{{ place }}</option>
          </select>
        </span>
      </li>
      <li v-for="name in keys" :key="name" class="py-1.5">
        {{ say('missing.key', { key: say(`key.${name as KeyId}`) }) }}
        <button type="button" class="underline" @click="addKey(name)">{{ say('missing.addKey') }}</button>
      </li>
    </ul>
  </section>
</template>
