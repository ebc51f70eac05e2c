<script setup lang="ts" generic="Value extends string | number">
import { RadioGroup, RadioGroupOption } from '@headlessui/vue'

/** A few answers side by side, one of which holds; the first may stand for “not looked at”. */
defineProps<{
  label: string
  answers: readonly (readonly [Value, string])[]
  /** The answer that says nothing; it does not catch the eye. */
  nothing?: Value
}>()
const chosen = defineModel<Value>({ required: true })
</script>

<template>
  <RadioGroup v-model="chosen" class="flex flex-wrap gap-1.5" :aria-label="label">
    <RadioGroupOption
      v-for="[value, text] in answers"
      :key="value"
      v-slot="{ checked, active }"
      :value="value"
      as="template"
    >
      <span
        class="cursor-pointer border px-2.5 py-1 select-none"
        :class="[
          checked && value === nothing
            ? 'border-ink bg-paper-deep'
            : checked
              ? 'border-ink bg-ink font-bold text-paper'
              : 'border-ink-soft bg-lit hover:bg-paper-deep',
          active ? 'outline-3 outline-offset-2 outline-brass' : '',
        ]"
        >{{ text }}</span
      >
    </RadioGroupOption>
  </RadioGroup>
</template>
