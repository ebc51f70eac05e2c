<script setup lang="ts">
import type { DeviceKind, Family, KeyId, Menu } from '@benevox/core/catalog'
import type { LooksOf } from '@benevox/core/drawing'
import type { MachineState } from '@benevox/core/twin'
import { computed } from 'vue'
import { say } from '../words/index.ts'
import DevicePicture from './DevicePicture.vue'

/** The device as it lies in hand and what it shows now, drawn and named; its menus line by line. */
const props = defineProps<{
  state: MachineState
  menus: ReadonlyMap<string, Menu>
  family: Pick<Family, 'keys'> & LooksOf
  kind: DeviceKind
  pressed: readonly KeyId[]
}>()
const menu = computed(() => props.menus.get(props.state.cursor?.menu ?? ''))
const lines = computed(() =>
  menu.value?.oneAtATime
    ? menu.value.items.filter((_, index) => index === props.state.cursor?.item)
    : (menu.value?.items ?? []),
)
</script>

<template>
  <div>
    <DevicePicture
      :family="family"
      :kind="kind"
      :pressed="pressed"
      :shows="state.screen"
      :class="menu ? '!h-44 !w-auto max-w-full' : '!h-72 !w-auto max-w-full'"
    />
    <div
      class="mt-2 p-2"
      :class="{ 'border-2 border-ink bg-glass text-on-glass': menu }"
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
            :class="{ 'bg-on-glass font-bold text-glass': item.id === state.cursor?.itemId }"
          >
            {{ item.label }}
          </li>
        </ol>
      </template>
    </div>
  </div>
</template>
