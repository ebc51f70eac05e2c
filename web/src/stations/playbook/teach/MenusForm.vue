<script setup lang="ts">
import { keyText } from '@benevox/words'
import { effect, freeId, namesIn, screenKind, type Family, type Menu } from '@benevox/core/catalog'
import { computed, ref } from 'vue'
import TickBox from '../../../parts/TickBox.vue'
import SelectOf from '../../../parts/SelectOf.vue'
import SomeOf from '../../../parts/SomeOf.vue'
import GuardFields from './GuardFields.vue'
import { move } from './moved.ts'
import MenuTiming from './MenuTiming.vue'
import RowButtons from './RowButtons.vue'
import { shortName } from './useDraft.ts'
import { say, words } from '../../../words/index.ts'

/** The menus as the device shows them. One that is changed is the family's own from then on. */
const props = defineProps<{ menus: ReadonlyMap<string, Menu>; places: readonly string[] }>()
const family = defineModel<Family>({ required: true })
const own = computed(() => namesIn(family.value))
const name = ref([...props.menus.keys()][0] ?? '')
const menu = computed(() => family.value.menus[name.value] ?? props.menus.get(name.value))
const isOwn = computed(() => name.value in family.value.menus)
const keys = computed(() => family.value.keys.map(({ id }) => [id, keyText(id, own.value, words)] as const))
const screens = computed(() => screenKind.options.map((screen) => [screen, say(`sign.${screen}`)] as const))
const effects = computed(() =>
  effect.options.filter((one) => one !== 'charged').map((one) => [one, say(`effect.${one}`)] as const),
)

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
  if (!name.value.includes('.')) name.value = [...props.menus.keys()].find((one) => one !== name.value) ?? ''
}
const newName = ref('')
function addMenu(): void {
  const short = shortName(newName.value)
  newName.value = ''
  if (props.places.includes(short)) return
  const [choose = 'power', next = null] = family.value.keys.map(({ id }) => id).reverse()
  family.value.menus = {
    ...family.value.menus,
    [short]: {
      screen: 'recovery-menu',
      items: [{ id: 'line-1', label: say('menuForm.firstLine'), if: {}, to: short, cues: [], effects: [] }],
      wrap: true,
      next,
      choose: { key: choose, press: 'short', times: 1 },
      touch: false,
      oneAtATime: false,
      transitions: [],
    },
  }
  name.value = short
}
function addItem(): void {
  change((own) => {
    const id = freeId(shortName(`line ${own.items.length + 1}`), own.items)
    own.items.push({ id, label: say('menuForm.furtherLine'), if: {}, to: name.value, cues: [], effects: [] })
  })
}
const text = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
</script>

<template>
  <div class="space-y-4">
    <p v-if="menus.size === 0">{{ say('menuForm.noMenu') }}</p>
    <label v-else class="block"
      >{{ say('menuForm.menu') }}
      <select v-model="name" class="field">
        <option v-for="[key, one] in menus" :key="key" :value="key">
          {{ one.title ?? key }} ({{ key }})
        </option>
      </select>
    </label>
    <template v-if="menu">
      <p v-if="isOwn" class="text-brass">
        {{ say('menuForm.own') }}
        <button type="button" class="underline" @click="giveBack">
          {{ say(name.includes('.') ? 'menuForm.takeShared' : 'menuForm.takeMenuOut') }}
        </button>
      </p>
      <label class="block"
        >{{ say('menuForm.heading') }}
        <input
          class="field"
          maxlength="200"
          :value="menu.title ?? ''"
          @change="change((own) => (own.title = text($event) || undefined))"
      /></label>
      <div class="grid grid-cols-3 gap-3">
        <SelectOf
          :label="say('menuForm.next')"
          :options="[[null, say('menuForm.noNext')], ...keys]"
          :model-value="menu.next ?? null"
          @update:model-value="(key) => change((own) => (own.next = key))"
        />
        <SelectOf
          :label="say('menuForm.previous')"
          :options="[[null, say('menuForm.noPrevious')], ...keys]"
          :model-value="menu.previous ?? null"
          @update:model-value="(key) => change((own) => (own.previous = key))"
        />
        <SelectOf
          :label="say('menuForm.turning')"
          :options="[[null, say('menuForm.noTurn')], ...keys]"
          :model-value="menu.turn ?? null"
          @update:model-value="(key) => change((own) => (own.turn = key ?? undefined))"
        />
        <SelectOf
          :label="say('menuForm.chosenWith')"
          :options="keys"
          :model-value="menu.choose.key"
          @update:model-value="(key) => change((own) => (own.choose.key = key))"
        />
        <SelectOf
          :label="say('menuForm.opensOn')"
          :options="menu.items.map(({ id, label }) => [id, label] as const)"
          :model-value="menu.start ?? menu.items[0]?.id"
          @update:model-value="(start) => change((own) => (own.start = start))"
        />
        <SelectOf
          :label="say('menuForm.screen')"
          :options="screens"
          :model-value="menu.screen"
          @update:model-value="(screen) => change((own) => (own.screen = screen))"
        />
      </div>
      <MenuTiming :menu="menu" :places="places" :long-press-ms="family.longPressMs" @change="change" />
      <p class="flex flex-wrap gap-x-6 gap-y-1">
        <TickBox :model-value="menu.wrap" @update:model-value="(is) => change((own) => (own.wrap = is))">{{
          say('menuForm.wraps')
        }}</TickBox>
        <TickBox :model-value="menu.touch" @update:model-value="(is) => change((own) => (own.touch = is))">{{
          say('menuForm.touch')
        }}</TickBox>
        <TickBox
          :model-value="menu.oneAtATime"
          @update:model-value="(is) => change((own) => (own.oneAtATime = is))"
          >{{ say('menuForm.oneAtATime') }}</TickBox
        >
      </p>
      <ol class="ruled border-y border-rule" :aria-label="say('menuForm.lines')">
        <li v-for="(item, index) in menu.items" :key="item.id" class="space-y-1 py-2">
          <div class="flex items-center gap-2">
            <input
              class="field flex-1"
              maxlength="120"
              :aria-label="say('menuForm.line', { number: index + 1 })"
              :value="item.label"
              @change="change((own) => own.items[index] && (own.items[index].label = text($event)))"
            />
            <select
              class="field !w-56"
              :aria-label="say('menuForm.lineTo', { number: index + 1 })"
              :value="item.to"
              @change="change((own) => own.items[index] && (own.items[index].to = text($event)))"
            >
              <option v-for="place in new Set([item.to, ...places])" :key="place">{{ place }}</option>
            </select>
            <RowButtons
              :name="say('menuForm.line', { number: index + 1 })"
              :index="index"
              :length="menu.items.length"
              @move="(by) => change((own) => move(own.items, index, by))"
              @remove="change((own) => own.items.splice(index, 1))"
            />
          </div>
          <SomeOf
            :label="say('menuForm.does')"
            :choices="effects"
            :model-value="item.effects"
            @update:model-value="
              (effects) => change((own) => own.items[index] && (own.items[index].effects = effects))
            "
          />
          <details :open="Object.keys(item.if).length > 0">
            <summary class="cursor-pointer text-sm underline">{{ say('menuForm.condition') }}</summary>
            <GuardFields
              class="mt-1"
              :label="say('menuForm.line', { number: index + 1 })"
              :family="family"
              :model-value="item.if"
              @update:model-value="
                (asked) => change((own) => own.items[index] && (own.items[index].if = asked))
              "
            />
          </details>
        </li>
      </ol>
      <button type="button" class="act" @click="addItem">{{ say('menuForm.addLine') }}</button>
    </template>
    <form class="flex items-end gap-2" @submit.prevent="addMenu">
      <label class="flex-1"
        >{{ say('menuForm.ownMenu') }} <input v-model="newName" class="field" maxlength="40"
      /></label>
      <button class="act" :disabled="!shortName(newName)">{{ say('menuForm.addMenu') }}</button>
    </form>
  </div>
</template>
