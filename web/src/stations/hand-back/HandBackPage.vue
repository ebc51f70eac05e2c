<script setup lang="ts">
import type { Body, Job } from '@benevox/contract'
import { LOCK_STATE_WORDS, LOCK_WORDS } from '@benevox/core/route'
import { computed, reactive, ref, watchEffect } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import JobFrame from '../../parts/JobFrame.vue'
import { eventWords, money } from '../../words/en.ts'

const props = defineProps<{ id: number }>()
const job = useJob()
const LOCKS = ['screen', 'account', 'carrier'] as const
const STATEMENTS = {
  'confirmed-off': 'Confirmed off',
  on: 'On, and said so',
  'not-tested': 'Not tested',
  none: 'This device has none',
  'not-part-of-this-job': 'Not part of this job',
} as const
const PARTS = [
  ['device', 'device'],
  ['sim', 'SIM'],
  ['sim-tray', 'SIM tray'],
  ['cable', 'cable'],
  ['memory-card', 'memory card'],
] as const

type Statement = keyof typeof STATEMENTS
const form = reactive<{
  screen: Statement
  account: Statement
  carrier: Statement
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
let isFilled = false
watchEffect(() => {
  const { statements } = job
  if (!statements || !job.route) return
  // What was said stays where it may still be said.
  for (const lock of LOCKS)
    if (!isFilled || !statements[lock].includes(form[lock])) form[lock] = statements[lock][0] ?? 'not-tested'
  if (!isFilled && job.mostToAskMinor === 0) form.price = '0.00'
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
    ...(job.saved?.orders ?? []).map(
      ({ supplier, feeMinor, currency }) => `${supplier} ${money(feeMinor, currency)}`,
    ),
    ...(job.saved?.registry ?? [])
      .filter(({ feeMinor }) => feeMinor > 0)
      .map(
        ({ feeMinor, currency, reference }) => `registry’s report ${reference} ${money(feeMinor, currency)}`,
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
  await job.record(eventWords({ kind: 'handed-back' }), (version, id) =>
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
        <h1 class="mb-3">Hand back</h1>
        <p v-if="saved.handBack" class="text-xl">Handed back. The paper is ready to print.</p>
        <form v-else id="hand-back" @submit.prevent="handBack">
          <table class="w-full text-left">
            <tbody class="ruled border-y-2 border-ink">
              <tr v-for="lock in LOCKS" :key="lock">
                <th class="w-40 py-2 font-bold">{{ LOCK_WORDS[lock] }}</th>
                <td class="w-36">{{ LOCK_STATE_WORDS[route.locks[lock]] }}</td>
                <td>
                  <label
                    v-for="value in job.statements?.[lock] ?? []"
                    :key="value"
                    class="mr-5 inline-flex items-center gap-2 py-1"
                  >
                    <input
                      v-model="form[lock]"
                      type="radio"
                      :name="lock"
                      :value="value"
                      class="size-5 accent-ink"
                    />{{ STATEMENTS[value] }}
                  </label>
                </td>
              </tr>
            </tbody>
          </table>
          <div class="mt-4 grid grid-cols-[12rem_1fr] items-center gap-x-4 gap-y-3">
            <span>Who signs in</span>
            <FreeText
              label="Who signs in"
              :value="form.whoSignsIn"
              :maxlength="120"
              placeholder="the owner, here or at home"
              @keep="(text, isNoSecret) => keep('whoSignsIn', text, isNoSecret)"
            />
            <span>Given back</span>
            <span class="flex flex-wrap gap-5">
              <label v-for="[part, text] in PARTS" :key="part" class="inline-flex items-center gap-2"
                ><input v-model="form.returned" type="checkbox" :value="part" class="size-5 accent-ink" />{{
                  text
                }}</label
              >
            </span>
            <span>What was done</span>
            <FreeText
              label="What was done"
              :value="form.note"
              :maxlength="500"
              placeholder="in plain words, for the paper"
              @keep="(text, isNoSecret) => keep('note', text, isNoSecret)"
            />
            <label for="price">Price, {{ currency }}</label>
            <span
              ><input id="price" v-model="form.price" class="field !w-32 font-mono" inputmode="decimal" /><b
                v-if="priceMinor === undefined"
                class="ml-3"
                >an amount, like 35.00</b
              ><span class="ml-3" :class="isTooMuch ? 'font-bold text-stop' : 'text-ink-soft'">{{
                job.mostToAskMinor
                  ? `agreed: at most ${money(job.mostToAskMinor, currency)}`
                  : 'nothing was agreed that costs anything'
              }}</span
              ><span v-if="fees" class="ml-3 text-ink-soft">fees of its orders: {{ fees }}</span></span
            >
          </div>
          <p class="mt-4 text-ink-soft">
            Say it in plain words: what is gone, who signs in, to write the account down, and to take the
            account off before selling.
          </p>
        </form>
      </div>
    </template>
    <template #left="{ job: saved }"
      ><RouterLink class="underline" :to="`/jobs/${saved.id}`">The whole job</RouterLink></template
    >
    <template #action="{ job: saved }">
      <button
        v-if="isOpen(saved)"
        class="act act-main"
        form="hand-back"
        :disabled="priceMinor === undefined || isTooMuch"
      >
        Hand back and close
      </button>
      <a v-else class="act act-main" :href="`/api/jobs/${saved.id}/hand-back.pdf`" target="_blank"
        >Hand-back paper</a
      >
    </template>
  </JobFrame>
</template>
