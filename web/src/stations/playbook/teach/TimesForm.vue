<script setup lang="ts">
import type { Family } from '@benevox/core/catalog'
import { computed, ref } from 'vue'
import SomeOf from '../../../parts/SomeOf.vue'
import SecondsField from './SecondsField.vue'
import { shortName } from './useDraft.ts'
import AwayButton from './AwayButton.vue'
import { say } from '../../../words/index.ts'

/** How long the device takes for what: the quickest, the usual and the slowest unit. */
const family = defineModel<Family>({ required: true })
const name = ref('')
function add(): void {
  const short = shortName(name.value)
  if (short && !(short in family.value.durations))
    family.value.durations[short] = { minMs: 1000, medianMs: 1500, maxMs: 2500 }
  name.value = ''
}
function remove(duration: string): void {
  const { [duration]: _, ...others } = family.value.durations
  family.value.durations = others
}
const names = computed(() =>
  Object.keys(family.value.durations).map((one) => [one, one.replaceAll('-', ' ')] as const),
)
const sums = computed(() => Object.entries(family.value.sums))
const sumName = ref('')
function setSum(sum: string, parts: string[] | undefined): void {
  const { [sum]: _, ...others } = family.value.sums
  family.value.sums = parts ? { ...others, [sum]: parts } : others
}
function addSum(): void {
  const short = shortName(sumName.value)
  if (short in family.value.durations || short in family.value.sums) return
  setSum(
    short,
    names.value.slice(0, 2).map(([one]) => one),
  )
  sumName.value = ''
}
const of = (time: string | number, part: string) => say('timeForm.of', { time: String(time), part })
const isNeeded = (duration: string) => Object.values(family.value.durationsOfTheWork).includes(duration)
</script>

<template>
  <div class="space-y-4">
    <table class="w-full">
      <thead>
        <tr class="text-start text-sm text-ink-soft">
          <th scope="col">{{ say('timeForm.time') }}</th>
          <th scope="col">{{ say('modelForm.quickest') }}</th>
          <th scope="col">{{ say('modelForm.usual') }}</th>
          <th scope="col">{{ say('modelForm.slowest') }}</th>
          <th scope="col">
            <span class="sr-only">{{ say('timeForm.remove') }}</span>
          </th>
        </tr>
      </thead>
      <tbody class="ruled">
        <tr v-for="(range, duration) in family.durations" :key="duration">
          <th scope="row" class="py-1 text-start font-bold">{{ String(duration).replaceAll('-', ' ') }}</th>
          <td><SecondsField v-model="range.minMs" :label="of(duration, say('modelForm.quickest'))" /></td>
          <td><SecondsField v-model="range.medianMs" :label="of(duration, say('modelForm.usual'))" /></td>
          <td><SecondsField v-model="range.maxMs" :label="of(duration, say('modelForm.slowest'))" /></td>
          <td class="text-end">
            <AwayButton
              v-if="!isNeeded(String(duration))"
              :name="say('row.remove', { row: String(duration) })"
              @click="remove(String(duration))"
            />
          </td>
        </tr>
      </tbody>
    </table>
    <form class="flex items-end gap-2" @submit.prevent="add">
      <label class="flex-1"
        >{{ say('timeForm.further') }} <input v-model="name" class="field" maxlength="40"
      /></label>
      <button class="act" :disabled="!name.trim()">{{ say('partForm.add') }}</button>
    </form>
    <section v-if="sums.length > 0 || names.length > 1" aria-labelledby="sums-title">
      <h3 id="sums-title" class="font-bold">{{ say('timeForm.sums') }}</h3>
      <p>{{ say('timeForm.sumsMean') }}</p>
      <ul class="ruled">
        <li v-for="[sum, parts] in sums" :key="sum" class="flex flex-wrap items-center gap-2 py-1">
          <b>{{ sum.replaceAll('-', ' ') }}</b> =
          <SomeOf
            :label="say('timeForm.addedUpFrom', { sum })"
            :choices="names"
            :model-value="parts"
            @update:model-value="(chosen) => chosen.length > 1 && setSum(sum, chosen)"
          />
          <AwayButton
            class="ms-auto"
            :name="say('row.remove', { row: sum })"
            @click="setSum(sum, undefined)"
          />
        </li>
      </ul>
      <form class="flex items-end gap-2" @submit.prevent="addSum">
        <label class="flex-1"
          >{{ say('timeForm.furtherSum') }} <input v-model="sumName" class="field" maxlength="40"
        /></label>
        <button class="act" :disabled="!shortName(sumName) || names.length < 2">
          {{ say('timeForm.addSum') }}
        </button>
      </form>
    </section>
    <label class="flex items-center gap-3"
      >{{ say('timeForm.longFrom') }}
      <SecondsField v-model="family.longPressMs" :label="say('timeForm.longPress')"
    /></label>
  </div>
</template>
