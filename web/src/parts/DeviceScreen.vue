<script setup lang="ts">
import type { Menu, ScreenKind } from '@benevox/core/catalog'
import type { MachineState } from '@benevox/core/twin'
import { computed } from 'vue'
import { say } from '../words/index.ts'

/** What the device shows now, as the technician would name it; its menus line by line. */
const props = defineProps<{ state: MachineState; menus: ReadonlyMap<string, Menu>; modelText?: string }>()
const menu = computed(() => props.menus.get(props.state.cursor?.menu ?? ''))
const DARK: readonly ScreenKind[] = ['dark', 'charge-blank', 'charge-percent', 'robot']
const isDark = computed(() => DARK.includes(props.state.screen) || menu.value !== undefined)
const lines = computed(() =>
  menu.value?.oneAtATime
    ? menu.value.items.filter((_, index) => index === props.state.cursor?.item)
    : (menu.value?.items ?? []),
)
</script>

<template>
  <div
    class="flex min-h-72 flex-col border-2 border-ink p-3"
    :class="isDark ? 'bg-ink text-paper' : 'bg-white/60'"
    role="status"
    :aria-label="say('deviceScreen.label')"
    data-testid="device-screen"
  >
    <p class="text-xl leading-tight font-bold">{{ say(`sign.${state.screen}`) }}</p>
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
