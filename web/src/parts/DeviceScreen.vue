<script setup lang="ts">
import type { DeviceKind, Menu } from '@benevox/core/catalog'
import type { MachineState } from '@benevox/core/twin'
import { computed } from 'vue'
import { say } from '../words/index.ts'
import SignPicture from './SignPicture.vue'

/** What the device shows now, drawn and named; its menus line by line. */
const props = defineProps<{
  state: MachineState
  menus: ReadonlyMap<string, Menu>
  modelText?: string
  kind: DeviceKind
  folds: boolean
}>()
const menu = computed(() => props.menus.get(props.state.cursor?.menu ?? ''))
const lines = computed(() =>
  menu.value?.oneAtATime
    ? menu.value.items.filter((_, index) => index === props.state.cursor?.item)
    : (menu.value?.items ?? []),
)
</script>

<template>
  <div
    class="flex min-h-72 flex-col border-2 border-ink p-3"
    :class="menu ? 'bg-ink text-paper' : 'bg-white/60'"
    role="status"
    :aria-label="say('deviceScreen.label')"
    data-testid="device-screen"
  >
    <SignPicture v-if="!menu" class="mx-auto mb-2 h-52" :cue="state.screen" :kind="kind" :folds="folds" />
    <p class="text-xl leading-tight font-bold" :class="{ 'text-center': !menu }">
      {{ say(`sign.${state.screen}`) }}
    </p>
    <p v-if="state.text" class="mt-1">“{{ state.text }}”</p>
    <template v-if="menu">
      <p v-if="menu.title" class="mt-1 font-mono text-sm opacity-80">{{ menu.title }}</p>
      <ol class="mt-1 font-mono">
        <li
          v-for="item in lines"
          :key="item.id"
          class="px-2"
          :class="{ 'bg-paper font-bold text-ink': item.id === state.cursor?.itemId }"
        >
          {{ item.label }}
        </li>
      </ol>
    </template>
  </div>
</template>
