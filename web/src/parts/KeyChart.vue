<script setup lang="ts">
import { chartDrawing, type KeyChart } from '@benevox/core/procedure'
import { computed, useId } from 'vue'

/** The key chart on the screen, with the moving line of a run. */
const props = defineProps<{ chart: KeyChart; nowMs?: number | undefined; label?: string | undefined }>()
const drawing = computed(() => chartDrawing(props.chart, 'en'))
const nowX = computed(() => (props.nowMs === undefined ? undefined : drawing.value.xOf(props.nowMs)))
const fade = useId()

const FILL = {
  held: 'var(--color-brass)',
  fading: `url(#${fade})`,
  link: 'var(--color-waiting-pale)',
  lane: 'var(--color-rule)',
  'awaited-cue': 'var(--color-ink)',
  'passing-cue': 'var(--color-ink-soft)',
  word: 'var(--color-ink)',
} as const
</script>

<template>
  <svg
    :viewBox="`0 0 ${drawing.width} ${drawing.height}`"
    class="block w-full"
    role="img"
    :aria-label="label ?? 'Key chart'"
  >
    <defs>
      <linearGradient :id="fade">
        <stop offset="0" stop-color="var(--color-brass)" />
        <stop offset="1" stop-color="var(--color-brass)" stop-opacity="0.12" />
      </linearGradient>
    </defs>
    <template v-for="(mark, index) in drawing.marks" :key="index">
      <rect
        v-if="mark.kind === 'rect'"
        :x="mark.x"
        :y="mark.y"
        :width="mark.width"
        :height="mark.height"
        :fill="FILL[mark.ink]"
        :stroke="mark.ink === 'link' ? 'var(--color-waiting)' : undefined"
      />
      <line
        v-else-if="mark.kind === 'line'"
        :x1="mark.x1"
        :x2="mark.x2"
        :y1="mark.y1"
        :y2="mark.y2"
        :stroke="FILL[mark.ink]"
        :stroke-width="mark.ink === 'lane' ? 2 : 1.2"
        :stroke-dasharray="mark.ink === 'passing-cue' ? '3 4' : undefined"
      />
      <text
        v-else
        :x="mark.x"
        :y="mark.y"
        :font-size="mark.size"
        :font-weight="mark.bold ? 700 : 400"
        :text-anchor="mark.anchor"
        :fill="FILL[mark.ink]"
      >
        {{ mark.text }}
      </text>
    </template>
    <g v-if="nowX !== undefined">
      <line
        :x1="nowX"
        :x2="nowX"
        y1="4"
        :y2="drawing.height"
        stroke="var(--color-ink)"
        stroke-width="4"
        data-testid="now-line"
      />
      <path :d="`M${nowX - 8} 0h16l-8 10z`" fill="var(--color-ink)" />
    </g>
  </svg>
</template>
