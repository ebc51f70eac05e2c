<script setup lang="ts">
import { say, words } from '../../../words/index.ts'
import { keyText, linkText } from '@benevox/words'
import {
  cue,
  linksIn,
  namesIn,
  posture,
  type Cue,
  type Family,
  type KeyId,
  type Menu,
  type Step,
} from '@benevox/core/catalog'
import { computed } from 'vue'
import SomeOf from '../../../parts/SomeOf.vue'
import SecondsField from './SecondsField.vue'

/** One step in the technician's terms: what is done, with what, until when. */
const props = defineProps<{ family: Family; menus: ReadonlyMap<string, Menu> }>()
const step = defineModel<Step>({ required: true })
const own = computed(() => namesIn(props.family))
const keys = computed(() => props.family.keys.map(({ id }) => [id, keyText(id, own.value, words)] as const))
const first = computed<KeyId>(() => props.family.keys[0]?.id ?? 'power')
const DOES: readonly Step['do'][] = [
  'plug',
  'fold',
  'hold',
  'wait',
  'let-go',
  'slide',
  'press',
  'long-press',
  'tap',
  'type',
  'choose',
]

function become(kind: Step['do']): void {
  const key = first.value
  const [menuName, menu] = [...props.menus][0] ?? ['recovery.main', undefined]
  const made: Record<Step['do'], Step> = {
    plug: { do: 'plug', link: 'computer' },
    fold: { do: 'fold', to: 'open' },
    hold: { do: 'hold', keys: [key], order: 'together' },
    wait: { do: 'wait', until: { cue: 'recovery-menu' } },
    'let-go': { do: 'let-go', keys: [key] },
    slide: { do: 'slide', from: key, to: props.family.keys[1]?.id ?? key },
    press: { do: 'press', key, times: 1 },
    'long-press': { do: 'long-press', key },
    tap: { do: 'tap', on: 'power-off', label: 'Switch off' },
    type: { do: 'type', word: 'yes' },
    choose: {
      do: 'choose',
      menu: menuName,
      item: menu?.items[0]?.id ?? 'reboot',
      label: menu?.items[0]?.label ?? '',
    },
  }
  step.value = made[kind]
}
const untilKind = computed(() =>
  step.value.do !== 'wait'
    ? 'cue'
    : 'cue' in step.value.until
      ? 'cue'
      : 'ms' in step.value.until
        ? 'ms'
        : 'count',
)
function waitBy(kind: string): void {
  step.value = {
    do: 'wait',
    until: kind === 'ms' ? { ms: 1000 } : kind === 'count' ? { count: 3 } : { cue: 'recovery-menu' },
  }
}
function chooseItem(menu: string, item: string): void {
  const label = props.menus.get(menu)?.items.find(({ id }) => id === item)?.label ?? item
  step.value = { do: 'choose', menu, item, label }
}
const text = (event: Event) => (event.target as HTMLInputElement | HTMLSelectElement).value
</script>

<template>
  <div class="flex min-w-0 flex-1 flex-wrap items-center gap-2">
    <select
      class="field !w-36"
      :aria-label="say('stepForm.what')"
      :value="step.do"
      @change="become(text($event) as Step['do'])"
    >
      <option v-for="kind in DOES" :key="kind" :value="kind">{{ say(`stepForm.do.${kind}`) }}</option>
    </select>
    <select
      v-if="step.do === 'plug'"
      v-model="step.link"
      class="field !w-72"
      :aria-label="say('guardField.cable')"
    >
      <option v-for="link in linksIn(family)" :key="link" :value="link">
        {{ linkText(link, own, words) }}
      </option>
    </select>
    <select
      v-if="step.do === 'fold'"
      v-model="step.to"
      class="field !w-40"
      :aria-label="say('guardField.folded')"
    >
      <option v-for="one in family.postures ?? posture.options" :key="one" :value="one">
        {{ say(`posture.${one}`) }}
      </option>
    </select>
    <template v-if="step.do === 'hold'">
      <SomeOf v-model="step.keys" :label="say('stepForm.keysToHold')" :choices="keys" />
      <select v-model="step.order" class="field !w-40" :aria-label="say('stepForm.order')">
        <option value="together">{{ say('stepForm.together') }}</option>
        <option value="in-order">{{ say('stepForm.inOrder') }}</option>
      </select>
    </template>
    <SomeOf
      v-if="step.do === 'let-go'"
      v-model="step.keys"
      :label="say('stepForm.keysToLetGo')"
      :choices="keys"
    />
    <template v-if="step.do === 'wait'">
      <select
        class="field !w-32"
        :aria-label="say('stepForm.untilWhat')"
        :value="untilKind"
        @change="waitBy(text($event))"
      >
        <option value="cue">{{ say('stepForm.until') }}</option>
        <option value="ms">{{ say('stepForm.forSeconds') }}</option>
        <option value="count">{{ say('stepForm.forCount') }}</option>
      </select>
      <select
        v-if="'cue' in step.until"
        class="field !w-60"
        :aria-label="say('stepForm.sign')"
        :value="step.until.cue"
        @change="step = { do: 'wait', until: { cue: text($event) as Cue } }"
      >
        <option v-for="one in cue.options" :key="one" :value="one">{{ say(`sign.${one}`) }}</option>
      </select>
      <SecondsField
        v-else-if="'ms' in step.until"
        :label="say('locksForm.seconds')"
        :model-value="step.until.ms"
        @update:model-value="(ms) => (step = { do: 'wait', until: { ms } })"
      />
      <input
        v-else
        class="field !w-20"
        type="number"
        min="1"
        max="20"
        :aria-label="say('stepForm.count')"
        :value="step.until.count"
        @change="step = { do: 'wait', until: { count: Math.max(1, Number(text($event)) || 1) } }"
      />
    </template>
    <template v-if="step.do === 'slide'">
      <select v-model="step.from" class="field !w-40" :aria-label="say('stepForm.from')">
        <option v-for="[id, name] in keys" :key="id" :value="id">{{ name }}</option>
      </select>
      {{ say('stepForm.to') }}
      <select v-model="step.to" class="field !w-40" :aria-label="say('menuForm.to')">
        <option v-for="[id, name] in keys" :key="id" :value="id">{{ name }}</option>
      </select>
    </template>
    <template v-if="step.do === 'press' || step.do === 'long-press'">
      <select v-model="step.key" class="field !w-40" :aria-label="say('stepForm.keyToPress')">
        <option v-for="[id, name] in keys" :key="id" :value="id">{{ name }}</option>
      </select>
      <label v-if="step.do === 'press'" class="flex items-center gap-1"
        ><input
          v-model.number="step.times"
          class="field !w-20"
          type="number"
          min="1"
          max="20"
          :aria-label="say('stepForm.times')"
        />
        {{ say('stepForm.timesAfter') }}</label
      >
    </template>
    <template v-if="step.do === 'tap'">
      <input v-model="step.on" class="field !w-40 font-mono" :aria-label="say('stepForm.place')" />
      <input v-model="step.label" class="field !w-48" :aria-label="say('stepForm.whatStands')" />
    </template>
    <input
      v-if="step.do === 'type'"
      v-model="step.word"
      class="field !w-40"
      maxlength="24"
      :aria-label="say('stepForm.word')"
    />
    <template v-if="step.do === 'choose'">
      <select
        class="field !w-44"
        :aria-label="say('menuForm.menu')"
        :value="step.menu"
        @change="chooseItem(text($event), menus.get(text($event))?.items[0]?.id ?? '')"
      >
        <option v-for="[name, menu] in menus" :key="name" :value="name">{{ menu.title ?? name }}</option>
      </select>
      <select
        class="field !w-60"
        :aria-label="say('stepForm.item')"
        :value="step.item"
        @change="chooseItem(step.menu, text($event))"
      >
        <option v-for="item in menus.get(step.menu)?.items" :key="item.id" :value="item.id">
          {{ item.label }}
        </option>
      </select>
    </template>
  </div>
</template>
