<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import type { ShopSettings } from '@benevox/core/shop'
import { LANGUAGES, languageFor, nameOf, type Language } from '@benevox/words'
import { onMounted, reactive, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import OtherDevices from './OtherDevices.vue'
import ChangedBy from './ChangedBy.vue'
import BackupState from './BackupState.vue'
import TickBox from '../../parts/TickBox.vue'
import { useAsked } from './useAsked.ts'
import { say } from '../../words/index.ts'

/** What the shop says of itself: read by everybody, changed by its owner. */
const sessions = useSession()
const typed = reactive({
  name: '',
  address: '',
  mail: '',
  publicAddress: '',
  otherDevices: false,
  secondStep: false,
  language: 'en' as Language,
})
/** As it was told: what stands on no field of these stays. */
let kept: ShopSettings | undefined
const version = ref<number>()
const changed = ref<Pick<Answer<'getShop'>, 'by' | 'at'>>()

const { fault, isSaved, ask } = useAsked(take)
function take(told: Answer<'getShop'>): void {
  const {
    name,
    address,
    mail = '',
    publicAddress = '',
    otherDevices = false,
    secondStep = false,
    language = 'en',
  } = told.settings
  kept = told.settings
  changed.value = told
  Object.assign(typed, { name, address, mail, publicAddress, otherDevices, secondStep })
  typed.language = languageFor(language)
  version.value = told.version
}
/** Changed elsewhere on this page: what was typed here is not saved yet, and stays. */
function keepUp(told: Answer<'getShop'>): void {
  kept = told.settings
  version.value = told.version
  changed.value = told
}
defineExpose({ keepUp })
onMounted(() => ask(() => call('getShop', {})))
async function keep(): Promise<void> {
  const { name, address, mail, publicAddress, otherDevices, secondStep, language } = typed
  const settings: ShopSettings = {
    ...kept,
    name,
    address,
    mail: mail.trim() || undefined,
    publicAddress: publicAddress.trim() || undefined,
    otherDevices: otherDevices || undefined,
    secondStep: secondStep || undefined,
    language,
  }
  isSaved.value = await ask(() => call('changeShop', { body: { settings, version: version.value ?? 0 } }))
  if (isSaved.value) await sessions.load()
}
</script>

<template>
  <section v-if="version !== undefined" aria-labelledby="shop-title">
    <h2 id="shop-title" class="border-b-2 border-ink pb-1">{{ say('firstRun.shop') }}</h2>
    <div class="mt-2 grid gap-x-6 gap-y-2 sm:grid-cols-2">
      <label
        >{{ say('firstRun.name')
        }}<input v-model="typed.name" class="field" maxlength="80" :readonly="!sessions.isOwner"
      /></label>
      <label class="row-span-2"
        >{{ say('firstRun.address')
        }}<textarea
          v-model="typed.address"
          class="field"
          rows="4"
          maxlength="300"
          :readonly="!sessions.isOwner"
        />
      </label>
      <label
        >{{ say('firstRun.mail')
        }}<input v-model="typed.mail" class="field" maxlength="200" :readonly="!sessions.isOwner"
      /></label>
      <label class="sm:col-span-2"
        >{{ say('shop.publicAddress')
        }}<input v-model="typed.publicAddress" class="field" maxlength="300" :readonly="!sessions.isOwner"
      /></label>
    </div>
    <label class="mt-2 block"
      >{{ say('firstRun.language') }}
      <select v-model="typed.language" class="field" :disabled="!sessions.isOwner">
        <option v-for="one in LANGUAGES" :key="one" :value="one" :lang="one">{{ nameOf(one) }}</option>
      </select></label
    >
    <ChangedBy :by="changed?.by" :at="changed?.at" />
    <OtherDevices v-model="typed.otherDevices" :version class="mt-3" />
    <TickBox v-if="sessions.isOwner" v-model="typed.secondStep" class="mt-3">{{
      say('secondStep.wanted')
    }}</TickBox>
    <BackupState v-if="sessions.isOwner" id="backups" class="mt-3" />
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <p v-if="sessions.isOwner" class="mt-2 flex items-center justify-end gap-4">
      <span v-if="isSaved" role="status" class="font-bold text-clear">{{ say('shop.saved') }}</span>
      <button type="button" class="act" :disabled="typed.name.trim() === ''" @click="keep">
        {{ say('shop.save') }}
      </button>
    </p>
  </section>
</template>
