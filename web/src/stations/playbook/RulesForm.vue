<script setup lang="ts">
import { deviceKind, type DeviceKind, type MappingRule } from '@benevox/core/catalog'
import { useCatalog } from '../../api/catalog.ts'
import RowButtons from './teach/RowButtons.vue'
import { move } from './teach/moved.ts'
import { say } from '../../words/index.ts'

/** Which listed devices belong to which family: the first rule that fits counts. */
defineProps<{ makers: readonly string[] }>()
const rules = defineModel<MappingRule[]>({ required: true })
const catalog = useCatalog()
const text = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value.trim()
function change(index: number, part: Partial<MappingRule>): void {
  rules.value = rules.value.map((rule, n) => (n === index ? { ...rule, ...part } : rule))
}
function setYear(index: number, end: 'from' | 'to', given: string): void {
  const year = Number(given)
  const years = rules.value[index]?.years ?? { from: 2008, to: 2100 }
  change(index, {
    years: given === '' || !Number.isInteger(year) ? undefined : { ...years, [end]: year },
  })
}
function moveRule(index: number, by: -1 | 1): void {
  const moved = [...rules.value]
  move(moved, index, by)
  rules.value = moved
}
</script>

<template>
  <div>
    <ol class="ruled border-y border-rule" :aria-label="say('rules.title')">
      <li v-for="(rule, index) in rules" :key="index" class="flex flex-wrap items-end gap-2 py-2">
        <label class="text-sm text-ink-soft"
          >{{ say('playbook.maker') }}
          <select
            class="field !w-40"
            :value="rule.maker ?? ''"
            @change="change(index, { maker: text($event) || undefined })"
          >
            <option value="">{{ say('playbook.any') }}</option>
            <option v-for="maker in makers" :key="maker">{{ maker }}</option>
          </select>
        </label>
        <label class="text-sm text-ink-soft"
          >{{ say('rules.name') }}
          <input
            class="field !w-40"
            :value="rule.name ?? ''"
            :placeholder="say('playbook.any')"
            maxlength="80"
            @change="change(index, { name: text($event) || undefined })"
        /></label>
        <label class="text-sm text-ink-soft"
          >{{ say('rules.yearFrom') }}
          <input
            class="field !w-20"
            inputmode="numeric"
            :value="rule.years?.from ?? ''"
            @change="setYear(index, 'from', text($event))"
        /></label>
        <label class="text-sm text-ink-soft"
          >{{ say('rules.yearTo') }}
          <input
            class="field !w-20"
            inputmode="numeric"
            :value="rule.years?.to ?? ''"
            @change="setYear(index, 'to', text($event))"
        /></label>
        <label class="text-sm text-ink-soft"
          >{{ say('playbook.kind') }}
          <select
            class="field !w-28"
            :value="rule.kind ?? ''"
            @change="change(index, { kind: (text($event) || undefined) as DeviceKind | undefined })"
          >
            <option value="">{{ say('rules.asListed') }}</option>
            <option v-for="kind in deviceKind.options" :key="kind" :value="kind">
              {{ say(`kind.${kind}`) }}
            </option>
          </select>
        </label>
        <label class="text-sm text-ink-soft"
          >{{ say('exchange.family') }}
          <select
            class="field !w-64"
            :value="rule.family ?? ''"
            @change="change(index, { family: text($event) || undefined })"
          >
            <option value="">{{ say('rules.noneYet') }}</option>
            <option v-for="family in catalog.pack?.families" :key="family.id" :value="family.id">
              {{ family.name }}
            </option>
          </select>
        </label>
        <RowButtons
          :name="say('rules.rule', { number: index + 1 })"
          :index="index"
          :length="rules.length"
          @move="(by) => moveRule(index, by)"
          @remove="rules = rules.filter((_, n) => n !== index)"
        />
      </li>
    </ol>
    <button type="button" class="act mt-2" @click="rules = [...rules, {}]">{{ say('rules.add') }}</button>
  </div>
</template>
