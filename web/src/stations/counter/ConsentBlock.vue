<script setup lang="ts">
import type { Route } from '@benevox/core/route'
import { computed } from 'vue'
import ChoiceRow from '../../parts/ChoiceRow.vue'

/** What the customer agrees to, in plain words made from the route. */
const props = defineProps<{ route: Route; next: boolean }>()
const lines = computed(() => {
  const { choices, locks, stages } = props.route
  const action = choices[0]?.action
  const said: string[] = []
  if (stages.some(({ id }) => id === 'reset')) {
    if (action === 'remember' || action === 'remote-unlock' || action === 'clear-cache')
      said.push('We first try what keeps your data. If that does not help, the device is reset.')
    said.push('The reset deletes everything on the device: photos, messages, apps. We cannot bring it back.')
  } else said.push('Nothing on the device will be deleted by us.')
  if (locks.account === 'will-appear')
    said.push(
      'Afterwards the device asks for the account that is on it now. You sign in yourself; we do not get around this.',
    )
  if (locks.account === 'unknown')
    said.push('Afterwards the device may ask for an account that was on it. We do not get around this.')
  if (locks.carrier === 'locked')
    said.push(
      'The carrier lock stays after the reset. Releasing it is ordered, costs a fee and takes working days.',
    )
  if (locks.carrier === 'unknown')
    said.push('If it refuses another carrier’s SIM, the reset does not change that.')
  return said
})
</script>

<template>
  <div>
    <div class="grid grid-cols-[11rem_1fr] gap-x-4 py-2">
      <p class="pt-1 pl-2 font-bold">Read out</p>
      <ul class="list-disc pl-5 text-lg leading-snug">
        <li v-for="line in lines" :key="line">{{ line }}</li>
      </ul>
    </div>
    <ChoiceRow name="consent" ask="The customer" :next="next" />
  </div>
</template>
