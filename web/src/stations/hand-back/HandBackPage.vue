<script setup lang="ts">
import type { Body, Job } from '@benevox/contract'
import type { ComparedCondition, LeftWithIt, LockStatement } from '@benevox/core/job'
import { computed, reactive, ref, useTemplateRef, watchEffect } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import JobFrame from '../../parts/JobFrame.vue'
import { useNumberedButtons } from '../../parts/numberedButtons.ts'
import { usePageKeys } from '../../parts/pageKeys.ts'
import { eventText } from '../../words/job.ts'
import PaymentTaken from '../../parts/PaymentTaken.vue'
import BillBlock from './BillBlock.vue'
import CorrectBill from './CorrectBill.vue'
import ConditionCompared from './ConditionCompared.vue'
import FetchedBy from './FetchedBy.vue'
import LockRows from './LockRows.vue'
import TellCustomer from '../../parts/TellCustomer.vue'
import { say, words } from '../../words/index.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const LOCKS = ['screen', 'account', 'carrier'] as const
/** What may have come with it; what is not among them was not noted when it was checked in. */
const USUALLY_LEFT = ['sim', 'sim-tray', 'cable', 'memory-card'] as const

const form = reactive<{
  screen: LockStatement
  account: LockStatement
  carrier: LockStatement
  whoSignsIn: string
  returned: Body<'handBack'>['returned']
  condition: ComparedCondition | undefined
  note: string
  fetchedBy: string
  paid: Body<'handBack'>['paid']
}>({
  screen: 'not-tested',
  account: 'not-tested',
  carrier: 'not-tested',
  whoSignsIn: '',
  returned: [],
  condition: undefined,
  note: '',
  fetchedBy: '',
  paid: undefined,
})
const noSecret = ref<string[]>([])
function keep(name: 'whoSignsIn' | 'note', text: string, isNoSecret: boolean): void {
  form[name] = text
  if (isNoSecret) noSecret.value = [...noSecret.value, name]
}
const isAtHome = computed(() => job.facts.deviceHere === 'no')
/** What stayed here when it was checked in, and goes back: the device, and what came with it. */
type Part = 'device' | LeftWithIt
const left = computed<readonly Part[]>(() =>
  isAtHome.value ? [] : ['device', ...(job.saved?.intake?.left ?? [])],
)
const parts = computed<readonly Part[]>(() => [...new Set<Part>([...left.value, ...USUALLY_LEFT])])
const missing = computed(() => left.value.filter((part) => !form.returned.includes(part)))
let isFilled = false
watchEffect(() => {
  const { statements } = job
  if (!statements || !job.route) return
  // What was said stays where it may still be said.
  for (const lock of LOCKS)
    if (!isFilled || !statements[lock].includes(form[lock])) form[lock] = statements[lock][0] ?? 'not-tested'
  if (!isFilled) form.returned = [...left.value]
  isFilled = true
})

async function handBack(): Promise<void> {
  const { bill } = job
  if (!bill) return
  const { paid, fetchedBy, condition, ...said } = form
  await job.record(eventText({ kind: 'handed-back' }), (version, id) =>
    call('handBack', {
      params: { id },
      body: {
        version,
        ...said,
        ...(fetchedBy ? { fetchedBy } : {}),
        ...(condition ? { condition } : {}),
        ...(job.dueMinor === 0 ? {} : { paid }),
        priceMinor: bill.totalMinor,
        currency: bill.currency,
        noSecret: noSecret.value,
      },
    }),
  )
}
const isOpen = (saved: Job) => saved.handBack === null
const mayClose = computed(() => job.bill !== undefined && (job.dueMinor === 0 || form.paid !== undefined))
const paper = useTemplateRef('paper')
// Closing has a key of its own.
useNumberedButtons({ first: 1 })
usePageKeys(
  {
    key: 'h',
    does: 'keyHelp.handBack',
    when: () => job.saved?.handBack === null && mayClose.value,
    press: () => void handBack(),
  },
  {
    key: ' ',
    does: 'keyHelp.document',
    when: () => job.saved?.handBack !== null,
    press: () => paper.value?.click(),
  },
)
const partNames = (of: readonly Part[]) => words.list(of.map((part) => say(`part.${part}`)))
</script>

<template>
  <JobFrame :id="props.id">
    <template #default="{ job: saved, route }">
      <div class="px-6 py-4">
        <h1 class="mb-3">{{ say('station.hand-back') }}</h1>
        <div v-if="saved.handBack">
          <p class="text-xl">{{ say('handBackPage.done') }}</p>
          <section v-if="job.owedMinor > 0" class="mt-4 max-w-2xl border-t-2 border-ink pt-2">
            <p class="flex justify-between text-xl font-bold">
              <span>{{ say('bill.due') }}</span>
              <span class="font-mono" data-testid="owed">{{
                words.money(job.owedMinor, saved.handBack.currency)
              }}</span>
            </p>
            <PaymentTaken :suggested="job.owedMinor" :currency="saved.handBack.currency" />
          </section>
          <TellCustomer />
          <CorrectBill v-if="saved.handBack.bill" :currency="saved.handBack.currency" />
        </div>
        <div v-else class="beside beside-wide">
          <form id="hand-back" @submit.prevent="handBack">
            <LockRows :route="route" :said="form" @say="(lock, value) => (form[lock] = value)" />
            <div class="mt-3 grid grid-cols-[9rem_1fr] items-center gap-x-4 gap-y-2.5">
              <span>{{ say('handBackPage.whoSignsIn') }}</span>
              <FreeText
                :label="say('handBackPage.whoSignsIn')"
                :value="form.whoSignsIn"
                :maxlength="120"
                :placeholder="say('handBackPage.whoHint')"
                @keep="(text, isNoSecret) => keep('whoSignsIn', text, isNoSecret)"
              />
              <template v-if="!isAtHome">
                <span>{{ say('handBackPage.given') }}</span>
                <div>
                  <span class="flex flex-wrap gap-x-5 gap-y-1">
                    <label v-for="part in parts" :key="part" class="inline-flex min-h-8 items-center gap-2"
                      ><input
                        v-model="form.returned"
                        type="checkbox"
                        :value="part"
                        class="size-5 accent-ink"
                      />{{ say(`part.${part}`) }}</label
                    >
                  </span>
                  <b v-if="missing.length" role="status" class="text-waiting">{{
                    say('handBackPage.missing', { parts: partNames(missing) })
                  }}</b>
                </div>
              </template>
              <ConditionCompared
                v-if="!isAtHome && saved.intake"
                v-model="form.condition"
                :intake="saved.intake"
                :kind="job.found?.model.kind"
                @no-secret="noSecret = [...noSecret, 'condition']"
              />
              <FetchedBy
                v-if="!isAtHome"
                v-model="form.fetchedBy"
                @no-secret="noSecret = [...noSecret, 'fetchedBy']"
              />
              <span>{{ say('handBackPage.what') }}</span>
              <FreeText
                :label="say('handBackPage.what')"
                :value="form.note"
                :maxlength="500"
                :placeholder="say('handBackPage.whatHint')"
                @keep="(text, isNoSecret) => keep('note', text, isNoSecret)"
              />
            </div>
          </form>
          <div>
            <BillBlock v-model:paid="form.paid" />
            <p class="mt-4 border-t border-rule pt-3 text-[0.95rem] text-ink-soft">
              {{ say('handBackPage.tell') }}
            </p>
            <TellCustomer />
          </div>
        </div>
      </div>
    </template>
    <template #left="{ job: saved }"
      ><RouterLink class="underline" :to="`/jobs/${saved.id}`">{{
        say('counter.wholeJob')
      }}</RouterLink></template
    >
    <template #action="{ job: saved }">
      <template v-if="isOpen(saved)">
        <span v-if="job.dueMinor !== 0 && !form.paid" class="text-ink-soft">{{
          say(job.dueMinor > 0 ? 'handBackPage.howPaid' : 'handBackPage.howPaidBack')
        }}</span>
        <button
          class="act act-main"
          form="hand-back"
          :disabled="!mayClose"
          data-key-hint="H"
          aria-keyshortcuts="H"
        >
          {{ say('handBackPage.close') }}
        </button>
      </template>
      <a
        v-else
        ref="paper"
        class="act act-main"
        :href="`/api/jobs/${saved.id}/hand-back.pdf`"
        target="_blank"
        :data-key-hint="say('keyboard.space')"
        aria-keyshortcuts="Space"
        >{{ say('handBackPage.document') }}</a
      >
    </template>
  </JobFrame>
</template>
