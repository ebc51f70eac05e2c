<script setup lang="ts">
import type { Family } from '@benevox/core/catalog'
import { inParts, wayToWipe, wipeFromRecovery } from '@benevox/core/method'
import { placeName, USUAL_SITUATION } from '@benevox/core/twin'
import { computed, ref, watch } from 'vue'
import type { RunnableFamily } from '@benevox/core/twin'
import { menuLineText } from '@benevox/words'
import { say, words } from '../../words/index.ts'
import MenuList from '../../parts/MenuList.vue'

/** The menus on the way to the reset as they will appear, each line clickable; the last presses are not here. */
const props = defineProps<{
  running: RunnableFamily
  family: Family
  modelText: string
  source: string
}>()
const machine = computed(() => props.running.machine)
const found = computed(() => wipeFromRecovery(machine.value, props.family))
const at = ref<number>()
watch(
  () => found.value?.from,
  (from) => (at.value = from),
  { immediate: true },
)
const way = computed(() =>
  at.value === undefined ? undefined : wayToWipe(machine.value, at.value, USUAL_SITUATION),
)
const line = computed(() =>
  menuLineText(inParts(way.value?.beforeLastQuestion ?? []), words, machine.value.names),
)
/** The menus the way goes through, in order, each with the place its cursor comes to. */
const menus = computed(() => {
  const places = [at.value, ...(way.value?.beforeLastQuestion ?? []).map(({ to }) => to)]
  const onTheWay = new Map<string, number>()
  for (const state of places) {
    const cursor = machine.value.states[state ?? -1]?.cursor
    if (cursor && !onTheWay.has(cursor.menu)) onTheWay.set(cursor.menu, cursor.item)
  }
  const last = new Map<string, number>()
  for (const state of places) {
    const cursor = machine.value.states[state ?? -1]?.cursor
    if (cursor) last.set(cursor.menu, cursor.item)
  }
  return [...onTheWay].flatMap(([name, cursor]) => {
    const menu = props.running.menus.get(name)
    const target = last.get(name)
    return menu ? [{ name, menu, cursor, target: target === cursor ? undefined : target }] : []
  })
})
/** What comes up between the menus: a word to type, a text to read. */
const textsOnTheWay = computed(() => [
  ...new Set(
    (way.value?.beforeLastQuestion ?? []).flatMap(({ to }) => {
      const state = machine.value.states[to]
      return state && !state.cursor ? (state.text ?? []) : []
    }),
  ),
])
</script>

<template>
  <section v-if="found" aria-labelledby="menus-title">
    <h2 id="menus-title">
      {{ say('family.menus') }} <span class="text-sm font-normal text-ink-soft">({{ source }})</span>
    </h2>
    <p class="text-ink-soft">
      {{ say('family.menusHow') }}
    </p>
    <p class="text-4xl leading-tight font-bold" data-testid="menu-line">
      {{ line || say('family.youAreThere') }}
    </p>
    <p v-for="text in textsOnTheWay" :key="text">{{ say('family.onTheWay', { text }) }}</p>
    <div class="mt-2 flex flex-wrap items-start gap-4">
      <MenuList
        v-for="{ name, menu, cursor, target } in menus"
        :key="name"
        class="w-96 max-w-full"
        :menu="menu"
        :model-text="modelText"
        :cursor="cursor"
        :target="target"
        @here="(item) => (at = machine.stateIndex.get(placeName(name, item)))"
      />
    </div>
    <p class="mt-2 border-s-4 border-stop ps-3">
      {{ say('family.wipeKeysAtBench') }}
    </p>
  </section>
</template>
