<script setup lang="ts">
import { source, type Family, type Source } from '@benevox/core/catalog'
import { PLATFORM_WAIT_LAW } from '@benevox/core/clocks'
import { computed } from 'vue'
import NumberField from '../../../parts/NumberField.vue'
import TickBox from '../../../parts/TickBox.vue'
import SelectOf from '../../../parts/SelectOf.vue'
import SecondsField from './SecondsField.vue'
import AwayButton from './AwayButton.vue'
import { say } from '../../../words/index.ts'

/** How its locks behave, how long wrong entries make one wait, which times the work takes, and where parts are known from. */
const family = defineModel<Family>({ required: true })
const USUAL_ENTRIES = 10
const MOST_ENTRIES = 1000
const SYSTEM_FILE = ['unknown', 'yes', 'no'] as const
const systemFiles = computed(() => SYSTEM_FILE.map((one) => [one, say(`locksForm.file.${one}`)] as const))
const systemFile = computed(() =>
  family.value.systemFile === undefined ? 'unknown' : family.value.systemFile ? 'yes' : 'no',
)
type Band = NonNullable<Family['waitLaw']>[number]
const BANDS: readonly Band['kind'][] = ['none', 'each', 'every', 'doubling']
const bands = computed(() => BANDS.map((one) => [one, say(`locksForm.band.${one}`)] as const))
function become(index: number, kind: Band['kind']): void {
  const band = family.value.waitLaw?.[index]
  if (!band) return
  const { fromFailures } = band
  const every = 'every' in band ? band.every : 1
  const waitMs = 'waitMs' in band ? band.waitMs : 30_000
  const made: Record<Band['kind'], Band> = {
    none: { kind: 'none', fromFailures },
    each: { kind: 'each', fromFailures, waitMs },
    every: { kind: 'every', fromFailures, every, waitMs },
    doubling: { kind: 'doubling', fromFailures, every, waitMs },
  }
  family.value.waitLaw?.splice(index, 1, made[kind])
}
function addBand(): void {
  const last = family.value.waitLaw?.at(-1)?.fromFailures ?? -1
  family.value.waitLaw?.push({ kind: 'each', fromFailures: last + 1, waitMs: 30_000 })
}
const times = computed(() =>
  [...Object.keys(family.value.durations), ...Object.keys(family.value.sums)].map(
    (name) => [name, name.replaceAll('-', ' ')] as const,
  ),
)
const PARTS = ['keys', 'durations', 'menus', 'settings', 'account-lock', 'carrier-lock'] as const
const sources = computed(() => [
  ['', say('locksForm.asFamily')] as const,
  ...source.options.map((one) => [one, say(`source.${one}`)] as const),
])
function knowFrom(part: (typeof PARTS)[number], from: Source | ''): void {
  const { [part]: _, ...others } = family.value.sources
  family.value.sources = from === '' ? others : { ...others, [part]: from }
}
const text = ({ target }: Event) => (target as HTMLInputElement).value.trim()
</script>

<template>
  <fieldset class="space-y-2">
    <legend class="font-bold">{{ say('family.locks') }}</legend>
    <TickBox v-model="family.accountLock.asksAfterRecoveryReset">{{ say('locksForm.asks') }}</TickBox>
    <TickBox v-model="family.accountLock.acceptsOldScreenLock">{{ say('locksForm.oldLock') }}</TickBox>
    <TickBox
      :model-value="family.carrierLock !== undefined"
      @update:model-value="
        (can) => (family.carrierLock = can ? { entriesAllowed: USUAL_ENTRIES } : undefined)
      "
      >{{ say('locksForm.carrier') }}</TickBox
    >
    <div v-if="family.carrierLock" class="flex flex-wrap gap-3">
      <label
        >{{ say('locksForm.entries') }}
        <NumberField
          :label="say('locksForm.entries')"
          :least="1"
          :most="100"
          :model-value="family.carrierLock.entriesAllowed"
          @update:model-value="
            (entries = 1) => family.carrierLock && (family.carrierLock.entriesAllowed = entries)
          "
      /></label>
      <label
        >{{ say('locksForm.dialled') }}
        <input
          class="field !w-40 font-mono"
          maxlength="20"
          :placeholder="say('locksForm.nothing')"
          :value="family.carrierLock.dialledCode ?? ''"
          @change="family.carrierLock && (family.carrierLock.dialledCode = text($event) || undefined)"
      /></label>
    </div>
    <SelectOf
      :label="say('locksForm.systemFile')"
      :options="systemFiles"
      :model-value="systemFile"
      @update:model-value="(said) => (family.systemFile = said === 'unknown' ? undefined : said === 'yes')"
    />
    <TickBox
      :model-value="family.waitLaw !== undefined"
      @update:model-value="
        (own) => (family.waitLaw = own ? PLATFORM_WAIT_LAW.map((band) => ({ ...band })) : undefined)
      "
      >{{ say('locksForm.ownWaits') }}</TickBox
    >
    <ul v-if="family.waitLaw" class="ruled border-y border-rule" :aria-label="say('locksForm.waits')">
      <li v-for="(band, index) in family.waitLaw" :key="index" class="flex flex-wrap items-end gap-2 py-1">
        <label
          >{{ say('locksForm.from') }}
          <NumberField
            :label="say('locksForm.waitFrom', { number: index + 1 })"
            :least="0"
            :most="MOST_ENTRIES"
            :model-value="band.fromFailures"
            @update:model-value="(from = 0) => (band.fromFailures = from)"
        /></label>
        <SelectOf
          :label="say('locksForm.wait')"
          :options="bands"
          :model-value="band.kind"
          @update:model-value="(kind) => become(index, kind)"
        />
        <label v-if="'every' in band"
          >{{ say('locksForm.every') }}
          <NumberField
            :label="say('locksForm.waitEvery', { number: index + 1 })"
            :least="1"
            :most="MOST_ENTRIES"
            :model-value="band.every"
            @update:model-value="(every = 1) => (band.every = every)"
        /></label>
        <label v-if="'waitMs' in band"
          >{{ say('locksForm.seconds') }}
          <SecondsField v-model="band.waitMs" :label="say('locksForm.waitSeconds', { number: index + 1 })"
        /></label>
        <AwayButton
          :name="say('row.remove', { row: say('locksForm.waitNumber', { number: index + 1 }) })"
          @click="family.waitLaw?.splice(index, 1)"
        />
      </li>
      <li class="py-1">
        <button type="button" class="act" @click="addBand">{{ say('locksForm.addWait') }}</button>
      </li>
    </ul>
    <div class="flex flex-wrap gap-3">
      <SelectOf
        :label="say('locksForm.wipes')"
        :options="times"
        :model-value="family.durationsOfTheWork.wipe"
        @update:model-value="(time) => (family.durationsOfTheWork.wipe = time)"
      />
      <SelectOf
        :label="say('locksForm.startsFirst')"
        :options="times"
        :model-value="family.durationsOfTheWork.firstStart"
        @update:model-value="(time) => (family.durationsOfTheWork.firstStart = time)"
      />
    </div>
    <details>
      <summary class="cursor-pointer underline">{{ say('locksForm.partSource') }}</summary>
      <div class="mt-1 flex flex-wrap gap-3">
        <SelectOf
          v-for="part in PARTS"
          :key="part"
          :label="say(`locksForm.part.${part}`)"
          :options="sources"
          :model-value="family.sources[part] ?? ''"
          @update:model-value="(from) => knowFrom(part, from)"
        />
      </div>
    </details>
  </fieldset>
</template>
