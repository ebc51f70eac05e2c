<script setup lang="ts">
import { say, words } from '../../words/index.ts'
import {
  deviceKind,
  edge,
  fittingFamilies,
  keyId,
  portKind,
  type DeviceKind,
  type Edge,
  type KeyId,
  type Look,
  type PortKind,
} from '@benevox/core/catalog'
import { whyMissed } from '@benevox/core/method'
import { useSessionStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import { useCatalog } from '../../api/catalog.ts'
import DevicePicture from '../../parts/DevicePicture.vue'
import OneOf from '../../parts/OneOf.vue'
import SomeOf from '../../parts/SomeOf.vue'
import { useModelSearch } from '../../parts/useModelSearch.ts'
import { workOutAhead } from '../../parts/useMethodStudy.ts'
import PlaybookFrame from './PlaybookFrame.vue'

/** From a name, or from what one sees on a device nobody can name, to the families that fit. */
const catalog = useCatalog()
workOutAhead(catalog.pack?.fragments ?? [], catalog.pack?.families[0])
const query = ref('')
const { results, answered } = useModelSearch(query, 6)

interface Seen {
  maker: string
  kind: DeviceKind | ''
  keys: KeyId[]
  onEdge: Partial<Record<Edge, number>>
  port: PortKind | ''
  age: string
}
const NOTHING: Seen = { maker: '', kind: '', keys: [], onEdge: {}, port: '', age: '' }
const seen = useSessionStorage<Seen>('benevox.playbook.seen', { ...NOTHING }, { mergeDefaults: true })
/** How old a device looks, in years it may be from. */
const AGES: Readonly<
  Record<string, { says: `playbook.${'notKnown' | 'ageOld' | 'ageMiddle' | 'ageNew'}`; years: Look['years'] }>
> = {
  '': { says: 'playbook.notKnown', years: undefined },
  old: { says: 'playbook.ageOld', years: { from: 2008, to: 2015 } },
  middle: { says: 'playbook.ageMiddle', years: { from: 2016, to: 2019 } },
  new: { says: 'playbook.ageNew', years: { from: 2020, to: 2100 } },
}
const NOT_LOOKED = -1
const look = computed<Look>(() => ({
  maker: seen.value.maker || undefined,
  kind: seen.value.kind || undefined,
  keys: seen.value.keys,
  onEdge: seen.value.onEdge,
  port: seen.value.port || undefined,
  years: AGES[seen.value.age]?.years,
}))
const makers = computed(() => [...new Set(catalog.pack?.models.map(({ maker }) => maker))].sort())
const keysThere = computed(() =>
  keyId.options
    .filter((key) => catalog.pack?.families.some(({ keys }) => keys.some(({ id }) => id === key)))
    .map((key) => [key, say(`key.${key}`)] as const),
)
const fitting = computed(() => (catalog.pack ? fittingFamilies(catalog.pack, look.value) : []))
/** How many ways of each family fail their proof; worked out once a catalogue. */
const notVerified = computed(
  () =>
    new Map(
      catalog.pack?.families.map((family) => {
        const { machine } = catalog.machineOf(catalog.familyInUse(family.id) ?? family)
        return [family.id, family.methods.filter((one) => whyMissed(machine, one) !== undefined).length]
      }),
    ),
)

const on = (side: Edge) => seen.value.onEdge[side] ?? NOT_LOOKED
function setOn(side: Edge, count: number): void {
  const { [side]: _, ...others } = seen.value.onEdge
  seen.value.onEdge = count === NOT_LOOKED ? others : { ...others, [side]: count }
}
const counts = computed(() => [
  [NOT_LOOKED, say('playbook.notLooked')] as const,
  ...[0, 1, 2, 3].map((count) => [count, words.number(count)] as const),
])
const kinds = computed(() => [
  ['', say('playbook.any')] as const,
  ...deviceKind.options.map((kind) => [kind, say(`kind.${kind}`)] as const),
])
const ports = computed(() => [
  ['', say('playbook.notLooked')] as const,
  ...portKind.options.map((port) => [port, say(`port.${port}`)] as const),
])
const ages = computed(() => Object.entries(AGES).map(([age, { says }]) => [age, say(says)] as const))
</script>

<template>
  <PlaybookFrame :title="say('station.playbook')">
    <div class="beside-first" style="--narrow: 24rem">
      <section :aria-label="say('playbook.known')" class="space-y-4">
        <div>
          <label class="font-bold" for="playbook-search">{{ say('exchange.model') }}</label>
          <input
            id="playbook-search"
            v-model="query"
            class="field"
            type="search"
            :placeholder="say('playbook.searchHint')"
            autocomplete="off"
            spellcheck="false"
          />
          <ul
            v-if="query"
            class="ruled border-b border-rule"
            data-testid="models-found"
            :data-answered="answered"
          >
            <li v-for="model in results" :key="model.id" class="py-1.5">
              <RouterLink
                v-if="model.family"
                class="font-bold underline"
                :to="`/playbook/families/${model.family}`"
                >{{ model.maker }} {{ model.name }}</RouterLink
              >
              <b v-else>{{ model.maker }} {{ model.name }}</b>
              <span class="text-sm text-ink-soft">
                {{ [model.modelText, model.year].filter(Boolean).join(' · ')
                }}<template v-if="!model.family"> · {{ say('playbook.familyUnknown') }}</template></span
              >
            </li>
            <li v-if="results.length === 0 && answered === query" class="py-1.5">
              {{ say('playbook.noneFits') }}
            </li>
          </ul>
        </div>
        <fieldset>
          <legend class="font-bold">{{ say('playbook.orSeen') }}</legend>
          <dl class="mt-1 grid grid-cols-[6.5rem_1fr] items-baseline gap-x-3 gap-y-2.5">
            <dt>
              <label for="playbook-maker">{{ say('playbook.maker') }}</label>
            </dt>
            <dd>
              <select id="playbook-maker" v-model="seen.maker" class="field">
                <option value="">{{ say('playbook.any') }}</option>
                <option v-for="maker in makers" :key="maker">{{ maker }}</option>
              </select>
            </dd>
            <dt>{{ say('playbook.kind') }}</dt>
            <dd><OneOf v-model="seen.kind" :label="say('playbook.kind')" :answers="kinds" nothing="" /></dd>
            <template v-for="side in edge.options" :key="side">
              <dt>{{ say('playbook.keysOn', { edge: say(`edge.${side}`) }) }}</dt>
              <dd>
                <OneOf
                  :model-value="on(side)"
                  :label="say('playbook.keysOn', { edge: say(`edge.${side}`) })"
                  :answers="counts"
                  :nothing="NOT_LOOKED"
                  @update:model-value="(count) => setOn(side, count)"
                />
              </dd>
            </template>
            <dt>{{ say('playbook.keysAtHand') }}</dt>
            <dd><SomeOf v-model="seen.keys" :label="say('playbook.keysAtHand')" :choices="keysThere" /></dd>
            <dt>{{ say('playbook.port') }}</dt>
            <dd><OneOf v-model="seen.port" :label="say('playbook.port')" :answers="ports" nothing="" /></dd>
            <dt>{{ say('playbook.age') }}</dt>
            <dd><OneOf v-model="seen.age" :label="say('playbook.age')" :answers="ages" nothing="" /></dd>
          </dl>
          <button type="button" class="mt-3 underline" @click="seen = { ...NOTHING }">
            {{ say('playbook.forget') }}
          </button>
        </fieldset>
      </section>

      <section aria-labelledby="families-title">
        <h2 id="families-title" aria-live="polite">
          {{ say('playbook.fitting', { count: fitting.length, all: catalog.pack?.families.length ?? 0 }) }}
        </h2>
        <ul class="ruled mt-1 border-y-2 border-ink">
          <li v-for="{ family, models } in fitting" :key="family.id" class="flex items-center gap-4 py-2">
            <div class="w-10 shrink-0"><DevicePicture :family="family" :kind="family.kind" plain /></div>
            <div class="min-w-0 flex-1">
              <RouterLink class="text-lg font-bold underline" :to="`/playbook/families/${family.id}`">{{
                family.name
              }}</RouterLink>
              <p v-if="notVerified.get(family.id)" class="font-bold text-stop">
                {{
                  say('playbook.notVerified', {
                    count: notVerified.get(family.id) ?? 0,
                    all: family.methods.length,
                  })
                }}
              </p>
              <p class="truncate text-ink-soft">
                {{
                  models.map(({ maker, name }) => `${maker} ${name}`).join(', ') || say('playbook.noModel')
                }}
              </p>
            </div>
            <span class="shrink-0 text-end text-sm text-ink-soft"
              >{{ say(`kind.${family.kind}`) }}<br />{{
                say('playbook.models', { count: models.length })
              }}</span
            >
          </li>
          <li v-if="fitting.length === 0" class="py-3">
            {{ say('playbook.nothingLike') }}
          </li>
        </ul>
      </section>
    </div>
    <template #left>
      <RouterLink class="act" to="/playbook/exchange">{{ say('exchange.title') }}</RouterLink>
    </template>
    <template #action>
      <RouterLink class="act act-main" to="/playbook/teach">{{ say('playbook.teachNew') }}</RouterLink>
    </template>
  </PlaybookFrame>
</template>
