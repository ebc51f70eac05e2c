<script setup lang="ts">
import type { Family, Menu } from '@benevox/core/catalog'
import { Tab as TabButton, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
import { composeFamily, freeId } from '@benevox/core/catalog'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useCatalog } from '../../api/catalog.ts'
import { ApiProblem, call, ServerAway } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import SupervisorSaves from '../../parts/SupervisorSaves.vue'
import PlaybookFrame from './PlaybookFrame.vue'
import KeysForm from './teach/KeysForm.vue'
import MenusForm from './teach/MenusForm.vue'
import MissingParts from './teach/MissingParts.vue'
import ModelsForm from './teach/ModelsForm.vue'
import PartsForm from './teach/PartsForm.vue'
import ProofPanel from './teach/ProofPanel.vue'
import ScreensForm from './teach/ScreensForm.vue'
import TextForm from './teach/TextForm.vue'
import TimesForm from './teach/TimesForm.vue'
import { useDraft } from './teach/useDraft.ts'
import MethodsForm from './teach/MethodsForm.vue'
import { say } from '../../words/index.ts'

/** A family taught from nothing, changed or copied; proven on its twin while it is written. */
const props = defineProps<{ familyId?: string }>()
const router = useRouter()
const catalog = useCatalog()
const people = useSession()
const { draft, edited, system, reading, isSettled, throwAway, plain } = useDraft(props.familyId)
const known = computed(() => catalog.pack?.families.find(({ id }) => id === draft.value.family.id))
const chosen = ref(draft.value.family.methods[0]?.id ?? '')
const note = ref('')
const refusal = ref('')
const isSaving = ref(false)

/** What the parts bring, also while something is still missing. */
const composed = computed(
  () =>
    composeFamily(
      { fragments: catalog.pack?.fragments ?? [] },
      JSON.parse(JSON.stringify(edited.value)) as Family,
    ).composed,
)
const menus = computed<ReadonlyMap<string, Menu>>(() => composed.value.menus)
const places = computed(() => [
  ...composed.value.states.keys(),
  ...[...menus.value].flatMap(([name, { items }]) => [name, ...items.map(({ id }) => `${name}@${id}`)]),
])
/** A short name that another family has: saving would write over it. */
const isTaken = computed(() => draft.value.isNew && known.value !== undefined)
const canSave = computed(
  () => isSettled.value && reading.value.running !== undefined && !isSaving.value && !isTaken.value,
)
const isOldBase = computed(() => draft.value.base !== catalog.inUse?.id)

function copyOfIt(): void {
  const { family } = draft.value
  draft.value.isNew = true
  family.id = freeId(family.id, catalog.pack?.families ?? [])
  family.name = say('teach.copyName', { name: family.name })
}
async function save(): Promise<void> {
  isSaving.value = true
  refusal.value = ''
  const { family, models, base } = plain()
  try {
    await call('changeCatalog', {
      body: {
        base,
        note: note.value.trim() || say('teach.note', { family: family.name }),
        change: { kind: 'family', family, models: models.map((model) => ({ ...model, family: family.id })) },
      },
      timeoutMs: 60_000,
    })
    await catalog.refresh()
    await throwAway()
    await router.push(`/playbook/families/${family.id}`)
  } catch (error) {
    if (error instanceof ServerAway) refusal.value = say('teach.notSaved')
    else if (error instanceof ApiProblem) {
      refusal.value = error.message
      if (error.problem.code === 'stale-version') await catalog.refresh().catch(() => undefined)
    } else throw error
  } finally {
    isSaving.value = false
  }
}
/** What an update of the system can change, and what it cannot. */
const OF_ANY_SYSTEM = ['behaviour', 'screens', 'times', 'methods', 'menus'] as const
const TABS = ['keys', ...OF_ANY_SYSTEM, 'models', 'text'] as const
type Tab = (typeof TABS)[number]
const tabs = computed<readonly Tab[]>(() => (system.value === undefined ? TABS : OF_ANY_SYSTEM))
const versions = computed(() => [
  ...new Set([
    ...draft.value.family.updates.map(({ fromSystem }) => fromSystem),
    ...(system.value === undefined ? [] : [system.value]),
  ]),
])
const newSystem = ref('')
function addSystem(): void {
  const version = Number(newSystem.value)
  if (Number.isInteger(version) && version >= 1 && version <= 100) system.value = version
  newSystem.value = ''
}
</script>

<template>
  <PlaybookFrame
    :title="familyId ? say('teach.title', { family: draft.family.name }) : say('playbook.teachNew')"
    :says="say('teach.draftKept')"
  >
    <template #above
      ><RouterLink class="underline" :to="familyId ? `/playbook/families/${familyId}` : '/playbook'">{{
        say(familyId ? 'teach.back' : 'station.playbook')
      }}</RouterLink></template
    >
    <p v-if="refusal" role="alert" class="mb-3 bg-stop-pale px-3 py-2 font-bold text-stop">{{ refusal }}</p>
    <p v-if="isTaken" role="alert" class="mb-3 border-s-4 border-stop ps-3">
      {{ say('teach.taken', { short: draft.family.id, name: known?.name ?? '' }) }}
    </p>
    <p v-if="isOldBase" role="note" class="mb-3 border-s-4 border-brass ps-3">
      {{ say('teach.oldBase') }}
      <button type="button" class="underline" @click="draft.base = catalog.inUse?.id ?? draft.base">
        {{ say('teach.rebase') }}
      </button>
      {{ say('teach.rebaseMeans') }}
    </p>
    <div class="beside beside-wide items-start">
      <TabGroup :key="system ?? 0">
        <div>
          <div class="mb-3 flex flex-wrap items-end gap-2" role="group" :aria-label="say('teach.version')">
            <button
              v-for="version in [undefined, ...versions]"
              :key="version ?? 0"
              type="button"
              class="border px-2.5 py-1"
              :class="version === system ? 'border-ink bg-ink font-bold text-paper' : 'border-ink-soft'"
              :aria-pressed="version === system"
              @click="system = version"
            >
              {{
                version === undefined ? say('teach.asItCame') : say('teach.fromSystem', { system: version })
              }}
            </button>
            <form class="ms-auto flex items-center gap-2" @submit.prevent="addSystem">
              <label class="flex items-center gap-2"
                >{{ say('teach.updateFrom') }}
                <input v-model="newSystem" class="field !w-20" inputmode="numeric" maxlength="3"
              /></label>
              <button class="act" :disabled="!/^[1-9]\d?$|^100$/.test(newSystem)">
                {{ say('teach.addVersion') }}
              </button>
            </form>
          </div>
          <p v-if="system !== undefined" class="mb-3">
            {{ say('teach.ofVersion', { system }) }}
          </p>
          <TabList class="mb-4 flex flex-wrap gap-1 border-b-2 border-ink">
            <TabButton v-for="tab in tabs" :key="tab" v-slot="{ selected }" as="template">
              <button
                class="px-2 py-2"
                :class="selected ? 'bg-ink font-bold text-paper' : 'hover:bg-paper-deep'"
              >
                {{ say(`teach.tab.${tab}`) }}
              </button>
            </TabButton>
          </TabList>
          <TabPanels>
            <TabPanel v-for="tab in tabs" :key="tab">
              <KeysForm v-if="tab === 'keys'" v-model="edited" :is-new="draft.isNew" />
              <PartsForm
                v-else-if="tab === 'behaviour'"
                v-model="edited"
                :faults="reading.faults"
                :places="places"
              />
              <ScreensForm
                v-else-if="tab === 'screens'"
                v-model="edited"
                :composed="composed"
                :places="places"
              />
              <TimesForm v-else-if="tab === 'times'" v-model="edited" />
              <MethodsForm
                v-else-if="tab === 'methods'"
                v-model="edited"
                v-model:chosen="chosen"
                :menus="menus"
              />
              <MenusForm v-else-if="tab === 'menus'" v-model="edited" :menus="menus" :places="places" />
              <ModelsForm
                v-else-if="tab === 'models'"
                v-model="draft.models"
                :family-id="draft.family.id"
                :kind="draft.family.kind"
                :durations="draft.family.durations"
              />
              <TextForm v-else v-model="edited" />
            </TabPanel>
          </TabPanels>
        </div>
      </TabGroup>
      <aside :aria-label="say('teach.simulatorSays')" class="lg:sticky lg:top-4">
        <MissingParts
          v-model="edited"
          :lacking="reading.lacking"
          :faults="reading.faults"
          :places="places"
          :is-update="system !== undefined"
        />
        <ProofPanel
          :family="edited"
          :reading="reading"
          :chosen="chosen"
          :is-settled="isSettled"
          @choose="(id) => (chosen = id)"
        />
      </aside>
    </div>
    <template #left>
      <button type="button" class="act" @click="throwAway">{{ say('teach.throwAway') }}</button>
      <button v-if="!draft.isNew" type="button" class="act" @click="copyOfIt">
        {{ say('teach.makeCopy') }}
      </button>
      <label class="flex items-center gap-2"
        >{{ say('teach.why') }}
        <input v-model="note" class="field !w-64" maxlength="200" :placeholder="say('teach.whyHint')"
      /></label>
    </template>
    <template #action>
      <SupervisorSaves v-if="!people.isSupervisor" does="saveInCatalogue" />
      <button v-else type="button" class="act act-main" :disabled="!canSave" @click="save">
        {{ say(draft.isNew ? 'teach.saveFamily' : 'teach.saveChange') }}
      </button>
    </template>
  </PlaybookFrame>
</template>
