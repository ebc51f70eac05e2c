import { computed, watch } from 'vue'
import { ApiProblem, call } from '../../api/client.ts'
import { useJob } from '../../job/jobs.ts'
import { say } from '../../words/index.ts'

/**
 * The registry is asked once about each IMEI as soon as that is whole and recorded, by whichever page is first; what it
 * said, or that it did not, stands on the job then. Asked again only by hand.
 */
export function useRegistryByItself(jobId: number): void {
  const job = useJob()
  const toAsk = computed(() => {
    const { saved } = job
    if (saved?.id !== jobId || saved.station !== 'counter' || job.hasPending) return undefined
    const { imei } = saved.facts
    return imei && !saved.registry.some((one) => one.imei === imei && one.source === 'registry')
      ? imei
      : undefined
  })
  /** Asked here before, whatever came of it. */
  const asked = new Set<string>()
  watch(
    toAsk,
    async (imei) => {
      if (imei === undefined || asked.has(imei)) return
      asked.add(imei)
      const isAsked = await job.record(say('doing.registry'), async (version, id) => {
        try {
          return await call('askRegistry', { params: { id }, body: { version, report: false } })
        } catch (error) {
          // Another page was quicker, or another IMEI stands there by now: what it is is shown.
          if (!(error instanceof ApiProblem)) throw error
          return call('getJob', { params: { id } })
        }
      })
      // The server was away: once it answers again.
      if (!isAsked) asked.delete(imei)
    },
    { immediate: true },
  )
}
