<script setup lang="ts">
import { portKind } from '@benevox/core/catalog'
import { onMounted, ref } from 'vue'
import { useKit } from '../../api/kit.ts'
import { useOutcome } from './useOutcome.ts'
import { say, words } from '../../words/index.ts'

/** The kit: each numbered cable with its record. */
const kit = useKit()
const fits = ref<(typeof portKind.options)[number]>('usb-c')
const note = ref('')
onMounted(() => kit.load())
const { says, tried } = useOutcome()
const add = () =>
  tried(async () => {
    await kit.add({ fits: fits.value, note: note.value })
    note.value = ''
    return say('kit.tape')
  })
const retire = (number: number, because: string | null) =>
  tried(async () => {
    await kit.retire(number, because)
    return because === null ? say('kit.isBack', { number }) : say('kit.isRetired', { number })
  })
</script>

<template>
  <section :aria-label="say('kit.title')" class="mt-8">
    <h2 class="border-b-2 border-ink pb-1">{{ say('kit.title') }}</h2>
    <p v-if="says" role="status" class="mt-1 font-bold">{{ says }}</p>
    <table class="w-full text-start">
      <thead class="text-sm text-ink-soft">
        <tr>
          <th class="py-1 font-normal">{{ say('kit.number') }}</th>
          <th class="font-normal">{{ say('kit.fits') }}</th>
          <th class="font-normal">{{ say('kit.looks') }}</th>
          <th class="font-normal">{{ say('kit.worked') }}</th>
          <th class="font-normal">{{ say('kit.last') }}</th>
          <th></th>
        </tr>
      </thead>
      <tbody class="ruled">
        <tr v-for="one in kit.cables" :key="one.number" :class="{ 'text-ink-soft': one.retiredAt }">
          <td class="py-1 font-mono font-bold">{{ one.number }}</td>
          <td>{{ say(`port.${one.fits}`) }}</td>
          <td>{{ one.note }}</td>
          <td class="font-mono">
            {{ say('kit.of', { reached: one.reached, tried: one.reached + one.failed }) }}
          </td>
          <td>{{ one.lastReachedAt ? words.instant(one.lastReachedAt) : say('kit.none') }}</td>
          <td class="text-end">
            <template v-if="one.retiredAt"
              >{{ say('kit.retired', { because: one.retiredBecause }) }}
              <button class="ms-2 underline" @click="retire(one.number, null)">
                {{ say('kit.back') }}
              </button></template
            >
            <button v-else class="underline" @click="retire(one.number, say('prep.noData'))">
              {{ say('kit.retire') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <p class="mt-1 text-ink-soft">{{ say('kit.newest') }}</p>
    <form class="mt-2 flex flex-wrap items-end gap-3" @submit.prevent="add">
      <label class="text-sm text-ink-soft"
        >{{ say('kit.fits') }}
        <select v-model="fits" class="field">
          <option v-for="port in portKind.options" :key="port" :value="port">
            {{ say(`port.${port}`) }}
          </option>
        </select></label
      >
      <label class="flex-1 text-sm text-ink-soft"
        >{{ say('kit.look') }} <input v-model="note" class="field" maxlength="80"
      /></label>
      <button class="act">{{ say('kit.add') }}</button>
    </form>
  </section>
</template>
