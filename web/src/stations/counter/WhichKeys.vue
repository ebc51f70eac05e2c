<script setup lang="ts">
import { keyText } from '@benevox/words'
import { namesIn, type Family, type KeyId, type Model } from '@benevox/core/catalog'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import DevicePicture from '../../parts/DevicePicture.vue'
import { say, words } from '../../words/index.ts'

/** Which key does not work, told on the drawing: only what needs it is closed. */
const props = defineProps<{ model: Model; family: Family }>()
const job = useJob()
const own = computed(() => namesIn(props.family))
const tested = computed(() => job.saved?.bench.keysTested ?? {})
const broken = computed(() =>
  props.family.keys.flatMap(({ id }) => (tested.value[id] === 'broken' ? [id] : [])),
)
const toggle = (key: KeyId) =>
  void job.tell({ kind: 'key-tested', key, state: tested.value[key] === 'broken' ? 'works' : 'broken' })
</script>

<template>
  <section :aria-label="say('whichKey.label')" class="flex items-start gap-4 border-b-2 border-ink px-4 py-3">
    <div class="w-44 shrink-0">
      <DevicePicture :family="family" :kind="model.kind" :pressed="broken" choosable @chosen="toggle" />
    </div>
    <div>
      <b class="text-[1.3rem] leading-tight">{{ say('whichKey.ask') }}</b>
      <p class="text-ink-soft">
        {{ say('whichKey.how') }}
      </p>
      <p class="mt-2 flex flex-wrap gap-2">
        <button
          v-for="{ id } in family.keys"
          :key="id"
          type="button"
          class="border border-ink-soft px-2 py-0.5 hover:bg-paper-deep"
          :aria-pressed="tested[id] === 'broken'"
          @click="toggle(id)"
        >
          <span aria-hidden="true" class="me-1 font-mono font-bold">{{
            tested[id] === 'broken' ? '✕' : ''
          }}</span>{{ keyText(id, own, words) }}
        </button>
      </p>
    </div>
  </section>
</template>
