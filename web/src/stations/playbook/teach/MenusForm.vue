<script setup lang="ts">
import {
  effect,
  freeId,
  linkKind,
  screenKind,
  type Effect,
  type Family,
  type Menu,
  type MenuItem,
} from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { computed, ref } from 'vue'
import SelectOf from '../../../parts/SelectOf.vue'
import SomeOf from '../../../parts/SomeOf.vue'
import { move } from './moved.ts'
import MenuTiming from './MenuTiming.vue'
import RowButtons from './RowButtons.vue'
import { shortName } from './useDraft.ts'

/** The menus as the device shows them. One that is changed is the family's own from then on. */
const props = defineProps<{ menus: ReadonlyMap<string, Menu>; places: readonly string[] }>()
const family = defineModel<Family>({ required: true })
const words = phrases('en')
const name = ref([...props.menus.keys()][0] ?? '')
const menu = computed(() => family.value.menus[name.value] ?? props.menus.get(name.value))
const isOwn = computed(() => name.value in family.value.menus)
const keys = computed(() => family.value.keys.map(({ id }) => [id, words.key[id]] as const))
const screens = screenKind.options.map((screen) => [screen, words.cue[screen]] as const)
const LINKS = linkKind.options.map((link) => [link, words.link[link]] as const)
const EFFECTS: readonly (readonly [Effect, string])[] = [
  ['wipe-data', 'deletes everything'],
  ['wipe-cache', 'clears the cache'],
  ['arm-account-lock', 'account question afterwards'],
]
const known = new Set<Effect>(effect.options)

/** Writes into the family's own menu, which a change makes out of the part's. */
function change(make: (menu: Menu) => void): void {
  if (!menu.value) return
  const own = JSON.parse(JSON.stringify(menu.value)) as Menu
  make(own)
  family.value.menus = { ...family.value.menus, [name.value]: own }
}
function giveBack(): void {
  const { [name.value]: _, ...others } = family.value.menus
  family.value.menus = others
}
function addItem(): void {
  change((own) => {
    const id = freeId(shortName(`line ${own.items.length + 1}`), own.items)
    own.items.push({ id, label: 'A further line', if: {}, to: name.value, cues: [], effects: [] })
  })
}
/** What a line asks for, changed in a part; a part that asks for nothing is left out. */
function asks(index: number, part: MenuItem['if']): void {
  change((own) => {
    const item = own.items[index]
    if (!item) return
    const all = Object.entries({ ...item.if, ...part })
    item.if = Object.fromEntries(all.filter(([, asked]) => asked !== undefined))
  })
}
const percent = (event: Event) => {
  const { value } = event.target as HTMLInputElement
  return value === '' ? undefined : Math.min(100, Math.max(0, Number(value)))
}
const text = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
const checked = (event: Event) => (event.target as HTMLInputElement).checked
</script>

<template>
  <p v-if="menus.size === 0">The parts bring no menu yet.</p>
  <div v-else class="space-y-4">
    <label class="block"
      >Menu
      <select v-model="name" class="field">
        <option v-for="[key, one] in menus" :key="key" :value="key">
          {{ one.title ?? key }} ({{ key }})
        </option>
      </select>
    </label>
    <template v-if="menu">
      <p v-if="isOwn && name.includes('.')" class="text-brass">
        This family’s own.
        <button type="button" class="underline" @click="giveBack">Take the shared part’s again</button>
      </p>
      <label class="block"
        >What stands above it
        <input
          class="field"
          maxlength="200"
          :value="menu.title ?? ''"
          @change="change((own) => (own.title = text($event) || undefined))"
      /></label>
      <div class="grid grid-cols-3 gap-3">
        <SelectOf
          label="Next line"
          :options="[[null, 'none: turned or touched'], ...keys]"
          :model-value="menu.next ?? null"
          @update:model-value="(key) => change((own) => (own.next = key))"
        />
        <SelectOf
          label="Line before"
          :options="[[null, 'none: only downwards'], ...keys]"
          :model-value="menu.previous ?? null"
          @update:model-value="(key) => change((own) => (own.previous = key))"
        />
        <SelectOf
          label="Moved by turning"
          :options="[[null, 'nothing turns'], ...keys]"
          :model-value="menu.turn ?? null"
          @update:model-value="(key) => change((own) => (own.turn = key ?? undefined))"
        />
        <SelectOf
          label="Chosen with"
          :options="keys"
          :model-value="menu.choose.key"
          @update:model-value="(key) => change((own) => (own.choose.key = key))"
        />
        <SelectOf
          label="The cursor opens on"
          :options="menu.items.map(({ id, label }) => [id, label] as const)"
          :model-value="menu.start ?? menu.items[0]?.id"
          @update:model-value="(start) => change((own) => (own.start = start))"
        />
        <SelectOf
          label="Screen"
          :options="screens"
          :model-value="menu.screen"
          @update:model-value="(screen) => change((own) => (own.screen = screen))"
        />
      </div>
      <MenuTiming :menu="menu" :places="places" :long-press-ms="family.longPressMs" @change="change" />
      <p class="flex flex-wrap gap-x-6 gap-y-1">
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            class="size-5"
            :checked="menu.wrap"
            @change="change((own) => (own.wrap = checked($event)))"
          />from the last line to the first</label
        >
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            class="size-5"
            :checked="menu.touch"
            @change="change((own) => (own.touch = checked($event)))"
          />can be touched</label
        >
        <label class="flex items-center gap-2"
          ><input
            type="checkbox"
            class="size-5"
            :checked="menu.oneAtATime"
            @change="change((own) => (own.oneAtATime = checked($event)))"
          />shows one line at a time</label
        >
      </p>
      <ol class="ruled border-y border-rule" aria-label="Lines">
        <li v-for="(item, index) in menu.items" :key="item.id" class="space-y-1 py-2">
          <div class="flex items-center gap-2">
            <input
              class="field flex-1"
              maxlength="120"
              :aria-label="`Line ${index + 1}`"
              :value="item.label"
              @change="change((own) => own.items[index] && (own.items[index].label = text($event)))"
            />
            <select
              class="field !w-56"
              :aria-label="`Line ${index + 1} leads to`"
              :value="item.to"
              @change="change((own) => own.items[index] && (own.items[index].to = text($event)))"
            >
              <option v-for="place in new Set([item.to, ...places])" :key="place">{{ place }}</option>
            </select>
            <RowButtons
              :name="`Line ${index + 1}`"
              :index="index"
              :length="menu.items.length"
              @move="(by) => change((own) => move(own.items, index, by))"
              @remove="change((own) => own.items.splice(index, 1))"
            />
          </div>
          <SomeOf
            label="What it does"
            :choices="EFFECTS"
            :model-value="item.effects.filter((one) => known.has(one))"
            @update:model-value="
              (effects) => change((own) => own.items[index] && (own.items[index].effects = effects))
            "
          />
          <details :open="Object.keys(item.if).length > 0">
            <summary class="cursor-pointer text-sm underline">Only under a condition</summary>
            <label class="mt-1 block"
              >From a battery of, in percent
              <input
                class="field !w-24 text-right"
                type="number"
                min="0"
                max="100"
                :aria-label="`Line ${index + 1} from a battery of`"
                :value="item.if.batteryFrom"
                @change="asks(index, { batteryFrom: percent($event) })"
              />
            </label>
            <SomeOf
              label="With one of these on the cable"
              :choices="LINKS"
              :model-value="item.if.links ?? []"
              @update:model-value="(links) => asks(index, { links: links.length > 0 ? links : undefined })"
            />
          </details>
        </li>
      </ol>
      <button type="button" class="act" @click="addItem">Add a line</button>
    </template>
  </div>
</template>
