<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { ref, watch } from 'vue'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import TickBox from '../../parts/TickBox.vue'
import { say, words } from '../../words/index.ts'

/** How a tablet or a telephone of the shop gets in, once its owner lets it. */
const { version } = defineProps<{
  /** Of what the shop says of itself: told anew after each change. */
  version: number
}>()
const isWanted = defineModel<boolean>({ required: true })
const sessions = useSession()
const told = ref<Answer<'getDevices'>['devices']>(null)
const fault = ref('')
/** A route of the server, not a picture that is built in. */
const CODE = '/api/devices/code.svg'
const SOON_MS = 30 * 86_400_000
watch(
  () => version,
  async () => {
    fault.value = ''
    try {
      told.value = (await call('getDevices', {})).devices
    } catch (error) {
      fault.value = error instanceof Error ? error.message : String(error)
    }
  },
  { immediate: true },
)
const lasting = (until: string, isOwn: boolean) =>
  say(
    !isOwn
      ? 'otherDevices.until'
      : Date.parse(until) - Date.now() < SOON_MS
        ? 'otherDevices.untilSoon'
        : 'otherDevices.untilOwn',
    { at: words.day(until) },
  )
</script>

<template>
  <section v-if="told || fault" :aria-label="say('otherDevices.title')">
    <h3 class="font-bold">{{ say('otherDevices.title') }}</h3>
    <p v-if="fault" role="alert" class="font-bold text-stop">{{ fault }}</p>
    <template v-if="told">
      <TickBox v-if="sessions.isOwner" v-model="isWanted">{{ say('otherDevices.on') }}</TickBox>
      <p v-else-if="!told.isOn">{{ say('otherDevices.off') }}</p>
      <p v-if="told.fault" role="alert" class="mt-1 font-bold text-stop">
        {{ say(`otherDevices.${told.fault}`) }}
      </p>
      <div v-if="told.begin" class="mt-2 flex flex-wrap items-start gap-6">
        <img :key="told.begin" :src="CODE" :alt="say('otherDevices.code')" class="size-36 bg-white p-2" />
        <div class="min-w-64 flex-1 space-y-2">
          <p>
            {{ say('otherDevices.first') }}
            <code class="block font-mono font-bold" data-testid="first-address">{{ told.begin }}</code>
          </p>
          <p>
            {{ say('otherDevices.later') }}
            <code v-for="address in told.addresses" :key="address" class="block font-mono">{{
              address
            }}</code>
          </p>
          <p v-if="told.fingerprint">
            {{ say('otherDevices.fingerprint') }}
            <code class="block font-mono break-all" data-testid="fingerprint">{{ told.fingerprint }}</code>
          </p>
          <p v-if="told.until" class="text-ink-soft">{{ lasting(told.until, told.fingerprint === null) }}</p>
        </div>
      </div>
    </template>
  </section>
</template>
