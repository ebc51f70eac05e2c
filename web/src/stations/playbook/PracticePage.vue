<script setup lang="ts">
import { computed } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import PracticeRun from './PracticeRun.vue'
import { say } from '../../words/index.ts'

/** The address of a family on its twin. */
const props = defineProps<{ familyId: string }>()
const catalog = useCatalog()
const family = computed(() => catalog.familyInUse(props.familyId))
const running = computed(() => family.value && catalog.machineOf(family.value))
</script>

<template>
  <PracticeRun v-if="family && running" :family="family" :running="running" />
  <p v-else class="p-6 text-lg">
    {{ say('family.none') }}
    <RouterLink class="underline" to="/playbook">{{ say('family.toPlaybook') }}</RouterLink>
  </p>
</template>
