<script setup lang="ts">
import { linkText } from '@benevox/words'
import { linksIn, namesIn, type Family, type LinkKind, type Posture } from '@benevox/core/catalog'
import type { Situation } from '@benevox/core/twin'
import { computed } from 'vue'
import NumberField from '../../parts/NumberField.vue'
import TickBox from '../../parts/TickBox.vue'
import { say, words } from '../../words/index.ts'

/** What hangs on a twin and is on it before a run. */
const props = defineProps<{
  family: Family
  /** The same once the start itself has had its say. */
  atStart: Situation
}>()
const situation = defineModel<Situation>({ required: true })
const own = computed(() => namesIn(props.family))
const set = (change: Partial<Situation>) => (situation.value = { ...situation.value, ...change })
const FACTS = ['screenLock', 'account', 'loop', 'wiped'] as const
</script>

<template>
  <label class="mt-2 block text-sm text-ink-soft"
    >{{ say('practice.cableAtStart') }}
    <select
      class="field"
      :value="situation.link"
      @change="set({ link: ($event.target as HTMLSelectElement).value as LinkKind })"
    >
      <option v-for="one in linksIn(family)" :key="one" :value="one">{{ linkText(one, own, words) }}</option>
    </select>
  </label>
  <label v-if="family.postures" class="mt-2 block text-sm text-ink-soft"
    >{{ say('practice.foldedAtStart') }}
    <select
      class="field"
      :value="situation.posture"
      @change="set({ posture: ($event.target as HTMLSelectElement).value as Posture })"
    >
      <option v-for="one in family.postures" :key="one" :value="one">{{ say(`posture.${one}`) }}</option>
    </select>
  </label>
  <label class="mt-2 block text-sm text-ink-soft"
    >{{ say('practice.battery') }}
    <NumberField
      :label="say('practice.battery')"
      :least="0"
      :most="100"
      :model-value="situation.batteryPercent"
      @update:model-value="(batteryPercent = 0) => set({ batteryPercent })"
    />
  </label>
  <TickBox
    v-for="fact in FACTS"
    :key="fact"
    class="mt-1"
    :disabled="fact === 'loop' && atStart.loop && !situation.loop"
    :model-value="atStart[fact]"
    @update:model-value="(is) => set({ [fact]: is })"
    >{{ say(`practice.${fact}`) }}</TickBox
  >
</template>
