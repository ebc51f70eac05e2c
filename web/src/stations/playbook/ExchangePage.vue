<script setup lang="ts">
import { findingText, flawText, pathText } from '@benevox/words'
import type { CatalogVersion } from '@benevox/contract'
import type { MappingRule } from '@benevox/core/catalog'
import { computed, onUnmounted, ref, watch } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import FilePick from '../../parts/FilePick.vue'
import SupervisorSaves from '../../parts/SupervisorSaves.vue'
import PlaybookFrame from './PlaybookFrame.vue'
import RulesForm from './RulesForm.vue'
import { useImport } from './useImport.ts'
import type { Remark } from '../../workers/import.worker.ts'
import { say, words } from '../../words/index.ts'

/** The catalogue out of the house and into it: packs, the platform’s device list, TAC lists. */
const catalog = useCatalog()
const people = useSession()
const { fileName, progress, reading, digest, refusal, done, read, compare, takeIn, cancel, reset } =
  useImport()
const rules = ref<MappingRule[]>([])
const versions = ref<readonly CatalogVersion[]>([])
watch(
  () => catalog.inUse?.id,
  async () =>
    (versions.value =
      (await call('listCatalogVersions', {}).catch(() => undefined))?.versions ?? versions.value),
  { immediate: true },
)
const list = computed(() => (reading.value?.kind === 'list' ? reading.value : undefined))
const pack = computed(() => (reading.value?.kind === 'pack' ? reading.value : undefined))
watch([list, rules], () => list.value && void compare(rules.value))
const canTakeIn = computed(
  () =>
    !progress.value &&
    (pack.value !== undefined ||
      (digest.value !== undefined && digest.value.added + digest.value.changed > 0)),
)
const isOver = ref(false)
function take(files: FileList | null | undefined): void {
  const file = files?.[0]
  if (file) void read(file)
}
async function useAgain(version: CatalogVersion): Promise<void> {
  const response = await fetch(`/api/catalog/versions/${version.id}/pack.json`)
  await read(new File([await response.blob()], say('exchange.oldVersion', { number: version.id })))
}
/** Where a remark belongs: inside a pack, or to a line of a list. */
const placeOf = ({ at }: Remark) =>
  typeof at === 'number' ? say('exchange.line', { number: at }) : pathText(at)
const remarkText = (remark: Remark) => {
  const at = placeOf(remark)
  const because = flawText(remark.flaw, words)
  return at ? say('draft.at', { at, because }) : because
}
const few = (names: readonly string[]) =>
  names.length > 6
    ? say('exchange.fewNames', { names: names.slice(0, 6).join(', '), count: names.length - 6 })
    : words.list(names)
onUnmounted(() => (progress.value ? void cancel() : reset()))
</script>

<template>
  <PlaybookFrame :title="say('exchange.title')">
    <template #above
      ><RouterLink class="underline" to="/playbook">{{ say('station.playbook') }}</RouterLink></template
    >
    <div class="beside items-start">
      <section aria-labelledby="import-title" class="min-w-0 space-y-4">
        <h2 id="import-title">{{ say('exchange.import') }}</h2>
        <div
          class="border-2 border-dashed p-4"
          :class="isOver ? 'border-ink bg-paper-deep' : 'border-ink-soft'"
          @dragover.prevent="isOver = true"
          @dragleave="isOver = false"
          @drop.prevent="((isOver = false), take($event.dataTransfer?.files))"
        >
          <p class="mb-2 font-bold">{{ say('exchange.which') }}</p>
          <FilePick
            :label="say('exchange.which')"
            accept=".json,.csv,.txt,application/json,text/csv"
            @chosen="take"
          />
          <p class="mt-1 text-ink-soft">
            {{ say('exchange.drop') }}
          </p>
        </div>
        <p v-if="done" role="status" class="border-s-4 border-clear ps-3 font-bold">{{ done }}</p>
        <div v-if="reading?.kind === 'refused'" role="alert" class="border-s-4 border-stop ps-3">
          <p class="font-bold text-stop">{{ say('exchange.refused', { file: fileName }) }}</p>
          <ul>
            <li v-for="(remark, index) in reading.remarks" :key="index">
              {{ remarkText(remark) }}
            </li>
          </ul>
        </div>

        <template v-if="pack">
          <p>
            {{ say('exchange.whole', { file: fileName, title: pack.title }) }}
          </p>
          <table class="w-full" data-testid="pack-difference">
            <tbody class="ruled border-y border-rule">
              <tr v-for="(difference, what) in pack.difference" :key="what">
                <th scope="row" class="py-1 pe-3 text-start align-top">{{ say(`exchange.part.${what}`) }}</th>
                <td class="py-1">
                  <template
                    v-if="difference.added.length + difference.changed.length + difference.gone.length === 0"
                    >{{ say('exchange.unchanged') }}</template
                  >
                  <p v-if="difference.added.length">
                    {{
                      say('exchange.isNew', { count: difference.added.length, names: few(difference.added) })
                    }}
                  </p>
                  <p v-if="difference.changed.length">
                    {{
                      say('exchange.changed', {
                        count: difference.changed.length,
                        names: few(difference.changed),
                      })
                    }}
                  </p>
                  <p v-if="difference.gone.length" class="text-stop">
                    {{ say('exchange.gone', { count: difference.gone.length, names: few(difference.gone) }) }}
                  </p>
                </td>
              </tr>
            </tbody>
          </table>
          <div v-if="pack.findings.length" data-testid="pack-findings">
            <h3 class="font-bold">
              {{ say('exchange.found', { count: pack.findings.length }) }}
            </h3>
            <ul class="ruled border-y border-rule">
              <li v-for="(finding, index) in pack.findings" :key="index" class="py-1">
                <span class="font-mono text-sm text-ink-soft">{{ pathText(finding.path) }}</span><br />{{
                  findingText(finding, words)
                }}
              </li>
            </ul>
          </div>
          <p v-else class="text-clear">{{ say('exchange.foundNothing') }}</p>
        </template>

        <template v-if="list">
          <p>
            {{
              say(`exchange.list.${list.list === 'tacs' ? 'tacs' : 'devices'}`, {
                file: fileName,
                count: list.lines,
              })
            }}
          </p>
          <h3 class="font-bold">{{ say('exchange.whichFamily') }}</h3>
          <p class="text-ink-soft">
            {{ say('exchange.firstRule') }}
          </p>
          <RulesForm v-model="rules" :makers="list.makers" />
          <template v-if="digest">
            <p class="text-xl" data-testid="list-digest">
              {{ say('exchange.digest', digest) }}
            </p>
            <details v-if="digest.leftOutCount">
              <summary class="cursor-pointer underline">
                {{ say('exchange.leftOut', { count: digest.leftOutCount }) }}
              </summary>
              <ul>
                <li v-for="remark in digest.leftOut" :key="placeOf(remark)">
                  {{ remarkText(remark) }}
                </li>
              </ul>
            </details>
            <table class="w-full text-[0.95rem]">
              <thead>
                <tr class="text-start text-sm text-ink-soft">
                  <th scope="col">{{ say('exchange.model') }}</th>
                  <th scope="col">{{ say('exchange.modelCode') }}</th>
                  <th scope="col">{{ say('exchange.codeNames') }}</th>
                  <th scope="col">{{ say('exchange.tacs') }}</th>
                  <th scope="col">{{ say('exchange.family') }}</th>
                </tr>
              </thead>
              <tbody class="ruled border-y border-rule">
                <tr v-for="{ before, after } in digest.samples" :key="after.id">
                  <td class="py-0.5 pe-2">
                    <b>{{ after.maker }} {{ after.name }}</b>
                    <span v-if="!before" class="text-brass"> {{ say('exchange.new') }}</span>
                  </td>
                  <td class="pe-2">{{ after.modelText }}</td>
                  <td class="pe-2">{{ after.codeNames.join(', ') }}</td>
                  <td class="pe-2 font-mono">
                    {{ after.tacs.slice(0, 3).join(' ') }}{{ after.tacs.length > 3 ? ' …' : '' }}
                  </td>
                  <td>{{ after.family ? catalog.familyInUse(after.family)?.name : '' }}</td>
                </tr>
              </tbody>
            </table>
            <p class="text-sm text-ink-soft">
              {{
                say('exchange.shown', { count: digest.samples.length, all: digest.added + digest.changed })
              }}
            </p>
          </template>
        </template>
      </section>

      <aside aria-labelledby="export-title" class="space-y-3">
        <h2 id="export-title">{{ say('exchange.versions') }}</h2>
        <p>
          {{ say('exchange.everyChange') }}
          <a class="underline" href="/api/catalog/pack.schema.json" target="_blank">JSON Schema</a>
        </p>
        <ol class="ruled border-y-2 border-ink">
          <li v-for="(version, index) in versions" :key="version.id" class="py-1.5">
            <b>{{ version.id }}</b> {{ version.note }}
            <span class="block text-sm text-ink-soft"
              >{{ words.instant(version.at) }}{{ version.by ? `, ${version.by}` : ''
              }}{{ index === 0 ? ` · ${say('exchange.inUse')}` : '' }}</span
            >
            <span class="flex gap-4">
              <a class="underline" :href="`/api/catalog/versions/${version.id}/pack.json`">{{
                say('exchange.export')
              }}</a>
              <button v-if="index > 0" type="button" class="underline" @click="useAgain(version)">
                {{ say('exchange.useAgain') }}
              </button>
            </span>
          </li>
        </ol>
      </aside>
    </div>
    <!-- Where the row of actions is, so that it is seen however far the preview was scrolled. -->
    <template #left>
      <div v-if="progress" class="flex flex-wrap items-center gap-3">
        <span role="status">{{ say(`exchange.doing.${progress.doing}`, { file: fileName }) }}</span>
        <progress
          class="h-4 w-64"
          :value="progress.part"
          max="1"
          :aria-label="say(`exchange.doing.${progress.doing}`, { file: fileName })"
        />
        <button type="button" class="act" @click="cancel">{{ say('exchange.cancel') }}</button>
      </div>
      <p v-else-if="refusal" role="alert" class="bg-stop-pale px-3 py-2 font-bold text-stop">{{ refusal }}</p>
    </template>
    <template #action>
      <SupervisorSaves v-if="!people.isSupervisor" does="import" />
      <button v-else type="button" class="act act-main" :disabled="!canTakeIn" @click="takeIn">
        {{ say(pack?.findings.length ? 'exchange.takeInMarked' : 'exchange.takeIn') }}
      </button>
    </template>
  </PlaybookFrame>
</template>
