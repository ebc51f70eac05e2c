<script setup lang="ts">
import type { Family, Model } from '@benevox/core/catalog'
import { useCatalog } from '../../api/catalog.ts'
import { useIdentifying } from '../../parts/useIdentifying.ts'
import { say } from '../../words/index.ts'

/** The models that behave like a family; each may be taken to the job that waits for one. */
defineProps<{ family: Family; models: readonly Model[] }>()
const MOST_SHOWN = 40
const catalog = useCatalog()
const identifying = useIdentifying()
const ownTimes = (durations: object = {}) =>
  Object.keys(durations).length > 0
    ? say('family.ownTimes', {
        names: Object.keys(durations)
          .map((name) => name.replaceAll('-', ' '))
          .join(', '),
      })
    : ''
</script>

<template>
  <section aria-labelledby="models-title">
    <h2 id="models-title">{{ say('family.models') }}</h2>
    <ul class="ruled border-t-2 border-ink">
      <li
        v-for="model in models.slice(0, MOST_SHOWN)"
        :key="model.id"
        class="flex flex-wrap items-baseline gap-x-3 py-1"
      >
        <b>{{ model.maker }} {{ model.name }}</b>
        <span class="text-ink-soft">{{ model.modelText }}</span>
        <RouterLink
          v-if="identifying !== null"
          class="font-bold underline"
          :to="{ path: `/counter/${identifying}`, query: { model: model.id } }"
          >{{ say('family.isThisOne') }}</RouterLink
        >
        <span class="text-brass">{{ ownTimes(model.durations) }}</span>
        <span v-for="update in model.updates" :key="update.fromSystem" class="text-brass">{{
          say('family.update', {
            system: update.fromSystem,
            family:
              update.family === family.id
                ? say('family.thisFamily')
                : (catalog.familyInUse(update.family)?.name ?? ''),
          })
        }}</span>
        <span class="ms-auto text-sm text-ink-soft">{{
          [
            model.codeNames.join(', '),
            say(`kind.${model.kind}`),
            model.port && say(`port.${model.port}`),
            model.year,
            say(`source.${model.source}`),
          ]
            .filter(Boolean)
            .join(' · ')
        }}</span>
      </li>
      <li v-if="models.length === 0" class="py-1">{{ say('family.noModel') }}</li>
      <li v-if="models.length > MOST_SHOWN" class="py-1">
        {{ say('family.moreModels', { count: models.length - MOST_SHOWN }) }}
      </li>
    </ul>
  </section>
</template>
