<script setup lang="ts">
import type { LockStatement } from '@benevox/core/job'
import type { Route } from '@benevox/core/route'
import { lockStatementText } from '@benevox/words'
import { computed } from 'vue'
import { useJob } from '../../job/jobs.ts'
import LockBolt from '../../parts/LockBolt.vue'
import { say, words } from '../../words/index.ts'

/** Each lock: what may be said of it, never more than was shown, and the sentence that will stand on the document. */
defineProps<{ route: Route; said: Readonly<Record<(typeof LOCKS)[number], LockStatement>> }>()
const emit = defineEmits<{ say: [lock: (typeof LOCKS)[number], statement: LockStatement] }>()
const LOCKS = ['screen', 'account', 'carrier'] as const
const ASKS = ['nothing', 'new-lock', 'old-lock'] as const
const job = useJob()
const woken = computed(() => job.saved?.bench.woken?.asks)
/** Where it was about that lock, and the device is in hand. */
const mayBeWoken = computed(
  () => job.facts.deviceHere !== 'no' && !job.statements?.screen.includes('not-part-of-this-job'),
)
</script>

<template>
  <section :aria-label="say('handBack.threeLocks')" class="ruled border-y-2 border-ink">
    <fieldset v-for="lock in LOCKS" :key="lock" class="grid grid-cols-[7.5rem_1fr] gap-x-4 py-2.5">
      <legend class="sr-only">{{ say(`lock.${lock}`) }}</legend>
      <p aria-hidden="true">
        <b>{{ say(`lock.${lock}`) }}</b><br />
        <LockBolt :lock="lock" :state="job.locks?.[lock] ?? route.locks[lock]" />
      </p>
      <div>
        <div class="flex flex-wrap gap-2">
          <label
            v-for="value in job.statements?.[lock] ?? []"
            :key="value"
            class="inline-flex min-h-11 cursor-pointer items-center gap-2 border-2 px-3"
            :class="
              said[lock] === value ? 'border-ink bg-ink font-bold text-paper' : 'border-ink-soft bg-lit'
            "
          >
            <input
              type="radio"
              class="sr-only"
              :name="lock"
              :value="value"
              :checked="said[lock] === value"
              @change="emit('say', lock, value)"
            />{{ say(`statement.${value}`) }}
          </label>
        </div>
        <p class="mt-1.5 text-[0.95rem]">
          <span class="text-ink-soft">{{ say('handBackPage.onDocument') }}:</span>
          “{{ lockStatementText(said[lock], job.shownOff?.[lock], words) }}”
        </p>
        <p
          v-if="lock === 'screen' && mayBeWoken"
          class="mt-2 flex flex-wrap items-center gap-2 text-[0.95rem]"
        >
          {{ say('handBackPage.lockAndWake') }}
          <button
            v-for="asks in ASKS"
            :key="asks"
            type="button"
            class="act"
            :class="{ '!bg-ink text-paper': woken === asks }"
            :aria-pressed="woken === asks"
            @click="job.tell({ kind: 'locked-and-woken', asks })"
          >
            {{ say(`woken.${asks}`) }}
          </button>
        </p>
      </div>
    </fieldset>
  </section>
</template>
