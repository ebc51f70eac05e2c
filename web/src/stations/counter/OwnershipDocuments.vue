<script setup lang="ts">
import { computed, ref } from 'vue'
import FilePick from '../../parts/FilePick.vue'
import { call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { sendOwnershipDocument } from '../../api/upload.ts'
import { say, words } from '../../words/index.ts'

/** Photos and documents that show the person's right to the device: for the shop's own people only. */
const job = useJob()
const says = ref('')
const files = computed(() => job.saved?.ownershipFiles ?? [])
const address = (id: string) => `/api/jobs/${job.saved?.id}/ownership-documents/${id}`

async function send(chosen: FileList | null): Promise<void> {
  const id = job.saved?.id
  for (const file of chosen ?? []) {
    if (id === undefined) return
    says.value = say('ownershipFile.sending', { name: file.name })
    try {
      job.take(await sendOwnershipDocument(id, file))
      says.value = ''
    } catch (error) {
      says.value = say('history.line', {
        what: file.name,
        more: error instanceof Error ? error.message : String(error),
      })
      return
    }
  }
}
async function remove(fileId: string): Promise<void> {
  await job.record(say('doing.removingFile'), (_, id) => call('removeFile', { params: { id, fileId } }))
}
</script>

<template>
  <div class="py-2">
    <FilePick
      multiple
      :label="say('ownershipFile.label')"
      :text="say('ownershipFile.choose')"
      accept="image/jpeg,image/png,image/webp,application/pdf"
      @chosen="send"
    />
    <span v-if="says" role="status" class="ms-3 font-bold text-brass">{{ says }}</span>
    <p class="mt-1 text-sm text-ink-soft">
      {{ say('ownershipFile.kept') }}
    </p>
    <ul class="mt-2 flex flex-wrap gap-4">
      <li v-for="file in files" :key="file.id" class="w-36">
        <a :href="address(file.id)" target="_blank" class="block border border-rule">
          <img
            v-if="file.type !== 'application/pdf'"
            :src="address(file.id)"
            :alt="file.name"
            class="h-24 w-full object-cover"
          />
          <span v-else class="flex h-24 items-center justify-center font-bold">PDF</span>
        </a>
        <span class="block truncate text-sm" :title="file.name">{{ file.name }}</span>
        <span class="flex justify-between text-sm text-ink-soft"
          >{{ file.by }}, {{ words.instant(file.at) }}
          <button
            class="underline"
            :aria-label="say('ownershipFile.removeNamed', { name: file.name })"
            @click="remove(file.id)"
          >
            {{ say('ownershipFile.remove') }}
          </button></span
        >
      </li>
    </ul>
  </div>
</template>
