<script setup lang="ts">
import { say, words } from '../../../words/index.ts'
import {
  namesIn,
  screenKind,
  type ComposedFamily,
  type Family,
  type State,
  type Transition,
} from '@benevox/core/catalog'
import { conditionText, doesText, triggerText } from '@benevox/words'
import { computed, ref } from 'vue'
import SelectOf from '../../../parts/SelectOf.vue'
import { BOX_HEIGHT, boxOf, machineMap } from './machineMap.ts'
import { move } from './moved.ts'
import RowButtons from './RowButtons.vue'
import TransitionFields from './TransitionFields.vue'
import { shortName } from './useDraft.ts'

/** What the device shows and what leads out of it: a map of screens, one of which is looked at and changed below. */
const props = defineProps<{ composed: ComposedFamily; places: readonly string[] }>()
const family = defineModel<Family>({ required: true })
const names = computed(() => namesIn(family.value))
const map = computed(() => machineMap(family.value, props.composed))
const chosen = ref('')
const box = computed(() => map.value.boxes.find(({ name }) => name === chosen.value))
/** The screens of the chosen part. */
const within = computed(() =>
  [...props.composed.states].filter(
    ([name]) => box.value?.kind === 'part' && boxOf(family.value, name) === chosen.value,
  ),
)
const state = computed(() => family.value.states[chosen.value])
const menu = computed(() => family.value.menus[chosen.value])
const transitions = computed<Transition[] | undefined>(() => (state.value ?? menu.value)?.transitions)
const open = ref(-1)
const isStart = (name: string) =>
  Object.values(family.value.starts).some((place) => place && boxOf(family.value, place) === name)
const screens = computed(() => screenKind.options.map((screen) => [screen, say(`sign.${screen}`)] as const))
const newName = ref('')

function look(name: string): void {
  chosen.value = chosen.value === name ? '' : name
  open.value = -1
}
function add(): void {
  const name = shortName(newName.value)
  // A part's name would stand for two boxes.
  if (!name || props.places.includes(name) || family.value.compose.some(({ as }) => as === name)) return
  family.value.states = { ...family.value.states, [name]: { screen: 'text', transitions: [] } }
  newName.value = ''
  look(name)
}
/** Stands instead of the shared part's from then on. */
function makeOwn(name: string, shared: State): void {
  family.value.states = { ...family.value.states, [name]: JSON.parse(JSON.stringify(shared)) as State }
  look(name)
}
function takeOut(): void {
  const { [chosen.value]: _, ...others } = family.value.states
  family.value.states = others
  chosen.value = ''
}
function addTransition(): void {
  const to = props.places[0] ?? chosen.value
  transitions.value?.push({ on: { kind: 'after', time: 1500 }, if: {}, to, cues: [], effects: [] })
  open.value = (transitions.value?.length ?? 0) - 1
}
function setWords(typed: string): void {
  if (!state.value) return
  const list = typed.split(/[\s,]+/).filter(Boolean)
  state.value.words = list.length > 1 ? list : undefined
}
const sentence = ({ on, if: guard, to, ...does }: Transition) => {
  return say('screenForm.leads', {
    when: triggerText(on, words, names.value),
    condition: conditionText(guard, words, names.value) || 'none',
    to,
    does: doesText(does, words) || 'none',
  })
}
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div class="space-y-4">
    <p>
      {{ say('screenForm.how') }}
    </p>
    <div class="overflow-auto border-y border-rule" style="max-height: 26rem">
      <div class="relative" :style="{ width: `${map.width}px`, height: `${map.height}px` }">
        <svg class="absolute inset-0" :width="map.width" :height="map.height" aria-hidden="true">
          <defs>
            <marker
              id="leads"
              viewBox="0 0 8 8"
              refX="7"
              refY="4"
              markerWidth="7"
              markerHeight="7"
              orient="auto"
            >
              <path d="M0 0 8 4 0 8z" fill="currentColor" />
            </marker>
          </defs>
          <polyline
            v-for="line in map.lines"
            :key="`${line.from} ${line.to}`"
            :points="line.points"
            fill="none"
            stroke="currentColor"
            marker-end="url(#leads)"
            :stroke-width="line.from === chosen || line.to === chosen ? 2.5 : 1"
            :class="line.from === chosen || line.to === chosen ? 'text-ink' : 'text-ink-soft opacity-50'"
          />
        </svg>
        <button
          v-for="one in map.boxes"
          :key="one.name"
          type="button"
          class="absolute truncate px-1 text-sm"
          :class="[
            one.kind === 'part'
              ? 'border border-dashed border-ink-soft bg-paper'
              : 'border-2 border-ink bg-white',
            one.name === chosen ? '!bg-ink font-bold text-paper' : '',
          ]"
          :style="{
            left: `${one.x}px`,
            top: `${one.y}px`,
            width: `${one.width}px`,
            height: `${BOX_HEIGHT}px`,
          }"
          :aria-pressed="one.name === chosen"
          :title="one.name"
          @click="look(one.name)"
        >
          <span v-if="isStart(one.name)" :aria-label="say('screenForm.isStart')">▸ </span>{{ one.name }}
        </button>
      </div>
    </div>
    <form class="flex items-end gap-2" @submit.prevent="add">
      <label class="flex-1"
        >{{ say('screenForm.own') }} <input v-model="newName" class="field" maxlength="40"
      /></label>
      <button class="act" :disabled="!shortName(newName)">{{ say('screenForm.add') }}</button>
    </form>

    <section v-if="box?.kind === 'part'" :aria-label="say('screenForm.part', { name: chosen })">
      <h3 class="font-bold">{{ say('screenForm.shared', { name: chosen }) }}</h3>
      <ul class="ruled border-y border-rule">
        <li v-for="[name, shared] in within" :key="name" class="py-2">
          <div class="flex items-baseline gap-3">
            <b>{{ name }}</b> <span class="text-ink-soft">{{ say(`sign.${shared.screen}`) }}</span>
            <button type="button" class="ms-auto underline" @click="makeOwn(name, shared)">
              {{ say('screenForm.makeOwn') }}
            </button>
          </div>
          <ul class="ps-4">
            <li v-for="(one, index) in shared.transitions" :key="index" class="text-ink-soft">
              {{ sentence(one) }}
            </li>
          </ul>
        </li>
      </ul>
    </section>

    <section
      v-else-if="transitions"
      :aria-label="say('screenForm.screen', { name: chosen })"
      class="space-y-3 border-t-2 border-ink pt-3"
    >
      <div class="flex flex-wrap items-end gap-3">
        <h3 class="font-bold">{{ chosen }}</h3>
        <button v-if="state" type="button" class="ms-auto underline" @click="takeOut">
          {{ say(chosen.includes('.') ? 'menuForm.takeShared' : 'screenForm.takeOut') }}
        </button>
      </div>
      <p v-if="menu">
        {{ say('screenForm.underMenus') }}
      </p>
      <div v-if="state" class="grid grid-cols-2 gap-3">
        <SelectOf
          :label="say('screenForm.shows')"
          :options="screens"
          :model-value="state.screen"
          @update:model-value="(screen) => state && (state.screen = screen)"
        />
        <label
          >{{ say('screenForm.text') }}
          <input
            class="field"
            maxlength="200"
            :value="state.text ?? ''"
            @change="state.text = text($event) || undefined"
        /></label>
        <label class="col-span-2"
          >{{ say('screenForm.words') }}
          <input
            class="field"
            :value="state.words?.join(', ') ?? ''"
            :placeholder="say('screenForm.none')"
            @change="setWords(text($event))"
        /></label>
        <p v-if="state.like" class="col-span-2">
          {{ say('screenForm.like', { name: state.like }) }}
          <button type="button" class="underline" @click="state.like = undefined">
            {{ say('screenForm.noLonger') }}
          </button>
        </p>
      </div>
      <ol class="ruled border-y border-rule" :aria-label="say('screenForm.exits')">
        <li v-for="(one, index) in transitions" :key="index" class="space-y-2 py-2">
          <div class="flex items-start gap-3">
            <button
              type="button"
              class="min-w-0 flex-1 text-start underline decoration-dotted"
              :aria-expanded="open === index"
              @click="open = open === index ? -1 : index"
            >
              {{ sentence(one) }}
            </button>
            <RowButtons
              :name="say('screenForm.exit', { number: index + 1 })"
              :index="index"
              :length="transitions.length"
              @move="(by) => transitions && move(transitions, index, by)"
              @remove="transitions.splice(index, 1)"
            />
          </div>
          <TransitionFields
            v-if="open === index"
            :label="say('screenForm.exit', { number: index + 1 })"
            :family="family"
            :places="places"
            :model-value="one"
            @update:model-value="(changed) => transitions?.splice(index, 1, changed)"
          />
        </li>
        <li v-if="transitions.length === 0" class="py-2 text-ink-soft">{{ say('screenForm.noExit') }}</li>
      </ol>
      <button type="button" class="act" @click="addTransition">{{ say('screenForm.addExit') }}</button>
    </section>
  </div>
</template>
