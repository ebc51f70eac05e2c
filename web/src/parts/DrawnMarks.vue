<script setup lang="ts">
import { pathData, STROKE, type DrawingMark } from '@benevox/core/drawing'
import { useId } from 'vue'

/** The marks of a drawing in the colours of the house. */
defineProps<{ marks: readonly DrawingMark[] }>()
const fade = useId()

const FILL = {
  held: 'var(--color-brass)',
  fading: `url(#${fade})`,
  link: 'var(--color-waiting-pale)',
  lane: 'var(--color-rule)',
  'awaited-cue': 'var(--color-ink)',
  'passing-cue': 'var(--color-ink-soft)',
  word: 'var(--color-ink)',
  'cue-word': 'var(--color-ink)',
  body: 'var(--color-paper-deep)',
  screen: 'none',
  change: 'var(--color-paper)',
  'change-word': 'var(--color-ink)',
  key: 'var(--color-ink)',
  'used-key': 'var(--color-brass)',
  'glass-lit': '#fff',
  'glass-dark': 'var(--color-glass)',
  'glass-any': 'var(--color-rule)',
  'on-lit': 'var(--color-glass)',
  'on-dark': 'var(--color-on-glass)',
  fold: 'var(--color-ink-soft)',
  choice: 'var(--color-brass)',
  'for-good': 'var(--color-stop)',
  'go-on': 'var(--color-clear)',
  wave: 'var(--color-brass)',
} as const
const OUTLINE: Partial<Record<DrawingMark['ink'], string>> = {
  link: 'var(--color-waiting)',
  body: 'var(--color-ink)',
  screen: 'var(--color-rule)',
  change: 'var(--color-ink)',
}
</script>

<template>
  <defs>
    <linearGradient :id="fade">
      <stop offset="0" stop-color="var(--color-brass)" />
      <stop offset="1" stop-color="var(--color-brass)" stop-opacity="0.12" />
    </linearGradient>
  </defs>
  <template v-for="(mark, index) in marks" :key="index">
    <rect
      v-if="mark.kind === 'rect'"
      :x="mark.x"
      :y="mark.y"
      :width="mark.width"
      :height="mark.height"
      :rx="mark.round"
      :fill="FILL[mark.ink]"
      :stroke="OUTLINE[mark.ink]"
      :stroke-width="mark.ink === 'body' || mark.ink === 'change' ? 2.5 : 1.2"
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
    <circle
      v-else-if="mark.kind === 'circle'"
      :cx="mark.cx"
      :cy="mark.cy"
      :r="mark.r"
      :fill="mark.filled ? FILL[mark.ink] : 'none'"
      :stroke="mark.filled ? undefined : FILL[mark.ink]"
      :stroke-width="mark.stroke ?? STROKE"
    />
    <path
      v-else-if="mark.kind === 'path'"
      :d="pathData(mark.points)"
      fill="none"
      :stroke="FILL[mark.ink]"
      :stroke-width="mark.stroke ?? STROKE"
      stroke-linejoin="round"
    />
    <text
      v-else
      :x="mark.x"
      :y="mark.y"
      :font-size="mark.size"
      :font-weight="mark.bold ? 700 : 400"
      :text-anchor="mark.anchor"
      :fill="FILL[mark.ink]"
      :class="{ 'on-lines': mark.ink === 'cue-word' }"
    >
      {{ mark.text }}
    </text>
  </template>
</template>

<style scoped>
/* The ground around the letters, so that a line below them does not run through. */
.on-lines {
  paint-order: stroke;
  stroke: var(--color-paper);
  stroke-width: 5px;
  stroke-linejoin: round;
}
</style>
