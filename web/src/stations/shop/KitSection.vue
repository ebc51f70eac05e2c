<script setup lang="ts">
import { portKind } from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { onMounted, ref } from 'vue'
import { useKit } from '../../api/kit.ts'
import { instantText } from '../../words/en.ts'
import { useOutcome } from './useOutcome.ts'

/** The kit: each numbered cable with its record. */
const kit = useKit()
const words = phrases('en')
const fits = ref<(typeof portKind.options)[number]>('usb-c')
const note = ref('')
onMounted(() => kit.load())
const { says, tried } = useOutcome()
const add = () =>
  tried(async () => {
    await kit.add({ fits: fits.value, note: note.value })
    note.value = ''
    return 'Put a flag of tape with its number on it.'
  })
const retire = (number: number, because: string | null) =>
  tried(async () => {
    await kit.retire(number, because)
    return because === null ? `Cable no. ${number} is back in the kit.` : `Cable no. ${number} is retired.`
  })
</script>

<template>
  <section aria-label="Kit of cables" class="mt-8">
    <h2 class="border-b-2 border-ink pb-1">Kit of cables</h2>
    <p v-if="says" role="status" class="mt-1 font-bold">{{ says }}</p>
    <table class="w-full text-left">
      <thead class="text-sm text-ink-soft">
        <tr>
          <th class="py-1 font-normal">No.</th>
          <th class="font-normal">Fits</th>
          <th class="font-normal">Looks</th>
          <th class="font-normal">Tries reached</th>
          <th class="font-normal">Last success</th>
          <th></th>
        </tr>
      </thead>
      <tbody class="ruled">
        <tr v-for="one in kit.cables" :key="one.number" :class="{ 'text-ink-soft': one.retiredAt }">
          <td class="py-1 font-mono font-bold">{{ one.number }}</td>
          <td>{{ words.port[one.fits] }}</td>
          <td>{{ one.note }}</td>
          <td class="font-mono">{{ one.reached }} of {{ one.reached + one.failed }}</td>
          <td>{{ one.lastReachedAt ? instantText(one.lastReachedAt) : 'none yet' }}</td>
          <td class="text-right">
            <template v-if="one.retiredAt"
              >retired: {{ one.retiredBecause }}
              <button class="ml-2 underline" @click="retire(one.number, null)">back</button></template
            >
            <button v-else class="underline" @click="retire(one.number, 'carries no data')">retire</button>
          </td>
        </tr>
      </tbody>
    </table>
    <form class="mt-2 flex flex-wrap items-end gap-3" @submit.prevent="add">
      <label class="text-sm text-ink-soft"
        >Fits
        <select v-model="fits" class="field">
          <option v-for="port in portKind.options" :key="port" :value="port">{{ words.port[port] }}</option>
        </select></label
      >
      <label class="flex-1 text-sm text-ink-soft"
        >What it looks like <input v-model="note" class="field" maxlength="80"
      /></label>
      <button class="act">A new cable</button>
    </form>
  </section>
</template>
