import type { Findings, NextOptions, AttemptMade } from '@benevox/core/diagnosis'
import { computedAsync } from '@vueuse/core'
import { computed, toRaw, watch, type ComputedRef } from 'vue'
import { plain, useWorker } from '../../parts/useWorker.ts'
import type { AskedFor, DiagnosisWorker } from '../../workers/diagnosis.worker.ts'

const diagnosisWorker = useWorker<DiagnosisWorker>(
  () => new Worker(new URL('../../workers/diagnosis.worker.ts', import.meta.url), { type: 'module' }),
)

/** Why the attempts failed and what to do next, worked out in a worker; anew whenever something was told. */
export function useDiagnosis(
  asked: ComputedRef<AskedFor | undefined>,
  attempts: ComputedRef<readonly AttemptMade[]>,
  findings: ComputedRef<Findings>,
  options: ComputedRef<NextOptions>,
) {
  watch(asked, (of) => of && void diagnosisWorker().warm(plain(toRaw(of))), { immediate: true })
  const answer = computedAsync(
    async () => {
      const [of, made, found, more] = [asked.value, attempts.value, findings.value, options.value]
      if (!of) return undefined
      const beganMs = performance.now()
      const diagnosed = await diagnosisWorker()
        .diagnose(plain(toRaw(of)), plain(made), plain(found), plain(more))
        // Advice for other attempts is no advice for these.
        .catch(() => undefined)
      return { diagnosed, of: JSON.stringify(made), tookMs: performance.now() - beganMs }
    },
    undefined,
    { shallow: true },
  )
  return {
    /** Undefined while the attempts told last are being thought about. */
    diagnosed: computed(() =>
      answer.value?.of === JSON.stringify(attempts.value) ? answer.value.diagnosed : undefined,
    ),
    /** How long the last answer took, in milliseconds, the way to the worker and back included. */
    tookMs: computed(() => answer.value?.tookMs),
  }
}
