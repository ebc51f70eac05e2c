<script setup lang="ts">
import { useRouter } from 'vue-router'
import { usePageKeys } from './pageKeys.ts'
import { say } from '../words/index.ts'

/** The main link of a page: on to the next, by the key that goes on at the bench too. */
const props = defineProps<{
  to: string
  /** Where Space means something else still. */
  withoutKey?: boolean
}>()
const router = useRouter()
usePageKeys({
  key: ' ',
  does: 'keyHelp.goOn',
  when: () => !props.withoutKey,
  press: () => void router.push(props.to),
})
</script>

<template>
  <RouterLink
    class="act act-main"
    :to="to"
    :data-key-hint="withoutKey ? undefined : say('keyboard.space')"
    :aria-keyshortcuts="withoutKey ? undefined : 'Space'"
    ><slot
  /></RouterLink>
</template>
