<script setup lang="ts">
import { computed } from 'vue'
import OneOfActs from '../../parts/OneOfActs.vue'
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
    <OneOfActs
      v-model="paid"
      :label="question"
      :answers="offered.map((how) => [how, say(`pay.${how}`)] as const)"
      class="mt-1"
    />
  </div>
</template>
