<script setup lang="ts">
import type { Family, Method } from '@benevox/core/catalog'
import type { StudiedMethod } from '@benevox/core/hand'
import { defineAsyncComponent } from 'vue'
import { say } from '../../words/index.ts'

/** The ways into recovery by what they begin with, and what is known of the one chosen. */
defineProps<{
  family: Family
  methodId: string
  ways: readonly { readonly says: string; readonly methods: readonly Method[] }[]
  notVerified: ReadonlySet<string>
  study: StudiedMethod | undefined
}>()
/** Its quantiles are large to load, and wanted nowhere else. */
const MethodResults = defineAsyncComponent(() => import('./MethodResults.vue'))
const emit = defineEmits<{ chosen: [methodId: string] }>()
function choose({ target }: Event): void {
  if (target instanceof HTMLSelectElement) emit('chosen', target.value)
}
</script>

<template>
  <label class="block text-sm text-ink-soft"
    >{{ say('method.method') }}
    <select class="field" :value="methodId" @change="choose">
      <optgroup v-for="way in ways" :key="way.says" :label="way.says">
        <option v-for="one in way.methods" :key="one.id" :value="one.id">
          {{ one.name }}{{ notVerified.has(one.id) ? ` (${say('keys.notVerifiedShort')})` : '' }}
        </option>
      </optgroup>
    </select>
    <MethodResults :family="family" :method-id="methodId" :study="study" />
  </label>
</template>
