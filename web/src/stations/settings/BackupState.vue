<script setup lang="ts">
import type { Answer } from '@benevox/contract'
import { isBackupOld } from '@benevox/core/shop'
import { computed, onMounted, ref } from 'vue'
import { call } from '../../api/client.ts'
import { say, words } from '../../words/index.ts'

/** Whether what is worked on here would be there again tomorrow. */
const COMMAND = 'npm run backup -- --to …'
const told = ref<Answer<'getBackups'>['backups']>()
const fault = ref('')
onMounted(async () => {
  try {
    told.value = (await call('getBackups', {})).backups
  } catch (error) {
    fault.value = error instanceof Error ? error.message : String(error)
  }
})
const isOld = computed(() => isBackupOld(told.value?.last?.at, new Date()))
</script>

<template>
  <div v-if="told || fault" role="status">
    <p v-if="fault" class="font-bold text-stop">{{ fault }}</p>
    <template v-else-if="told">
      <p :class="isOld ? 'font-bold text-stop' : ''">
        {{
          told.last
            ? say(isOld ? 'backups.old' : 'backups.last', {
                at: words.instant(told.last.at),
                megabytes: Math.ceil(told.last.bytes / 1e6),
              })
            : say('backups.none')
        }}
        <code v-if="!told.last" class="ml-1" v-text="COMMAND" />
      </p>
      <p v-if="told.changes?.failed" class="font-bold text-stop">
        {{ say('backups.changesFailed') }} <bdi lang="en">{{ told.changes.failed }}</bdi>
      </p>
      <p v-else-if="told.changes?.until">
        {{ say('backups.changes', { at: words.instant(told.changes.until) }) }}
      </p>
      <p v-if="told.failed" class="font-bold text-stop">
        {{ say('backups.failed', { at: words.instant(told.failed.at) }) }}
        <bdi lang="en">{{ told.failed.why }}</bdi>
      </p>
    </template>
  </div>
</template>
