<script setup lang="ts">
import { fieldOf, type FactName, type Facts } from '@benevox/core/facts'
import { computed } from 'vue'
import { useCarrierCountries, useCarriers } from '../../api/carriers.ts'
import { useJob } from '../../job/jobs.ts'
import CountryField from '../../parts/CountryField.vue'
import FreeText from '../../parts/FreeText.vue'
import ImeiField from '../../parts/ImeiField.vue'
import ModelFinder from '../../parts/ModelFinder.vue'
import NumberedChoices from './NumberedChoices.vue'
import RegistryAnswer from './RegistryAnswer.vue'
import WrongEntries from './WrongEntries.vue'
import { offeredTexts } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** The field of one question, whichever kind of answer it takes. */
const props = defineProps<{ name: FactName }>()
const job = useJob()
const kind = computed(() => fieldOf(props.name))
const label = computed(() => say(`ask.${props.name}`))
/** A carrier is picked from those the shop can order from; another one is written. */
const carriers = props.name === 'originalCarrier' ? useCarriers() : undefined
const countries =
  props.name === 'carrierCountry' ? useCarrierCountries(() => job.facts.originalCarrier) : undefined
const value = computed(() => String(job.facts[props.name] ?? ''))

function set(value: string | number | null): void {
  job.setFact(props.name, value as Facts[FactName] | null)
}
function keep(text: string, isNoSecret: boolean): void {
  job.setFact(props.name, (text === '' ? null : text) as Facts[FactName] | null, isNoSecret)
}
/** A counted answer; what is no number within its range takes the answer back. */
function setCount(text: string, to: number): void {
  const count = Number(text)
  set(text === '' || !Number.isInteger(count) || count < 1 || count > to ? null : count)
}
</script>

<template>
  <ModelFinder v-if="kind === 'model'" :model-id="job.facts.modelId" @found="(id) => set(id)" />
  <ImeiField
    v-else-if="kind === 'imei'"
    :imei="value || undefined"
    :label="label"
    :model-id="job.facts.modelId"
    @read="(imei) => set(imei)"
    @model="(id) => job.setFact('modelId', id)"
  />
  <input
    v-else-if="kind === 'count'"
    class="field !w-24 font-mono"
    inputmode="numeric"
    :aria-label="label"
    :value="value === 'unknown' ? '' : value"
    @input="setCount(($event.target as HTMLInputElement).value, 100)"
  />
  <FreeText
    v-else-if="kind === 'text'"
    :label="label"
    :value="value"
    :maxlength="300"
    :offers="carriers"
    @keep="keep"
  />
  <input
    v-else-if="kind === 'date'"
    class="field !w-44"
    type="date"
    :aria-label="label"
    :value="value"
    @change="set(($event.target as HTMLInputElement).value || null)"
  />
  <CountryField
    v-else-if="kind === 'country'"
    :label="label"
    :value="value"
    :offers="countries"
    @keep="(code) => set(code)"
  />
  <WrongEntries v-else-if="name === 'wrongEntries'" />
  <RegistryAnswer v-else-if="name === 'registryAnswer'" />
  <NumberedChoices
    v-else
    :label="label"
    :answers="offeredTexts(name, job.device, words)"
    :chosen="value"
    @choose="(answer) => set(answer === value ? null : answer)"
  />
</template>
