<script setup lang="ts">
import { onClickOutside, onKeyStroke } from '@vueuse/core'
import { computed, ref, useTemplateRef } from 'vue'
import { hand, HANDS, text, TEXTS, view, VIEWS } from './view.ts'
import { say } from '../words/index.ts'

/** Light, letters and the side of the hand, for this machine. Of the page’s own parts: every page carries it. */
const settings = computed(() => [
  {
    chosen: view,
    label: say('view.light'),
    answers: VIEWS.map((one) => [one, say(`view.light.${one}`)] as const),
  },
  {
    chosen: text,
    label: say('view.text'),
    answers: TEXTS.map((one) => [one, say(`view.text.${one}`)] as const),
  },
  {
    chosen: hand,
    label: say('view.hand'),
    answers: HANDS.map((one) => [one, say(`view.hand.${one}`)] as const),
  },
])
const isOpen = ref(false)
const menu = useTemplateRef('menu')
onClickOutside(menu, () => (isOpen.value = false))
onKeyStroke('Escape', () => (isOpen.value = false))
</script>

<template>
  <div ref="menu" class="relative border-t border-rule">
    <button
      class="w-full px-3 py-2 text-start text-sm text-ink-soft underline hover:bg-paper"
      :aria-expanded="isOpen"
      @click="isOpen = !isOpen"
    >
      {{ say('view.title') }}
    </button>
    <div v-if="isOpen" class="opened bottom-full w-80 space-y-3">
      <div v-for="{ chosen, label, answers } in settings" :key="label" role="radiogroup" :aria-label="label">
        <b>{{ label }}</b>
        <label v-for="[name, says] in answers" :key="name" class="flex min-h-8 items-center gap-2">
          <input v-model="chosen.value" type="radio" :name="label" :value="name" />{{ says }}
        </label>
      </div>
      <p class="text-sm text-ink-soft">{{ say('view.here') }}</p>
    </div>
  </div>
</template>
