<script setup lang="ts">
import type { ShopResults } from '@benevox/contract'
import { say, words } from '../../words/index.ts'

/** What was ordered from each supplier in these months, what it cost, and how often it worked. */
defineProps<{ suppliers: ShopResults['suppliers'] }>()
</script>

<template>
  <section class="min-w-0" :aria-label="say('seenHere.suppliers')">
    <h2 class="border-b-2 border-ink pb-1">{{ say('seenHere.suppliers') }}</h2>
    <table class="w-full">
      <thead class="text-ink-soft">
        <tr>
          <td class="py-1"></td>
          <th scope="col" class="py-1 text-end font-normal">{{ say('seenHere.orders') }}</th>
          <th scope="col" class="py-1 text-end font-normal">{{ say('seenHere.feesOf') }}</th>
          <th scope="col" class="py-1 text-end font-normal">{{ say('seenHere.ended') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="one in suppliers" :key="`${one.supplier} ${one.currency}`" class="border-t border-rule">
          <th scope="row" class="py-1 text-start font-normal">
            {{ one.supplier || say('seenHere.unlisted') }}
          </th>
          <td class="text-end font-mono">{{ one.orders }}</td>
          <td class="text-end font-mono">{{ words.money(one.feesMinor, one.currency) }}</td>
          <td class="text-end font-mono">
            {{
              one.worked + one.failed > 0
                ? say('taught.counted', { worked: one.worked, all: one.worked + one.failed })
                : '–'
            }}
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>
