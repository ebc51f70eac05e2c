import type { CableTrust, Findings } from '@benevox/core/diagnosis'
import { ref, shallowRef, toRaw, watch, type ComputedRef } from 'vue'
import { plain, useWorker } from '../../parts/useWorker.ts'
import type { AskedFor, Diagnosed, DiagnosisWorker, ToldTry } from '../../workers/diagnosis.worker.ts'

const diagnosisWorker = useWorker<DiagnosisWorker>(
  () => new Worker(new URL('../../workers/diagnosis.worker.ts', import.meta.url), { type: 'module' }),
)

/** Why the tries failed and what to do next, worked out in a worker; anew whenever something was told. */
export function useDiagnosis(
  asked: ComputedRef<AskedFor | undefined>,
  tries: ComputedRef<readonly ToldTry[]>,
  findings: ComputedRef<Findings>,
  otherCable: ComputedRef<CableTrust | undefined>,
) {
  const diagnosed = shallowRef<Diagnosed>()
  /** How long the last answer took, in milliseconds, the way to the worker and back included. */
  const tookMs = ref<number>()
  let latest = 0
  watch(asked, (of) => of && void diagnosisWorker().warm(plain(toRaw(of))), { immediate: true })
  watch(
    [asked, tries, findings, otherCable],
    async ([of, made, found, trust]) => {
      const mine = ++latest
      if (!of) return void (diagnosed.value = undefined)
      const beganMs = performance.now()
      const answer = await diagnosisWorker()
        .diagnose(plain(toRaw(of)), plain(made), plain(found), plain(trust ?? null) ?? undefined)
        // Advice for other attempts is no advice for these.
        .catch(() => undefined)
      if (mine !== latest) return
      tookMs.value = performance.now() - beganMs
      diagnosed.value = answer
    },
    { immediate: true, deep: true },
  )
  return { diagnosed, tookMs }
}
