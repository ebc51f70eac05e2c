<script setup lang="ts">
import { phrases, type ChartTime, type KeyChart } from '@benevox/core/procedure'
import { computed } from 'vue'

/**
 * Our notation for a combination: a lane a key in the order of the device's edge, thick where it is held, cue
 * marks as hairlines with their word, the link as its own lane, ranges as faded ends.
 */
const props = defineProps<{ chart: KeyChart; nowMs?: number | undefined; small?: boolean }>()

const LABEL = 136
const WIDTH = 840
const LANE = 46
const TOP = 54
const words = computed(() => phrases('en', props.chart.names))

/** Long waits would squeeze the key work away: stretches without a change are drawn shorter. */
const marks = computed(() => {
  const times = new Set([0, props.chart.length.ms])
  for (const { spans } of props.chart.lanes) for (const { from, to } of spans) times.add(from.ms).add(to.ms)
  for (const { at } of props.chart.cues) times.add(at.ms)
  return [...times].sort((a, b) => a - b)
})
const places = computed(() => {
  const gaps = marks.value
    .slice(1)
    .map((ms, index) => Math.max(0.6, Math.log2(1 + (ms - (marks.value[index] ?? 0)) / 400)))
  const total = gaps.reduce((sum, gap) => sum + gap, 0) || 1
  let x = LABEL
  return [LABEL, ...gaps.map((gap) => (x += (gap / total) * (WIDTH - LABEL - 24)))]
})
function x(ms: number): number {
  const index = marks.value.findIndex((mark) => mark >= ms)
  if (index <= 0) return index === 0 ? LABEL : (places.value.at(-1) ?? LABEL)
  const [from = 0, to = 1] = [marks.value[index - 1], marks.value[index]]
  const [left = LABEL, right = LABEL] = [places.value[index - 1], places.value[index]]
  return left + ((ms - from) / (to - from)) * (right - left)
}
/** A time that varies from unit to unit fades out over its range; the drawing keeps it readable. */
const fade = (time: ChartTime) => (time.latestMs - time.earliestMs > 200 ? 16 : 0)
const laneY = (index: number) => TOP + index * LANE
const lanes = computed(() => props.chart.lanes.map((lane, index) => ({ ...lane, y: laneY(index) })))
const linkY = computed(() => laneY(props.chart.lanes.length))
const height = computed(() => linkY.value + (props.chart.links.length > 0 ? LANE : 0) + 10)
/** Cue words that would touch go on two levels. */
const cues = computed(() => {
  let lastX = -1000
  let level = 0
  return props.chart.cues.map((mark) => {
    const at = x(mark.at.ms)
    level = at - lastX < 110 ? 1 - level : 0
    lastX = at
    // The words keep inside the drawing; 8.6 is the width of a letter at this size.
    const half = (words.value.cue[mark.cue].length * 8.6) / 2
    const anchor = at + half > WIDTH ? 'end' : at - half < 0 ? 'start' : 'middle'
    return { ...mark, x: at, level, anchor }
  })
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${WIDTH} ${height}`"
    class="block w-full"
    :class="{ 'max-w-md': small }"
    role="img"
    aria-label="Key chart"
  >
    <defs>
      <linearGradient id="fade-out">
        <stop offset="0" stop-color="var(--color-brass)" />
        <stop offset="1" stop-color="var(--color-brass)" stop-opacity="0.12" />
      </linearGradient>
      <linearGradient id="fade-in">
        <stop offset="0" stop-color="var(--color-brass)" stop-opacity="0.12" />
        <stop offset="1" stop-color="var(--color-brass)" />
      </linearGradient>
    </defs>
    <g v-for="lane in lanes" :key="lane.key">
      <text x="0" :y="lane.y + 21" font-size="19" font-weight="700" fill="var(--color-ink)">
        {{ words.key[lane.key] }}
      </text>
      <line
        :x1="LABEL"
        :x2="WIDTH"
        :y1="lane.y + 15"
        :y2="lane.y + 15"
        stroke="var(--color-rule)"
        stroke-width="2"
      />
      <g v-for="(span, index) in lane.spans" :key="index">
        <rect
          :x="x(span.from.ms)"
          :y="lane.y + 3"
          :width="Math.max(6, x(span.to.ms) - x(span.from.ms) - fade(span.to))"
          height="24"
          fill="var(--color-brass)"
        />
        <rect
          v-if="fade(span.to)"
          :x="x(span.to.ms) - fade(span.to)"
          :y="lane.y + 3"
          :width="fade(span.to) * 2"
          height="24"
          fill="url(#fade-out)"
        />
      </g>
    </g>
    <g v-if="chart.links.length">
      <text x="0" :y="linkY + 21" font-size="19" font-weight="700" fill="var(--color-ink)">cable</text>
      <line
        :x1="LABEL"
        :x2="WIDTH"
        :y1="linkY + 15"
        :y2="linkY + 15"
        stroke="var(--color-rule)"
        stroke-width="2"
      />
      <g v-for="(span, index) in chart.links" :key="index">
        <rect
          :x="x(span.from.ms)"
          :y="linkY + 6"
          :width="x(span.to.ms) - x(span.from.ms)"
          height="18"
          fill="var(--color-waiting-pale)"
          stroke="var(--color-waiting)"
        />
        <text :x="x(span.from.ms) + 8" :y="linkY + 20" font-size="15" fill="var(--color-ink)">
          {{ words.link[span.link] }}
        </text>
      </g>
    </g>
    <g v-for="(mark, index) in cues" :key="`cue-${index}`">
      <line
        :x1="mark.x"
        :x2="mark.x"
        :y1="mark.level ? 44 : 22"
        :y2="height - 6"
        stroke="var(--color-ink)"
        stroke-width="1.2"
        :stroke-dasharray="mark.step === undefined ? '3 4' : undefined"
      />
      <text
        :x="mark.x"
        :y="mark.level ? 40 : 17"
        font-size="17"
        :text-anchor="mark.anchor"
        fill="var(--color-ink)"
        :font-weight="mark.step === undefined ? 400 : 700"
      >
        {{ words.cue[mark.cue] }}
      </text>
    </g>
    <g v-if="nowMs !== undefined">
      <line
        :x1="x(nowMs)"
        :x2="x(nowMs)"
        y1="4"
        :y2="height"
        stroke="var(--color-ink)"
        stroke-width="4"
        data-testid="now-line"
      />
      <path :d="`M${x(nowMs) - 8} 0h16l-8 10z`" fill="var(--color-ink)" />
    </g>
  </svg>
</template>
