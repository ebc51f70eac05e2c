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
const HELD = ['any', 'none', 'these', 'fresh'] as const
const ways = computed(() => HELD.map((how) => [how, say(`guardField.${how}`)] as const))
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
  ['screenLock', 'with', 'without'],
  ['account', 'with', 'without'],
  ['loop', 'does', 'doesNot'],
  ['wiped', 'after', 'before'],
] as const
const part = (of: string) => say('guardField.of', { row: props.label, part: of })

/** A part that asks for nothing is left out. */
function ask(part: Guard): void {
  const all = Object.entries({ ...guard.value, ...part })
  guard.value = Object.fromEntries(all.filter(([, asked]) => asked !== undefined))
}
function hold(how: (typeof HELD)[number]): void {
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
      <SelectOf
        :label="say('guardField.keys')"
        :options="ways"
        :model-value="held"
        @update:model-value="hold"
      />
      <SomeOf
        v-if="guard.held?.length"
        :label="part(say('guardField.these'))"
        :choices="keys"
        :model-value="guard.held"
        @update:model-value="(these) => ask({ held: these })"
      />
    </div>
    <template v-if="guard.held">
      <p>{{ say('guardField.whether') }}</p>
      <SomeOf
        :label="part(say('guardField.heldOrNot'))"
        :choices="keys.filter(([id]) => !guard.held?.includes(id))"
        :model-value="guard.ignore ?? []"
        @update:model-value="(ignore) => ask({ ignore: some(ignore) })"
      />
    </template>
    <div class="flex flex-wrap gap-3">
      <label
        >{{ say('guardField.batteryFrom') }}
        <NumberField
          may-be-empty
          :label="part(say('guardField.batteryFrom'))"
          :least="0"
          :most="100"
          :model-value="guard.batteryFrom"
          @update:model-value="(batteryFrom) => ask({ batteryFrom })"
        />
      </label>
      <label
        >{{ say('guardField.batteryBelow') }}
        <NumberField
          may-be-empty
          :label="part(say('guardField.batteryBelow'))"
          :least="0"
          :most="100"
          :model-value="guard.batteryBelow"
          @update:model-value="(batteryBelow) => ask({ batteryBelow })"
        />
      </label>
    </div>
    <p>{{ say('guardField.cable') }}</p>
    <SomeOf
      :label="part(say('guardField.cable'))"
      :choices="links"
      :model-value="guard.links ?? []"
      @update:model-value="(links) => ask({ links: some(links) })"
    />
    <template v-if="postures">
      <p>{{ say('guardField.folded') }}</p>
      <SomeOf
        :label="part(say('guardField.folded'))"
        :choices="postures"
        :model-value="guard.postures ?? []"
        @update:model-value="(these) => ask({ postures: some(these) })"
      />
    </template>
    <div class="flex flex-wrap gap-3">
      <SelectOf
        v-for="[flag, yes, no] in FLAGS"
        :key="flag"
        :label="say(`guardField.${flag}`)"
        :options="[
          ['any', say('guardField.any')],
          ['yes', say(`guardField.${yes}`)],
          ['no', say(`guardField.${no}`)],
        ]"
        :model-value="guard[flag] === undefined ? 'any' : guard[flag] ? 'yes' : 'no'"
        @update:model-value="(asked) => ask({ [flag]: asked === 'any' ? undefined : asked === 'yes' })"
      />
    </div>
  </div>
</template>
