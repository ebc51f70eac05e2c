<script setup lang="ts">
import { PERSONAL_KINDS, type PersonalKind, type Retention } from '@benevox/core/price'
import SettingsField from './SettingsField.vue'
import { say } from '../../words/index.ts'

/** How long what points to a person is kept, by kind. */
defineProps<{ isSupervisor: boolean }>()
const retention = defineModel<Retention>({ required: true })
/** What must hold of the days is said when they are kept. */
const set = (kind: PersonalKind, text: string) =>
  (retention.value = { ...retention.value, [kind]: Number(text) })
</script>

<template>
  <section :aria-label="say('forgetting.title')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('forgetting.title') }}</h2>
    <p class="mt-1">
      {{ say('forgetting.about') }}
      <RouterLink class="font-bold underline" to="/settings/forgetting">{{
        say('forgetting.link')
      }}</RouterLink>
    </p>
    <SettingsField
      v-for="kind in PERSONAL_KINDS"
      :key="kind"
      :name="say('forgetting.days', { kind: say(`personalKind.${kind}`) })"
      :value="String(retention[kind])"
      inputmode="decimal"
      :maxlength="5"
      :is-supervisor="isSupervisor"
      @change="(text) => set(kind, text)"
    />
    <p class="mt-1 text-ink-soft">{{ say('forgetting.newJobs') }} {{ say('forgetting.law') }}</p>
  </section>
</template>
