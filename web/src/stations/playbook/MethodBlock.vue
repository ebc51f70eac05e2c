<script setup lang="ts">
import type { Family } from '@benevox/core/catalog'
import { SCAN, type StudiedMethod } from '@benevox/core/hand'
import { chartDrawing, drawingSvg, screenFormOf } from '@benevox/core/drawing'
import type { MethodSheet } from '@benevox/core/method'
import { computed } from 'vue'
import KeyChart from '../../parts/KeyChart.vue'
import { criticalText, drawnNames, notVerifiedOf, of100Text, sheetTexts } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** One way of a family: its chart, its figures, its presses, and where it departs from the way beside it. */
const props = defineProps<{
  family: Family
  sheet: MethodSheet
  /** Absent while it is worked out. */
  study?: StudiedMethod | undefined
  /** Why it stands where it does among its neighbours. */
  reason?: string | undefined
  /** Lines of the first way; those that are not among them are marked. */
  firstLines?: readonly string[] | undefined
  /** It has half the page, beside another. */
  narrow?: boolean
}>()
const method = computed(() => props.sheet.method)
const form = computed(() => screenFormOf(props.family.kind, props.family))
const lines = computed(() => sheetTexts(props.sheet, words))
const notVerified = computed(() => notVerifiedOf(props.sheet, words))
const svg = computed(
  () =>
    props.sheet.chart &&
    `data:image/svg+xml;charset=utf-8,${encodeURIComponent(drawingSvg(chartDrawing(props.sheet.chart, drawnNames(words, props.sheet.chart.names), { form: form.value }), method.value.name))}`,
)
const critical = computed(() => props.study?.critical)
const sentence = computed(
  () =>
    critical.value &&
    props.sheet.chart &&
    criticalText(method.value, critical.value.step, props.sheet.chart, words),
)
/** Room is kept for what is being worked out: nothing moves under a hand that is about to press. */
const isWorking = computed(() => !props.study && !props.sheet.notVerified)
const departs = (line: string) => props.firstLines !== undefined && !props.firstLines.includes(line)
/** The slack of every key change that does not forgive everything, in the words of its step. */
const slacks = computed(() =>
  (props.study?.slacks ?? [])
    .filter(({ safe }) => safe.toMs < SCAN.latestMs)
    .map(({ step, safe, windows, isFreeEarly }) => ({
      line: lines.value[step] ?? '',
      early: isFreeEarly
        ? say('method.anyEarly')
        : say('method.early', { seconds: words.tenths(-safe.fromMs) }),
      late: say('method.late', { seconds: words.tenths(safe.toMs) }),
      isSplit: windows.length > 1,
    })),
)
</script>

<template>
  <article
    class="flex min-w-0 flex-col border-t-2 border-ink pt-2"
    :aria-label="method.name"
    data-testid="method"
  >
    <header class="flex items-baseline gap-3">
      <h3 class="text-lg leading-tight font-bold">{{ method.name }}</h3>
      <span class="ms-auto shrink-0 text-sm text-ink-soft">{{
        say(`source.${method.source ?? family.source}`)
      }}</span>
    </header>
    <p v-if="notVerified" role="note" class="mt-1 border-s-4 border-stop ps-3">
      <b class="text-stop">{{ say('keys.notVerified') }}</b> {{ notVerified }}
    </p>
    <template v-else>
      <p v-if="study" class="mt-1" data-testid="figures">
        {{
          say('method.figures', {
            of100: of100Text(study.study.firstAttempt, words),
            seconds: words.number(Math.round(study.study.attemptMs / 1000)),
            attempts: Math.round(study.study.attempts * 10) / 10,
          })
        }}
      </p>
      <p v-else class="mt-1 text-ink-soft"><span class="text-xl">…</span> {{ say('method.studying') }}</p>
      <p v-if="reason" class="text-ink-soft">{{ reason }}</p>
      <p v-else-if="isWorking && narrow" aria-hidden="true">&nbsp;</p>
    </template>
    <KeyChart
      v-if="sheet.chart"
      class="mt-2 max-w-3xl"
      :chart="sheet.chart"
      :form="form"
      :narrow="narrow"
      :label="say('method.chartOf', { method: method.name })"
    />
    <p v-if="sentence" class="mt-1 font-bold">{{ sentence }}</p>
    <p v-else-if="isWorking && sheet.chart" class="mt-1" aria-hidden="true">&nbsp;</p>
    <ol class="mt-1 leading-snug">
      <li
        v-for="(line, index) in lines"
        :key="index"
        class="flex gap-3 border-s-4 py-0.5 ps-2"
        :class="departs(line) ? 'border-brass bg-brass-pale/60' : 'border-transparent'"
      >
        <span class="font-mono text-ink-soft">{{ index + 1 }}</span><span>{{ line }}</span>
      </li>
    </ol>
    <details v-if="slacks.length" class="mt-1">
      <summary class="cursor-pointer underline">{{ say('method.howExact') }}</summary>
      <table class="mt-1 w-full text-[0.95rem]">
        <tbody class="ruled">
          <tr v-for="slack in slacks" :key="slack.line">
            <td class="py-1 pe-3">{{ slack.line }}</td>
            <td class="py-1 pe-3 whitespace-nowrap">{{ slack.early }}</td>
            <td class="py-1 whitespace-nowrap">{{ slack.late }}<span v-if="slack.isSplit"> *</span></td>
          </tr>
        </tbody>
      </table>
      <p v-if="slacks.some(({ isSplit }) => isSplit)" class="text-sm text-ink-soft">
        {{ say('method.again') }}
      </p>
    </details>
    <p v-else-if="isWorking" class="mt-1" aria-hidden="true">&nbsp;</p>
    <p class="mt-2 flex gap-4">
      <RouterLink
        class="underline"
        :to="{ path: `/playbook/families/${family.id}/practice`, query: { way: method.id } }"
        >{{ say('method.practise') }}</RouterLink
      >
      <a v-if="svg" class="underline" :href="svg" :download="`${family.id}-${method.id}.svg`">{{
        say('method.chart')
      }}</a>
    </p>
  </article>
</template>
