<script setup lang="ts">
import { promisedBy, type TimedCourse } from '@benevox/core/route'
import { useNow } from '@vueuse/core'
import { computed } from 'vue'
import { usePrices } from '../../api/prices.ts'
import { useJob } from '../../job/jobs.ts'
import { say, words } from '../../words/index.ts'

/** By when the shop can promise it, in its opening hours. */
const props = defineProps<{ courses: readonly TimedCourse[] }>()
const job = useJob()
const prices = usePrices()
const now = useNow({ interval: 60_000 })
const promised = computed(() => {
  const shop = job.saved && prices.timeOf(job.saved.pricesId)
  if (!shop) return undefined
  const { half, nineInTen } = promisedBy(props.courses, now.value.toISOString(), shop)
  const said = (at: string) => words.dayAndTime(at, now.value)
  return { half: half === nineInTen ? undefined : said(half), nineInTen: said(nineInTen) }
})
</script>

<template>
  <p v-if="promised" class="mt-1.5 text-[0.95rem]" data-testid="promise">
    {{
      promised.half
        ? say('promise.by', { late: promised.nineInTen, usual: promised.half })
        : say('promise.byAlways', { late: promised.nineInTen })
    }}
  </p>
</template>
