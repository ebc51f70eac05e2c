<script setup lang="ts">
import { say, words } from '../../../words/index.ts'
import { keyText, linkText } from '@benevox/words'
import {
  buzz,
  effect,
  linksIn,
  namesIn,
  posture,
  turn,
  type Family,
  type KeyId,
  type Transition,
  type Trigger,
} from '@benevox/core/catalog'
import { computed } from 'vue'
import NumberField from '../../../parts/NumberField.vue'
import TickBox from '../../../parts/TickBox.vue'
import SelectOf from '../../../parts/SelectOf.vue'
import SomeOf from '../../../parts/SomeOf.vue'
import GuardFields from './GuardFields.vue'
import TimeField from './TimeField.vue'

/** One thing that leads out of a screen: what makes it go on, under which condition, where to, and what it does. */
const props = defineProps<{ label: string; family: Family; places: readonly string[] }>()
const transition = defineModel<Transition>({ required: true })
const own = computed(() => namesIn(props.family))
const keys = computed(() => props.family.keys.map(({ id }) => [id, keyText(id, own.value, words)] as const))
const first = computed<KeyId>(() => props.family.keys[0]?.id ?? 'power')
const KINDS: readonly Trigger['kind'][] = [
  'after',
  'idle',
  'hold',
  'press',
  'long-press',
  'key-down',
  'turn',
  'link',
  'fold',
  'tap',
  'type',
  'type-shown',
]
const kinds = computed(() =>
  KINDS.filter((kind) => kind !== 'fold' || props.family.postures || transition.value.on.kind === 'fold').map(
    (kind) => [kind, say(`exitForm.kind.${kind}`)] as const,
  ),
)
const idleFrom = computed(() =>
  (['carried', 'entry'] as const).map((one) => [one, say(`exitForm.from.${one}`)] as const),
)
const holdFrom = computed(() => [...idleFrom.value, ['fresh', say('exitForm.from.fresh')] as const])
const part = (of: string) => say('guardField.of', { row: props.label, part: of })
const links = computed(() =>
  linksIn(props.family).map((link) => [link, linkText(link, own.value, words)] as const),
)
const postures = computed(() =>
  (props.family.postures ?? posture.options).map((one) => [one, say(`posture.${one}`)] as const),
)
const turns = computed(() => turn.options.map((by) => [by, say(`exitForm.turn.${by}`)] as const))
const buzzes = computed(() => buzz.options.map((one) => [one, say(`sign.${one}`)] as const))
const effects = computed(() => effect.options.map((one) => [one, say(`effect.${one}`)] as const))
const HOLD_MS = 1500
/** After so long a number of presses is usually final. Common practice, no source. */
const REST_MS = 600

function begin(kind: Trigger['kind']): Trigger {
  const key = first.value
  switch (kind) {
    case 'after':
      return { kind, time: HOLD_MS }
    case 'idle':
      return { kind, time: 30_000, from: 'entry' }
    case 'hold':
      return { kind, keys: [key], time: HOLD_MS, from: 'entry', ignore: [] }
    case 'press':
      return { kind, key, times: 1, with: [] }
    case 'long-press':
    case 'key-down':
      return { kind, key }
    case 'turn':
      return { kind, key, by: 'down' }
    case 'link':
      return { kind, to: ['computer'] }
    case 'fold':
      return { kind, to: ['open'] }
    case 'tap':
      return { kind, on: 'power-off', label: 'Switch off' }
    case 'type':
      return { kind, word: 'yes' }
    case 'type-shown':
      return { kind, right: true }
  }
}
const change = (part: Partial<Transition>) => (transition.value = { ...transition.value, ...part })
/** Changes what makes it go on; only parts of the kind that stands are handed in. */
const changeOn = (part: object) => change({ on: { ...transition.value.on, ...part } as Trigger })
const text = (event: Event) => (event.target as HTMLInputElement).value
</script>

<template>
  <div class="space-y-3 border-s-4 border-rule ps-3">
    <div class="flex flex-wrap items-end gap-3">
      <SelectOf
        :label="say('exitForm.when')"
        :options="kinds"
        :model-value="transition.on.kind"
        @update:model-value="(kind) => change({ on: begin(kind) })"
      />
      <SelectOf
        v-if="'key' in transition.on"
        :label="say('practice.key')"
        :options="keys"
        :model-value="transition.on.key"
        @update:model-value="(key) => changeOn({ key })"
      />
      <SomeOf
        v-if="transition.on.kind === 'hold'"
        :label="part(say('guardField.keys'))"
        :choices="keys"
        :model-value="transition.on.keys"
        @update:model-value="(chosen) => chosen.length && changeOn({ keys: chosen })"
      />
      <TickBox
        v-if="transition.on.kind === 'long-press'"
        :model-value="transition.on.time !== undefined"
        @update:model-value="(own) => changeOn({ time: own ? family.longPressMs : undefined })"
        >{{ say('exitForm.ownLong') }}</TickBox
      >
      <label v-if="transition.on.kind === 'press'"
        >{{ say('stepForm.times') }}
        <NumberField
          :label="say('stepForm.times')"
          :least="1"
          :most="20"
          :model-value="transition.on.times"
          @update:model-value="(times) => changeOn({ times })"
        />
      </label>
      <TimeField
        v-if="'time' in transition.on && transition.on.time !== undefined"
        :label="say('exitForm.howLong')"
        :family="family"
        :model-value="transition.on.time"
        @update:model-value="(time) => changeOn({ time })"
      />
      <SelectOf
        v-if="transition.on.kind === 'hold'"
        :label="say('exitForm.counted')"
        :options="holdFrom"
        :model-value="transition.on.from"
        @update:model-value="(from) => changeOn({ from })"
      />
      <SelectOf
        v-if="transition.on.kind === 'idle'"
        :label="say('exitForm.counted')"
        :options="idleFrom"
        :model-value="transition.on.from"
        @update:model-value="(from) => changeOn({ from })"
      />
      <SelectOf
        v-if="transition.on.kind === 'turn'"
        :label="say('exitForm.turned')"
        :options="turns"
        :model-value="transition.on.by"
        @update:model-value="(by) => changeOn({ by })"
      />
      <SomeOf
        v-if="transition.on.kind === 'link'"
        :label="part(say('exitForm.changedTo'))"
        :choices="links"
        :model-value="transition.on.to"
        @update:model-value="(to) => to.length && changeOn({ to })"
      />
      <SomeOf
        v-if="transition.on.kind === 'fold'"
        :label="part(say('exitForm.foldedTo'))"
        :choices="postures"
        :model-value="transition.on.to"
        @update:model-value="(to) => to.length && changeOn({ to })"
      />
      <label v-if="transition.on.kind === 'tap'"
        >{{ say('stepForm.whatStands') }}
        <input
          class="field"
          maxlength="120"
          :value="transition.on.label ?? transition.on.on"
          @change="changeOn({ label: text($event) })"
      /></label>
      <label v-if="transition.on.kind === 'type'"
        >{{ say('stepForm.word') }}
        <input
          class="field !w-40"
          maxlength="24"
          :value="transition.on.word"
          @change="changeOn({ word: text($event) })"
      /></label>
      <SelectOf
        v-if="transition.on.kind === 'type-shown'"
        :label="say('exitForm.typed')"
        :options="[
          ['right', say('exitForm.shownWord')],
          ['wrong', say('exitForm.otherWord')],
        ]"
        :model-value="transition.on.right ? 'right' : 'wrong'"
        @update:model-value="(which) => changeOn({ right: which === 'right' })"
      />
      <TickBox
        v-if="transition.on.kind === 'press'"
        :model-value="transition.on.rest !== undefined"
        @update:model-value="(exactly) => changeOn({ rest: exactly ? REST_MS : undefined })"
        >{{ say('exitForm.exactly') }}</TickBox
      >
      <TimeField
        v-if="transition.on.kind === 'press' && transition.on.rest !== undefined"
        :label="say('exitForm.nothingFor')"
        :family="family"
        :model-value="transition.on.rest"
        @update:model-value="(rest) => changeOn({ rest })"
      />
    </div>
    <div v-if="transition.on.kind === 'hold'">
      <p>{{ say('guardField.whether') }}</p>
      <SomeOf
        :label="part(say('guardField.heldOrNot'))"
        :choices="keys"
        :model-value="transition.on.ignore"
        @update:model-value="(ignore) => changeOn({ ignore })"
      />
    </div>
    <div v-if="transition.on.kind === 'press'">
      <p>{{ say('exitForm.withHeld') }}</p>
      <SomeOf
        :label="part(say('exitForm.withTheseHeld'))"
        :choices="keys"
        :model-value="transition.on.with"
        @update:model-value="(held) => changeOn({ with: held })"
      />
    </div>
    <label class="block"
      >{{ say('exitForm.next') }}
      <select
        class="field"
        :aria-label="say('exitForm.leadsTo', { exit: label })"
        :value="transition.to"
        @change="change({ to: text($event) })"
      >
        <option v-for="place in new Set([transition.to, ...places])" :key="place">{{ place }}</option>
      </select>
    </label>
    <details :open="Object.keys(transition.if).length > 0">
      <summary class="cursor-pointer underline">{{ say('menuForm.condition') }}</summary>
      <GuardFields
        class="mt-1"
        :label="label"
        :family="family"
        :model-value="transition.if"
        @update:model-value="(asked) => change({ if: asked })"
      />
    </details>
    <details
      :open="transition.cues.length + transition.effects.length > 0 || transition.chargedTo !== undefined"
    >
      <summary class="cursor-pointer underline">{{ say('exitForm.does') }}</summary>
      <div class="mt-1 space-y-2">
        <SomeOf
          :label="part(say('exitForm.buzz'))"
          :choices="buzzes"
          :model-value="transition.cues"
          @update:model-value="(cues) => change({ cues })"
        />
        <SomeOf
          :label="part(say('exitForm.effects'))"
          :choices="effects"
          :model-value="transition.effects"
          @update:model-value="(effects) => change({ effects })"
        />
        <label class="block"
          >{{ say('exitForm.charged') }}
          <NumberField
            may-be-empty
            :label="part(say('exitForm.chargedTo'))"
            :least="1"
            :most="100"
            :model-value="transition.chargedTo"
            @update:model-value="(chargedTo) => change({ chargedTo })"
          />
        </label>
      </div>
    </details>
  </div>
</template>
