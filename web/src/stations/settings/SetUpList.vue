<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { pricesByHour } from '@benevox/core/price'
import { leftToSetUp, type Left } from '@benevox/core/shop'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { say } from '../../words/index.ts'

/** What a new shop is still without, with the way to each: for its owner, and gone once nothing is left. */
const left = ref<readonly Left[]>([])
const fault = ref('')
const emit = defineEmits<{ changed: [told: Answer<'getShop'>] }>()
const WHERE: Readonly<Record<Left, string>> = {
  prices: '/settings#prices',
  catalogue: '/playbook/exchange',
  retention: '/settings#retention',
  'own-mail': '/settings#shop-title',
  'mail-server': '/settings#connections-title',
  mailbox: '/settings#connections-title',
  carriers: '/settings/suppliers',
  suppliers: '/settings/suppliers',
  registry: '/settings#connections-title',
  backups: '/settings#backups',
}
/** Where the server is away nothing is named: the rest of the page says so. */
onMounted(() => look().catch(() => undefined))
async function look(): Promise<void> {
  const [shop, { connections }, supply, { prices }, { backups }, { versions }] = await Promise.all([
    call('getShop', {}),
    call('getConnections', {}),
    call('getSupply', {}),
    call('getPrices', {}),
    call('getBackups', {}),
    call('listCatalogVersions', {}),
  ])
  left.value = leftToSetUp({
    settings: shop.settings,
    connections,
    supply: supply.list,
    prices,
    usual: pricesByHour(prices.weights.benchHourMinor),
    catalogVersion: versions.length,
    hasBackups: backups ? Boolean(backups.last) : undefined,
  })
}
/** Said of what is here now: somebody else may have changed the shop meanwhile. */
async function leaveAsItIs(one: Left): Promise<void> {
  fault.value = ''
  try {
    const { settings, version } = await call('getShop', {})
    const rightAsItIs = [...(settings.rightAsItIs ?? []), one]
    emit('changed', await call('changeShop', { body: { settings: { ...settings, rightAsItIs }, version } }))
    await look()
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
}
</script>

<template>
  <section v-if="left.length > 0" :aria-label="say('setUp.title')" class="border-s-[6px] border-brass ps-4">
    <h2>{{ say('setUp.title') }}</h2>
    <p v-if="fault" role="alert" class="font-bold text-stop">{{ fault }}</p>
    <ul class="ruled mt-1">
      <li v-for="one in left" :key="one" class="flex items-baseline justify-between gap-6 py-1.5">
        <RouterLink class="underline" :to="WHERE[one]">{{ say(`setUp.${one}`) }}</RouterLink>
        <button
          class="shrink-0 underline"
          :aria-label="say('setUp.rightOf', { what: say(`setUp.${one}`) })"
          @click="leaveAsItIs(one)"
        >
          {{ say('setUp.right') }}
        </button>
      </li>
    </ul>
  </section>
</template>
