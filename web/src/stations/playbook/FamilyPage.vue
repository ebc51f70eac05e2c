<script setup lang="ts">
import { deviceKind, familyAt, startState, type DeviceKind, type StartState } from '@benevox/core/catalog'
import { inOrderOfChance, rankReasons } from '@benevox/core/hand'
import { methodSheet } from '@benevox/core/method'
import { computed, ref } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import DevicePicture from '../../parts/DevicePicture.vue'
import OneOf from '../../parts/OneOf.vue'
import SelectOf from '../../parts/SelectOf.vue'
import { useIdentifying } from '../../parts/useIdentifying.ts'
import { useMethodStudy } from '../../parts/useMethodStudy.ts'
import FamilyModels from './FamilyModels.vue'
import MenusAsShown from './MenusAsShown.vue'
import PlaybookFrame from './PlaybookFrame.vue'
import MethodBlock from './MethodBlock.vue'
import { languageFor, rankText, sheetTexts } from '@benevox/words'
import { say, words } from '../../words/index.ts'

/** All that the catalogue knows of a family: keys, ways side by side, menus, times, and where each comes from. */
const props = defineProps<{ familyId: string }>()
const catalog = useCatalog()
const identifying = useIdentifying()
const written = computed(() => catalog.familyInUse(props.familyId))
/** The system it is shown with, where updates change it; none: as it came. */
const system = ref<string | null>(null)
const systems = computed(() => [
  [null, say('family.asItCame')] as const,
  ...(written.value?.updates ?? []).map(
    ({ fromSystem }) => [String(fromSystem), say('family.fromSystem', { system: fromSystem })] as const,
  ),
])
const family = computed(
  () => written.value && familyAt(written.value, system.value === null ? undefined : Number(system.value)),
)
const running = computed(() => family.value && catalog.machineOf(family.value))
const models = computed(
  () =>
    catalog.pack?.models.filter(
      ({ family: own, updates = [] }) =>
        own === props.familyId || updates.some(({ family: later }) => later === props.familyId),
    ) ?? [],
)
const kinds = computed<readonly DeviceKind[]>(() =>
  deviceKind.options.filter(
    (kind) => kind === family.value?.kind || models.value.some((model) => model.kind === kind),
  ),
)

const starts = computed(() =>
  startState.options
    .filter((start) => family.value?.methods.some(({ from }) => from === start))
    .map((start) => [start, say(`start.${start}`)] as const),
)
const chosen = ref<StartState>()
const start = computed<StartState>({
  get: () => chosen.value ?? starts.value[0]?.[0] ?? 'on-locked',
  set: (value) => (chosen.value = value),
})
const ways = computed(() => family.value?.methods.filter(({ from }) => from === start.value) ?? [])
// Asked for before anything is drawn: the worker counts while the page is made.
const studies = useMethodStudy(
  family,
  computed(() => ways.value.map(({ id }) => id)),
)
const here = computed(() => {
  const machine = running.value?.machine
  return machine ? ways.value.map((way) => methodSheet(machine, way)) : []
})
/** In the order to try them, once all are worked out; what is not proven comes last. */
const ranked = computed(() => {
  const proven = here.value.flatMap(({ method }) => studies.get(method.id) ?? [])
  const isComplete = here.value.every(({ method }) => studies.has(method.id))
  const order = isComplete ? inOrderOfChance(proven).map(({ method }) => method.id) : []
  const inOrder = isComplete ? inOrderOfChance(proven) : []
  const reasons = rankReasons(inOrder).flatMap((reason, place) => {
    const [one, first] = [inOrder[place], inOrder[0]]
    return one && first ? [rankText(reason, one, first, words)] : []
  })
  const placeOf = (id: string) => (order.includes(id) ? order.indexOf(id) : order.length)
  return [...here.value]
    .sort((a, b) => placeOf(a.method.id) - placeOf(b.method.id))
    .map((sheet) => ({
      sheet,
      study: studies.get(sheet.method.id),
      reason: reasons[order.indexOf(sheet.method.id)],
    }))
})
const firstLines = computed(() => {
  const first = ranked.value[0]?.sheet
  return first && sheetTexts(first, words)
})
const sourceOf = (part: 'keys' | 'durations' | 'menus' | 'settings' | 'account-lock' | 'carrier-lock') =>
  family.value && say(`source.${family.value.sources[part] ?? family.value.source}`)
const plainName = (name: string) => name.replaceAll('-', ' ')
</script>

<template>
  <p v-if="!family" class="p-6 text-lg">
    {{ say('family.none') }}
    <RouterLink class="underline" to="/playbook">{{ say('family.toPlaybook') }}</RouterLink>
  </p>
  <PlaybookFrame
    v-else
    :title="family.name"
    :says="
      say('family.says', {
        kind: say(`kind.${family.kind}`),
        count: models.length,
        source: say(`source.${family.source}`),
      })
    "
  >
    <template #above
      ><RouterLink class="underline" to="/playbook">{{ say('station.playbook') }}</RouterLink></template
    >
    <div class="beside-first">
      <aside class="space-y-4" :aria-label="say('family.device')">
        <SelectOf
          v-if="systems.length > 1"
          v-model="system"
          :label="say('family.system')"
          :options="systems"
        />
        <section>
          <h2>{{ say('family.keys') }}</h2>
          <p class="text-sm text-ink-soft">{{ sourceOf('keys') }}</p>
          <template v-for="kind in kinds" :key="kind">
            <DevicePicture
              class="mt-2"
              :class="{ 'max-w-60': kind !== 'tablet' }"
              :family="family"
              :kind="kind"
              held-as="upright"
            />
            <DevicePicture
              v-if="kind === 'tablet'"
              class="mt-3"
              :family="family"
              kind="tablet"
              held-as="turned"
            />
          </template>
        </section>
        <section>
          <h2>{{ say('card.mind') }}</h2>
          <ul class="list-disc ps-5">
            <li v-for="caution in family.cautions" :key="caution">{{ caution }}</li>
            <li>{{ say('family.swollen') }}</li>
          </ul>
        </section>
        <section>
          <h2>{{ say('family.locks') }}</h2>
          <ul class="list-disc ps-5">
            <li>
              {{ say(family.accountLock.asksAfterRecoveryReset ? 'card.asks' : 'card.asksNot') }}
              <span v-if="family.accountLock.acceptsOldScreenLock">{{ say('family.oldLockToo') }}</span>
              <span class="text-sm text-ink-soft"> ({{ sourceOf('account-lock') }})</span>
            </li>
            <li v-if="family.carrierLock">
              {{
                say('family.carrierCode', {
                  entries: family.carrierLock.entriesAllowed,
                  dialled: family.carrierLock.dialledCode ?? 'none',
                })
              }}
              <span class="text-sm text-ink-soft">({{ sourceOf('carrier-lock') }})</span>
            </li>
            <li v-if="family.accountPath.length">
              {{ say('family.accountPath', { path: family.accountPath.join(' › ') }) }}
              <span class="text-sm text-ink-soft">({{ sourceOf('settings') }})</span>
            </li>
            <li v-if="family.safeModePath.length">
              {{ say('family.safeModePath', { path: family.safeModePath.join(' › ') }) }}
              <span class="text-sm text-ink-soft">({{ sourceOf('settings') }})</span>
            </li>
            <li v-if="family.settingsPath.length">
              {{ say('family.settingsPath', { path: family.settingsPath.join(' › ') }) }}
              <span class="text-sm text-ink-soft">({{ sourceOf('settings') }})</span>
            </li>
          </ul>
        </section>
        <section>
          <h2>{{ say('family.times') }}</h2>
          <p class="text-sm text-ink-soft">
            {{ say('family.timesHow', { source: sourceOf('durations') ?? '' }) }}
          </p>
          <table class="w-full text-[0.95rem]">
            <tbody class="ruled">
              <tr v-for="(range, name) in family.durations" :key="name">
                <th scope="row" class="py-0.5 text-start font-normal">{{ plainName(String(name)) }}</th>
                <td v-for="ms in [range.minMs, range.medianMs, range.maxMs]" :key="ms" class="ps-2 text-end">
                  {{ words.length(ms) }}
                </td>
              </tr>
            </tbody>
          </table>
        </section>
      </aside>

      <div class="min-w-0 space-y-8">
        <!-- Whoever looks for a device of a job looks for its model first. -->
        <FamilyModels v-if="identifying !== null" :family="family" :models="models" />
        <section aria-labelledby="ways-title">
          <div class="mb-2 flex flex-wrap items-baseline gap-x-5 gap-y-2">
            <h2 id="ways-title">{{ say('family.deviceIs') }}</h2>
            <OneOf v-model="start" :label="say('family.howFound')" :answers="starts" />
          </div>
          <div class="grid gap-x-8 gap-y-6" :class="{ 'xl:grid-cols-2': ranked.length > 1 }">
            <MethodBlock
              v-for="({ sheet, study, reason }, index) in ranked"
              :key="sheet.method.id"
              :family="family"
              :sheet="sheet"
              :study="study"
              :reason="reason"
              :first-lines="index > 0 ? firstLines : undefined"
              :narrow="ranked.length > 1"
            />
          </div>
        </section>
        <MenusAsShown
          v-if="running"
          :running="running"
          :family="family"
          :model-text="models[0]?.modelText ?? ''"
          :source="sourceOf('menus') ?? ''"
        />
        <FamilyModels v-if="identifying === null" :family="family" :models="models" />
      </div>
    </div>
    <template #left>
      <a
        class="act"
        :href="`/api/catalog/families/${family.id}/card.pdf?language=${languageFor(words.language)}`"
        target="_blank"
        >{{ say('family.card') }}</a
      >
      <RouterLink class="act" :to="`/playbook/families/${family.id}/teach`">{{
        say('family.change')
      }}</RouterLink>
    </template>
    <template #action>
      <RouterLink class="act act-main" :to="`/playbook/families/${family.id}/practice`">{{
        say('family.practise')
      }}</RouterLink>
    </template>
  </PlaybookFrame>
</template>
