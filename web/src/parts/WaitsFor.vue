<script setup lang="ts">
import type { AccountWait } from '@benevox/core/account'
import type { CarrierWait } from '@benevox/core/carrier'
import { computed } from 'vue'
import { say, words } from '../words/index.ts'

/** What is waited for: since when, until when, and what to do once it is due. */
const props = defineProps<{ wait: AccountWait | CarrierWait; now: Date }>()
const isDue = computed(() => Date.parse(props.wait.until) <= props.now.getTime())
/** What is promised in working days is due on a day, not at an hour of it. */
const inDays = computed(() => props.wait.for === 'service' || props.wait.for === 'carrier-reply')
const said = (at: string) => (inDays.value ? words.shortDay(at) : words.dayAndTime(at, props.now))
const isExact = computed(() => props.wait.until === props.wait.latest)
</script>

<template>
  <section class="border-s-4 px-3 py-2" :class="isDue ? 'border-brass bg-brass-pale' : 'border-waiting'">
    <h2>{{ say('accountPage.waiting', { what: say(`waits.${wait.for}`) }) }}</h2>
    <p>
      {{ say('accountPage.since', { since: words.dayAndTime(wait.since, now) }) }},
      {{
        isExact
          ? say('accountPage.until', { until: said(wait.until) })
          : say('accountPage.usually', { until: said(wait.until), latest: said(wait.latest) })
      }}
    </p>
    <p v-if="isDue" class="font-bold" role="status">{{ say(`accountDue.${wait.for}`) }}</p>
  </section>
</template>
