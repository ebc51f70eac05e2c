<script setup lang="ts">
import type { Order } from '@benevox/contract'
import { ref } from 'vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { say, words } from '../../words/index.ts'

/** For a device that stays at home: the steps and the code, to the customer's own mail address. */
const props = defineProps<{ order: Order }>()
const job = useJob()
const contact = job.customer?.contact ?? ''
const to = ref(contact.includes('@') ? contact : '')
const fault = ref('')
const busy = ref(false)
/** The same until it is sent: a mail whose answer was lost is not sent twice over. */
let key = crypto.randomUUID()

async function send(): Promise<void> {
  busy.value = true
  fault.value = ''
  const { id, version } = props.order
  try {
    await call('sendSheet', { params: { orderId: id }, body: { version, to: to.value, key } })
    key = crypto.randomUUID()
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  } finally {
    await job.reload().catch(() => undefined)
    busy.value = false
  }
}
</script>

<template>
  <section class="border-t border-rule pt-2">
    <h2>{{ say('sheet.title') }}</h2>
    <form class="mt-1 flex flex-wrap items-end gap-3" @submit.prevent="send">
      <label class="w-80"
        >{{ say('sheet.to') }}
        <input v-model="to" class="field mt-1" type="email" required maxlength="200" autocomplete="off" />
      </label>
      <button class="act" :disabled="busy">{{ say('sheet.send') }}</button>
      <a class="underline" :href="`/api/jobs/${job.saved?.id}/activation.pdf`" target="_blank">{{
        say('sheet.print')
      }}</a>
    </form>
    <p v-if="fault" role="alert" class="font-bold text-stop">{{ fault }}</p>
    <p v-if="order.sheetSentAt" role="status">
      {{ say('sheet.sent', { at: words.instant(order.sheetSentAt) }) }}
    </p>
  </section>
</template>
