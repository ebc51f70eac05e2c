<script setup lang="ts">
import type { Menu } from '@benevox/core/catalog'
import { computed } from 'vue'
import TickBox from '../../../parts/TickBox.vue'
import SelectOf from '../../../parts/SelectOf.vue'
import SecondsField from './SecondsField.vue'
import { say } from '../../../words/index.ts'

/** How a line is chosen, and whether the menu leaves by itself. */
const props = defineProps<{ menu: Menu; places: readonly string[]; longPressMs: number }>()
const emit = defineEmits<{ change: [make: (menu: Menu) => void] }>()

const presses = computed(() =>
  (['short', 'long', 'counted'] as const).map((one) => [one, say(`menuForm.${one}`)] as const),
)
const counts = computed(() =>
  [2, 3, 4, 5].map((count) => [String(count), say('menuForm.presses', { count })] as const),
)
/** How long after the last press a number is usually final. Common practice, no source. */
const REST_MS = 600
const STAYS_MS = 30_000
const how = computed(() => (props.menu.choose.times > 1 ? 'counted' : props.menu.choose.press))
function choose(press: 'short' | 'long' | 'counted'): void {
  emit('change', (own) => {
    const { key } = own.choose
    own.choose =
      press === 'counted' ? { key, press: 'short', times: 2, rest: REST_MS } : { key, press, times: 1 }
  })
}
/** A time of its own in milliseconds; a named one is changed among the times. */
const asMs = (time: number | string | undefined) => (typeof time === 'number' ? time : undefined)
const idle = computed(() => props.menu.transitions.find(({ on }) => on.kind === 'idle'))
const idleMs = computed(() => (idle.value?.on.kind === 'idle' ? asMs(idle.value.on.time) : undefined))
function leaves(time: number | undefined, to = idle.value?.to ?? props.places[0] ?? ''): void {
  emit('change', (own) => {
    own.transitions = own.transitions.filter(({ on }) => on.kind !== 'idle')
    if (time !== undefined)
      own.transitions.push({ on: { kind: 'idle', time, from: 'entry' }, if: {}, to, cues: [], effects: [] })
  })
}
</script>

<template>
  <div class="flex flex-wrap items-end gap-x-6 gap-y-2">
    <SelectOf
      :label="say('menuForm.press')"
      :options="presses"
      :model-value="how"
      @update:model-value="choose"
    />
    <template v-if="how === 'counted'">
      <SelectOf
        :label="say('menuForm.howMany')"
        :options="counts"
        :model-value="String(menu.choose.times)"
        @update:model-value="(times) => emit('change', (own) => (own.choose.times = Number(times)))"
      />
      <label v-if="asMs(menu.choose.rest) !== undefined"
        >{{ say('menuForm.finalAfter') }}
        <SecondsField
          :label="say('menuForm.numberFinal')"
          :model-value="asMs(menu.choose.rest) ?? REST_MS"
          @update:model-value="(rest) => emit('change', (own) => (own.choose.rest = rest))"
        />
      </label>
    </template>
    <label v-if="how === 'long'"
      >{{ say('menuForm.longFrom') }}
      <SecondsField
        :label="say('menuForm.pressLongFrom')"
        :model-value="asMs(menu.choose.time) ?? longPressMs"
        @update:model-value="(time) => emit('change', (own) => (own.choose.time = time))"
      />
    </label>
    <TickBox
      :model-value="idle !== undefined"
      @update:model-value="(does) => leaves(does ? STAYS_MS : undefined)"
      >{{ say('menuForm.leaves') }}</TickBox
    >
    <template v-if="idle">
      <label v-if="idleMs !== undefined"
        >{{ say('menuForm.after') }}
        <SecondsField
          :label="say('menuForm.leavesAfter')"
          :model-value="idleMs"
          @update:model-value="(time) => leaves(time)"
        />
      </label>
      <SelectOf
        :label="say('menuForm.to')"
        :options="[...new Set([idle.to, ...places])].map((place) => [place, place] as const)"
        :model-value="idle.to"
        @update:model-value="(to) => leaves(idleMs ?? STAYS_MS, to)"
      />
    </template>
  </div>
</template>
