<script setup lang="ts">
import type { Family, KeyId } from '@benevox/core/catalog'
import { phrases } from '@benevox/core/procedure'
import { computed } from 'vue'

/** The device as it lies in hand, with the place of each key on its edge; keys in use are brass. */
const props = defineProps<{
  family: Family
  kind: 'phone' | 'tablet' | 'watch'
  pressed?: readonly KeyId[]
}>()
const words = phrases('en')

const BODY = {
  phone: { w: 120, h: 250, r: 16 },
  tablet: { w: 190, h: 250, r: 12 },
  watch: { w: 140, h: 140, r: 70 },
} as const
const body = computed(() => ({
  ...BODY[props.kind],
  x: props.kind === 'tablet' ? 70 : 110,
  y: props.kind === 'watch' ? 62 : 8,
}))
const keys = computed(() =>
  props.family.keys.map(({ id, edge, at, byPlace }) => {
    const { x, y, w, h } = body.value
    const upright = edge === 'left' || edge === 'right'
    const cx = edge === 'left' ? x - 4 : edge === 'right' ? x + w + 4 : x + at * w
    const cy = upright ? y + at * h : edge === 'top' ? y - 4 : y + h + 4
    return {
      id,
      byPlace,
      cx,
      cy,
      upright,
      side: edge === 'left' ? ('left' as const) : ('right' as const),
      isPressed: props.pressed?.includes(id) ?? false,
    }
  }),
)
</script>

<template>
  <svg
    viewBox="0 0 360 268"
    class="block w-full"
    role="img"
    :aria-label="`Keys: ${family.keys.map(({ id, edge, byPlace }) => byPlace ?? `${words.key[id]} ${edge}`).join(', ')}`"
  >
    <template v-if="kind === 'watch'">
      <rect
        :x="body.x + 36"
        y="4"
        width="68"
        height="70"
        fill="var(--color-paper-deep)"
        stroke="var(--color-rule)"
      />
      <rect
        :x="body.x + 36"
        :y="body.y + body.h - 12"
        width="68"
        height="70"
        fill="var(--color-paper-deep)"
        stroke="var(--color-rule)"
      />
    </template>
    <rect
      :x="body.x"
      :y="body.y"
      :width="body.w"
      :height="body.h"
      :rx="body.r"
      fill="var(--color-paper-deep)"
      stroke="var(--color-ink)"
      stroke-width="2.5"
    />
    <rect
      :x="body.x + 8"
      :y="body.y + 8"
      :width="body.w - 16"
      :height="body.h - 16"
      :rx="Math.max(2, body.r - 8)"
      fill="none"
      stroke="var(--color-rule)"
      stroke-width="1.5"
    />
    <g v-for="key in keys" :key="key.id">
      <rect
        :x="key.cx - (key.upright ? 4 : 13)"
        :y="key.cy - (key.upright ? 11 : 4)"
        :width="key.upright ? 8 : 26"
        :height="key.upright ? 22 : 8"
        rx="3"
        :fill="key.isPressed ? 'var(--color-brass)' : 'var(--color-ink)'"
      />
      <text
        :x="key.side === 'left' ? key.cx - 10 : key.cx + 10"
        :y="key.cy + 5"
        font-size="18"
        :text-anchor="key.side === 'left' ? 'end' : 'start'"
        :font-weight="key.isPressed ? 700 : 400"
        fill="var(--color-ink)"
      >
        {{ key.byPlace ?? words.key[key.id] }}
      </text>
    </g>
  </svg>
</template>
