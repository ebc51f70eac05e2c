<script setup lang="ts" generic="Name extends FactName">
import { FACT_WORDS, type FactName } from '@benevox/core/route'
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'
import { computed } from 'vue'
import { useJob } from '../api/job.ts'
import type { Facts } from '@benevox/core/route'
import { FACT_CHOICES } from '../words/facts.ts'
import FieldRow from './FieldRow.vue'

/** One question of the counter with its answers side by side. */
const props = defineProps<{ name: Name; ask?: string; hint?: string; next?: boolean }>()
const job = useJob()
const value = computed(() => job.facts[props.name] ?? '')
const choices = computed(() => FACT_CHOICES[props.name] ?? [])
const answer = (chosen: string) => job.setFact(props.name, chosen as Facts[Name])
</script>

<template>
  <FieldRow :name="name" :ask="ask ?? FACT_WORDS[name]" :hint="hint" :next="next">
    <RadioGroup
      :model-value="value"
      class="flex flex-wrap gap-1.5"
      :aria-label="ask ?? FACT_WORDS[name]"
      @update:model-value="answer"
    >
      <RadioGroupOption
        v-for="[choice, text] in choices"
        :key="choice"
        v-slot="{ checked, active }"
        :value="choice"
        as="template"
      >
        <span
          class="cursor-pointer border px-3 py-1.5 select-none"
          :class="[
            checked
              ? 'border-ink bg-ink font-bold text-paper'
              : 'border-ink-soft bg-white/50 hover:bg-paper-deep',
            active ? 'outline-3 outline-offset-2 outline-brass' : '',
          ]"
          >{{ text }}</span
        >
      </RadioGroupOption>
    </RadioGroup>
  </FieldRow>
</template>
