<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue'
import OneOf from './OneOf.vue'
import { hand, HANDS, text, TEXTS, view, VIEWS } from './view.ts'
import { say } from '../words/index.ts'

/** Light, letters and the side of the hand, for this machine. */
const named = <Name extends string>(names: readonly Name[], of: (name: Name) => string) =>
  names.map((name) => [name, of(name)] as const)
</script>

<template>
  <Popover class="relative border-t border-rule">
    <PopoverButton class="w-full px-3 py-2 text-start text-sm text-ink-soft underline hover:bg-paper">{{
      say('view.title')
    }}</PopoverButton>
    <PopoverPanel class="opened bottom-full w-80 space-y-3">
      <OneOf
        v-model="view"
        :label="say('view.light')"
        :answers="named(VIEWS, (one) => say(`view.light.${one}`))"
      />
      <OneOf
        v-model="text"
        :label="say('view.text')"
        :answers="named(TEXTS, (one) => say(`view.text.${one}`))"
      />
      <OneOf
        v-model="hand"
        :label="say('view.hand')"
        :answers="named(HANDS, (one) => say(`view.hand.${one}`))"
      />
      <p class="text-sm text-ink-soft">{{ say('view.here') }}</p>
    </PopoverPanel>
  </Popover>
</template>
