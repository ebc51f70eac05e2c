<script setup lang="ts">
import SetUpList from '../settings/SetUpList.vue'
import { say } from '../../words/index.ts'

/** Where the owner of a new shop comes to once it is open: what else there is to set up, now or another day. */
</script>

<template>
  <main class="flex-1 px-6 py-5">
    <h1>{{ say('setUp.isOpen') }}</h1>
    <p class="mt-1 max-w-prose text-ink-soft">{{ say('setUp.lead') }}</p>
    <SetUpList class="mt-5 max-w-3xl" />
    <p class="mt-6">
      <RouterLink class="act act-main inline-flex items-center" to="/counter">{{
        say('setUp.toCounter')
      }}</RouterLink>
    </p>
  </main>
</template>
