import { languageOf } from '@benevox/core/job'
import { languageFor, type Language } from '@benevox/words'
import { computed, type WritableComputedRef } from 'vue'
import { useSession } from '../api/session.ts'
import { useJob } from '../job/jobs.ts'

/** In which the customer of this job reads, signs and takes papers home; choosing another is recorded on the job. */
export function useCustomerLanguage(): WritableComputedRef<Language> {
  const job = useJob()
  const sessions = useSession()
  return computed({
    get: () => languageFor(languageOf(job.facts, job.saved?.agreement ?? null, sessions.session?.papersIn)),
    set: (chosen) => job.setFact('customerLanguage', chosen),
  })
}
