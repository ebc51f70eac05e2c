<script setup lang="ts">
import type { DeviceKind } from '@benevox/core/catalog'
import { conditionDrawing, type ConditionZone } from '@benevox/core/drawing'
import type { ConditionMark } from '@benevox/core/job'
import { computed } from 'vue'
import { say, words } from '../words/index.ts'

/** A device from front and back with its marks: to be marked, or only to be looked at. */
const props = defineProps<{
  kind: DeviceKind | undefined
  marks: readonly ConditionMark[]
  isRead?: boolean
}>()
const emit = defineEmits<{ toggle: [zone: ConditionZone] }>()
const drawing = computed(() => conditionDrawing(props.kind ?? 'phone'))

const here = (zone: ConditionZone) =>
  props.marks.filter(
    ({ side, column, row }) => side === zone.side && column === zone.column && row === zone.row,
  )
const letters = (zone: ConditionZone) =>
  here(zone)
    .map((mark) => say(`markLetter.${mark.kind}`))
    .join('')
const zoneName = (zone: ConditionZone) => {
  const place = { row: String(zone.row), column: String(zone.column) }
  const name = say(`condition.zone.${zone.side}`, place)
  return letters(zone) ? say('history.line', { what: name, more: letters(zone) }) : name
}
const mayBeMarked = (zone: ConditionZone) =>
  props.isRead
    ? {}
    : {
        role: 'button',
        tabindex: 0,
        class: 'zone cursor-pointer',
        'aria-label': zoneName(zone),
        'aria-pressed': here(zone).length > 0,
      }
/** All marks in words. */
const said = computed(() => {
  const marked = drawing.value.zones.filter((zone) => here(zone).length > 0).map(zoneName)
  return marked.length > 0 ? words.list(marked) : say('condition.noMarks')
})
</script>

<template>
  <div>
    <svg
      :viewBox="`0 0 ${drawing.width} ${drawing.height}`"
      :class="isRead ? 'max-h-36 max-w-48' : 'h-56'"
      class="w-auto"
      :role="isRead ? 'img' : 'group'"
      :aria-label="isRead ? said : say('condition.drawing')"
    >
      <rect
        v-for="side in drawing.sides"
        :key="side.side"
        :x="side.x"
        :y="side.y"
        :width="side.width"
        :height="side.height"
        :rx="side.corner"
        class="fill-lit stroke-ink"
        stroke-width="2"
      />
      <g
        v-for="zone in drawing.zones"
        :key="`${zone.side} ${zone.column} ${zone.row}`"
        v-bind="mayBeMarked(zone)"
        @click="!isRead && emit('toggle', zone)"
        @keydown.enter.prevent="!isRead && emit('toggle', zone)"
        @keydown.space.prevent="!isRead && emit('toggle', zone)"
      >
        <rect
          :x="zone.x + 1"
          :y="zone.y + 1"
          :width="zone.width - 2"
          :height="zone.height - 2"
          :class="here(zone).length ? 'fill-brass-pale' : 'fill-transparent'"
          class="stroke-rule"
          stroke-dasharray="2 3"
        />
        <text
          :x="zone.x + zone.width / 2"
          :y="zone.y + zone.height / 2 + 5"
          text-anchor="middle"
          font-size="14"
          font-weight="700"
          class="fill-ink"
        >
          {{ letters(zone) }}
        </text>
      </g>
    </svg>
    <p class="flex justify-around text-sm text-ink-soft">
      <span>{{ say('condition.front') }}</span><span>{{ say('condition.back') }}</span>
    </p>
  </div>
</template>
