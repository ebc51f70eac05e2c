<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { kindsText } from '@benevox/words'
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { say, words } from '../../words/index.ts'

/** What of closed jobs is forgotten when, and where a legal hold stops it. */
const told = ref<Answer<'getForgetting'>>()
const fault = ref('')
onMounted(async () => {
  try {
    told.value = await call('getForgetting', {})
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
})
</script>

<template>
  <main class="flex-1 px-6 py-5">
    <h1 class="mb-1">{{ say('forgetting.title') }}</h1>
    <p class="max-w-3xl text-ink-soft">{{ say('forgetting.about') }}</p>
    <p v-if="fault" role="alert" class="mt-2 font-bold text-stop">{{ fault }}</p>
    <template v-if="told">
      <p v-if="!told.isByItself" role="alert" class="mt-3 border-s-[6px] border-brass ps-3">
        {{ say('forgetting.daysFirst') }}
        <RouterLink class="font-bold underline" to="/settings">{{ say('station.settings') }}</RouterLink>
      </p>
      <p v-else class="mt-3" role="status">
        {{
          told.last
            ? say('forgetting.last', {
                at: words.instant(told.last.at),
                jobs: told.last.jobs,
                mails: told.last.mails,
              })
            : say('forgetting.never')
        }}
        <b v-if="told.last && !told.last.logCleared">{{ say('forgetting.logNotCleared') }}</b>
        <b v-if="told.changesKept">{{ say('forgetting.changesKept') }}</b>
      </p>
      <div class="mt-5 grid max-w-4xl gap-y-6">
        <section :aria-label="say('forgetting.held')">
          <h2 class="border-b-2 border-ink pb-1">{{ say('forgetting.held') }}</h2>
          <p v-if="told.held.length === 0" class="mt-1">{{ say('forgetting.noneHeld') }}</p>
          <ul v-else>
            <li
              v-for="{ id, ticket, device, hold } in told.held"
              :key="id"
              class="border-b border-rule py-1.5"
            >
              <RouterLink class="font-bold underline" :to="`/jobs/${id}`">{{ ticket }}</RouterLink>
              {{ device }}
              <br />{{
                say('kept.held', { since: words.day(hold.at), person: hold.by, reason: hold.reason })
              }}
            </li>
          </ul>
        </section>
        <section :aria-label="say('forgetting.next')">
          <h2 class="border-b-2 border-ink pb-1">
            {{
              told.count > told.next.length
                ? say('forgetting.nextOf', { shown: told.next.length, count: told.count })
                : say('forgetting.next')
            }}
          </h2>
          <p v-if="told.next.length === 0" class="mt-1">{{ say('forgetting.none') }}</p>
          <table v-else class="w-full text-start">
            <thead class="text-ink-soft">
              <tr>
                <th class="py-1 pe-4 text-start font-normal">{{ say('forgetting.when') }}</th>
                <th class="py-1 pe-4 text-start font-normal">{{ say('forgetting.job') }}</th>
                <th class="py-1 text-start font-normal">{{ say('forgetting.what') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="one in told.next" :key="one.id" class="border-t border-rule align-baseline">
                <td class="py-1.5 pe-4 font-mono whitespace-nowrap">{{ words.day(one.at) }}</td>
                <td class="py-1.5 pe-4">
                  <RouterLink class="font-bold underline" :to="`/jobs/${one.id}`">{{
                    one.ticket
                  }}</RouterLink>
                  {{ one.device }}
                </td>
                <td class="py-1.5">{{ kindsText(one.kinds, words) }}</td>
              </tr>
            </tbody>
          </table>
        </section>
      </div>
    </template>
  </main>
</template>
