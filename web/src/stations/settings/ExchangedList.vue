<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { useSession } from '../../api/session.ts'
import { useOutcome } from './useOutcome.ts'
import { say, words } from '../../words/index.ts'

/** What was taken in from other shops, each as one, to be undone as one. */
type Exchange = Answer<'listExchanges'>['exchanges'][number]
const people = useSession()
const { says, tried } = useOutcome()
const exchanges = ref<readonly Exchange[]>()
async function look(): Promise<void> {
  exchanges.value = (await call('listExchanges', {}).catch(() => undefined))?.exchanges ?? exchanges.value
}
onMounted(look)
defineExpose({ look })

const undo = (id: number) =>
  tried(async () => {
    exchanges.value = (await call('undoExchange', { params: { id } })).exchanges
    return say('exchanged.undone')
  })
/** Enough of its number to tell shops apart. */
const shopOf = ({ shop }: Exchange) =>
  shop ? say('exchanged.shop', { number: shop.slice(0, 8) }) : say('exchanged.unnamed')
</script>

<template>
  <section v-if="exchanges" :aria-label="say('exchanged.title')" class="mt-4">
    <h3 class="font-bold">{{ say('exchanged.title') }}</h3>
    <p v-if="exchanges.length === 0">{{ say('exchanged.none') }}</p>
    <ul>
      <li
        v-for="one in exchanges"
        :key="one.id"
        class="flex flex-wrap items-baseline justify-between gap-x-4 border-b border-rule py-1"
      >
        <span>{{
          say('exchanged.line', {
            shop: shopOf(one),
            at: words.instant(one.at),
            person: one.by,
            attempts: one.attempts,
            counted: one.counted,
          })
        }}</span>
        <button v-if="people.isSupervisor" type="button" class="underline" @click="undo(one.id)">
          {{ say('exchanged.undo') }}
        </button>
      </li>
    </ul>
    <p v-if="says" role="status" class="mt-1 font-bold">{{ says }}</p>
  </section>
</template>
