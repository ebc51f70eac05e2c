<script setup lang="ts">
import type { Menu } from '@benevox/core/catalog'
import { Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue'
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
import ModelsForm from './teach/ModelsForm.vue'
import PartsForm from './teach/PartsForm.vue'
import ProofPanel from './teach/ProofPanel.vue'
import TextForm from './teach/TextForm.vue'
import TimesForm from './teach/TimesForm.vue'
import { useDraft } from './teach/useDraft.ts'
import WaysForm from './teach/WaysForm.vue'

/** A family taught from nothing, changed or copied; proven on its twin while it is written. */
const props = defineProps<{ familyId?: string }>()
const router = useRouter()
const catalog = useCatalog()
const people = useSession()
const { draft, reading, isSettled, throwAway, plain } = useDraft(props.familyId)
const known = computed(() => catalog.pack?.families.find(({ id }) => id === draft.value.family.id))
const chosen = ref(draft.value.family.procedures[0]?.id ?? '')
const note = ref('')
const refusal = ref('')
const isSaving = ref(false)

/** What the parts bring, also while something is still missing. */
const composed = computed(
  () => composeFamily({ fragments: catalog.pack?.fragments ?? [] }, plain().family).composed,
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
  family.name = `${family.name}, ours`
}
async function save(): Promise<void> {
  isSaving.value = true
  refusal.value = ''
  const { family, models, base } = plain()
  try {
    await call('changeCatalog', {
      body: {
        base,
        note: note.value.trim() || `Taught: ${family.name}`,
        change: { kind: 'family', family, models: models.map((model) => ({ ...model, family: family.id })) },
      },
      timeoutMs: 60_000,
    })
    await catalog.refresh()
    await throwAway()
    await router.push(`/playbook/families/${family.id}`)
  } catch (error) {
    if (error instanceof ServerAway)
      refusal.value = 'The server does not answer: nothing is saved yet. The draft stays in this browser.'
    else if (error instanceof ApiProblem) {
      refusal.value = error.message
      if (error.problem.code === 'stale-version') await catalog.refresh().catch(() => undefined)
    } else throw error
  } finally {
    isSaving.value = false
  }
}
const TABS = ['Name and keys', 'Behaviour', 'Times', 'Ways', 'Menus', 'Models', 'As text'] as const
</script>

<template>
  <PlaybookFrame
    :title="familyId ? `Teach: ${draft.family.name}` : `Teach a new family`"
    says="The draft is kept in this browser until it is saved."
  >
    <template #above
      ><RouterLink class="underline" :to="familyId ? `/playbook/families/${familyId}` : '/playbook'">{{
        familyId ? 'Back to the family' : 'Playbook'
      }}</RouterLink></template
    >
    <p v-if="refusal" role="alert" class="mb-3 bg-stop-pale px-3 py-2 font-bold text-stop">{{ refusal }}</p>
    <p v-if="isTaken" role="alert" class="mb-3 border-l-4 border-stop pl-3">
      The short name “{{ draft.family.id }}” belongs to “{{ known?.name }}” already. Give this family another.
    </p>
    <p v-if="isOldBase" role="note" class="mb-3 border-l-4 border-brass pl-3">
      The catalogue has changed since this draft was begun.
      <button type="button" class="underline" @click="draft.base = catalog.inUse?.id ?? draft.base">
        Put the draft on the catalogue as it is now</button
      >; it then stands instead of what others wrote to this family.
    </p>
    <div class="beside beside-wide items-start">
      <TabGroup>
        <div>
          <TabList class="mb-4 flex flex-wrap gap-1 border-b-2 border-ink">
            <Tab v-for="tab in TABS" :key="tab" v-slot="{ selected }" as="template">
              <button
                class="px-3 py-2"
                :class="selected ? 'bg-ink font-bold text-paper' : 'hover:bg-paper-deep'"
              >
                {{ tab }}
              </button>
            </Tab>
          </TabList>
          <TabPanels>
            <TabPanel><KeysForm v-model="draft.family" :is-new="draft.isNew" /></TabPanel>
            <TabPanel>
              <PartsForm
                v-model="draft.family"
                :lacking="reading.lacking"
                :faults="reading.faults"
                :places="places"
              />
            </TabPanel>
            <TabPanel><TimesForm v-model="draft.family" /></TabPanel>
            <TabPanel><WaysForm v-model="draft.family" v-model:chosen="chosen" :menus="menus" /></TabPanel>
            <TabPanel><MenusForm v-model="draft.family" :menus="menus" :places="places" /></TabPanel>
            <TabPanel>
              <ModelsForm v-model="draft.models" :family-id="draft.family.id" :kind="draft.family.kind" />
            </TabPanel>
            <TabPanel><TextForm v-model="draft.family" /></TabPanel>
          </TabPanels>
        </div>
      </TabGroup>
      <aside aria-label="What the twin says" class="lg:sticky lg:top-4">
        <ProofPanel
          :family="draft.family"
          :reading="reading"
          :chosen="chosen"
          :is-settled="isSettled"
          @choose="(id) => (chosen = id)"
        />
      </aside>
    </div>
    <template #left>
      <button type="button" class="act" @click="throwAway">Throw the draft away</button>
      <button v-if="!draft.isNew" type="button" class="act" @click="copyOfIt">Make it a copy</button>
      <label class="flex items-center gap-2"
        >Why <input v-model="note" class="field !w-64" maxlength="200" placeholder="what was changed"
      /></label>
    </template>
    <template #action>
      <SupervisorSaves v-if="!people.isSupervisor" does="save it in the catalogue" />
      <button v-else type="button" class="act act-main" :disabled="!canSave" @click="save">
        {{ draft.isNew ? 'Save the family' : 'Save the change' }}
      </button>
    </template>
  </PlaybookFrame>
</template>
