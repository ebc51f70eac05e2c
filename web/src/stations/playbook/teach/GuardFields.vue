<script setup lang="ts">
import { keyText, linkText } from '@benevox/words'
import { linksIn, namesIn, type Family, type Guard, type KeyId } from '@benevox/core/catalog'
import { computed } from 'vue'
import NumberField from '../../../parts/NumberField.vue'
import SelectOf from '../../../parts/SelectOf.vue'
import SomeOf from '../../../parts/SomeOf.vue'
import { say, words } from '../../../words/index.ts'

/** What must hold besides: keys, cable, folding, battery, what is on the device. What is not asked is left out. */
const props = defineProps<{ label: string; family: Family }>()
const guard = defineModel<Guard>({ required: true })
const own = computed(() => namesIn(props.family))
const keys = computed(() => props.family.keys.map(({ id }) => [id, keyText(id, own.value, words)] as const))
const links = computed(() =>
  linksIn(props.family).map((link) => [link, linkText(link, own.value, words)] as const),
)
const postures = computed(() => props.family.postures?.map((one) => [one, say(`posture.${one}`)] as const))
const HELD = [
  ['any', 'does not matter'],
  ['none', 'no key is held'],
  ['these', 'only these keys are held'],
  ['fresh', 'only these keys, pressed here'],
] as const
const held = computed(() =>
  guard.value.held === undefined
    ? 'any'
    : guard.value.held.length === 0
      ? 'none'
      : guard.value.fresh
        ? 'fresh'
        : 'these',
)
const FLAGS = [
  ['screenLock', 'A screen lock', 'with one', 'without one'],
  ['account', 'An account', 'with one', 'without one'],
  ['loop', 'Restarting again and again', 'when it does', 'when it does not'],
  ['wiped', 'The reset', 'after it', 'before it'],
] as const

/** A part that asks for nothing is left out. */
function ask(part: Guard): void {
  const all = Object.entries({ ...guard.value, ...part })
  guard.value = Object.fromEntries(all.filter(([, asked]) => asked !== undefined))
}
function hold(how: (typeof HELD)[number][0]): void {
  const [first = 'power'] = props.family.keys.map(({ id }) => id)
  const these: KeyId[] = guard.value.held?.length ? guard.value.held : [first]
  ask({
    held: how === 'any' ? undefined : how === 'none' ? [] : these,
    fresh: how === 'fresh' ? true : undefined,
    ...(how === 'any' && { ignore: undefined }),
  })
}
const some = <One,>(list: One[]): One[] | undefined => (list.length > 0 ? list : undefined)
</script>

<template>
  <div class="space-y-2">
    <div class="flex flex-wrap items-end gap-3">
      <SelectOf label="Keys" :options="HELD" :model-value="held" @update:model-value="hold" />
      <SomeOf
        v-if="guard.held?.length"
        :label="`${label}: keys held`"
        :choices="keys"
        :model-value="guard.held"
        @update:model-value="(these) => ask({ held: these })"
      />
    </div>
    <template v-if="guard.held">
      <p>Whether or not these are held as well</p>
      <SomeOf
        :label="`${label}: held or not besides`"
        :choices="keys.filter(([id]) => !guard.held?.includes(id))"
        :model-value="guard.ignore ?? []"
        @update:model-value="(ignore) => ask({ ignore: some(ignore) })"
      />
    </template>
    <div class="flex flex-wrap gap-3">
      <label
        >Battery at, in percent, or more
        <NumberField
          may-be-empty
          :label="`${label} from a battery of`"
          :least="0"
          :most="100"
          :model-value="guard.batteryFrom"
          @update:model-value="(batteryFrom) => ask({ batteryFrom })"
        />
      </label>
      <label
        >Battery below, in percent
        <NumberField
          may-be-empty
          :label="`${label} below a battery of`"
          :least="0"
          :most="100"
          :model-value="guard.batteryBelow"
          @update:model-value="(batteryBelow) => ask({ batteryBelow })"
        />
      </label>
    </div>
    <p>On the cable</p>
    <SomeOf
      :label="`${label}: on the cable`"
      :choices="links"
      :model-value="guard.links ?? []"
      @update:model-value="(links) => ask({ links: some(links) })"
    />
    <template v-if="postures">
      <p>Folded</p>
      <SomeOf
        :label="`${label}: folded`"
        :choices="postures"
        :model-value="guard.postures ?? []"
        @update:model-value="(these) => ask({ postures: some(these) })"
      />
    </template>
    <div class="flex flex-wrap gap-3">
      <SelectOf
        v-for="[flag, says, yes, no] in FLAGS"
        :key="flag"
        :label="says"
        :options="[
          ['any', 'does not matter'],
          ['yes', yes],
          ['no', no],
        ]"
        :model-value="guard[flag] === undefined ? 'any' : guard[flag] ? 'yes' : 'no'"
        @update:model-value="(asked) => ask({ [flag]: asked === 'any' ? undefined : asked === 'yes' })"
      />
    </div>
  </div>
</template>
