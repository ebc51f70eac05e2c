<script setup lang="ts" generic="Name extends FactName">
import { FACT_WORDS, type FactName } from '@benevox/core/route'
import { computed } from 'vue'
import { useJob } from '../job/jobs.ts'
import type { Facts } from '@benevox/core/route'
import { FACT_CHOICES } from '../words/facts.ts'
import FieldRow from './FieldRow.vue'
import OneOf from './OneOf.vue'

/** One question of the counter with its answers side by side. */
const props = defineProps<{ name: Name; ask?: string; hint?: string; next?: boolean }>()
const job = useJob()
const value = computed(() => String(job.facts[props.name] ?? ''))
const choices = computed(() => FACT_CHOICES[props.name] ?? [])
const answer = (chosen: string) => job.setFact(props.name, chosen as Facts[Name])
</script>

<template>
  <FieldRow :name="name" :ask="ask ?? FACT_WORDS[name]" :hint="hint" :next="next">
    <OneOf
      :model-value="value"
      :label="ask ?? FACT_WORDS[name]"
      :answers="choices"
      @update:model-value="answer"
    />
  </FieldRow>
</template>
