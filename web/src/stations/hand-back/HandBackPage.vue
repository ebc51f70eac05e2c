<script setup lang="ts">
import type { Body, Job } from '@benevox/contract'
import { costOf, type LockStatement } from '@benevox/core/job'
import { computed, reactive, ref, watchEffect } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import JobFrame from '../../parts/JobFrame.vue'
import { eventText } from '../../words/job.ts'
import { say, words } from '../../words/index.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const LOCKS = ['screen', 'account', 'carrier'] as const
const PARTS = ['device', 'sim', 'sim-tray', 'cable', 'memory-card'] as const

const form = reactive<{
  screen: LockStatement
  account: LockStatement
  carrier: LockStatement
  whoSignsIn: string
  returned: Body<'handBack'>['returned']
  note: string
  price: string
}>({
  screen: 'not-tested',
  account: 'not-tested',
  carrier: 'not-tested',
  whoSignsIn: '',
  returned: ['device'],
  note: '',
  price: '',
})
const noSecret = ref<string[]>([])
function keep(name: 'whoSignsIn' | 'note', text: string, isNoSecret: boolean): void {
  form[name] = text
  if (isNoSecret) noSecret.value = [...noSecret.value, name]
}
const isAtHome = computed(() => job.facts.deviceHere === 'no')
let isFilled = false
watchEffect(() => {
  const { statements } = job
  if (!statements || !job.route) return
  // What was said stays where it may still be said.
  for (const lock of LOCKS)
    if (!isFilled || !statements[lock].includes(form[lock])) form[lock] = statements[lock][0] ?? 'not-tested'
  if (!isFilled && job.mostToAskMinor === 0) form.price = '0.00'
  // What stayed with the customer is not given back.
  if (!isFilled && isAtHome.value) form.returned = []
  isFilled = true
})
const currency = computed(
  () =>
    (job.saved?.agreement?.kind === 'signed' ? job.saved.agreement.terms.currency : job.prices?.currency) ??
    'EUR',
)
const isTooMuch = computed(() => priceMinor.value !== undefined && priceMinor.value > job.mostToAskMinor)
/** What the orders and reports of this job cost the shop, as recorded. */
const fees = computed(() =>
  [
    ...(job.saved?.orders ?? [])
      .filter((order) => costOf(order) > 0)
      .map((order) => `${order.supplier} ${words.money(costOf(order), order.currency)}`),
    ...(job.saved?.registry ?? [])
      .filter(({ feeMinor }) => feeMinor > 0)
      .map(({ feeMinor, currency, reference }) =>
        say('handBackPage.reportFee', { reference, fee: words.money(feeMinor, currency) }),
      ),
  ].join(', '),
)
const priceMinor = computed(() =>
  /^\d{1,6}([.,]\d{1,2})?$/.test(form.price.trim())
    ? Math.round(Number(form.price.replace(',', '.')) * 100)
    : undefined,
)

async function handBack(): Promise<void> {
  const { price: _, ...said } = form
  await job.record(eventText({ kind: 'handed-back' }), (version, id) =>
    call('handBack', {
      params: { id },
      body: {
        version,
        ...said,
        priceMinor: priceMinor.value ?? 0,
        currency: currency.value,
        noSecret: noSecret.value,
      },
    }),
  )
}
const isOpen = (saved: Job) => saved.handBack === null
</script>

<template>
  <JobFrame :id="props.id">
    <template #default="{ job: saved, route }">
      <div class="max-w-5xl px-6 py-5">
        <h1 class="mb-3">{{ say('station.hand-back') }}</h1>
        <p v-if="saved.handBack" class="text-xl">{{ say('handBackPage.done') }}</p>
        <form v-else id="hand-back" @submit.prevent="handBack">
          <table class="w-full text-start">
            <tbody class="ruled border-y-2 border-ink">
              <tr v-for="lock in LOCKS" :key="lock">
                <th class="w-40 py-2 font-bold">{{ say(`lock.${lock}`) }}</th>
                <td class="w-36">{{ say(`lockState.${route.locks[lock]}`) }}</td>
                <td>
                  <label
                    v-for="value in job.statements?.[lock] ?? []"
                    :key="value"
                    class="me-5 inline-flex items-center gap-2 py-1"
                  >
                    <input
                      v-model="form[lock]"
                      type="radio"
                      :name="lock"
                      :value="value"
                      class="size-5 accent-ink"
                    />{{ say(`statement.${value}`) }}
                  </label>
                </td>
              </tr>
            </tbody>
          </table>
          <div class="mt-4 grid grid-cols-[12rem_1fr] items-center gap-x-4 gap-y-3">
            <span>{{ say('handBackPage.whoSignsIn') }}</span>
            <FreeText
              :label="say('handBackPage.whoSignsIn')"
              :value="form.whoSignsIn"
              :maxlength="120"
              :placeholder="say('handBackPage.whoHint')"
              @keep="(text, isNoSecret) => keep('whoSignsIn', text, isNoSecret)"
            />
            <span v-if="!isAtHome">{{ say('handBackPage.given') }}</span>
            <span v-if="!isAtHome" class="flex flex-wrap gap-5">
              <label v-for="part in PARTS" :key="part" class="inline-flex items-center gap-2"
                ><input v-model="form.returned" type="checkbox" :value="part" class="size-5 accent-ink" />{{
                  say(`part.${part}`)
                }}</label
              >
            </span>
            <span>{{ say('handBackPage.what') }}</span>
            <FreeText
              :label="say('handBackPage.what')"
              :value="form.note"
              :maxlength="500"
              :placeholder="say('handBackPage.whatHint')"
              @keep="(text, isNoSecret) => keep('note', text, isNoSecret)"
            />
            <label for="price">{{ say('handBackPage.price', { currency }) }}</label>
            <span
              ><input id="price" v-model="form.price" class="field !w-32 font-mono" inputmode="decimal" /><b
                v-if="priceMinor === undefined"
                class="ms-3"
                >{{ say('handBackPage.amount', { example: words.money(3500, currency) }) }}</b
              ><span class="ms-3" :class="isTooMuch ? 'font-bold text-stop' : 'text-ink-soft'">{{
                job.mostToAskMinor
                  ? say('handBackPage.mostAgreed', { most: words.money(job.mostToAskMinor, currency) })
                  : say('handBackPage.nothingAgreed')
              }}</span
              ><span v-if="fees" class="ms-3 text-ink-soft">{{
                say('handBackPage.fees', { fees })
              }}</span></span
            >
          </div>
          <p class="mt-4 text-ink-soft">
            {{ say('handBackPage.tell') }}
          </p>
        </form>
      </div>
    </template>
    <template #left="{ job: saved }"
      ><RouterLink class="underline" :to="`/jobs/${saved.id}`">{{
        say('counter.wholeJob')
      }}</RouterLink></template
    >
    <template #action="{ job: saved }">
      <button
        v-if="isOpen(saved)"
        class="act act-main"
        form="hand-back"
        :disabled="priceMinor === undefined || isTooMuch"
      >
        {{ say('handBackPage.close') }}
      </button>
      <a v-else class="act act-main" :href="`/api/jobs/${saved.id}/hand-back.pdf`" target="_blank">{{
        say('handBackPage.document')
      }}</a>
    </template>
  </JobFrame>
</template>
