<script setup lang="ts">
import { computed } from 'vue'
import { say } from '../../words/index.ts'

/** How what is due changes hands. Nobody is paid back later than the device is. */
const props = defineProps<{ due: number }>()
const paid = defineModel<'cash' | 'card' | 'transfer' | 'later' | undefined>({ required: true })
const HOW = ['cash', 'card', 'transfer', 'later'] as const
const offered = computed(() => HOW.filter((how) => props.due > 0 || how !== 'later'))
const question = computed(() => say(props.due > 0 ? 'handBackPage.howPaid' : 'handBackPage.howPaidBack'))
</script>

<template>
  <div>
    <p class="mt-1">{{ question }}</p>
    <div role="radiogroup" :aria-label="question" class="mt-1 flex flex-wrap gap-2">
      <button
        v-for="how in offered"
        :key="how"
        type="button"
        role="radio"
        :aria-checked="paid === how"
        class="act"
        :class="{ '!bg-ink text-paper': paid === how }"
        @click="paid = how"
      >
        {{ say(`pay.${how}`) }}
      </button>
    </div>
  </div>
</template>
