<script setup lang="ts">
import type { Family } from '@benevox/core/catalog'
import { screenFormOf } from '@benevox/core/drawing'
import { computed } from 'vue'
import { findingText, notVerifiedOf, sheetTexts } from '@benevox/words'
import { say, words } from '../../../words/index.ts'
import DevicePicture from '../../../parts/DevicePicture.vue'
import KeyChart from '../../../parts/KeyChart.vue'
import { faultText, type DraftReading } from './useDraft.ts'

/** What the twin says to the draft as it stands: the chart of one way, which ways are proven, what is wrong. */
const props = defineProps<{ family: Family; reading: DraftReading; chosen: string; isSettled: boolean }>()
const emit = defineEmits<{ choose: [id: string] }>()
const sheet = computed(() => props.reading.sheets.find(({ method }) => method.id === props.chosen))
/** What is missing stands above, with a button that adds it. */
const faults = computed(() => [
  ...new Set(
    props.reading.faults.flatMap((fault) =>
      fault.flaw.code === 'lacks' && fault.flaw.what === 'key' ? [] : [faultText(fault)],
    ),
  ),
])
const lines = computed(() => (sheet.value ? sheetTexts(sheet.value, words) : []))
const isWaiting = computed(() => props.reading.running === undefined)
const MOST_SHOWN = 8
const notVerified = computed(() => props.reading.sheets.filter(({ notVerified: why }) => why !== undefined))
/** Findings that are no proof of a way: those stand with the ways. */
const findings = computed(() => props.reading.findings.filter(({ code }) => code !== 'misses-its-goal'))
</script>

<template>
  <div class="space-y-3" :aria-busy="!isSettled">
    <div class="flex flex-wrap items-start gap-4">
      <div class="w-72 shrink-0">
        <DevicePicture
          class="max-h-44"
          :family="family"
          :kind="family.kind"
          :pressed="sheet?.chart?.lanes.map(({ key }) => key) ?? []"
        />
      </div>
      <section class="min-w-0 flex-[1_1_7rem]" aria-labelledby="proof-title" aria-live="polite">
        <h2 id="proof-title">{{ say('proof.title') }}</h2>
        <p v-if="isWaiting && faults.length === 0">{{ say('proof.waiting') }}</p>
        <ul v-else-if="faults.length" class="list-disc ps-5" data-testid="draft-faults">
          <li v-for="fault in faults.slice(0, MOST_SHOWN)" :key="fault">{{ fault }}</li>
          <li v-if="faults.length > MOST_SHOWN">
            {{ say('proof.more', { count: faults.length - MOST_SHOWN }) }}
          </li>
        </ul>
        <div v-else data-testid="proofs">
          <p>
            <b :class="notVerified.length ? '' : 'text-clear'">{{
              say('proof.verified', {
                count: reading.sheets.length - notVerified.length,
                all: reading.sheets.length,
              })
            }}</b>
          </p>
          <p v-if="notVerified.length" class="font-bold text-stop">
            {{ say('proof.notVerified', { count: notVerified.length }) }}
          </p>
          <ul class="ruled">
            <li v-for="one in notVerified" :key="one.method.id" class="py-1">
              <button type="button" class="text-start underline" @click="emit('choose', one.method.id)">
                {{ notVerifiedOf(one, words) }}
              </button>
            </li>
          </ul>
        </div>
        <div v-if="findings.length" class="mt-2" data-testid="findings">
          <p class="font-bold">{{ say('proof.findings') }}</p>
          <ul class="list-disc ps-5">
            <li v-for="(finding, index) in findings.slice(0, MOST_SHOWN)" :key="index">
              {{ findingText(finding, words) }}
            </li>
            <li v-if="findings.length > MOST_SHOWN">
              {{ say('proof.more', { count: findings.length - MOST_SHOWN }) }}
            </li>
          </ul>
        </div>
      </section>
    </div>
    <template v-if="sheet">
      <KeyChart v-if="sheet.chart" narrow :chart="sheet.chart" :form="screenFormOf(family.kind, family)" />
      <ol class="leading-snug" data-testid="draft-lines">
        <li v-for="(line, index) in lines" :key="index" class="flex gap-3">
          <span class="font-mono text-ink-soft">{{ index + 1 }}</span><span>{{ line }}</span>
        </li>
      </ol>
    </template>
  </div>
</template>
