<script setup lang="ts">
import { findingText } from '@benevox/words'
import type { CatalogVersion } from '@benevox/contract'
import type { MappingRule } from '@benevox/core/catalog'
import { computed, onUnmounted, ref, watch } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import SupervisorSaves from '../../parts/SupervisorSaves.vue'
import PlaybookFrame from './PlaybookFrame.vue'
import RulesForm from './RulesForm.vue'
import { useImport } from './useImport.ts'
import { words } from '../../words/index.ts'

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
const input = ref<HTMLInputElement>()
const isOver = ref(false)
function take(files: FileList | null | undefined): void {
  const file = files?.[0]
  if (file) void read(file)
  if (input.value) input.value.value = ''
}
async function useAgain(version: CatalogVersion): Promise<void> {
  const response = await fetch(`/api/catalog/versions/${version.id}/pack.json`)
  await read(new File([await response.blob()], `version ${version.id}`))
}
const LISTS = { devices: 'the platform’s device list', tacs: 'a TAC list' } as const
const few = (names: readonly string[]) =>
  names.length > 6 ? `${names.slice(0, 6).join(', ')} and ${names.length - 6} more` : names.join(', ')
onUnmounted(() => (progress.value ? void cancel() : reset()))
</script>

<template>
  <PlaybookFrame title="Import and export">
    <template #above><RouterLink class="underline" to="/playbook">Playbook</RouterLink></template>
    <div class="beside items-start">
      <section aria-labelledby="import-title" class="min-w-0 space-y-4">
        <h2 id="import-title">Take in</h2>
        <div
          class="border-2 border-dashed p-4"
          :class="isOver ? 'border-ink bg-paper-deep' : 'border-ink-soft'"
          @dragover.prevent="isOver = true"
          @dragleave="isOver = false"
          @drop.prevent="((isOver = false), take($event.dataTransfer?.files))"
        >
          <label class="font-bold"
            >A catalogue (JSON), the platform’s device list or a TAC list (CSV)
            <input
              ref="input"
              class="mt-2 block w-full"
              type="file"
              accept=".json,.csv,.txt,application/json,text/csv"
              @change="take(($event.target as HTMLInputElement).files)"
            />
          </label>
          <p class="mt-1 text-ink-soft">
            Or drop it here. Nothing changes before you have seen what would, and then all of it or nothing.
          </p>
        </div>
        <p v-if="done" role="status" class="border-s-4 border-clear ps-3 font-bold">{{ done }}</p>
        <div v-if="reading?.kind === 'refused'" role="alert" class="border-s-4 border-stop ps-3">
          <p class="font-bold text-stop">{{ fileName }} is refused. Nothing was taken in.</p>
          <ul>
            <li v-for="(remark, index) in reading.remarks" :key="index">
              <span v-if="remark.at" class="font-mono">{{ remark.at }}: </span>{{ remark.sentence }}
            </li>
          </ul>
        </div>

        <template v-if="pack">
          <p>
            <b>{{ fileName }}</b> is the catalogue “{{ pack.title }}”. It would stand instead of the one in
            use.
          </p>
          <table class="w-full" data-testid="pack-difference">
            <tbody class="ruled border-y border-rule">
              <tr v-for="(difference, what) in pack.difference" :key="what">
                <th scope="row" class="py-1 pe-3 text-start align-top">{{ what }}</th>
                <td class="py-1">
                  <template
                    v-if="difference.added.length + difference.changed.length + difference.gone.length === 0"
                    >as they are</template
                  >
                  <p v-if="difference.added.length">
                    {{ difference.added.length }} new: {{ few(difference.added) }}
                  </p>
                  <p v-if="difference.changed.length">
                    {{ difference.changed.length }} changed: {{ few(difference.changed) }}
                  </p>
                  <p v-if="difference.gone.length" class="text-stop">
                    {{ difference.gone.length }} gone: {{ few(difference.gone) }}
                  </p>
                </td>
              </tr>
            </tbody>
          </table>
          <div v-if="pack.findings.length" data-testid="pack-findings">
            <h3 class="font-bold">
              The check found {{ pack.findings.length }}; what is not proven is marked wherever it is used
            </h3>
            <ul class="ruled border-y border-rule">
              <li v-for="(finding, index) in pack.findings" :key="index" class="py-1">
                <span class="font-mono text-sm text-ink-soft">{{ finding.path.join('.') }}</span><br />{{
                  findingText(finding, words)
                }}
              </li>
            </ul>
          </div>
          <p v-else class="text-clear">The check found nothing: every way is proven on its twin.</p>
        </template>

        <template v-if="list">
          <p>
            <b>{{ fileName }}</b> is {{ LISTS[list.list] }} of {{ list.lines.toLocaleString('en') }} lines.
          </p>
          <h3 class="font-bold">Which of them belong to which family</h3>
          <p class="text-ink-soft">
            The first rule that fits counts. What fits none is found by its name, and its family is told
            later.
          </p>
          <RulesForm v-model="rules" :makers="list.makers" />
          <template v-if="digest">
            <p class="text-xl" data-testid="list-digest">
              <b>{{ digest.added.toLocaleString('en') }}</b> new ·
              <b>{{ digest.changed.toLocaleString('en') }}</b> changed ·
              <b>{{ digest.unchanged.toLocaleString('en') }}</b> as they are ·
              <b>{{ digest.withoutFamily.toLocaleString('en') }}</b> without a family
            </p>
            <details v-if="digest.leftOutCount">
              <summary class="cursor-pointer underline">
                {{ digest.leftOutCount === 1 ? '1 line is' : `${digest.leftOutCount} lines are` }} left out
              </summary>
              <ul>
                <li v-for="remark in digest.leftOut" :key="remark.at">
                  <span class="font-mono">{{ remark.at }}</span> {{ remark.sentence }}
                </li>
              </ul>
            </details>
            <table class="w-full text-[0.95rem]">
              <thead>
                <tr class="text-start text-sm text-ink-soft">
                  <th scope="col">Model</th>
                  <th scope="col">Model text</th>
                  <th scope="col">Code names</th>
                  <th scope="col">TACs</th>
                  <th scope="col">Family</th>
                </tr>
              </thead>
              <tbody class="ruled border-y border-rule">
                <tr v-for="{ before, after } in digest.samples" :key="after.id">
                  <td class="py-0.5 pe-2">
                    <b>{{ after.maker }} {{ after.name }}</b>
                    <span v-if="!before" class="text-brass"> new</span>
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
              {{ digest.samples.length }} of {{ (digest.added + digest.changed).toLocaleString('en') }} shown
            </p>
          </template>
        </template>
      </section>

      <aside aria-labelledby="export-title" class="space-y-3">
        <h2 id="export-title">Versions</h2>
        <p>
          Every change makes one; a job keeps the one it is done with. The file’s
          <a class="underline" href="/api/catalog/pack.schema.json" target="_blank">JSON Schema</a>
        </p>
        <ol class="ruled border-y-2 border-ink">
          <li v-for="(version, index) in versions" :key="version.id" class="py-1.5">
            <b>{{ version.id }}</b> {{ version.note }}
            <span class="block text-sm text-ink-soft"
              >{{ words.instant(version.at) }}{{ version.by ? `, ${version.by}` : ''
              }}{{ index === 0 ? ' · in use' : '' }}</span
            >
            <span class="flex gap-4">
              <a class="underline" :href="`/api/catalog/versions/${version.id}/pack.json`">Export as JSON</a>
              <button v-if="index > 0" type="button" class="underline" @click="useAgain(version)">
                Use it again
              </button>
            </span>
          </li>
        </ol>
      </aside>
    </div>
    <!-- Where the row of actions is, so that it is seen however far the preview was scrolled. -->
    <template #left>
      <div v-if="progress" class="flex flex-wrap items-center gap-3">
        <span role="status">{{ progress.doing }} {{ fileName }} …</span>
        <progress class="h-4 w-64" :value="progress.part" max="1" :aria-label="progress.doing" />
        <button type="button" class="act" @click="cancel">Leave it off</button>
      </div>
      <p v-else-if="refusal" role="alert" class="bg-stop-pale px-3 py-2 font-bold text-stop">{{ refusal }}</p>
    </template>
    <template #action>
      <SupervisorSaves v-if="!people.isSupervisor" does="import" />
      <button v-else type="button" class="act act-main" :disabled="!canTakeIn" @click="takeIn">
        {{ pack?.findings.length ? 'Take it in, marked' : 'Take it in' }}
      </button>
    </template>
  </PlaybookFrame>
</template>
