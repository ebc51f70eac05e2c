<script setup lang="ts" generic="Row extends object">
import { say } from '../../words/index.ts'
import SupplyField from './SupplyField.vue'

/** A part of the list as rows of fields, one column a field; a supervisor adds and removes rows. */
const props = defineProps<{
  title: string
  addText: string
  isSupervisor: boolean
  columns: readonly {
    readonly label: string
    readonly value: (row: Row) => string
    readonly set: (row: Row, text: string) => void
    readonly width?: string
    readonly type?: 'date'
    readonly list?: string
  }[]
  blank: () => Row
}>()
const rows = defineModel<Row[]>({ required: true })
const add = () => rows.value.push(props.blank())
</script>

<template>
  <section :aria-label="title">
    <h2 class="border-b-2 border-ink pb-1">{{ title }}</h2>
    <slot />
    <table class="w-full text-start">
      <thead class="text-sm text-ink-soft">
        <tr>
          <th
            v-for="column in columns"
            :key="column.label"
            class="py-1 text-start font-normal"
            :style="{ width: column.width }"
          >
            {{ column.label }}
          </th>
          <th class="w-20"></th>
        </tr>
      </thead>
      <tbody class="ruled">
        <tr v-for="(row, index) in rows" :key="index">
          <td v-for="column in columns" :key="column.label" class="py-1 pe-3">
            <SupplyField
              bare
              :label="column.label"
              :type="column.type"
              :list="column.list"
              :value="column.value(row)"
              :is-supervisor="isSupervisor"
              @change="column.set(row, $event)"
            />
          </td>
          <td class="text-end">
            <button v-if="isSupervisor" class="underline" @click="rows.splice(index, 1)">
              {{ say('supply.remove') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <button v-if="isSupervisor" class="act mt-3" @click="add">{{ addText }}</button>
  </section>
</template>
