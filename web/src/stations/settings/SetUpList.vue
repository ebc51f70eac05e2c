<script setup lang="ts">
import { USUAL_PRICES } from '@benevox/core/price'
import { leftToSetUp, type Left } from '@benevox/core/shop'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { say } from '../../words/index.ts'

/** What a new shop is still without, with the way to each: for its owner, and gone once nothing is left. */
const left = ref<readonly Left[]>([])
const WHERE: Readonly<Record<Left, string>> = {
  prices: '/settings#prices',
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
  const [shop, { connections }, supply, { prices }, { backups }] = await Promise.all([
    call('getShop', {}),
    call('getConnections', {}),
    call('getSupply', {}),
    call('getPrices', {}),
    call('getBackups', {}),
  ])
  left.value = leftToSetUp({
    settings: shop.settings,
    connections,
    supply: supply.list,
    prices,
    usual: USUAL_PRICES,
    hasBackups: backups ? Boolean(backups.last) : undefined,
  })
}
</script>

<template>
  <section v-if="left.length > 0" :aria-label="say('setUp.title')" class="border-s-[6px] border-brass ps-4">
    <h2>{{ say('setUp.title') }}</h2>
    <ul class="mt-1">
      <li v-for="one in left" :key="one">
        <RouterLink class="underline" :to="WHERE[one]">{{ say(`setUp.${one}`) }}</RouterLink>
      </li>
    </ul>
  </section>
</template>
