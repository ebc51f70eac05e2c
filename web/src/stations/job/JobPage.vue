<script setup lang="ts">
import type { JobEvent } from '@benevox/contract'
import { storyLine, type CatalogueNames } from '@benevox/words'
import { computed, ref, watch } from 'vue'
import { namesIn } from '@benevox/core/catalog'
import { useCatalog } from '../../api/catalog.ts'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import JobFrame from '../../parts/JobFrame.vue'
import NextStation from '../../parts/NextStation.vue'
import RouteView from '../../parts/RouteView.vue'
import KeptSection from './KeptSection.vue'
import { say, words } from '../../words/index.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const catalog = useCatalog()
const events = ref<readonly JobEvent[]>([])
watch(
  () => job.saved?.version,
  async () =>
    (events.value =
      (await call('listEvents', { params: { id: props.id } }).catch(() => undefined))?.events ??
      events.value),
  { immediate: true },
)
/** Until the wipe has begun a job may go on with what the shop has learnt since. */
const canTakeNewer = computed(
  () =>
    job.saved &&
    job.facts.modelId &&
    !job.saved.handBack &&
    job.saved.deleted === 'no' &&
    job.saved.catalogId < (catalog.inUse?.id ?? 0),
)

const names = computed<CatalogueNames>(() => ({
  model: (modelId) => catalog.modelName(modelId),
  own: job.found ? namesIn(job.found.family) : {},
  method: (methodId) => job.found?.family.methods.find((one) => one.id === methodId)?.name,
}))
</script>

<template>
  <JobFrame :id="props.id">
    <template #default="{ job: saved, route }">
      <div class="flex flex-wrap items-start">
        <div class="min-w-0 grow basis-[min(24rem,100%)] border-e border-rule px-6 py-4">
          <RouteView
            :route="route"
            :job-id="props.id"
            :handed-back="saved.handBack ? { at: saved.handBack.at, deleted: saved.deleted } : undefined"
          />
        </div>
        <section
          class="min-w-0 grow-[999] basis-[min(28rem,100%)] px-6 py-4"
          :aria-label="say('jobPage.history')"
        >
          <p class="mb-3" data-testid="catalogue">
            <template v-if="!canTakeNewer">{{
              say('jobPage.catalogue', { version: job.saved?.catalogId ?? 0 })
            }}</template>
            <template v-else>
              {{
                say('jobPage.newer', {
                  version: job.saved?.catalogId ?? 0,
                  newer: catalog.inUse?.id ?? 0,
                })
              }}
              <button class="underline" @click="job.setFact('modelId', job.facts.modelId ?? null)">
                {{ say('jobPage.useNewer') }}
              </button>
            </template>
          </p>
          <p v-if="job.saved?.agreement" class="mb-3">
            <template v-if="job.saved.agreement.kind === 'refused'">{{
              say('jobPage.refused', { at: words.instant(job.saved.agreement.at) })
            }}</template>
            <template v-else>
              {{
                say('jobPage.agreed', {
                  how: say(`howAgreed.${job.saved.agreement.how}`),
                  language: words.languageName(job.saved.agreement.language),
                  at: words.instant(job.saved.agreement.at),
                  person: job.saved.agreement.by,
                  isThere: String(job.saved.agreement.how === 'status-page'),
                  isVoid: String(job.route?.agreement.state === 'void'),
                })
              }}
              <a class="underline" :href="`/api/jobs/${id}/agreement.pdf`" target="_blank">{{
                say('document.agreement')
              }}</a>
            </template>
          </p>
          <section
            v-if="job.saved?.breaches.length"
            class="mb-4 border-s-[6px] border-stop ps-4"
            role="alert"
          >
            <h2>{{ say('jobPage.forSupervisor') }}</h2>
            <ul>
              <li v-for="one in job.saved.breaches" :key="`${one.at} ${one.did}`">
                <time class="font-mono" :datetime="one.at">{{ words.instant(one.at) }}</time>
                <b class="mx-2">{{ one.by }}</b>{{ say(`breach.${one.did}`) }},
                {{ say(`breachWithout.${one.without}`) }}
              </li>
            </ul>
          </section>
          <div class="mb-1 flex items-baseline gap-4">
            <h2>{{ say('jobPage.history') }}</h2>
            <a
              class="underline"
              :href="`/api/jobs/${id}/story.pdf?language=${words.language}`"
              target="_blank"
              >{{ say('jobPage.story') }}</a
            >
          </div>
          <ol class="border-t-2 border-ink">
            <li
              v-for="event in events"
              :key="event.id"
              class="grid grid-cols-[10.5rem_4rem_1fr] gap-3 border-b border-rule py-1.5 text-[0.95rem]"
            >
              <time class="font-mono" :datetime="event.at">{{ words.instant(event.at) }}</time>
              <b>{{ event.by }}</b>
              <span>{{ storyLine(event, names, words) }}</span>
            </li>
          </ol>
          <KeptSection />
        </section>
      </div>
    </template>
    <template #left="{ job: saved }">
      <RouterLink class="underline" :to="`/counter/${saved.id}`">{{
        say('carrier.whatWasAsked')
      }}</RouterLink>
      <RouterLink v-if="saved.station !== 'closed'" class="underline" :to="`/hand-back/${saved.id}`">{{
        say('counter.handBackAsIs')
      }}</RouterLink>
    </template>
    <template #action="{ job: saved }">
      <a
        v-if="saved.handBack"
        class="act act-main"
        :href="`/api/jobs/${saved.id}/hand-back.pdf`"
        target="_blank"
        >{{ say('handBackPage.document') }}</a
      >
      <NextStation v-else :job="saved" />
    </template>
  </JobFrame>
</template>
