<script setup lang="ts">
import { keptUntil } from '@benevox/core/job'
import { kindsText } from '@benevox/words'
import { computed, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import FreeText from '../../parts/FreeText.vue'
import OneOf from '../../parts/OneOf.vue'
import PressAndHold from '../../parts/PressAndHold.vue'
import SupervisorCode from '../../parts/SupervisorCode.vue'
import { say, words } from '../../words/index.ts'

/** What of a job points to the customer, and until when: forgotten by itself, or when they ask; a legal hold stops both. */
const LEAST_CODE = 4
const LEAST_REASON = 10
const job = useJob()
const saved = computed(() => job.saved)
const kept = computed(() => (saved.value && job.prices ? keptUntil(saved.value, job.prices) : []))
/** Kinds that go on the same day stand on one line. */
const lines = computed(() =>
  [...new Set(kept.value.map(({ until }) => until))].map((until) => ({
    until,
    kinds: kindsText(
      kept.value.filter((one) => one.until === until).map(({ kind }) => kind),
      words,
    ),
  })),
)
const isOver = (until: string) => Date.parse(until) <= Date.now()
const bills = computed(() => kept.value.find(({ kind, until }) => kind === 'bill' && !isOver(until)))
const goes = computed(() => kept.value.filter((one) => one !== bills.value).map(({ kind }) => kind))

const doing = ref<'forget' | 'hold' | 'lift'>()
const copy = ref<'given' | 'not-wanted' | 'nothing'>('nothing')
const reason = ref('')
const noSecret = ref(false)
const code = ref('')
function open(what: 'forget' | 'hold' | 'lift'): void {
  doing.value = what
  copy.value = 'nothing'
  reason.value = ''
  code.value = ''
}
async function done(what: string, send: Parameters<typeof job.record>[1]): Promise<void> {
  const isDone = await job.record(what, send)
  code.value = ''
  if (isDone) doing.value = undefined
}
const forget = () =>
  done(say('doing.forgetting'), (version, id) =>
    call('forgetJob', {
      params: { id },
      body: { version, code: code.value, copy: copy.value === 'given' ? 'given' : 'not-wanted' },
    }),
  )
const hold = () =>
  done(say('doing.hold'), (version, id) =>
    call('placeHold', {
      params: { id },
      body: {
        version,
        code: code.value,
        reason: reason.value,
        ...(noSecret.value ? { noSecret: ['reason'] } : {}),
      },
    }),
  )
const lift = () =>
  done(say('doing.hold'), (version, id) =>
    call('liftHold', { params: { id }, body: { version, code: code.value } }),
  )
</script>

<template>
  <section v-if="saved" class="mt-6" :aria-label="say('kept.title')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('kept.title') }}</h2>
    <p v-if="saved.hold" role="status" class="mt-2 border-s-[6px] border-brass ps-3">
      {{
        say('kept.held', {
          since: words.day(saved.hold.at),
          person: saved.hold.by,
          reason: saved.hold.reason,
        })
      }}
    </p>
    <p v-if="!saved.handBack" class="mt-1">{{ say('kept.open') }}</p>
    <p v-for="one in saved.forgotten ?? []" :key="one.at" class="mt-1">
      {{ say('kept.forgotten', { date: words.day(one.at), kinds: kindsText(one.kinds, words) }) }}
    </p>
    <p v-if="saved.handBack && kept.length === 0" class="mt-1">{{ say('kept.all') }}</p>
    <dl v-else-if="lines.length > 0" class="mt-1 grid grid-cols-[auto_1fr] gap-x-4">
      <template v-for="line in lines" :key="line.until">
        <dt class="border-b border-rule py-1 font-mono whitespace-nowrap">
          {{ say('kept.until', { date: words.day(line.until) }) }}
        </dt>
        <dd class="border-b border-rule py-1">{{ line.kinds }}</dd>
      </template>
    </dl>
    <p class="mt-2 flex flex-wrap gap-x-5 gap-y-1">
      <span>
        {{ say('kept.copy') }}
        <a class="underline" :href="`/api/jobs/${saved.id}/copy.pdf`" target="_blank">{{
          say('kept.paper')
        }}</a>,
        <a class="underline" :href="`/api/jobs/${saved.id}/copy.json`" download>{{ say('kept.file') }}</a>
      </span>
      <button v-if="saved.hold" type="button" class="underline" @click="open('lift')">
        {{ say('kept.lift') }}
      </button>
      <template v-else>
        <button type="button" class="underline" @click="open('hold')">{{ say('kept.hold') }}</button>
        <button v-if="goes.length > 0" type="button" class="underline" @click="open('forget')">
          {{ say('kept.ask') }}
        </button>
      </template>
    </p>

    <form v-if="doing === 'hold'" class="mt-3 flex flex-wrap items-start gap-3" @submit.prevent="hold">
      <FreeText
        :label="say('kept.why')"
        :placeholder="say('kept.whyHint')"
        :value="reason"
        :maxlength="300"
        @keep="(text, isNoSecret) => ((reason = text), (noSecret = isNoSecret))"
      />
      <SupervisorCode v-model="code" />
      <button class="act" :disabled="reason.trim().length < LEAST_REASON || code.length < LEAST_CODE">
        {{ say('kept.place') }}
      </button>
      <button type="button" class="underline" @click="doing = undefined">{{ say('kept.cancel') }}</button>
    </form>
    <form v-if="doing === 'lift'" class="mt-3 flex flex-wrap items-center gap-3" @submit.prevent="lift">
      <SupervisorCode v-model="code" />
      <button class="act" :disabled="code.length < LEAST_CODE">{{ say('kept.lift') }}</button>
      <button type="button" class="underline" @click="doing = undefined">{{ say('kept.cancel') }}</button>
    </form>
    <div v-if="doing === 'forget'" class="mt-3 border-s-[6px] border-stop ps-3">
      <p>
        <b>{{ say('kept.gone', { kinds: kindsText(goes, words) }) }}</b> {{ say('kept.older') }}
        <template v-if="bills">{{ say('kept.billsStay', { date: words.day(bills.until) }) }}</template>
      </p>
      <OneOf
        v-model="copy"
        class="mt-2"
        :label="say('kept.copy')"
        :answers="[
          ['given', say('kept.took')],
          ['not-wanted', say('kept.notWanted')],
        ]"
      />
      <div class="mt-2 flex flex-wrap items-center gap-3">
        <SupervisorCode v-model="code" />
        <PressAndHold :disabled="copy === 'nothing' || code.length < LEAST_CODE" @held="forget">
          {{ say('kept.forget') }}
        </PressAndHold>
        <button type="button" class="underline" @click="doing = undefined">{{ say('kept.cancel') }}</button>
      </div>
    </div>
  </section>
</template>
