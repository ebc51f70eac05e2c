<script setup lang="ts">
import type { Menu } from '@benevox/core/catalog'

/** A menu as it will appear on the device; every item can be clicked: I am here. */
defineProps<{
  menu: Menu
  modelText: string
  cursor: number
  target?: number | undefined
  passes?: ReadonlyMap<number, number>
}>()
const emit = defineEmits<{ here: [item: number] }>()
</script>

<template>
  <div class="border-2 border-ink bg-ink p-3 font-mono text-paper">
    <p class="text-sm opacity-80">{{ modelText }}</p>
    <p class="mb-2">{{ menu.title }}</p>
    <p v-if="menu.oneAtATime" class="text-sm opacity-80">shows one choice at a time</p>
    <ol aria-label="Menu on the device">
      <li v-for="(item, index) in menu.items" :key="item.id">
        <button
          class="flex w-full items-baseline gap-2 px-2 py-0.5 text-left text-lg hover:underline"
          :class="{
            'bg-paper font-bold text-ink': index === cursor,
            'outline-2 -outline-offset-2 outline-brass-pale outline-dashed':
              index === target && index !== cursor,
          }"
          :aria-current="index === cursor ? 'true' : undefined"
          @click="emit('here', index)"
        >
          <span
            class="w-5 shrink-0 text-right text-base text-brass-pale"
            :class="{ 'text-ink': index === cursor }"
            >{{ index === cursor ? '▸' : (passes?.get(index) ?? '') }}</span>{{ item.label }}
          <span v-if="index === cursor" class="ml-auto text-sm font-normal whitespace-nowrap"
            >you are here</span
          >
          <span v-else-if="index === target" class="ml-auto text-sm whitespace-nowrap">go here</span>
        </button>
      </li>
    </ol>
  </div>
</template>
