<script setup lang="ts">
import { useSession } from '../../api/session.ts'
import { sendTries } from '../../api/upload.ts'
import { refusedBySize } from '../../workers/readText.ts'
import { useOutcome } from './useOutcome.ts'

/** What the shop learnt from its tries, out as a file, and another shop's in. */
const people = useSession()
const { says, tried } = useOutcome()
async function merge(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (!file) return
  await tried(async () => {
    const tooLarge = refusedBySize(file.size)
    if (tooLarge) return tooLarge
    const { added, known } = await sendTries(file)
    return `${added} tries taken in, ${known} known before.`
  })
  input.value = ''
}
</script>

<template>
  <section aria-label="Evidence" class="mt-8 max-w-3xl">
    <h2 class="border-b-2 border-ink pb-1">What the tries have taught</h2>
    <p class="mt-1">
      Each try is evidence for its family, without anybody’s name.
      <a class="underline" href="/api/evidence.json">Save it as a file</a> for another shop, or take theirs
      in; a try is counted once however often it comes.
    </p>
    <p v-if="says" role="status" class="mt-1 font-bold">{{ says }}</p>
    <p v-if="!people.isSupervisor" class="mt-2">Only a supervisor can take another shop’s file in.</p>
    <label v-else class="mt-2 block"
      >Another shop’s file <input type="file" accept="application/json" class="ml-2" @change="merge"
    /></label>
  </section>
</template>
