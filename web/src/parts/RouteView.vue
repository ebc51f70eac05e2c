<script setup lang="ts">
import { computed } from 'vue'
import type { GateId, Route } from '@benevox/core/route'
import type { JobView } from '@benevox/core/job'
import { checkText, choiceText } from '@benevox/words'
import { chanceText, say, words } from '../words/index.ts'
import ReasonOf from './ReasonOf.vue'

/** The route: what to do and why, what next if it fails, and the stages with the gates before them. */
const props = defineProps<{
  route: Route
  jobId: number
  /** Closed gates by their names alone: the questions that open them stand beside it. */
  brief?: boolean
  /** A closed job is no longer decided about. */
  handedBack?: { readonly at: string; readonly deleted: JobView['deleted'] } | undefined
}>()
const isRefused = computed(() => props.route.choices[0]?.action === 'refuse')
/** A closed gate is told once, at the first stage that waits for it. */
const stages = computed(() => {
  const told = new Set<GateId>()
  return props.route.stages.map((stage) => {
    const closed =
      stage.state === 'done' ? [] : stage.gates.filter(({ id, state }) => state !== 'open' && !told.has(id))
    for (const { id } of closed) told.add(id)
    return { ...stage, closed }
  })
})
/** A closed job is decided about no more, but for one that was refused. */
const decided = computed(() => (props.handedBack && !isRefused.value ? [] : props.route.choices))
const main = computed(() => decided.value[0])
const fallbacks = computed(() => decided.value.slice(1))
const MARK = { done: '✓', now: '▸', later: '·', left: '–' } as const
</script>

<template>
  <section :aria-label="say('route.title')" aria-live="polite">
    <template v-if="handedBack && !isRefused">
      <h2 class="text-2xl leading-tight" data-testid="route-main">{{ say('route.handedBack') }}</h2>
      <p class="text-[0.95rem]">
        {{ words.instant(handedBack.at) }}. {{ say(`deleted.${handedBack.deleted}`) }}
      </p>
    </template>
    <template v-else-if="main">
      <h2
        class="text-2xl leading-tight"
        :class="{ 'text-stop': main.action === 'refuse' }"
        data-testid="route-main"
      >
        {{ choiceText(main, words) }}
      </h2>
      <ReasonOf :choice="main" :job-id="jobId" />
    </template>
    <slot />
    <template v-for="choice in fallbacks" :key="choice.action">
      <h3 class="mt-3 font-bold">
        <span class="font-normal text-ink-soft">{{ say(`follows.${choice.after ?? 'it-failed'}`) }}</span>
        {{ say(`action.${choice.action}`) }}
        <span v-if="choice.action !== 'refuse'" class="font-normal text-ink-soft">{{
          say('route.helps', { chance: chanceText(choice.chance) })
        }}</span>
      </h3>
      <ReasonOf class="text-ink-soft" :choice="choice" :job-id="jobId" />
    </template>

    <p v-if="route.afterwards.length && !handedBack" class="mt-3">
      <span class="me-1 text-ink-soft">{{ say('route.after') }}</span>
      <b>{{ route.afterwards.map((action) => say(`action.${action}`)).join(' → ') }}</b>
    </p>
    <ol class="mt-4 border-t-2 border-ink">
      <li v-for="stage in stages" :key="stage.id" class="border-b border-rule py-1.5">
        <p class="grid grid-cols-[1.25rem_auto_1fr] items-baseline gap-x-2">
          <span
            aria-hidden="true"
            class="font-mono text-lg leading-none font-bold"
            :class="{ 'text-clear': stage.state === 'done', 'text-brass': stage.state === 'now' }"
            >{{ MARK[stage.state] }}</span
          >
          <b
            class="whitespace-nowrap"
            :class="{ 'text-ink-soft': stage.state === 'later' || stage.state === 'left' }"
            >{{ say(`stage.${stage.id}`) }}</b
          >
          <span class="text-sm text-ink-soft"
            ><span :class="{ 'sr-only': stage.state !== 'left' }">{{ say(`stageState.${stage.state}`) }}</span
            >{{ stage.note && say(`note.${stage.note.code}`) }}</span
          >
        </p>
        <ul v-if="stage.closed.length" class="ms-7 text-sm">
          <li v-for="gate in stage.closed" :key="gate.id" class="flex gap-2 py-0.5">
            <span aria-hidden="true" :class="gate.state === 'closed-for-good' ? 'text-stop' : 'text-brass'"
              >▮</span
            >
            <span
              ><b>{{ say(`check.${gate.id}`) }}.</b>
              {{ brief && gate.state === 'closed' ? '' : checkText(gate, words) }}</span
            >
          </li>
        </ul>
      </li>
    </ol>
  </section>
</template>
