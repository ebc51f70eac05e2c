<script setup lang="ts">
import type { Menu } from '@benevox/core/catalog'
import { say } from '../words/index.ts'

/** A menu as it will appear on the device; every item can be clicked: I am here. */
defineProps<{
  menu: Menu
  modelText: string
  cursor: number
  target?: number | undefined
  passes?: ReadonlyMap<number, number>
}>()
/** More lines than this are written closer, so that all of the menu is in sight. */
const LONG = 8
const emit = defineEmits<{ here: [item: number] }>()
</script>

<template>
  <div class="border-2 border-ink bg-glass px-3 py-2 font-mono text-on-glass">
    <p class="text-sm opacity-80">{{ modelText }}</p>
    <p class="mb-1 leading-snug">{{ menu.title }}</p>
    <p v-if="menu.oneAtATime" class="text-sm opacity-80">{{ say('menu.oneAtATime') }}</p>
    <ol :aria-label="say('menu.label')">
      <li v-for="(item, index) in menu.items" :key="item.id">
        <button
          class="flex w-full items-baseline gap-2 px-2 text-start hover:underline"
          :class="{
            'py-0.5 text-lg': menu.items.length <= LONG,
            'min-h-6 leading-tight': menu.items.length > LONG,
            'bg-on-glass font-bold text-glass': index === cursor,
            'outline-2 -outline-offset-2 outline-cursor-on-glass outline-dashed':
              index === target && index !== cursor,
          }"
          :aria-current="index === cursor ? 'true' : undefined"
          @click="emit('here', index)"
        >
          <span
            class="w-5 shrink-0 text-end text-base text-cursor-on-glass"
            :class="{ 'text-glass!': index === cursor }"
            >{{ index === cursor ? '▸' : (passes?.get(index) ?? '') }}</span>{{ item.label }}
          <span v-if="index === cursor" class="ms-auto text-sm font-normal whitespace-nowrap">{{
            say('menu.here')
          }}</span>
          <span v-else-if="index === target" class="ms-auto text-sm whitespace-nowrap">{{
            say('menu.goHere')
          }}</span>
        </button>
      </li>
    </ol>
  </div>
</template>
