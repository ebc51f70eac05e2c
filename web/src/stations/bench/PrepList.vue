<script setup lang="ts">
import { keyText, linkText } from '@benevox/words'
import { linksIn, namesIn, type Family, type KeyId, type LinkKind, type Model } from '@benevox/core/catalog'
import { computed, ref, watch } from 'vue'
import { useJob } from '../../job/jobs.ts'
import { useKit } from '../../api/kit.ts'
import ChargeFirst from './ChargeFirst.vue'
import { say, words } from '../../words/index.ts'

/** What to have in hand before the keys: the numbered cable, keys that work, charge, the puck, glasses. */
const props = defineProps<{
  model: Model
  family: Family
  keys: readonly KeyId[]
  needsLink?: LinkKind | undefined
}>()
/** Undefined until somebody says it. */
const link = defineModel<LinkKind | undefined>('link', { required: true })
const cable = defineModel<number | undefined>('cable', { required: true })
const job = useJob()
const kit = useKit()
const before = computed(() => job.route?.before ?? [])
const own = computed(() => namesIn(props.family))
const cables = computed(() => kit.fitting(props.model.port))
const chosen = computed(() => kit.cables.find(({ number }) => number === cable.value))
const record = computed(() => {
  if (!chosen.value) return ''
  const { reached, failed, note } = chosen.value
  const tried = reached + failed
  const attempts = tried === 0 ? say('prep.noAttempts') : say('prep.attempts', { reached, tried })
  return note ? `${note}; ${attempts}` : attempts
})
const isWatch = computed(() => props.model.kind === 'watch')
const tested = computed(() => job.saved?.bench.keysTested ?? {})
/** Those of the method, and what was found broken: that it does answer after all has a place where the method goes without. */
const toTest = computed(() => {
  const broken = props.family.keys.map(({ id }) => id).filter((id) => tested.value[id] === 'broken')
  return [...new Set([...props.keys, ...broken])]
})
const isLow = computed(
  () =>
    job.facts.battery !== 'at-least-20' &&
    job.facts.battery !== 'external-power' &&
    !job.saved?.bench.charging?.endedAt,
)
const toggle = (key: KeyId) =>
  void job.tell({ kind: 'key-tested', key, state: tested.value[key] === 'works' ? 'broken' : 'works' })
const retire = () => chosen.value && void kit.retire(chosen.value.number, say('prep.noData'))
const linkField = ref<HTMLSelectElement>()
const isAsked = ref(false)
watch(link, () => (isAsked.value = false))
/** An attempt was to begin, and nobody has said what hangs on the cable. */
function askForLink(): void {
  isAsked.value = true
  linkField.value?.focus()
}
defineExpose({ askForLink })
watch(
  cables,
  (now) => {
    const isThere = now.some(({ number }) => number === cable.value)
    if (props.needsLink && !isThere) cable.value = now[0]?.number
  },
  { immediate: true },
)
</script>

<template>
  <section :aria-label="say('prep.title')" class="text-[1.05rem]">
    <h2 class="border-b-2 border-ink">{{ say('prep.title') }}</h2>
    <ul class="ruled">
      <li v-if="needsLink" class="py-1.5">
        <div class="flex items-end gap-3">
          <label class="w-32 shrink-0 text-sm text-ink-soft"
            >{{ isWatch ? say('prep.puck') : say('prep.cable') }}
            <select v-model="cable" data-testid="cable" class="field font-mono font-bold">
              <option :value="undefined">{{ say('prep.notNumbered') }}</option>
              <option v-for="one in cables" :key="one.number" :value="one.number">
                {{ say('prep.number', { number: one.number }) }}
              </option>
            </select>
          </label>
          <label class="min-w-0 flex-1 text-sm text-ink-soft"
            >{{ say('prep.onCable') }}
            <select
              ref="linkField"
              v-model="link"
              class="field"
              :aria-invalid="isAsked"
              :aria-describedby="isAsked ? 'say-what-is-on-the-cable' : undefined"
            >
              <option v-if="link === undefined" :value="undefined">{{ say('prep.notSaid') }}</option>
              <option v-for="kind in linksIn(family)" :key="kind" :value="kind">
                {{ linkText(kind, own, words) }}
              </option>
            </select>
          </label>
        </div>
        <p v-if="isAsked" id="say-what-is-on-the-cable" role="alert" class="text-stop">
          {{ say('prep.sayCable') }}
        </p>
        <p v-if="chosen" class="text-sm text-ink-soft">
          {{ record }}
          <button class="ms-1 underline" @click="retire">{{ say('prep.retire') }}</button>
        </p>
      </li>
      <li v-if="toTest.length" class="flex flex-wrap items-center gap-x-3 gap-y-1 py-1.5">
        <span class="text-ink-soft">{{ say('prep.keysWork') }}</span>
        <button
          v-for="key in toTest"
          :key="key"
          class="border border-ink-soft px-2 py-0.5"
          :aria-pressed="tested[key] === 'works'"
          @click="toggle(key)"
        >
          <span aria-hidden="true" class="me-1 font-mono font-bold">{{
            tested[key] === 'works' ? '✓' : tested[key] === 'broken' ? '✕' : '?'
          }}</span>{{ keyText(key, own, words)
          }}<span class="sr-only">{{
            say(
              tested[key] === 'works'
                ? 'prep.works'
                : tested[key] === 'broken'
                  ? 'prep.broken'
                  : 'prep.notTested',
            )
          }}</span>
        </button>
      </li>
      <li v-if="isLow && job.benchAction?.kind !== 'charge'" class="py-1.5"><ChargeFirst /></li>
      <li class="py-1.5 text-sm">
        <p v-if="!isLow">
          <span aria-hidden="true" class="me-1 font-mono font-bold text-clear">✓</span
          >{{ say('prep.batteryOk') }}
        </p>
        <p class="text-ink-soft">{{ isWatch ? say('prep.glassesWatch') : say('prep.glasses') }}</p>
      </li>
      <li v-if="before.length" class="py-1.5 text-sm">
        <span class="me-1 text-ink-soft">{{ say('prep.beforeReset') }}</span>
        {{ before.map((step) => say(`beforeShort.${step}`)).join(' · ') }}
      </li>
    </ul>
  </section>
</template>
