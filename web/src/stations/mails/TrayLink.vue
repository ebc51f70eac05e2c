<script setup lang="ts">
import { onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { say } from '../../words/index.ts'

/** Where mails wait to be placed; nothing where none does. */
const count = ref(0)
onMounted(async () => {
  count.value = (await call('listTray', {}).catch(() => undefined))?.count ?? 0
})
</script>

<template>
  <p v-if="count > 0" class="mb-3">
    <RouterLink class="font-bold underline" to="/mails">{{ say('tray.link', { count }) }}</RouterLink>
  </p>
</template>
